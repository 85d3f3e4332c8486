import { useState } from 'react';
import { styled } from 'styled-components';
import type { ShapeSheet } from '../../../core/arrange/shapes/shape-plan.ts';
import { fromWrittenFret, toNeckFret } from '../../../core/fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { isEqual } from '../../../core/kernel/equal.ts';
import { isLegalFingering } from '../../../core/shapes/fingering.ts';
import { findFingering } from '../../../core/shapes/rank-shapes.ts';
import { type Fingering, formatFingers, parseFingers, parseShape, type Shape } from '../../../core/shapes/shape.ts';
import { LEVEL_OF_TEXT } from '../../../core/song/chart/chart-pins.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { StoredShape } from '../../../core/song/document/document.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { sayFromLevel, sayHeld, sayMoved, sayWhereHeld } from '../../../core/words/hold-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { Select } from '../../ui/select.tsx';
import { Signed } from '../../ui/signed.tsx';
import { FingerPad } from './finger-pad.tsx';

const USUAL_LEVELS = 'as usual';

/** Where a shape may be held, as the lists of the panel have it. */
type Place = { readonly value: string; readonly text: string } & Pick<StoredShape, 'targetId' | 'before'>;

/** How the teacher wants a chord held: its frets and fingers, where, and from which level on; and all that is said of it already. */
export function HoldPanel(props: {
  readonly sheet: ShapeSheet;
  /** The shape chords that follow it in the song. */
  readonly nexts: readonly ChordSymbol[];
  readonly run: (command: SongCommand) => string | null;
}) {
  const { sheet, nexts, run } = props;
  const { chord, stored, rated } = sheet;
  const part = usePart();
  const nameOf = useChordName();
  const places = usePlaces(nexts);
  const { players } = usePlayers();
  const { fretOffset } = usePlaceStyle();
  const [draft, setDraft] = useState<Fingering | null>(rated?.fingering ?? null);
  const [placeValue, setPlace] = useState(() => placeOfStored(places, stored));
  const [level, setLevel] = useState(() => levelOfStored(stored));
  const [problem, setProblem] = useState<string | null>(null);
  const place = places.find(({ value }) => value === placeValue) ?? places[0];
  const own = part.shapes.filter((each) => isSameChord(each.chord, chord) && each.origin !== 'accepted');
  const isLegal = draft !== null && isLegalFingering(draft);
  const strings = part.setup.tuning.openMidi.length;
  return (
    <Panel aria-label="How it is to be held">
      <h3>Hold it your way</h3>
      {draft !== null && <FingerPad fingering={draft} onChange={setDraft} />}
      <Field
        label={`Frets from the ${fretOffset === 0 ? 'capo' : 'nut'}, and fingers`}
        value={draft === null ? '' : sayHeld({ fingering: { ...draft, shape: toNeckShape(draft.shape, fretOffset) } })}
        hint="such as 320003 / 32---4"
        onCommit={(text) => {
          const read = readHeld(text, { strings, fretOffset }, (shape) =>
            findFingering(shape, { setup: part.setup, ...part.instrument, hand: players.hand }),
          );
          if (typeof read === 'string') {
            return read;
          }
          setDraft(read);
          return null;
        }}
      />
      <Select
        label="Where"
        options={places.map(({ value, text }) => ({ value, text }))}
        value={place?.value ?? ''}
        onChange={setPlace}
      />
      <Select
        label="From level"
        options={[USUAL_LEVELS, '1', '2', '3', '4', '5'].map((value) => ({ value, text: value }))}
        value={level}
        onChange={setLevel}
      />
      {draft !== null && !isLegal && (
        <Caution role="status">No hand holds {sayHeld({ fingering: draft })} so: a finger stands out of order.</Caution>
      )}
      {problem !== null && <Caution role="alert">{problem}</Caution>}
      <Button
        isDisabled={draft === null || !isLegal || place === undefined}
        onPress={() => {
          if (draft !== null && place !== undefined) {
            const { targetId, before } = place;
            const fromLevel = LEVEL_OF_TEXT[level] ?? null;
            const kept = { fingering: draft, origin: 'pinned' as const, fromLevel };
            setProblem(run({ kind: 'store-shape', partId: part.id, chord, targetId, before, stored: kept }));
          }
        }}
      >
        Pin it so
      </Button>
      {own.length > 0 && (
        <ul aria-label={`Pinned for ${nameOf(chord)}`}>
          {own.map((each) => (
            <Pinned key={keyOf(each)} stored={each} isHere={isEqual(each, stored)} run={run} />
          ))}
        </ul>
      )}
    </Panel>
  );
}

/** The place at which a shape is kept; the first where it is kept nowhere. */
function placeOfStored(places: readonly Place[], stored: StoredShape | null): string {
  const own = places.find(
    ({ targetId, before }) =>
      stored !== null && isEqual({ targetId, before }, { targetId: stored.targetId, before: stored.before }),
  );
  return (own ?? places[0])?.value ?? '';
}

function levelOfStored(stored: StoredShape | null): string {
  return String(stored?.fromLevel ?? USUAL_LEVELS);
}

function keyOf({ targetId, before }: StoredShape): string {
  return `${targetId} ${before === null ? '' : formatChordSymbol(before)}`;
}

/** One shape of the teacher's, with where it is held. */
function Pinned(props: {
  readonly stored: StoredShape;
  readonly isHere: boolean;
  readonly run: (command: SongCommand) => string | null;
}) {
  const { stored, isHere, run } = props;
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const where = sayWhereHeld(document, stored, nameOf) || 'wherever it comes';
  const words = [sayHeld(stored), where, sayFromLevel(stored)].filter((text) => text !== '').join(', ');
  const moved = sayMoved(stored, nameOf);
  return (
    <li>
      <span>
        {isHere ? <b>{words}</b> : words}
        {moved !== '' && (
          <small>
            <Signed text={moved} />
          </small>
        )}
      </span>
      <Button
        weight="word"
        aria-label={`Let go: ${words}`}
        onPress={() => {
          const { chord, targetId, before } = stored;
          run({ kind: 'store-shape', partId: part.id, chord, targetId, before, stored: null });
        }}
      >
        Let go
      </Button>
    </li>
  );
}

/** Everywhere, before each chord that follows, in each section, and in each bar as it is written. */
function usePlaces(nexts: readonly ChordSymbol[]): readonly Place[] {
  const document = useDocument();
  const nameOf = useChordName();
  const firstBars = new Map(
    listPlayedBars(document)
      .map(({ bar, number }) => [bar.id, number] as const)
      .reverse(),
  );
  return [
    { value: 'everywhere', text: 'wherever it comes', targetId: null, before: null },
    ...nexts.map((next) => ({
      value: `before ${formatChordSymbol(next)}`,
      text: `always before ${nameOf(next)}`,
      targetId: null,
      before: next,
    })),
    ...document.map.sections.map(({ id, name }) => ({
      value: `section ${id}`,
      text: `in ${name}`,
      targetId: id,
      before: null,
    })),
    ...[...firstBars].reverse().map(([id, number]) => ({
      value: `bar ${id}`,
      text: `in bar ${number}`,
      targetId: id,
      before: null,
    })),
  ];
}

/** Frets with fingers or without; a sentence where they cannot be read or held. */
function readHeld(
  text: string,
  { strings, fretOffset }: { readonly strings: number; readonly fretOffset: number },
  findFingers: (shape: Fingering['shape']) => Fingering | null,
): Fingering | string {
  const [frets = '', signs] = text.split('/');
  const written = parseShape(frets, strings);
  if (!written.ok) {
    return `Write a fret for each of the ${strings} strings, x for one that is not struck, such as 320003.`;
  }
  const shape = written.value.map((fret) => (fret === null ? null : fromWrittenFret(fret, fretOffset)));
  const behind = written.value.find((fret, string) => fret !== null && shape[string] === null);
  if (behind !== undefined) {
    return `Fret ${behind} lies behind the capo at fret ${fretOffset}.`;
  }
  if (signs === undefined) {
    return findFingers(shape) ?? `No hand was found to hold ${frets.trim()}.`;
  }
  const fingers = parseFingers(signs, strings);
  if (fingers === null) {
    return `Write a finger for each string behind the /: 1 to 4, T or -, such as ${formatFingers([3, 2, null, null, null, 4])}.`;
  }
  return isLegalFingering({ shape, fingers })
    ? { shape, fingers }
    : 'No hand holds it so: a finger for each stopped string, in order.';
}

function toNeckShape(shape: Shape, fretOffset: number): Shape {
  return shape.map((fret) => (fret === null ? null : toNeckFret(fret, fretOffset)));
}

const Panel = styled.section`
  display: grid; gap: 8px; justify-items: start; border-top: 1px solid ${colour.hairline};
  ul { list-style: none; margin: 0; padding: 0; justify-self: stretch; }
  li { display: flex; justify-content: space-between; gap: 8px; align-items: center; border-top: 1px solid ${colour.hairline}; font-size: 14px; padding: 3px 0; }
  li small { display: block; color: ${colour.quiet}; font-size: 13px; }
`;
