import { styled } from 'styled-components';
import { LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import { COMMON_TIME } from '../../../core/rhythm/metre.ts';
import { ORNAMENT_KINDS } from '../../../core/song/document/document.ts';
import { findOutOfReach } from '../../../core/song/part/reach.ts';
import { ORNAMENT_WORDS } from '../../../core/words/ornament-words.ts';
import { sayOutOfReach } from '../../../core/words/reach-words.ts';
import { TabStaff } from '../../painters/tab-staff.tsx';
import { chartFace, colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { NumberSelect, Select } from '../../ui/select.tsx';
import { FretPad } from './fret-pad.tsx';
import {
  type DraftPlace,
  EMPTY_DRAFT,
  type OrnamentDraft,
  type ReadDraft,
  readDraft,
  STEPS_TO_BEAT,
} from './ornament-draft.ts';

const SCOPES = [
  { value: 'every', text: 'each time the bar comes' },
  { value: 'only', text: 'only at the times named' },
] as const;
const STEP_WORDS = { '1': 'a beat', '2': 'half a beat', '3': 'a third', '4': 'a quarter' } as const;

/** Writing an ornament: where it stands, from which level on it is played, and its steps, typed or pressed on a small neck. */
export function OrnamentEditor(props: {
  readonly draft: OrnamentDraft;
  readonly place: DraftPlace;
  readonly onChange: (draft: OrnamentDraft) => void;
  readonly onPut: (read: ReadDraft) => void;
}) {
  const { draft, place, onChange, onPut } = props;
  const { part, fretsAdded } = place;
  const read = readDraft(draft, place);
  const beyond = read.ok
    ? findOutOfReach(
        part,
        read.value.notes.map(({ fret }) => fret),
      )
    : null;
  const strings = part.setup.tuning.openMidi.length;
  const keep = (change: Partial<OrnamentDraft>): null => {
    onChange({ ...draft, ...change });
    return null;
  };
  const append = (step: string): void =>
    void keep({ text: draft.text === '' ? step : `${draft.text.trimEnd()} ${step}` });
  return (
    <Frame aria-label="Write an ornament">
      <Row>
        <Select
          label="Kind"
          options={ORNAMENT_KINDS.map((value) => ({ value, text: ORNAMENT_WORDS[value] }))}
          value={draft.kind}
          onChange={(kind) => keep({ kind })}
        />
        <NumberSelect label="From level" values={LEVELS} value={draft.level} onChange={(level) => keep({ level })} />
      </Row>
      <Row>
        <WideField>
          <Field
            label="In bars"
            value={draft.bars}
            hint="5, 1-4, or Chorus, line 2, bar 3"
            onCommit={(bars) => keep({ bars })}
            maxLength={200}
          />
        </WideField>
        <Select label="Played" options={SCOPES} value={draft.scope} onChange={(scope) => keep({ scope })} />
      </Row>
      <Row>
        <Field label="On beat" value={draft.beat} onCommit={(beat) => keep({ beat })} maxLength={4} />
        <Select
          label="A step is"
          options={STEPS_TO_BEAT.map((value) => ({ value, text: STEP_WORDS[value] }))}
          value={draft.steps}
          onChange={(steps) => keep({ steps })}
        />
      </Row>
      <label>
        <span>
          Steps: string/fret from the {fretsAdded === 0 ? 'capo' : 'nut'}, a dash rings on, + strikes together
        </span>
        <input
          value={draft.text}
          spellCheck={false}
          autoComplete="off"
          maxLength={400}
          aria-invalid={!read.ok && draft.text !== ''}
          onChange={(event) => keep({ text: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && read.ok) {
              onPut(read.value);
            }
          }}
        />
      </label>
      <FretPad strings={strings} fretsAdded={fretsAdded} onPress={append} />
      <Acts>
        <Button weight="word" onPress={() => append('-')}>
          Ring on
        </Button>
        <Button weight="word" onPress={() => keep({ text: draft.text.trimEnd().split(' ').slice(0, -1).join(' ') })}>
          Take a step back
        </Button>
      </Acts>
      {read.ok ? (
        <TabStaff
          label={ORNAMENT_WORDS[draft.kind]}
          bar={{
            kind: draft.kind,
            notes: read.value.notes,
            lengthTicks: read.value.bars[0]?.lengthTicks ?? 1,
            metre: read.value.bars[0]?.metre ?? COMMON_TIME,
            strings,
            fretsAdded,
          }}
        />
      ) : (
        <p role={draft.text === '' ? 'note' : 'alert'}>{read.error}</p>
      )}
      {beyond !== null && <Caution>{sayOutOfReach(beyond, fretsAdded)}</Caution>}
      <Acts>
        <Button weight="strong" isDisabled={!read.ok} onPress={() => read.ok && onPut(read.value)}>
          {draft.replaces.length === 0 ? 'Put it in' : 'Write it anew'}
        </Button>
        {draft.replaces.length > 0 && <Button onPress={() => onChange(EMPTY_DRAFT)}>Leave it as it was</Button>}
      </Acts>
    </Frame>
  );
}

const Frame = styled.section`
  display: grid; gap: 10px; font-size: 14px;
  label span { display: block; font-size: 13px; color: ${colour.quiet}; }
  > label input { width: 100%; font: 600 16px/1.5 ${chartFace}; border: 1px solid ${colour.spruceMid}; background: ${colour.sheet}; padding: 4px 8px; }
  > label input[aria-invalid='true'] { border-color: ${colour.rosewood}; }
  p { font-size: 14px; }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px; align-items: end;
  input { width: 92px; }
`;
const WideField = styled.div`
  flex: 1 1 200px;
  input { width: 100%; }
`;
const Acts = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
