import { greatestCommonDivisor, range, sumOf } from '../../kernel/list.ts';
import { barTicks, beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { Pattern, PatternCell } from '../../rhythm/pattern.ts';
import type { BarMusic, BarStroke } from './bar-strokes.ts';

const PASS: PatternCell = { kind: 'pass' };

type StruckBar = { readonly bar: Pick<BarMusic, 'metre' | 'lengthTicks'>; readonly strokes: readonly BarStroke[] };

/**
 * The strokes of one bar as a pattern of a bar, so that they can be drawn, counted and spoken; null where nothing is struck. The
 * cells are as long as the strokes ask for, at most half a beat.
 */
export function toBarPattern(bar: StruckBar['bar'], strokes: readonly BarStroke[]): Pattern | null {
  return toPatternOfBars([{ bar, strokes }]);
}

/** The strokes of one bar, or of two of one metre, as one pattern. */
export function toPatternOfBars(bars: readonly [StruckBar] | readonly [StruckBar, StruckBar]): Pattern | null {
  const [{ bar }] = bars;
  const lengthTicks = sumOf(bars, (each) => each.bar.lengthTicks);
  const struck = bars.flatMap(({ strokes }, index) =>
    strokes.map(({ startTick, cell }) => ({ tick: index * bar.lengthTicks + startTick, cell })),
  );
  if (struck.length === 0) {
    return null;
  }
  const metre = wholeMetre(bar.metre, bar.lengthTicks);
  const beat = beatTicks(metre);
  const cellTicks = struck.reduce((gcd, { tick }) => greatestCommonDivisor(gcd, tick), beat / 2);
  const byTick = new Map(struck.map(({ tick, cell }) => [tick, cell]));
  return {
    name: '',
    metre,
    bars: bars.length,
    swing: 'even',
    cells: range(0, Math.round(lengthTicks / cellTicks)).map((index) => byTick.get(index * cellTicks) ?? PASS),
    groups: range(0, metre.beats * bars.length).map(() => Math.round(beat / cellTicks)),
  };
}

/** A pick-up bar is as long as its beats. */
function wholeMetre(metre: Metre, lengthTicks: number): Metre {
  return barTicks(metre) === lengthTicks
    ? metre
    : { ...metre, beats: Math.max(1, Math.round(lengthTicks / beatTicks(metre))), groups: null };
}
