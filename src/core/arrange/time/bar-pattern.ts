import { greatestCommonDivisor, range } from '../../kernel/list.ts';
import { barTicks, beatTicks, type Metre } from '../../rhythm/metre.ts';
import { isStruck, type Pattern, type PatternCell } from '../../rhythm/pattern.ts';
import type { BarStroke } from '../../song/attachments/right-hand.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

const PASS: PatternCell = { kind: 'pass' };

/**
 * The strokes of one bar as a pattern of a bar, so that they can be drawn, counted and spoken; null where nothing is struck. The
 * cells are as long as the strokes ask for, at most half a beat.
 */
export function toBarPattern({ metre, lengthTicks }: PlayedBar, strokes: readonly BarStroke[]): Pattern | null {
  const struck = strokes.filter(({ cell }) => cell !== null && isStruck(cell));
  if (struck.length === 0) {
    return null;
  }
  const own = wholeMetre(metre, lengthTicks);
  const beat = beatTicks(own);
  const cell = struck.reduce((gcd, { startTick }) => greatestCommonDivisor(gcd, startTick), beat / 2);
  const byTick = new Map(struck.map((stroke) => [stroke.startTick, stroke.cell ?? PASS]));
  const cells = range(0, Math.round(lengthTicks / cell)).map((index) => byTick.get(index * cell) ?? PASS);
  return {
    name: '',
    metre: own,
    bars: 1,
    swing: 'even',
    cells,
    groups: range(0, own.beats).map(() => Math.round(beat / cell)),
  };
}

/** A pick-up bar is as long as its beats. */
function wholeMetre(metre: Metre, lengthTicks: number): Metre {
  return barTicks(metre) === lengthTicks
    ? metre
    : { ...metre, beats: Math.max(1, Math.round(lengthTicks / beatTicks(metre))), groups: null };
}
