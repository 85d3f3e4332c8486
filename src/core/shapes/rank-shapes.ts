/*
 * Ranking the shapes of a chord.
 *
 * What the search finds is grouped by grip: the same stopped strings, with more or fewer open strings struck, are one way
 * to hold the hand, and its best variant stands for it. Grips are then fingered from the most promising on, by a bound
 * that needs no fingers (what the shape sounds, and its fewest fingers), until no grip to come can get among the best:
 * so the first ones are the first of all. Shapes that first books teach cost nothing extra; others are strange by a
 * fixed amount, which is a term of their effort like any other.
 */

import type { Setup } from '../fretboard/capo.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { float64At } from '../kernel/number-at.ts';
import { rememberOf } from '../kernel/remember.ts';
import { type ChordTask, toTask } from './chord-task.ts';
import { createScorer, type Effort, type EffortScorer } from './effort.ts';
import { EFFORT_TERMS } from './effort-terms.ts';
import { EFFORT_WEIGHTS, type EffortWeights } from './effort-weights.data.ts';
import { familiarShapesOf, findFamiliarFingering, strangenessOf } from './familiar.ts';
import {
  type FingerNumbers,
  searchFingerings,
  toFingering,
  toFingerNumbers,
  toFingers,
  toFrets,
  toShape,
} from './fingering.ts';
import { collectGrips, type Grip, type Limits, packGrip, packShape } from './grips.ts';
import type { Hand } from './hand.ts';
import { type Fingering, formatShape, fretSpanOf, isBarreChord, type Shape } from './shape.ts';
import { type Frets, HIGHEST_SEARCHED_FRET, searchShapes } from './shape-search.ts';

/**
 * A fingered shape with its effort; `isFamiliar` where a first chord book teaches it for this chord. How strange it is comes on top
 * of its effort where shapes are put in order: it has to be learned once, and costs the hand nothing after.
 */
export type RatedFingering = {
  readonly fingering: Fingering;
  readonly effort: Effort;
  readonly strangeness: number;
  readonly isFamiliar: boolean;
};

/** What rated shapes are put in order by: their effort, and how strange they are. */
export function orderOf({ effort, strangeness }: RatedFingering): number {
  return effort.total + strangeness;
}

/** The guitar a shape is searched for and the hand that holds it: scale length in mm, highest fret counted from the nut. */
export type Instrument = {
  readonly setup: Setup;
  readonly scaleLengthMm: number;
  readonly highestNeckFret: number;
  readonly hand: Hand;
};

/**
 * The shapes of a chord, easiest first, at most `limit`, each with its easiest fingers. `chord` is the shape chord, named
 * behind the capo; a slash bass is always lowest, else the root, or for more effort the fifth. A hand that holds barres has
 * the easiest barre form of the chord among the first four. Ties go by the shape's text, so the answer is always the same.
 */
export function rankShapes(chord: ChordSymbol, instrument: Instrument, limit: number): readonly RatedFingering[] {
  const limits = { shapes: limit, fingerings: 1, slack: Number.POSITIVE_INFINITY };
  const ranked = rankHolds(chord, instrument, limits).map((hold) => rateHold(hold, chord, instrument));
  return withBarreForm(ranked, chord, instrument).slice(0, limit);
}

/** Among so many first offers a hand that holds barres finds one (common practice). */
const BARRE_WITHIN = 4;

function withBarreForm(
  ranked: readonly RatedFingering[],
  chord: ChordSymbol,
  instrument: Instrument,
): readonly RatedFingering[] {
  const first = ranked.slice(0, BARRE_WITHIN);
  if (
    !instrument.hand.playsBarres ||
    first.length < BARRE_WITHIN ||
    first.some(({ fingering }) => isBarreChord(fingering))
  ) {
    return ranked;
  }
  const { setup, highestNeckFret } = instrument;
  const [easiest] = [...familiarShapesOf(chord, setup.tuning).values()]
    .map(({ fingering }) => fingering)
    .filter(
      (fingering) =>
        isBarreChord(fingering) && (fretSpanOf(fingering.shape)?.high ?? 0) + setup.capoFret <= highestNeckFret,
    )
    .map((fingering) => rateHold(toHold(fingering, chord, instrument), chord, instrument))
    .filter(({ effort }) => Number.isFinite(effort.total))
    .sort((a, b) => orderOf(a) - orderOf(b));
  if (easiest === undefined) {
    return ranked;
  }
  const text = formatShape(easiest.fingering.shape);
  const others = ranked.filter(({ fingering }) => formatShape(fingering.shape) !== text);
  return [...others.slice(0, BARRE_WITHIN - 1), easiest, ...others.slice(BARRE_WITHIN - 1)];
}

/** A fingered shape as plain numbers: what it sounds, what holding it costs where it was found, and how strange it is. */
export type Hold = {
  readonly frets: Frets;
  readonly fingers: FingerNumbers;
  readonly soundCost: number;
  readonly holdCost: number;
  readonly strangeness: number;
  readonly isFamiliar: boolean;
};

/** What a shape costs each time it is held, in easy fingers. */
export function effortOfHold({ soundCost, holdCost }: Hold): number {
  return soundCost + holdCost;
}

/** What shapes are put in order by. */
function rankOf(hold: Hold): number {
  return effortOfHold(hold) + hold.strangeness;
}

/** As {@link rankShapes}, with several fingerings of each shape, as plain numbers, all in one list, easiest first. */
export function rankHolds(
  chord: ChordSymbol,
  instrument: Instrument,
  limits: Limits,
  weights: EffortWeights = EFFORT_WEIGHTS,
): readonly Hold[] {
  const task = toTask(chord, instrument.setup.tuning);
  const scorer = scorerOf(instrument, weights);
  const highestFret = Math.min(HIGHEST_SEARCHED_FRET, instrument.highestNeckFret - instrument.setup.capoFret);
  const familiar = familiarShapesOf(chord, instrument.setup.tuning, weights);
  const { usesThumb } = instrument.hand;
  const grips = collectGrips({ task, scorer, familiar, highestFret, usesThumb, weights }, limits);
  return fingerGrips(grips, { task, scorer, usesThumb, limits, weights });
}

/** A given fingering of a chord as plain numbers. */
export function toHold(fingering: Fingering, chord: ChordSymbol, instrument: Instrument): Hold {
  const scorer = scorerOf(instrument);
  const [frets, fingers] = [toFrets(fingering.shape), toFingerNumbers(fingering.fingers)];
  const known = familiarShapesOf(chord, instrument.setup.tuning).get(formatShape(fingering.shape)) ?? null;
  return {
    frets,
    fingers,
    soundCost: scorer.scoreSound(frets, toTask(chord, instrument.setup.tuning)),
    holdCost: scorer.scoreHold(frets, fingers),
    strangeness: strangenessOf(known, fingers),
    isFamiliar: known !== null,
  };
}

/** Plain numbers as a rated fingering, scored for an instrument by terms. */
export function rateHold({ frets, fingers }: Hold, chord: ChordSymbol, instrument: Instrument): RatedFingering {
  const scorer = scorerOf(instrument);
  const known = familiarShapesOf(chord, instrument.setup.tuning).get(formatShape(toShape(frets))) ?? null;
  const task = toTask(chord, instrument.setup.tuning);
  const total = scorer.scoreSound(frets, task) + scorer.scoreHold(frets, fingers);
  const terms = EFFORT_TERMS.map((term, index) => ({ term, cost: float64At(scorer.terms, index) }));
  return {
    fingering: toFingering(frets, fingers),
    effort: { total, terms: terms.filter(({ cost }) => cost !== 0) },
    strangeness: strangenessOf(known, fingers),
    isFamiliar: known !== null,
  };
}

/** Scorers with the program's own weights. */
const SCORERS = new WeakMap<Instrument, EffortScorer>();

/** What scores holds where the hand works on an instrument. */
function scorerOf(instrument: Instrument, weights: EffortWeights = EFFORT_WEIGHTS): EffortScorer {
  const { setup, scaleLengthMm, hand } = instrument;
  const make = (): EffortScorer => createScorer({ capoFret: setup.capoFret, scaleLengthMm, hand }, weights);
  return weights === EFFORT_WEIGHTS ? rememberOf(SCORERS, instrument, make) : make();
}

type Fingered = { readonly grip: Grip; readonly options: readonly Hold[] };

type FingeringWork = {
  readonly task: ChordTask;
  readonly scorer: EffortScorer;
  readonly usesThumb: boolean;
  readonly limits: Limits;
  readonly weights: EffortWeights;
};

/** Fingers grips by rising bound until none to come can be among the best. */
function fingerGrips(grips: readonly Grip[], work: FingeringWork): readonly Hold[] {
  const kept: Fingered[] = [];
  const costOf = ({ options: [best] }: Fingered): number => (best === undefined ? 0 : rankOf(best));
  for (const grip of grips) {
    const [best] = kept;
    const worst = kept[work.limits.shapes - 1];
    if (best !== undefined && grip.bound > costOf(best) + work.limits.slack) {
      break;
    }
    if (worst !== undefined && grip.bound >= costOf(worst)) {
      break;
    }
    const options = listOptions(grip, work);
    if (options.length > 0) {
      kept.push({ grip, options });
      kept.sort((a, b) => costOf(a) - costOf(b) || comparePacked(a.grip.frets, b.grip.frets));
      kept.length = Math.min(kept.length, work.limits.shapes);
    }
  }
  const most = kept[0] === undefined ? 0 : costOf(kept[0]) + work.limits.slack;
  return kept
    .filter((each) => costOf(each) <= most)
    .flatMap(({ options }) => options)
    .sort((a, b) => rankOf(a) - rankOf(b));
}

function comparePacked(a: Frets, b: Frets): number {
  return packShape(a) - packShape(b);
}

/** The easiest fingerings of a grip, easiest first; a usual one is never far behind. */
function listOptions(
  { frets, known }: Grip,
  { task, scorer, usesThumb, limits, weights }: FingeringWork,
): readonly Hold[] {
  const options: Hold[] = [];
  const soundCost = scorer.scoreSound(frets, task);
  searchFingerings(frets, usesThumb, (fingers) => {
    const strangeness = strangenessOf(known, fingers, weights);
    const holdCost = scorer.scoreHold(frets, fingers);
    const worst = options[limits.fingerings - 1];
    if (soundCost + holdCost + strangeness < (worst === undefined ? Number.POSITIVE_INFINITY : rankOf(worst))) {
      options.push({ frets, fingers: fingers.slice(), soundCost, holdCost, strangeness, isFamiliar: known !== null });
      options.sort((a, b) => rankOf(a) - rankOf(b));
      options.length = Math.min(options.length, limits.fingerings);
    }
  });
  return options;
}

/** The ways to finger a given shape of a chord, the easiest first, at most `limit`; none where no hand can. */
export function rankFingerings(
  shape: Shape,
  chord: ChordSymbol,
  instrument: Instrument,
  limit: number,
): readonly Hold[] {
  const { usesThumb } = instrument.hand;
  const task = toTask(chord, instrument.setup.tuning);
  const known = familiarShapesOf(chord, instrument.setup.tuning).get(formatShape(shape)) ?? null;
  const frets = toFrets(shape);
  const grip: Grip = { frets, known, strangeness: 0, bound: 0 };
  const limits: Limits = { shapes: 1, fingerings: limit, slack: Number.POSITIVE_INFINITY };
  const scorer = scorerOf(instrument);
  return listOptions(grip, { task, scorer, usesThumb, limits, weights: EFFORT_WEIGHTS }).filter(({ holdCost }) =>
    Number.isFinite(holdCost),
  );
}

/** The easiest fingers of a given shape behind a capo, those of a first chord book before others; null when no hand can. */
export function findFingering(
  shape: Shape,
  instrument: Instrument,
  weights: EffortWeights = EFFORT_WEIGHTS,
): Fingering | null {
  const familiar = findFamiliarFingering(shape, instrument.setup.tuning);
  if (familiar !== null) {
    return familiar;
  }
  const scorer = scorerOf(instrument, weights);
  const frets = toFrets(shape);
  let least = Number.POSITIVE_INFINITY;
  let best: FingerNumbers = [];
  searchFingerings(frets, instrument.hand.usesThumb, (fingers) => {
    const cost = scorer.scoreHold(frets, fingers);
    if (cost < least) {
      [least, best] = [cost, fingers.slice()];
    }
  });
  return Number.isFinite(least) ? { shape, fingers: toFingers(best) } : null;
}

/**
 * The ways to strum one grip: the shape itself and those that leave out or take in open strings and still sound the chord
 * with a right bass, the fullest first.
 */
export function listStrumVariants(shape: Shape, chord: ChordSymbol, instrument: Instrument): readonly Shape[] {
  const task = toTask(chord, instrument.setup.tuning);
  const grip = packGrip(toFrets(shape));
  const variants: Shape[] = [];
  searchShapes(task, Math.max(0, ...toFrets(shape)), instrument.hand.usesThumb, (frets) => {
    if (packGrip(frets) === grip) {
      variants.push(toShape(frets));
    }
  });
  const struck = (each: Shape): number => each.filter((fret) => fret !== null).length;
  return variants.sort((a, b) => struck(b) - struck(a));
}
