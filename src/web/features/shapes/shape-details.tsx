import { styled } from 'styled-components';
import type { Alternative, ShapeSheet } from '../../../core/arrange/shapes/shape-plan.ts';
import { type ChordSymbol, isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { isEqual } from '../../../core/kernel/equal.ts';
import { formatEffort } from '../../../core/shapes/effort-words.ts';
import { formatMovableForm } from '../../../core/shapes/movable-form.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import {
  formatEasierShape,
  formatNameCheck,
  formatShapeWords,
  listShapeNotes,
} from '../../../core/words/shape-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Signed } from '../../ui/signed.tsx';
import { HoldPanel } from './hold-panel.tsx';
import { ReachCaution } from './reach-caution.tsx';

/** One shape: how it is held, whether its name is right, the other ways to hold it, and the steps from easy to full. */
export function ShapeDetails(props: { readonly sheet: ShapeSheet; readonly nexts: readonly ChordSymbol[] }) {
  const { sheet, nexts } = props;
  const { chord, rated, form, stored } = sheet;
  const nameOf = useChordName();
  const style = usePlaceStyle();
  const acts = useShapeActs(sheet);
  return (
    <Details>
      <h2>
        <Signed text={rated === null ? nameOf(chord) : `${nameOf(chord)}, ${formatShape(rated.fingering.shape)}`} />
      </h2>
      {rated !== null && (
        <>
          <ul aria-label="How it is held">
            {formatShapeWords(rated.fingering, chord, style).map((line) => (
              <li key={line}>
                <Signed text={line} />
              </li>
            ))}
          </ul>
          <EffortLine sheet={sheet} />
          {form !== null && (
            <p>
              <Signed text={`It is ${formatMovableForm(form)}.`} />
            </p>
          )}
          <NameLine sheet={sheet} />
        </>
      )}
      {sheet.otherwise !== null && (
        <p>
          <Signed text={`As the song stands now, ${formatShape(sheet.otherwise.shape)} would be chosen. `} />
          <Button weight="word" onPress={() => acts.hold(sheet.otherwise, 'chosen')}>
            Take it
          </Button>
        </p>
      )}
      <Acts>
        {rated !== null && stored?.origin !== 'pinned' && (
          <Button onPress={() => acts.hold(rated.fingering, 'pinned')}>Pin this shape</Button>
        )}
        {stored !== null && stored.origin !== 'accepted' && (
          <Button onPress={() => acts.release()}>
            {stored.origin === 'pinned' ? 'Take the pin out' : 'Let the program choose'}
          </Button>
        )}
      </Acts>
      <ReachCaution shape={rated?.fingering.shape ?? []} />
      {acts.problem !== null && <Caution role="alert">{acts.problem}</Caution>}
      {sheet.isBarre && (
        <Caution>
          Barres: short sets, then rest. Stop when it hurts, and see a teacher or a clinician if it lasts.
        </Caution>
      )}
      <HoldPanel
        key={rated === null ? '' : `${formatShape(rated.fingering.shape)} ${rated.fingering.fingers.join()}`}
        sheet={sheet}
        nexts={nexts}
        run={acts.run}
      />
      <Alternatives sheet={sheet} acts={acts} />
      <EasierSteps sheet={sheet} acts={acts} />
    </Details>
  );
}

type Acts = ReturnType<typeof useShapeActs>;

/** What can be done with the shape of a chord. */
function useShapeActs({ chord, stored }: ShapeSheet) {
  const editor = useSongEditor();
  const part = usePart();
  const document = useDocument();
  const isWaiting = document.chart.draftText !== null;
  const { forbidden } = part.wishes;
  const place = { targetId: stored?.targetId ?? null, before: stored?.before ?? null };
  const waiting = 'The chart has lines that cannot be read, and its text holds pins too: mend it first.';
  return {
    problem: isWaiting ? waiting : null,
    /** Carries a command out; answers what is wrong, or null. */
    run: (command: SongCommand): string | null => {
      const error = isWaiting ? null : editor.run(command);
      return isWaiting ? waiting : error === null ? null : sayCommandError(error);
    },
    hold: (fingering: Fingering | null, origin: 'chosen' | 'pinned'): void => {
      if (fingering !== null && !isWaiting) {
        const fromLevel = stored?.fromLevel ?? null;
        editor.run({ kind: 'store-shape', partId: part.id, chord, ...place, stored: { fingering, origin, fromLevel } });
      }
    },
    release: (): void => {
      if (!isWaiting) {
        editor.run({ kind: 'store-shape', partId: part.id, chord, ...place, stored: null });
      }
    },
    /** Rules a shape out for this chord, or lets it in again; answers what is wrong, or null. */
    forbid: ({ shape }: Fingering, isForbidden: boolean): string | null => {
      const others = forbidden.filter((rule) => !(isSameChord(rule.chord, chord) && isEqual(rule.shape, shape)));
      const next = isForbidden ? [...others, { chord, shape }] : others;
      const error = editor.run({ kind: 'set-wishes', partId: part.id, wishes: { forbidden: next } });
      return error === null ? null : sayCommandError(error);
    },
  };
}

function useInstrument() {
  const { setup, instrument } = usePart();
  const { players } = usePlayers();
  return { setup, ...instrument, hand: players.hand };
}

function EffortLine({ sheet: { rated } }: { readonly sheet: ShapeSheet }) {
  const instrument = useInstrument();
  return rated === null ? null : (
    <p>
      Effort {rated.effort.total.toFixed(1)}: {formatEffort(rated, instrument)}.
    </p>
  );
}

/** Only where the name does not fit. */
function NameLine({ sheet: { rated, check, better } }: { readonly sheet: ShapeSheet }) {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  if (rated === null || check === null || check.fit === 'exact') {
    return null;
  }
  const notes = listShapeNotes(rated.fingering, part.setup, songKeysOf(document, part).shape);
  const words = formatNameCheck(rated.fingering, { check, better, notes }, nameOf);
  return check.fit === 'wrong' ? (
    <Caution>
      <Signed text={words} />
    </Caution>
  ) : (
    <p>
      <Signed text={words} />
    </p>
  );
}

function Alternatives({ sheet, acts }: { readonly sheet: ShapeSheet; readonly acts: Acts }) {
  const { capoFret } = usePart().setup;
  return (
    <section>
      <h3>Other ways, by what the whole song gains</h3>
      <Rows>
        {sheet.alternatives.map((each) => (
          <li key={`${formatShape(each.rated.fingering.shape)} ${each.rated.fingering.fingers.join()}`}>
            <ShapeBox fingering={each.rated.fingering} capoFret={capoFret} gridPx={40} detail="fingers" />
            <span>
              <b>{formatShape(each.rated.fingering.shape)}</b>
              <small>{alternativeWords(each)}</small>
            </span>
            <AlternativeActs each={each} acts={acts} />
          </li>
        ))}
      </Rows>
    </section>
  );
}

function AlternativeActs({ each, acts }: { readonly each: Alternative; readonly acts: Acts }) {
  const { fingering } = each.rated;
  const text = formatShape(fingering.shape);
  return (
    <span>
      {each.isCurrent ? (
        <small>held now</small>
      ) : (
        !each.isForbidden && (
          <Button weight="word" aria-label={`Choose ${text}`} onPress={() => acts.hold(fingering, 'chosen')}>
            Choose
          </Button>
        )
      )}
      <Button
        weight="word"
        aria-label={each.isForbidden ? `Allow ${text} again` : `Never ${text} in this song`}
        onPress={() => void acts.forbid(fingering, !each.isForbidden)}
      >
        {each.isForbidden ? 'Allow' : 'Never'}
      </Button>
    </span>
  );
}

/** "song 0.3 easier, effort 1.8": what an alternative changes. */
function alternativeWords({ songDelta, rated, isCurrent, isForbidden, letsBassLeap }: Alternative): string {
  const size = Math.abs(songDelta).toFixed(2);
  const song = isCurrent
    ? ''
    : Math.abs(songDelta) < 0.005
      ? 'the song costs the same, '
      : `the song ${size} ${songDelta < 0 ? 'easier' : 'harder'}, `;
  const leap = letsBassLeap ? ', the bass leaps up' : '';
  return `${song}effort ${rated.effort.total.toFixed(1)}${leap}${isForbidden ? ', ruled out' : ''}`;
}

function EasierSteps({ sheet, acts }: { readonly sheet: ShapeSheet; readonly acts: Acts }) {
  const { capoFret } = usePart().setup;
  const nameOf = useChordName();
  const full = sheet.easier.at(-1);
  if (full === undefined || sheet.easier.length < 2) {
    return null;
  }
  return (
    <section>
      <h3>From easy to full</h3>
      <Rows as="ol">
        {sheet.easier.map((step) => (
          <li key={formatShape(step.rated.fingering.shape)}>
            <ShapeBox fingering={step.rated.fingering} capoFret={capoFret} gridPx={40} detail="fingers" />
            <span>
              <small>
                <Signed text={formatEasierShape(step, full, nameOf)} />
              </small>
            </span>
            <Button
              weight="word"
              aria-label={`Hold ${formatShape(step.rated.fingering.shape)}`}
              onPress={() => acts.hold(step.rated.fingering, 'chosen')}
            >
              Hold
            </Button>
          </li>
        ))}
      </Rows>
    </section>
  );
}

const Details = styled.div`
  display: grid; gap: 10px; align-content: start;
  > h2 { font: 650 22px/1.2 ${nameFace}; }
  > ul { margin: 0; padding-left: 18px; font-size: 14.5px; }
  > p { font-size: 14px; }
  section { padding-top: 8px; }
  h3 { font: 650 13px/1.3 'Atkinson', sans-serif; color: ${colour.quiet}; padding-bottom: 4px; }
`;
const Acts = styled.div`
  display: flex; gap: 8px; flex-wrap: wrap;
`;
const Rows = styled.ul`
  list-style: none; margin: 0; padding: 0;
  li { display: grid; grid-template-columns: 66px minmax(0, 1fr) auto; gap: 8px; align-items: center; border-top: 1px solid ${colour.hairline}; padding: 5px 0; }
  li > span { display: grid; }
  li > span:last-child { justify-items: end; }
  small { font-size: 13px; color: ${colour.quiet}; }
`;
