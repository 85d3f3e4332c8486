import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { fromWrittenFret, toNeckFret, toSoundingKey } from '../../../core/fretboard/capo.ts';
import { parseChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { transposeChord } from '../../../core/harmony/spelling.ts';
import { checkName, type NamedChord, nameShape } from '../../../core/shapes/chord-naming.ts';
import { nameInterval } from '../../../core/shapes/interval-naming.ts';
import { findFingering } from '../../../core/shapes/rank-shapes.ts';
import { formatShape, parseShape, type Shape } from '../../../core/shapes/shape.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { joinWords } from '../../../core/words/sentence.ts';
import { formatInterval, formatNameCheck, listShapeNotes } from '../../../core/words/shape-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { hearPressed } from '../../sound/hear-notes.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { Signed } from '../../ui/signed.tsx';
import { FretGrid } from './fret-grid.tsx';
import { HoldNamed } from './hold-named.tsx';
import { ReachCaution } from './reach-caution.tsx';
import { TwoColumns } from './two-columns.tsx';

const SHOWN_NAMES = 5;

/** Any shape, drawn or typed, with the names its notes deserve here, and whether a given name is right. */
export function NameView() {
  const document = useDocument();
  const part = usePart();
  const { tuning } = part.setup;
  const strings = tuning.openMidi.length;
  const [drawn, setDrawn] = useState<Shape>([]);
  const shape = useMemo(
    () => (drawn.length === strings ? drawn : Array.from({ length: strings }, () => null)),
    [drawn, strings],
  );
  const { fretOffset: fretsAdded } = usePlaceStyle();
  const [given, setGiven] = useState('');
  const { shape: shapeKey } = songKeysOf(document, part);
  const isSilent = shape.every((fret) => fret === null);
  const notes = listShapeNotes({ shape }, part.setup, shapeKey);
  return (
    <TwoColumns>
      <section aria-label="The shape">
        <p>
          Draw a shape: press where a finger stands, press again to take it off; the sign above a string opens or mutes
          it.
        </p>
        <FretGrid
          shape={shape}
          onChange={(next) => {
            setDrawn(next);
            hearPressed('The shape', part.setup, [next]);
          }}
        />
        <Fields>
          <Field
            label={`Or type its frets from the ${fretsAdded === 0 ? 'capo' : 'nut'}, ${strings} strings from the lowest`}
            value={
              isSilent ? '' : formatShape(shape.map((fret) => (fret === null ? null : toNeckFret(fret, fretsAdded))))
            }
            hint="such as x32010"
            onCommit={(text) => {
              const parsed = parseShape(text, strings);
              if (parsed.ok) {
                const frets = parsed.value.map((fret) => (fret === null ? null : fromWrittenFret(fret, fretsAdded)));
                const behind = parsed.value.find((fret, string) => fret !== null && frets[string] === null);
                if (behind === undefined) {
                  setDrawn(frets);
                }
                return behind === undefined ? null : `Fret ${behind} lies behind the capo at fret ${fretsAdded}.`;
              }
              return parsed.error.kind === 'wrong-string-count'
                ? `This has ${parsed.error.strings} strings; the guitar has ${strings}.`
                : 'Write a fret for each string, x for one that is not struck, such as x32010.';
            }}
          />
          <Field
            label="Is it called this?"
            value={given}
            hint="such as Cadd9"
            onCommit={(text) => {
              const parsed = parseChordSymbol(text.trim());
              setGiven(text.trim());
              return text.trim() === '' || parsed.ok ? null : 'Write a chord name such as Cadd9 or D/F#.';
            }}
          />
        </Fields>
      </section>
      <aside aria-label="What it is called" aria-live="polite">
        {isSilent ? <p>Nothing sounds yet.</p> : <Names shape={shape} given={given} notes={notes} />}
      </aside>
    </TwoColumns>
  );
}

function Names(props: { readonly shape: Shape; readonly given: string; readonly notes: readonly (string | null)[] }) {
  const { shape, given, notes } = props;
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { players } = usePlayers();
  const { shape: shapeKey } = songKeysOf(document, part);
  const names = useMemo(
    () => nameShape(shape, part.setup.tuning, shapeKey, SHOWN_NAMES),
    [shape, part.setup.tuning, shapeKey],
  );
  const interval = nameInterval(shape, part.setup.tuning, shapeKey);
  const fingering = findFingering(shape, { setup: part.setup, ...part.instrument, hand: players.hand });
  const [best, ...others] = names;
  return (
    <Found>
      <h2>{best === undefined ? 'No chord that has a name' : <Signed text={nameOf(best.chord)} />}</h2>
      <p>
        <Signed text={`${formatShape(shape)} sounds ${notes.filter((note) => note !== null).join(' ')}.`} />
      </p>
      {interval !== null && (
        <p>
          <Signed text={formatInterval(interval, nameOf)} />
        </p>
      )}
      {best !== undefined && <Fit named={best} />}
      <GivenName shape={shape} given={given} notes={notes} best={best ?? null} />
      {others.length > 0 && (
        <p>
          <Signed text={`It could also be called ${others.map(({ chord }) => nameOf(chord)).join(', ')}.`} />
        </p>
      )}
      <ReachCaution shape={shape} />
      {fingering === null ? (
        <Caution>No fingering for it was found that this hand can hold.</Caution>
      ) : (
        <HoldNamed fingering={fingering} names={names} />
      )}
    </Found>
  );
}

/** How it sounds behind the capo, and what the best name leaves unsaid. */
function Fit({ named }: { readonly named: NamedChord }) {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { shape: shapeKey } = songKeysOf(document, part);
  const sounding = transposeChord(named.chord, shapeKey, toSoundingKey(shapeKey, part.setup));
  return (
    <>
      <p>
        <Signed text={`It sounds as ${nameOf(sounding)} here.`} />
      </p>
      {named.alike.length > 0 && (
        <p>
          <Signed
            text={`Its notes lie in equal steps, so each may be the root: also ${joinWords(named.alike.map(nameOf))}.`}
          />
        </p>
      )}
      {named.missing.length > 0 && <p>{`Without its ${named.missing.join(' and ')}.`}</p>}
    </>
  );
}

/** Whether the name that was typed is right, and the notes that disagree. */
function GivenName(props: {
  readonly shape: Shape;
  readonly given: string;
  readonly notes: readonly (string | null)[];
  readonly best: NamedChord | null;
}) {
  const { shape, given, notes, best } = props;
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const parsed = parseChordSymbol(given);
  const { shape: shapeKey } = songKeysOf(document, part);
  const check = parsed.ok ? checkName(shape, part.setup.tuning, parsed.value, shapeKey) : null;
  if (given === '' || check === null) {
    return null;
  }
  const words = formatNameCheck({ shape }, { check, better: best, notes }, nameOf);
  return words === '' ? (
    <p>
      <Signed
        text={`${nameOf(check.chord)} is right${check.isBassRight ? '' : ', though another note lies lowest'}.`}
      />
    </p>
  ) : (
    <Caution role="status">
      <Signed text={words} />
    </Caution>
  );
}

const Fields = styled.div`
  display: grid; gap: 12px; max-width: 420px; padding-top: 16px;
`;
const Found = styled.div`
  display: grid; gap: 10px;
  h2 { font: 650 34px/1.2 ${nameFace}; }
  p { font-size: 14.5px; color: ${colour.ink}; }
`;
