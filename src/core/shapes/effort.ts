/*
 * What a fingered shape costs the hand, taken apart into named terms.
 *
 * The unit is one easy finger. The physical terms (stretch, narrow frets) are taken in millimetres where the fingers
 * really stand, so the same shape differs behind different capos. There is one scorer: it adds up the terms in a row of
 * numbers, fast enough for thousands of fingerings, and the same numbers are what is shown by name.
 */

import { fingerDistanceMm, fretSpaceMm, stringGapMm } from '../fretboard/distance.ts';
import { sumOf } from '../kernel/list.ts';
import { float64At, int32At, numberAt } from '../kernel/number-at.ts';
import type { ChordTask } from './chord-task.ts';
import { EFFORT_TERMS, type EffortTerm, HAND_TERM_COUNT, termPlace } from './effort-terms.ts';
import { EFFORT_WEIGHTS, type EffortWeights, NARROW_FRET_MM, PAIR_REACH_MM } from './effort-weights.data.ts';
import { type FingerNumbers, THUMB, toFingerNumbers, toFrets } from './fingering.ts';
import { type Hand, REACH_SHARE } from './hand.ts';
import type { Fingering } from './shape.ts';
import { countFingers, type Frets } from './shape-search.ts';
import { scoreSound } from './sound-effort.ts';

/** Where the hand works, and which: capo fret from the nut, scale length in mm. */
export type Neck = { readonly capoFret: number; readonly scaleLengthMm: number; readonly hand: Hand };

/** An effort: the terms that are not zero, and their sum; lower is easier. */
export type Effort = {
  readonly total: number;
  readonly terms: readonly { readonly term: EffortTerm; readonly cost: number }[];
};

/** A scorer for one place of the hand. `terms` holds the parts of what was scored last, in the order of the names. */
export type EffortScorer = {
  /** The cost of holding frets with fingers; infinite where they are out of the hand's reach. */
  readonly scoreHold: (frets: Frets, fingers: FingerNumbers) => number;
  /** The cost of what a shape sounds and how high it lies, whatever the fingers. */
  readonly scoreSound: (frets: Frets, task: ChordTask | null) => number;
  readonly terms: Float64Array;
};

const HIGHEST_FRET = 25;

/** Beyond this share of a pair's greatest distance a hand does not reach (shapes entered by hand go up to about a quarter beyond). */
const OUT_OF_REACH = 1.33;
const FIRST_SOUND_TERM = termPlace('height');
const FINGERS = termPlace('fingers');
const LITTLE = termPlace('little finger');
const BARRE = termPlace('barre');
const OPEN_BESIDE = termPlace('open string beside a barre');
const STRETCH = termPlace('stretch');
const CROWDED = termPlace('crowded fret');
const NARROW = termPlace('narrow frets');
const CROSSED = termPlace('crossed fingers');
const POSTURE = termPlace('posture');
const THUMBS = termPlace('thumb');

/** Where the fingers of one fingering stand; index 1 to 4 the fingers, 5 the thumb; written anew for each. */
type Places = {
  readonly fret: Int32Array;
  readonly low: Int32Array;
  readonly high: Int32Array;
};

type Work = {
  readonly neck: Neck;
  readonly weights: EffortWeights;
  readonly alongMm: Float64Array;
  readonly gapMm: Float64Array;
  readonly narrow: Float64Array;
  /** How far two fingers lie apart in comfort and at most, in mm, by {@link pairOf}. */
  readonly comfortMm: Float64Array;
  readonly mostMm: Float64Array;
  readonly terms: Float64Array;
  readonly places: Places;
  /** Where the hand would stand by each finger alone, in frets; written anew for each fingering. */
  readonly homes: Float64Array;
};

/** A scorer for a neck. */
export function createScorer(neck: Neck, weights: EffortWeights = EFFORT_WEIGHTS): EffortScorer {
  const perFret = (toNumber: (neckFret: number) => number): Float64Array =>
    Float64Array.from({ length: HIGHEST_FRET }, (_, fret) => toNumber(fret + neck.capoFret));
  const length = neck.scaleLengthMm;
  const share = REACH_SHARE[neck.hand.size];
  const perPair = (place: 0 | 1): Float64Array =>
    Float64Array.from({ length: pairOf(4, 4) }, (_, pair) => (PAIR_REACH_MM[pair]?.[place] ?? 0) * share);
  const work: Work = {
    neck,
    weights,
    alongMm: perFret((fret) => fingerDistanceMm(fret, length)),
    gapMm: perFret((fret) => stringGapMm(fret, length)),
    narrow: perFret((fret) => Math.max(0, NARROW_FRET_MM - fretSpaceMm(fret, length)) / 8),
    comfortMm: perPair(0),
    mostMm: perPair(1),
    terms: new Float64Array(EFFORT_TERMS.length),
    places: { fret: new Int32Array(6), low: new Int32Array(6), high: new Int32Array(6) },
    homes: new Float64Array(4),
  };
  return {
    scoreHold: (frets, fingers) => scoreHold(work, frets, fingers),
    scoreSound: (frets, task) => {
      scoreSound(work.terms, weights, frets, task);
      return sum(work.terms, FIRST_SOUND_TERM, work.terms.length);
    },
    terms: work.terms,
  };
}

function scoreHold(work: Work, frets: Frets, fingers: FingerNumbers): number {
  const { terms, weights, places } = work;
  terms.fill(0, 0, FIRST_SOUND_TERM);
  placeFingers(places, frets, fingers);
  let before = 0;
  for (let finger = 1; finger <= 4; finger += 1) {
    if (int32At(places.fret, finger) > 0) {
      add(terms, FINGERS, weights.finger);
      scoreBarre(work, frets, finger);
      scoreCrowding(work, finger);
      scoreCrossing(work, before, finger);
      if (!scoreReach(work, finger)) {
        return Number.POSITIVE_INFINITY;
      }
      before = finger;
    }
  }
  scorePosture(work);
  if (int32At(places.fret, 4) > 0) {
    terms[LITTLE] = weights.littleFinger;
  }
  if (int32At(places.fret, THUMB) > 0 && !scoreThumb(work)) {
    return Number.POSITIVE_INFINITY;
  }
  return sum(terms, 0, FIRST_SOUND_TERM);
}

/**
 * The least that frets can cost to hold, whatever the fingers: as few fingers as stop them, and a barre where they are
 * more notes than fingers.
 */
export function leastHold(frets: Frets, weights: EffortWeights): number {
  let notes = 0;
  for (let string = 0; string < frets.length; string += 1) {
    notes += numberAt(frets, string) > 0 ? 1 : 0;
  }
  const fingers = countFingers(frets);
  const oneByOne = notes <= 4 ? notes * weights.finger : Number.POSITIVE_INFINITY;
  return Math.min(oneByOne, fingers * weights.finger + weights.barre + (notes - fingers + 1) * weights.barreString);
}

function placeFingers({ fret, low, high }: Places, frets: Frets, fingers: FingerNumbers): void {
  fret.fill(0);
  for (let string = 0; string < frets.length; string += 1) {
    const finger = numberAt(fingers, string);
    if (finger > 0) {
      if (fret[finger] === 0) {
        fret[finger] = numberAt(frets, string);
        low[finger] = string;
      }
      high[finger] = string;
    }
  }
}

function scoreBarre({ terms, weights, places, neck }: Work, frets: Frets, finger: number): void {
  const low = int32At(places.low, finger);
  const high = int32At(places.high, finger);
  if (high === low) {
    return;
  }
  const strings = high - low + 1;
  const nearNut = int32At(places.fret, finger) + neck.capoFret <= 2 ? weights.barreNearNut : 0;
  const later =
    finger === 1
      ? 0
      : laterBarre(weights, finger) * (strings === 2 ? weights.laterPair : 1) + strings * weights.laterBarreString;
  const notYet = strings >= 4 && !neck.hand.playsBarres ? weights.barreNotYet : 0;
  add(terms, BARRE, weights.barre + strings * weights.barreString + nearNut + later + notYet);
  for (let string = high + 1; string < frets.length; string += 1) {
    if (frets[string] === 0) {
      add(terms, OPEN_BESIDE, weights.openBesideBarre);
      return;
    }
  }
}

function laterBarre(weights: EffortWeights, finger: number): number {
  return finger === 2 ? weights.barreByMiddle : finger === 3 ? weights.barreByRing : weights.barreByLittle;
}

/** Fingers side by side in one fret, three of them in any and fewer in a narrow one. */
function scoreCrowding({ terms, weights, places, narrow }: Work, finger: number): void {
  const fret = int32At(places.fret, finger);
  let beside = 0;
  for (let other = 1; other <= 4; other += 1) {
    beside += places.fret[other] === fret ? 1 : 0;
  }
  add(terms, CROWDED, beside >= 3 ? weights.crowdedFinger : 0);
  add(terms, NARROW, float64At(narrow, fret) * (beside >= 2 ? weights.narrowShared : weights.narrowAlone));
}

/**
 * How far the fingers stand from where they fall by themselves: one fret apart or a little less, and, as the hand meets
 * the neck at a slant, further back the higher the string. The hand goes where most fingers are at home (the median).
 */
function scorePosture({ terms, weights, places, homes }: Work): void {
  let count = 0;
  let first = 0;
  for (let finger = 1; finger <= 4; finger += 1) {
    const fret = int32At(places.fret, finger);
    if (fret > 0) {
      first = first === 0 ? finger : first;
      const string = (int32At(places.low, finger) + int32At(places.high, finger)) / 2;
      insertSorted(homes, count, fret - (finger - 1) * weights.fingerSpread + string * weights.handSlant);
      count += 1;
    }
  }
  const middle = float64At(homes, count >> 1);
  let away = 0;
  for (let index = 0; index < count; index += 1) {
    away += Math.abs(float64At(homes, index) - middle);
  }
  terms[POSTURE] = away * weights.posture + Math.max(0, first - 1) * weights.startsLate;
}

function insertSorted(values: Float64Array, count: number, value: number): void {
  let index = count;
  for (; index > 0 && float64At(values, index - 1) > value; index -= 1) {
    values[index] = float64At(values, index - 1);
  }
  values[index] = value;
}

/** Fingers of one fret that stand against their order: the later one on a lower string. */
function scoreCrossing({ terms, weights, places }: Work, before: number, finger: number): void {
  if (places.fret[finger] === places.fret[before] && int32At(places.low, finger) < int32At(places.low, before)) {
    const isBetween = finger === 2 && isIndexBetween(places);
    add(terms, CROSSED, weights.crossing * (isBetween ? weights.indexBetween : 1));
  }
}

/** Whether three fingers stand side by side in one fret, the index in the middle: it lies a little behind the two, out of their way. */
function isIndexBetween({ fret, low, high }: Places): boolean {
  const [index, middle, ring] = [int32At(low, 1), int32At(low, 2), int32At(low, 3)];
  return (
    middle === index - 1 &&
    ring === index + 1 &&
    fret[1] === fret[3] &&
    low[1] === high[1] &&
    low[2] === high[2] &&
    low[3] === high[3]
  );
}

/** The place of a pair of fingers, the earlier one first. */
function pairOf(first: number, second: number): number {
  return first * 10 + second;
}

/** Distances from the earlier fingers to this one, beyond comfort; false when one is beyond reach. */
function scoreReach(work: Work, finger: number): boolean {
  const { terms, weights, places, comfortMm, mostMm } = work;
  for (let other = 1; other < finger; other += 1) {
    if (int32At(places.fret, other) > 0) {
      const distance = distanceMm(work, other, finger);
      const most = float64At(mostMm, pairOf(other, finger));
      if (distance > most * OUT_OF_REACH) {
        return false;
      }
      const beyondMost = Math.max(0, distance - most) * weights.strainPerMm;
      const beyondComfort = Math.max(0, distance - float64At(comfortMm, pairOf(other, finger)));
      add(terms, STRETCH, beyondComfort * weights.stretchPerMm + beyondMost);
    }
  }
  return true;
}

/** How far two fingers stand apart, in mm, along the neck and across. */
function distanceMm({ places, alongMm, gapMm }: Work, other: number, finger: number): number {
  const fret = int32At(places.fret, finger);
  const along = float64At(alongMm, fret) - float64At(alongMm, int32At(places.fret, other));
  const apart = Math.max(
    0,
    int32At(places.low, finger) - int32At(places.high, other),
    int32At(places.low, other) - int32At(places.high, finger),
  );
  const across = apart * float64At(gapMm, fret);
  return Math.sqrt(along * along + across * across);
}

/** The thumb reaches over the edge about as far up the neck as the index stands: a fret more or less. */
function scoreThumb({ terms, weights, places }: Work): boolean {
  terms[THUMBS] = weights.finger + weights.thumb;
  const thumb = int32At(places.fret, THUMB);
  let lowest = HIGHEST_FRET;
  for (let finger = 1; finger <= 4; finger += 1) {
    const fret = int32At(places.fret, finger);
    lowest = fret > 0 && fret < lowest ? fret : lowest;
  }
  return thumb >= lowest - 1 && thumb <= lowest + 1;
}

function add(terms: Float64Array, index: number, cost: number): void {
  terms[index] = float64At(terms, index) + cost;
}

function sum(terms: Float64Array, from: number, until: number): number {
  let total = 0;
  for (let index = from; index < until; index += 1) {
    total += float64At(terms, index);
  }
  return total;
}

const HAND_TERMS: ReadonlySet<EffortTerm> = new Set(EFFORT_TERMS.slice(0, HAND_TERM_COUNT));

/** The part of an effort that the hand has to do, whatever is heard: a thin shape is easy all the same. */
export function handEffortOf({ terms }: Pick<Effort, 'terms'>): number {
  return sumOf(terms, ({ term, cost }) => (HAND_TERMS.has(term) ? cost : 0));
}

/** The effort of holding a shape, by terms; with the chord it stands for, what it does to the chord as well. */
export function scoreFingering(fingering: Fingering, neck: Neck, task: ChordTask | null = null): Effort {
  const scorer = createScorer(neck);
  const frets = toFrets(fingering.shape);
  const total = scorer.scoreSound(frets, task) + scorer.scoreHold(frets, toFingerNumbers(fingering.fingers));
  const terms = EFFORT_TERMS.map((term, index) => ({ term, cost: float64At(scorer.terms, index) }));
  return { total, terms: terms.filter(({ cost }) => cost !== 0) };
}
