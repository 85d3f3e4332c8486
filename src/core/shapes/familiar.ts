import { namedOpenMidi, STANDARD_TUNING, TUNINGS, type Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, parseChordSymbol } from '../harmony/chord-symbol.ts';
import { findEqualStep } from '../harmony/equal-steps.ts';
import { isEqual } from '../kernel/equal.ts';
import { invariant } from '../kernel/invariant.ts';
import { itemAt, range, uniqueBy } from '../kernel/list.ts';
import { createMemory, type Memory, remember, rememberOf } from '../kernel/remember.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { EFFORT_WEIGHTS, type EffortWeights } from './effort-weights.data.ts';
import { FAMILIAR_IN_TUNING, FAMILIAR_SHAPES, MOVABLE_FORMS, STRAIGHT_BARRES } from './familiar.data.ts';
import { type FingerNumbers, toFingerNumbers } from './fingering.ts';
import { type Finger, type Fingering, formatShape, parseShape, type Shape } from './shape.ts';

/** From the third familiar shape of a chord on all are as strange. */
const MOST_FAMILIAR_STEPS = 2;
const HIGHEST_MOVABLE_LIFT = 9;

/**
 * A shape the hand has met before, with its usual fingers and other usual ones, and how strange it still is for this
 * chord: 0 for the first that books teach.
 */
export type Familiar = {
  readonly fingering: Fingering;
  readonly others: readonly Fingering[];
  readonly strangeness: number;
};

/** A movable form, and how many are taught before it: those with the root on the same string, and for an inversion two more. */
type MovableForm = { readonly rootString: number; readonly form: Fingering; readonly taughtBefore: number };

const FINGER_OF_MARK: Readonly<Record<string, Finger>> = { 1: 1, 2: 2, 3: 3, 4: 4 };
const FINGERING_BY_TEXT = new Map<string, Fingering>();
const OPEN_BY_CHORD = new Map<string, Fingering[]>();
const OWN_BY_TUNING = new Map<string, ReadonlyMap<string, readonly Fingering[]>>();
const OWN_FINGERINGS = new Set<Fingering>();
const MOVABLE_BY_QUALITY = new Map<string, MovableForm[]>();

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
for (const [tuning, rows] of Object.entries(FAMILIAR_IN_TUNING)) {
  const byChord = new Map<string, Fingering[]>();
  for (const [name, frets, fingers] of rows) {
    const chord = parseChordSymbol(name);
    invariant(chord.ok, `familiar chord ${name}`);
    const fingering = toFingering(frets, fingers);
    OWN_FINGERINGS.add(fingering);
    const key = chordKeyOf(chord.value);
    byChord.set(key, [...(byChord.get(key) ?? []), fingering]);
  }
  OWN_BY_TUNING.set(tuning, byChord);
}
for (const [quality, rootString, frets, fingers] of MOVABLE_FORMS) {
  const known = MOVABLE_BY_QUALITY.get(quality) ?? [];
  const form = toFingering(frets, fingers);
  const before = known.filter((other) => other.rootString === rootString).length;
  const taughtBefore = before + (form.shape.findIndex((fret) => fret !== null) === rootString ? 0 : 2);
  MOVABLE_BY_QUALITY.set(quality, [...known, { rootString, form, taughtBefore }]);
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

/** The shapes that a first chord book teaches, each once with its usual fingers, in the book's order (common practice). */
export function listBookShapes(): readonly { readonly chord: ChordSymbol; readonly fingering: Fingering }[] {
  const shapes = FAMILIAR_SHAPES.flatMap(([name, frets, fingers]) => {
    const chord = parseChordSymbol(name);
    return chord.ok ? [{ chord: chord.value, fingering: toFingering(frets, fingers) }] : [];
  });
  return uniqueBy(shapes, ({ chord, fingering }) => `${chordKeyOf(chord)} ${formatShape(fingering.shape)}`);
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

/** What was found of the chords met last in each tuning: a plan asks for the same again and again. */
const FOUND = new WeakMap<Tuning, Memory<ReadonlyMap<string, Familiar>>>();
const REMEMBERED_CHORDS = 500;

/** The open and movable familiar shapes of a chord by their text, as far as they hold in this tuning. */
export function familiarShapesOf(
  chord: ChordSymbol,
  tuning: Tuning,
  weights: EffortWeights = EFFORT_WEIGHTS,
): ReadonlyMap<string, Familiar> {
  if (weights !== EFFORT_WEIGHTS) {
    return findFamiliar(chord, tuning, weights);
  }
  const memory = rememberOf(FOUND, tuning, () => createMemory(REMEMBERED_CHORDS));
  return remember(memory, chordKeyOf(chord), () => findFamiliar(chord, tuning, weights));
}

function findFamiliar(chord: ChordSymbol, tuning: Tuning, weights: EffortWeights): ReadonlyMap<string, Familiar> {
  const key = chordKeyOf(chord);
  const listed = [...(OWN_BY_TUNING.get(ownNameOf(tuning))?.get(key) ?? []), ...(OPEN_BY_CHORD.get(key) ?? [])].filter(
    (fingering) => OWN_FINGERINGS.has(fingering) || isAtHome(fingering.shape, tuning),
  );
  const shapes = uniqueBy(listed, ({ shape }) => formatShape(shape));
  const open = shapes.map((fingering, order) => ({
    fingering,
    others: listed.filter((other) => other !== fingering && isEqual(other.shape, fingering.shape)),
    strangeness: Math.min(order, MOST_FAMILIAR_STEPS) * weights.nextFamiliar,
  }));
  const movable = movableShapesOf(chord, weights).filter(({ fingering }) => isAtHome(fingering.shape, tuning));
  const known = [...straightBarre(chord, tuning, weights), ...movable, ...open];
  return new Map(known.map((familiar) => [formatShape(familiar.fingering.shape), familiar]));
}

/** The shipped tuning that a tuning is, apart from a common shift; "" for none. */
function ownNameOf(tuning: Tuning): string {
  const open = namedOpenMidi(tuning);
  return TUNINGS.find(({ openMidi }) => isEqual(openMidi, open))?.name ?? '';
}

/** One finger across, where the tuning is itself a major chord. */
function straightBarre(chord: ChordSymbol, tuning: Tuning, weights: EffortWeights): readonly Familiar[] {
  const name = ownNameOf(tuning);
  const rootString = STRAIGHT_BARRES[name];
  if (rootString === undefined || chord.quality !== '' || chord.bass !== null) {
    return [];
  }
  const fret = toPitchClass(pitchClassOf(chord.root) - itemAt(namedOpenMidi(tuning), rootString));
  const shape = tuning.openMidi.map((_, string) => (string < rootString ? null : fret));
  const fingers = shape.map((each): Finger | null => (each === null ? null : 1));
  return fret === 0 ? [] : [{ fingering: { shape, fingers }, others: [], strangeness: weights.movable }];
}

const OCTAVE_FRETS = 12;

/** The movable hands slid up to the chord's root. */
function movableShapesOf(chord: ChordSymbol, weights: EffortWeights): readonly Familiar[] {
  const root = pitchClassOf(chord.root);
  const forms = chord.bass === null ? (MOVABLE_BY_QUALITY.get(chord.quality) ?? []) : [];
  const round = findEqualStep(chord.quality) ?? OCTAVE_FRETS;
  return forms.flatMap(({ rootString, form, taughtBefore }) => {
    const strangeness = weights.movable + taughtBefore * weights.laterMovable;
    const lowest = itemAt(form.shape, rootString) ?? 0;
    const first = toPitchClass(root - itemAt(STANDARD_TUNING.openMidi, rootString) - lowest) % round;
    const lifts = range(0, OCTAVE_FRETS / round).map((times) => first + times * round);
    return lifts
      .filter((lift) => lift <= HIGHEST_MOVABLE_LIFT)
      .map((lift) => {
        const shape = form.shape.map((fret) => (fret === null ? null : fret + lift));
        return { fingering: { ...form, shape }, others: [], strangeness };
      });
  });
}

/** What other fingers than the usual ones cost above their own effort: some are usual too, the later the less, the rest have to be unlearned. */
const OTHER_USUAL_FINGERS = [0.15, 1.2] as const;
const UNUSUAL_FINGERS = 2;

/** How strange a shape is to a hand that knows its first chord book, and other fingers than the usual ones with it. */
export function strangenessOf(
  known: Familiar | null,
  fingers: FingerNumbers,
  weights: EffortWeights = EFFORT_WEIGHTS,
): number {
  return known === null ? weights.unknown : known.strangeness + fingerStrangeness(known, fingers);
}

function fingerStrangeness({ fingering, others }: Familiar, fingers: FingerNumbers): number {
  if (hasFingers(fingering, fingers)) {
    return 0;
  }
  const place = others.findIndex((other) => hasFingers(other, fingers));
  return place < 0 ? UNUSUAL_FINGERS : (OTHER_USUAL_FINGERS[place] ?? UNUSUAL_FINGERS);
}

function hasFingers(fingering: Fingering, fingers: FingerNumbers): boolean {
  return toFingerNumbers(fingering.fingers).every((finger, string) => finger === fingers[string]);
}
