/*
 * The weights of effort against what books print: first offers of half of the roots of chords-db, and its fingers at every other position.
 * The other halves are kept apart, and so is LilyPond.
 */
import { STANDARD_TUNING } from '../src/core/fretboard/tuning.ts';
import { formatChordSymbol } from '../src/core/harmony/chord-symbol.ts';
import { EFFORT_WEIGHTS, type EffortWeights } from '../src/core/shapes/effort-weights.data.ts';
import { FAMILIAR_SHAPES } from '../src/core/shapes/familiar.data.ts';
import { toShape } from '../src/core/shapes/fingering.ts';
import { AVERAGE_HAND } from '../src/core/shapes/hand.ts';
import { findFingering, rankHolds } from '../src/core/shapes/rank-shapes.ts';
import { formatShape, type Shape } from '../src/core/shapes/shape.ts';
import { listChordsDbPositions, listLilyPondShapes } from '../src/test-support/hand-entered-shapes.ts';
import { chordOf } from '../src/test-support/read.ts';
import { hasRootInBass, isTextbook, listTextbookChords } from '../src/test-support/textbook-chords.ts';
import { climb } from './climb.ts';

const GUITAR = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 15,
  hand: AVERAGE_HAND,
};

/** The weights that are fitted; the rest stay. */
const FITTED = [
  'unknown',
  'movable',
  'nextFamiliar',
  'fifthInBass',
  'thirdInBass',
  'symmetricShare',
  'droppedTone',
  'lowHeight',
  'highHeight',
  'innerMute',
  'silentBass',
  'silentTreble',
  'unison',
  'barreByMiddle',
  'barreByRing',
  'barreByLittle',
  'laterPair',
  'laterBarreString',
  'openBesideBarre',
] as const satisfies readonly (keyof EffortWeights)[];

const TRIED = [1.5, 1.15, 0.87, 0.67];
const entered = [...listChordsDbPositions()].filter(({ fingering: { shape, fingers } }) =>
  shape.every((fret, string) => (fret !== null && fret > 0) === (fingers[string] !== null)),
);
const bookChords = listTextbookChords().chords.filter(({ positions }) => positions.length > 0);

/** How far offers and fingers agree with the references, as shares. */
export type Agreement = {
  readonly first: number;
  readonly firstThree: number;
  readonly rootInBass: number;
  readonly fingers: number;
};

function firstShapes(name: string, limit: number, weights: EffortWeights): readonly Shape[] {
  const limits = { shapes: limit, fingerings: 1, slack: Number.POSITIVE_INFINITY };
  return rankHolds(chordOf(name), GUITAR, limits, weights).map(({ frets }) => toShape(frets));
}

/** The agreement of one half: the one that is fitted, or the one kept apart. */
export function measureShapes(weights: EffortWeights, isKept: boolean): Agreement {
  const chords = bookChords.filter((each) => each.isKept === isKept);
  const offers = chords.map((each) => ({ each, shapes: firstShapes(formatChordSymbol(each.chord), 3, weights) }));
  const rooted = offers.filter(
    ({ each }) => each.positions[0] !== undefined && hasRootInBass(each.chord, each.positions[0]),
  );
  const shareOf = <T>(list: readonly T[], isRight: (item: T) => boolean): number =>
    list.filter(isRight).length / list.length;
  return {
    first: shareOf(offers, ({ each, shapes: [first] }) => first !== undefined && isTextbook(each, first)),
    firstThree: shareOf(offers, ({ each, shapes }) => shapes.some((shape) => isTextbook(each, shape))),
    rootInBass: shareOf(rooted, ({ each, shapes: [first] }) => first !== undefined && hasRootInBass(each.chord, first)),
    fingers: shareOf(
      entered.filter((_, index) => (index % 2 === 1) === isKept),
      ({ fingering }) => hasFingers(fingering, weights),
    ),
  };
}

function hasFingers(fingering: (typeof entered)[number]['fingering'], weights: EffortWeights): boolean {
  return findFingering(fingering.shape, GUITAR, weights)?.fingers.join() === fingering.fingers.join();
}

/** The share of LilyPond's fingers that are ours; it takes no part in the fit. Null where LilyPond is not installed. */
export function measureLilyPond(weights: EffortWeights): number | null {
  const shapes = listLilyPondShapes('guitar');
  return shapes.length === 0
    ? null
    : shapes.filter(({ fingering }) => hasFingers(fingering, weights)).length / shapes.length;
}

/** First shapes of the first chord book that are no longer offered first. */
function countLost(weights: EffortWeights): number {
  const firsts = new Map([...FAMILIAR_SHAPES].reverse().map(([name, frets]) => [name, frets]));
  return [...firsts].filter(([name, frets]) => {
    const [first] = firstShapes(name, 1, weights);
    return first === undefined || formatShape(first) !== frets;
  }).length;
}

/** How far weights are from those of the program, so that what gains nothing stays as it is. */
function distance(weights: EffortWeights): number {
  return FITTED.reduce((sum, name) => sum + Math.abs(Math.log(weights[name] / EFFORT_WEIGHTS[name])), 0);
}

function scoreShapes(weights: EffortWeights): number {
  const { first, firstThree, rootInBass, fingers } = measureShapes(weights, false);
  return 100 * (first + firstThree + rootInBass) + 200 * fingers - countLost(weights) - distance(weights) / 2;
}

/** Climbs from the weights of the program. */
export function fitShapes(): EffortWeights {
  return climb(EFFORT_WEIGHTS, FITTED, scoreShapes, TRIED).weights;
}
