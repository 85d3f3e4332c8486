import type { Setup } from '../fretboard/capo.ts';
import { namedOpenMidi, STANDARD_TUNING } from '../fretboard/tuning.ts';
import { type ChordSymbol, formatChordSymbol, parseChordSymbol } from '../harmony/chord-symbol.ts';
import { invariant } from '../kernel/invariant.ts';
import { itemAt } from '../kernel/list.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { FAMILIAR_SHAPES, MOVABLE_FORMS } from './familiar.data.ts';
import { type Finger, type Fingering, formatShape, parseShape, type Shape } from './shape.ts';

/** How far a familiar open shape and a movable barre form move up the ranking; a second familiar one a little less. */
const OPEN_BONUS = 4.4;
const MOVABLE_BONUS = 4;
const FAMILIAR_STEP = 0.35;
const HIGHEST_MOVABLE_LIFT = 9;

/** A shape the hand has met before, and how far that moves it up the ranking. */
export type Familiar = { readonly fingering: Fingering; readonly bonus: number };

const FINGER_OF_MARK: Readonly<Record<string, Finger>> = { 1: 1, 2: 2, 3: 3, 4: 4 };

type OpenShape = { readonly chord: string; readonly text: string; readonly fingering: Fingering };

const OPEN_SHAPES: readonly OpenShape[] = FAMILIAR_SHAPES.flatMap(([name, frets, fingers]) => {
  const chord = parseChordSymbol(name);
  return chord.ok
    ? [{ chord: formatChordSymbol(chord.value), text: frets, fingering: toFingering(frets, fingers) }]
    : [];
});

const FINGERING_BY_TEXT: ReadonlyMap<string, Fingering> = new Map(
  [...OPEN_SHAPES].reverse().map(({ text, fingering }) => [text, fingering]),
);

function toFingering(frets: string, fingers: string): Fingering {
  const shape = parseShape(frets, STANDARD_TUNING.openMidi.length);
  invariant(shape.ok, `familiar shape ${frets}`);
  return { shape: shape.value, fingers: [...fingers].map((mark) => FINGER_OF_MARK[mark] ?? null) };
}

/** Whether every string that a shape strikes stands at its standard pitch, up to a common shift of all of them. */
function isAtHome(shape: Shape, setup: Setup): boolean {
  const open = namedOpenMidi(setup.tuning);
  const standard = STANDARD_TUNING.openMidi;
  return (
    open.length === standard.length && shape.every((fret, string) => fret === null || open[string] === standard[string])
  );
}

/** The fingering a first chord book gives a shape, or null for a shape or tuning it does not know. */
export function findFamiliarFingering(shape: Shape, setup: Setup): Fingering | null {
  return isAtHome(shape, setup) ? (FINGERING_BY_TEXT.get(formatShape(shape)) ?? null) : null;
}

/** Whether a first chord book teaches this shape for this chord, open or as a barre form. */
export function isFamiliarShape(shape: Shape, chord: ChordSymbol, setup: Setup): boolean {
  return familiarShapesOf(chord, setup).has(formatShape(shape));
}

/** The open and movable familiar shapes of a chord by their text, as far as they hold in this tuning. */
export function familiarShapesOf(chord: ChordSymbol, setup: Setup): ReadonlyMap<string, Familiar> {
  const name = formatChordSymbol(chord);
  const open = OPEN_SHAPES.filter((shape) => shape.chord === name).map(({ fingering }, order) => ({
    fingering,
    bonus: OPEN_BONUS - order * FAMILIAR_STEP,
  }));
  const known = [...movableShapesOf(chord), ...open].filter(({ fingering }) => isAtHome(fingering.shape, setup));
  return new Map(known.map((familiar) => [formatShape(familiar.fingering.shape), familiar]));
}

/** The E and A hands slid up to the chord's root. */
function movableShapesOf(chord: ChordSymbol): readonly Familiar[] {
  const root = pitchClassOf(chord.root);
  return MOVABLE_FORMS.filter(([quality]) => quality === chord.quality && chord.bass === null).flatMap(
    ([, rootString, frets, fingers]) => {
      const lift = toPitchClass(root - itemAt(STANDARD_TUNING.openMidi, rootString)) - 1;
      const form = toFingering(frets, fingers);
      const shape = form.shape.map((fret) => (fret === null ? null : fret + lift));
      return lift < 0 || lift > HIGHEST_MOVABLE_LIFT ? [] : [{ fingering: { ...form, shape }, bonus: MOVABLE_BONUS }];
    },
  );
}
