/*
 * A pattern over the time of a chord (rule R2): as many whole rounds as go in, then as much of the next one as is left: an odd bar of
 * two gets half a round. A chord counted in other notes, or shorter than a beat, gets one strum. Every moment belongs to exactly one stroke: a stroke lasts until the
 * next one, and time before the first stroke of a pattern that begins with a passing hand still rings from before.
 */
import { range } from '../kernel/list.ts';
import { beatTicks, type Metre } from './metre.ts';
import { cellTicks, cycleTicks, isStruck, type Pattern, type PatternCell } from './pattern.ts';

/** One stroke in its time, in ticks from the beginning of the chord; a null cell is what rings on from before. */
export type PlacedStroke = {
  readonly startTick: number;
  readonly lengthTicks: number;
  readonly cell: PatternCell | null;
  /** Its place in the pattern. */
  readonly index: number;
};

/** How a pattern goes into a chord's time. */
export type PatternFit = {
  readonly kind: 'rounds' | 'part' | 'single';
  /** Whole rounds, and the share of a round that is left over (0 to 1). */
  readonly rounds: number;
  readonly rest: number;
  readonly strokes: readonly PlacedStroke[];
};

/** One strum, for chords that no pattern fits. */
const SINGLE: PatternCell = { kind: 'stroke', direction: 'down', sound: 'all', accent: false };

/**
 * Fits a pattern to a chord of so many ticks in a metre. `fromTick` is where in its cycle the pattern stands when the chord
 * begins: a pattern of two bars goes on through its second bar.
 */
export function fitPattern(pattern: Pattern, lengthTicks: number, metre: Metre, fromTick = 0): PatternFit {
  const cycle = cycleTicks(pattern);
  if (lengthTicks < beatTicks(metre) || pattern.metre.unit !== metre.unit) {
    return { kind: 'single', rounds: 0, rest: 0, strokes: [{ startTick: 0, lengthTicks, cell: SINGLE, index: 0 }] };
  }
  const rounds = Math.floor(lengthTicks / cycle);
  const rest = (lengthTicks - rounds * cycle) / cycle;
  const strokes = placeStrokes(pattern, lengthTicks, fromTick % cycle);
  return { kind: rounds > 0 ? 'rounds' : 'part', rounds, rest, strokes };
}

function placeStrokes(pattern: Pattern, lengthTicks: number, fromTick: number): readonly PlacedStroke[] {
  const each = cellTicks(pattern);
  const first = Math.ceil(fromTick / each);
  const last = Math.ceil((fromTick + lengthTicks) / each);
  const heard = range(first, last).flatMap((place): readonly Omit<PlacedStroke, 'lengthTicks'>[] => {
    const index = place % pattern.cells.length;
    const cell = pattern.cells[index];
    const isNew = cell !== undefined && (isStruck(cell) || cell.kind === 'damp');
    return isNew ? [{ startTick: place * each - fromTick, cell, index }] : [];
  });
  const all =
    heard[0]?.startTick === 0 ? heard : [{ startTick: 0, cell: null, index: first % pattern.cells.length }, ...heard];
  return all.map((stroke, at) => ({
    ...stroke,
    lengthTicks: (all[at + 1]?.startTick ?? lengthTicks) - stroke.startTick,
  }));
}

/** Strokes a second at a tempo given in beats of the metre a minute: what a player's level has to bear. */
export function strokesPerSecond(pattern: Pattern, beatsPerMinute: number): number {
  const beats = cycleTicks(pattern) / beatTicks(pattern.metre);
  return (pattern.cells.filter(isStruck).length * beatsPerMinute) / (60 * beats);
}

/** Strokes a second that a player on levels 2 to 5 can do (common practice, as limits to start from). */
export const STROKE_LIMITS: Readonly<Record<2 | 3 | 4 | 5, number>> = { 2: 2, 3: 4, 4: 6, 5: 9 };
