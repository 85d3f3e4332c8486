/*
 * Ranking the shapes of a chord.
 *
 * What the search finds is fingered, scored in millimetres, and sorted by effort. Shapes that every first book teaches
 * move up by a fixed bonus, so that a hand meets them first; the effort itself stays honest. Only the most promising
 * shapes are fingered, by a lower bound that needs no fingers.
 */
import type { Setup } from '../fretboard/capo.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { itemAt, sumOf } from '../kernel/list.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { type Effort, type Neck, scoreFingering, shapeTerms, sumTerms } from './effort.ts';
import { type Familiar, familiarShapesOf, findFamiliarFingering } from './familiar.ts';
import { listFingerings } from './fingering.ts';
import type { Hand } from './hand.ts';
import { type Fingering, formatShape, type Shape } from './shape.ts';
import { type ChordTask, searchShapes, toTask } from './shape-search.ts';

const FEWEST_FINGERED = 12;
const FINGERED_PER_OFFER = 4;
const DROPPED_TONE_COST = 0.8;

/** A fingered shape with its effort; `isFamiliar` where a first chord book teaches it for this chord. */
export type RatedFingering = {
  readonly fingering: Fingering;
  readonly effort: Effort;
  readonly isFamiliar: boolean;
};

/** The guitar a shape is searched for and the hand that holds it: scale length in mm, highest fret counted from the nut. */
export type Instrument = {
  readonly setup: Setup;
  readonly scaleLengthMm: number;
  readonly highestNeckFret: number;
  readonly hand: Hand;
};

/**
 * The shapes of a chord, easiest first, at most `limit`. `chord` is the shape chord, named behind the capo; its own bass is
 * always lowest. Ties go to the familiar shape, then to the lower text, so the answer is always the same.
 */
export function rankShapes(chord: ChordSymbol, instrument: Instrument, limit: number): readonly RatedFingering[] {
  const task = toTask(chord, instrument.setup);
  const familiar = familiarShapesOf(chord, instrument.setup);
  const neck = neckOf(instrument);
  const highestFret = instrument.highestNeckFret - instrument.setup.capoFret;
  const shapes = joinShapes(familiar, searchShapes(task, highestFret));
  return shapes
    .map((shape) => ({ shape, bound: lowerBound(shape) - (familiar.get(formatShape(shape))?.bonus ?? 0) * 10 }))
    .sort((a, b) => a.bound - b.bound)
    .slice(0, Math.max(FEWEST_FINGERED, limit * FINGERED_PER_OFFER))
    .flatMap(({ shape }) => rankedShape(shape, task, neck, familiar.get(formatShape(shape)) ?? null))
    .sort((a, b) => a.rank - b.rank || compareTexts(a.fingering.shape, b.fingering.shape))
    .slice(0, limit)
    .map(({ fingering, effort, isFamiliar }) => ({ fingering, effort, isFamiliar }));
}

/** Where the hand works on an instrument. */
export function neckOf({ setup, scaleLengthMm, hand }: Instrument): Neck {
  return { capoFret: setup.capoFret, scaleLengthMm, hand };
}

/** The least a shape can cost before it is fingered; used to choose what is fingered at all. */
function lowerBound(shape: Shape): number {
  const fretted = new Set(shape.filter((fret) => fret !== null && fret > 0));
  return sumOf(shapeTerms(shape), ({ cost }) => cost) + fretted.size;
}

/** The easiest fingering of a given shape behind a capo, or null when four fingers cannot hold it. */
export function findFingering(shape: Shape, instrument: Instrument): Fingering | null {
  const neck = neckOf(instrument);
  return findFamiliarFingering(shape, instrument.setup) ?? easiestFingering(shape, neck)?.fingering ?? null;
}

function compareTexts(a: Shape, b: Shape): number {
  return formatShape(a) < formatShape(b) ? -1 : 1;
}

/** The shapes found and those known by heart that the search leaves out, each once. */
function joinShapes(familiar: ReadonlyMap<string, Familiar>, found: readonly Shape[]): readonly Shape[] {
  const texts = new Set(found.map(formatShape));
  const known = [...familiar].flatMap(([text, { fingering }]) => (texts.has(text) ? [] : [fingering.shape]));
  return [...known, ...found];
}

function rankedShape(
  shape: Shape,
  task: ChordTask,
  neck: Neck,
  familiar: Familiar | null,
): readonly (RatedFingering & { readonly rank: number })[] {
  const best =
    familiar === null
      ? easiestFingering(shape, neck)
      : { fingering: familiar.fingering, effort: scoreFingering(familiar.fingering, neck) };
  if (best === null) {
    return [];
  }
  const heard = new Set(
    shape.flatMap((fret, string) => (fret === null ? [] : [toPitchClass(itemAt(task.openMidi, string) + fret)])),
  );
  const dropped = [...task.tones].filter((pitch) => !heard.has(pitch)).length;
  const effort = sumTerms([...best.effort.terms, { term: 'dropped tone', cost: dropped * DROPPED_TONE_COST }]);
  const rank = effort.total - (familiar?.bonus ?? 0);
  return [{ fingering: best.fingering, effort, isFamiliar: familiar !== null, rank }];
}

function easiestFingering(shape: Shape, neck: Neck): { readonly fingering: Fingering; readonly effort: Effort } | null {
  return listFingerings(shape)
    .map((fingering) => ({ fingering, effort: scoreFingering(fingering, neck) }))
    .reduce<{ fingering: Fingering; effort: Effort } | null>(
      (best, rated) => (best === null || rated.effort.total < best.effort.total ? rated : best),
      null,
    );
}
