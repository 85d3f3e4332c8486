import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { planFormCut } from '../../../../core/arrange/form/form-cut.ts';
import type { PassSummary } from '../../../../core/arrange/form/form-summary.ts';
import { freeName } from '../../../../core/arrange/recogniser/map-proposals.ts';
import { songKeysOf } from '../../../../core/song/chart/song-keys.ts';
import { SONG_LIMITS } from '../../../../core/song/document/song-limits.ts';
import type { MapCommand } from '../../../../core/song/map/map-commands.ts';
import { formatNewSeam } from '../../../../core/words/bar-words.ts';
import { formatTotals } from '../../../../core/words/setup-words.ts';
import { useChordName } from '../../../api/settings.tsx';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Field } from '../../../ui/field.tsx';
import { Select } from '../../../ui/select.tsx';
import { Signed } from '../../../ui/signed.tsx';
import { runCommands } from '../acts/map-stores.ts';
import { useMapState, useMapStores } from '../use-map.tsx';

/** What can be done with the chosen passes; and with nothing chosen, playing a section once more. */
export function FormTools({ passes }: { readonly passes: readonly PassSummary[] }) {
  const stores = useMapStores();
  const { map } = useDocument();
  const chosenIds = useMapState((state) => state.passIds);
  const chosen = map.form.filter(({ id }) => chosenIds.includes(id));
  if (map.sections.length === 0) {
    return null;
  }
  const run = (command: MapCommand): void => {
    runCommands(stores, [command]);
  };
  const passIds = chosen.map(({ id }) => id);
  const first = map.form.findIndex(({ id }) => id === passIds[0]);
  const last = map.form.findLastIndex(({ id }) => id === passIds.at(-1));
  const only = chosen.length === 1 ? chosen[0] : undefined;
  const taken = new Set(map.sections.map(({ name }) => name.toLowerCase()));
  const label = passes.find(({ passIndex }) => passIndex === first)?.label ?? '';
  return (
    <Tools aria-label="Form tools">
      <AddPass at={chosen.length === 0 ? map.form.length : last + 1} />
      {chosen.length > 0 && (
        <>
          <Button weight="word" onPress={() => run({ kind: 'move-passes', passIds, to: Math.max(0, first - 1) })}>
            Earlier
          </Button>
          <Button
            weight="word"
            onPress={() => run({ kind: 'move-passes', passIds, to: Math.min(map.form.length, last + 2) })}
          >
            Later
          </Button>
          <Button weight="word" onPress={() => run({ kind: 'remove-passes', passIds })}>
            Delete it
          </Button>
          {only !== undefined && only.edits.length > 0 && (
            <Button weight="word" onPress={() => run({ kind: 'follow-section', passId: only.id })}>
              Play its section as written
            </Button>
          )}
          {only !== undefined && (
            <Button
              weight="word"
              onPress={() => run({ kind: 'own-section', passId: only.id, name: freeName(label, taken) })}
            >
              A section of its own
            </Button>
          )}
          {only !== undefined && (
            <Field
              key={only.id}
              label={`Said of ${label} alone`}
              value={only.note}
              hint="such as: soft, builds up"
              maxLength={SONG_LIMITS.cueCharacters}
              onCommit={(text) => {
                run({ kind: 'set-pass-note', passId: only.id, note: text.trim() });
                return stores.session.getState().problem || null;
              }}
            />
          )}
          <Cut passIds={passIds} isOut={chosen.every(({ isLeftOut }) => isLeftOut)} />
        </>
      )}
    </Tools>
  );
}

function AddPass({ at }: { readonly at: number }) {
  const stores = useMapStores();
  const { sections, form } = useDocument().map;
  const [sectionId, setSection] = useState('');
  const chosen = sections.find(({ id }) => String(id) === sectionId) ?? sections[0];
  return chosen === undefined ? null : (
    <>
      <Select
        label="Section to play"
        isLabelHidden
        options={sections.map(({ id, name }) => ({ value: String(id), text: name }))}
        value={String(chosen.id)}
        onChange={setSection}
      />
      <Button weight="word" onPress={() => runCommands(stores, [{ kind: 'add-pass', sectionId: chosen.id, at }])}>
        {at === form.length ? 'Add it at the end' : 'Add it after these'}
      </Button>
    </>
  );
}

/** What a lesson without the chosen passes comes to, and whether the new seams join (rule M12). */
function Cut({ passIds, isOut }: { readonly passIds: readonly number[]; readonly isOut: boolean }) {
  const stores = useMapStores();
  const document = useDocument();
  const nameOf = useChordName();
  const { toShapeChord } = songKeysOf(document, usePart());
  const cut = useMemo(() => planFormCut(document, passIds), [document, passIds]);
  const leave = (isLeftOut: boolean): void => {
    runCommands(stores, [{ kind: 'leave-out-passes', passIds, isLeftOut }]);
  };
  return isOut ? (
    <Button weight="word" onPress={() => leave(false)}>
      Play again
    </Button>
  ) : (
    <p>
      <Button weight="word" onPress={() => leave(true)}>
        Leave out for a lesson
      </Button>
      :{' '}
      {cut.after.bars === 0
        ? 'nothing would be played.'
        : `${formatTotals(cut.after)} instead of ${formatTotals(cut.before)}. `}
      <Signed text={cut.seams.map((seam) => formatNewSeam(seam, (chord) => nameOf(toShapeChord(chord)))).join(' ')} />
    </p>
  );
}

const Tools = styled.div`
  display: flex; flex-wrap: wrap; align-items: center; gap: 4px 12px; padding: 0 0 8px; border-bottom: 1px solid ${colour.hairline}; font-size: 14px;
  min-height: 40px;
  p { flex-basis: 100%; font-size: 14px; }
`;
