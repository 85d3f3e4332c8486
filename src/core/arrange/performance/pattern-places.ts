/*
 * Where a pattern stands in each played bar: one rule for all readers (docs/rules.md).
 *
 * A pattern of several bars begins anew with every line and every repeat of a line, so that a printed line that is repeated tells the
 * truth; where a repeat is shorter than the pattern, it runs on over the repeats of that line, and where the teacher says so over lines.
 * After an odd bar, a held or cut chord, a tie or a silence it begins anew; an odd bar itself takes what of it fits.
 */
import { range } from '../../kernel/list.ts';
import { barTicks } from '../../rhythm/metre.ts';
import { cycleTicks, formatCells, type Pattern } from '../../rhythm/pattern.ts';
import type { HandOfBar } from '../../song/attachments/right-hand.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

/** What the right hand is told in a played bar, the pattern it plays, and where that stands at the bar line, in ticks of its cycle. */
export type PatternPlace = {
  readonly hand: HandOfBar;
  readonly pattern: Pattern | null;
  readonly cycleTick: number;
};

/** The place of the pattern in each played bar; `handOf` says what the right hand is told there. */
export function placePatterns(
  played: readonly PlayedBar[],
  handOf: (bar: PlayedBar) => { readonly hand: HandOfBar; readonly pattern: Pattern | null },
): readonly PatternPlace[] {
  let rounds: readonly number[] | null = null;
  const roundTicks = (index: number): number => {
    rounds ??= roundTicksOf(played);
    return rounds[index] ?? 0;
  };
  const places: PatternPlace[] = [];
  for (const [index, bar] of played.entries()) {
    const { hand, pattern } = handOf(bar);
    const [before, last] = [played[index - 1], places[index - 1]];
    // A cycle of a bar or less begins with every bar.
    const runsOn =
      pattern !== null &&
      pattern.bars > 1 &&
      before !== undefined &&
      last?.pattern != null &&
      isSamePattern(pattern, last.pattern) &&
      isWhole(before, pattern) &&
      isWhole(bar, pattern) &&
      !leavesPattern(before) &&
      last.hand.isSilent !== true &&
      (hand.runsOn === true || isOneRun(before, bar, roundTicks(index) < cycleTicks(pattern)));
    const cycleTick = runsOn ? (last.cycleTick + before.lengthTicks) % cycleTicks(pattern) : 0;
    places.push({ hand, pattern, cycleTick });
  }
  return places;
}

/** Whether a bar is played right after another in one run of a pattern: in one round, or in short rounds of one line. */
function isOneRun(before: PlayedBar, bar: PlayedBar, isShort: boolean): boolean {
  return before.lineVisit === bar.lineVisit && (before.round === bar.round || isShort);
}

/** How long a round of its line is, in ticks, for each played bar. */
function roundTicksOf(played: readonly PlayedBar[]): readonly number[] {
  const ticks: number[] = [];
  let from = 0;
  let sum = 0;
  for (const [index, bar] of played.entries()) {
    sum += bar.lengthTicks;
    const after = played[index + 1];
    if (after === undefined || after.lineVisit !== bar.lineVisit || after.round !== bar.round) {
      const own = sum;
      ticks.push(...range(from, index + 1).map(() => own));
      from = index + 1;
      sum = 0;
    }
  }
  return ticks;
}

/** Whether a bar has the metre and the length that a pattern is made for. */
function isWhole({ metre, lengthTicks }: PlayedBar, { metre: own }: Pattern): boolean {
  return metre.beats === own.beats && metre.unit === own.unit && lengthTicks === barTicks(own);
}

/** Whether marks, a tie or a silence make the hand leave its pattern in a bar. */
export function leavesPattern({ slots }: PlayedBar): boolean {
  return slots.some(({ chord, hold, stop, isTied }) => chord === null || hold || stop !== null || isTied);
}

/** Whether two patterns strike alike, whatever they are called. */
export function isSamePattern(a: Pattern, b: Pattern): boolean {
  return a === b || (a.bars === b.bars && a.swing === b.swing && formatCells(a) === formatCells(b));
}
