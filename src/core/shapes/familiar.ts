import { namedOpenMidi, STANDARD_TUNING, type Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, parseChordSymbol } from '../harmony/chord-symbol.ts';
import { invariant } from '../kernel/invariant.ts';
import { itemAt } from '../kernel/list.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { FAMILIAR_SHAPES, MOVABLE_FORMS } from './familiar.data.ts';
import { type Finger, type Fingering, formatShape, parseShape, type Shape } from './shape.ts';

/**
 * How strange a shape is to a hand that knows its first chord book, in easy fingers: a further familiar shape of a chord
 * a little, a movable form a little more, anything else most.
 */
export const STRANGENESS = { nextFamiliar: 0.35, movable: 0.5, unknown: 3.3 } as const;
const MOST_STRANGE_FAMILIAR = 0.7;
const HIGHEST_MOVABLE_LIFT = 9;

/** A shape the hand has met before, and how strange it still is for this chord: 0 for the first that books teach. */
export type Familiar = { readonly fingering: Fingering; readonly strangeness: number };

const FINGER_OF_MARK: Readonly<Record<string, Finger>> = { 1: 1, 2: 2, 3: 3, 4: 4 };
const FINGERING_BY_TEXT = new Map<string, Fingering>();
const OPEN_BY_CHORD = new Map<string, Fingering[]>();
const MOVABLE_BY_QUALITY = new Map<string, { readonly rootString: number; readonly form: Fingering }[]>();

for (const [name, frets, fingers] of FAMILIAR_SHAPES) {
  const chord = parseChordSymbol(name);
  invariant(chord.ok, `familiar chord ${name}`);
  const fingering = toFingering(frets, fingers);
  const key = chordKeyOf(chord.value);
  OPEN_BY_CHORD.set(key, [...(OPEN_BY_CHORD.get(key) ?? []), fingering]);
  if (!FINGERING_BY_TEXT.has(frets)) {
    FINGERING_BY_TEXT.set(frets, fingering);
  }
}
for (const [quality, rootString, frets, fingers] of MOVABLE_FORMS) {
  const known = MOVABLE_BY_QUALITY.get(quality) ?? [];
  MOVABLE_BY_QUALITY.set(quality, [...known, { rootString, form: toFingering(frets, fingers) }]);
}

/** A key that is equal for names of one sound: C# and Db. */
function chordKeyOf({ root, quality, bass }: ChordSymbol): string {
  return `${pitchClassOf(root)} ${quality} ${bass === null ? '' : pitchClassOf(bass)}`;
}

function toFingering(frets: string, fingers: string): Fingering {
  const shape = parseShape(frets, STANDARD_TUNING.openMidi.length);
  invariant(shape.ok, `familiar shape ${frets}`);
  return { shape: shape.value, fingers: [...fingers].map((mark) => FINGER_OF_MARK[mark] ?? null) };
}

/** Whether every string that a shape strikes stands at its standard pitch, up to a common shift of all of them. */
export function isAtHome(shape: Shape, tuning: Tuning): boolean {
  const open = namedOpenMidi(tuning);
  const standard = STANDARD_TUNING.openMidi;
  return (
    open.length === standard.length && shape.every((fret, string) => fret === null || open[string] === standard[string])
  );
}

/** The fingering a first chord book gives a shape, or null for a shape or tuning it does not know. */
export function findFamiliarFingering(shape: Shape, tuning: Tuning): Fingering | null {
  return isAtHome(shape, tuning) ? (FINGERING_BY_TEXT.get(formatShape(shape)) ?? null) : null;
}

/** The open and movable familiar shapes of a chord by their text, as far as they hold in this tuning. */
export function familiarShapesOf(chord: ChordSymbol, tuning: Tuning): ReadonlyMap<string, Familiar> {
  const open = (OPEN_BY_CHORD.get(chordKeyOf(chord)) ?? []).map((fingering, order) => ({
    fingering,
    strangeness: Math.min(order * STRANGENESS.nextFamiliar, MOST_STRANGE_FAMILIAR),
  }));
  const known = [...movableShapesOf(chord), ...open].filter(({ fingering }) => isAtHome(fingering.shape, tuning));
  return new Map(known.map((familiar) => [formatShape(familiar.fingering.shape), familiar]));
}

/** The movable hands slid up to the chord's root. */
function movableShapesOf(chord: ChordSymbol): readonly Familiar[] {
  const root = pitchClassOf(chord.root);
  const forms = chord.bass === null ? (MOVABLE_BY_QUALITY.get(chord.quality) ?? []) : [];
  return forms.flatMap(({ rootString, form }) => {
    const lowest = itemAt(form.shape, rootString) ?? 0;
    const lift = toPitchClass(root - itemAt(STANDARD_TUNING.openMidi, rootString) - lowest);
    const shape = form.shape.map((fret) => (fret === null ? null : fret + lift));
    return lift > HIGHEST_MOVABLE_LIFT ? [] : [{ fingering: { ...form, shape }, strangeness: STRANGENESS.movable }];
  });
}
