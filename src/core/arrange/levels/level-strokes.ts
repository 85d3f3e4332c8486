/*
 * The right hand of a level: the song's own strokes, thinned.
 *
 * Thinning takes places away in one order: first "e" and "a", then the "&" of strong beats, the other "&", then beats two and four,
 * and at last all but the first beat. Each step keeps a part of what the step before kept, so all levels line up in one room
 * (the time law). The stroke on which a chord is entered always stays. Over what a level's hand can do in a second it is
 * thinned further, and so it is where a change would come too soon after the last stroke.
 */
import { beatTicks, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { STROKE_LIMITS } from '../../rhythm/pattern-fit.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import type { Slot } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import type { BarStroke } from '../performance/bar-strokes.ts';

/** How far a level is thinned before its limit is looked at: a step of the order above, 0 = not at all. */
const FIRST_STEP: Readonly<Record<Level, number>> = { 5: 0, 4: 0, 3: 3, 2: 5, 1: 5 };
const LAST_STEP = 5;

/** The thinning step of a level for a bar: never less than that of the level above, and as far as its hand asks. */
export function thinningStep(bar: PlayedBar, strokes: readonly BarStroke[], level: Level, stepAbove: number): number {
  const limit = level === 1 ? STROKE_LIMITS[2] : STROKE_LIMITS[level];
  let step = Math.max(FIRST_STEP[level], stepAbove);
  while (step < LAST_STEP && rateOf(bar, thin(bar, strokes, step).length) > limit) {
    step += 1;
  }
  return step;
}

/** The time a hand needs for a change on each level (common practice): seconds, or on the fourth a beat, the last up-stroke open. */
const WINDOW_SECONDS: Readonly<Record<Level, number>> = { 5: 0, 4: 0, 3: 1, 2: 2, 1: 2 };
const WINDOW_TICKS: Readonly<Record<Level, number>> = { 5: 0, 4: QUARTER_TICKS, 3: 0, 2: 0, 1: 0 };

/**
 * The strokes without those that leave too little time before the next change; the one on which a chord is entered always stays.
 * `changesAfter` says whether the bar's last shape is let go at the bar line, `isChange` whether two slots are held otherwise.
 */
export function withWindows(
  bar: PlayedBar,
  strokes: readonly BarStroke[],
  level: Level,
  { isChange, changesAfter }: { readonly isChange: (from: Slot, to: Slot) => boolean; readonly changesAfter: boolean },
): readonly BarStroke[] {
  if (bar.tempo === null || level === 5) {
    return strokes;
  }
  const { tempo } = bar;
  const leavesTime = (ticks: number): boolean =>
    ticks >= WINDOW_TICKS[level] && ticksToSeconds(ticks, tempo) >= WINDOW_SECONDS[level];
  return strokes.filter((stroke, index) => {
    const isEntry = index === 0 || strokes[index - 1]?.slot !== stroke.slot;
    const next = strokes.slice(index + 1).find(({ slot }) => slot !== stroke.slot);
    const ends = next === undefined ? changesAfter : isChange(stroke.slot, next.slot);
    // On the fourth level an up-stroke may ring open while the hand moves.
    const ringsOpen = level === 4 && stroke.cell.kind === 'stroke' && stroke.direction === 'up';
    return isEntry || !ends || ringsOpen || leavesTime((next?.startTick ?? bar.lengthTicks) - stroke.startTick);
  });
}

/** So many strokes of a bar in strokes a second; 0 without a tempo. */
export function rateOf(bar: PlayedBar, strokes: number): number {
  return bar.tempo === null ? 0 : strokes / ticksToSeconds(bar.lengthTicks, bar.tempo);
}

/** The strokes that a step of thinning leaves, the ones on which chords are entered among them. */
export function thin(bar: PlayedBar, strokes: readonly BarStroke[], step: number): readonly BarStroke[] {
  return strokes.filter((stroke, index) => {
    const isEntry = index === 0 || strokes[index - 1]?.slot !== stroke.slot;
    return isEntry || isKept(bar, stroke.startTick, step);
  });
}

/** Whether a place in a bar is kept by a step of thinning. */
function isKept({ metre }: PlayedBar, tick: number, step: number): boolean {
  const beat = beatTicks(metre);
  const number = Math.floor(tick / beat);
  // In metres of eighths a group of three is strong at its beginning, else every second beat.
  const isStrong = metre.unit === 8 ? number % 3 === 0 : number % 2 === 0;
  return step <= lastStepOf((tick % beat) / beat, number, isStrong);
}

/** The last step of thinning that keeps a place, given as a part of a beat (0 to 1). */
function lastStepOf(part: number, beat: number, isStrong: boolean): number {
  if (part === 0) {
    return beat === 0 ? LAST_STEP : isStrong ? 4 : 3;
  }
  return part !== 0.5 ? 0 : isStrong ? 1 : 2;
}

/** The "&" of two, which a steady level gets back first where the level above plays it; the one before a change is the hardest (common practice). */
export function withAndOfTwo(
  bar: PlayedBar,
  thinned: readonly BarStroke[],
  above: readonly BarStroke[],
): readonly BarStroke[] {
  const andOfTwo = beatTicks(bar.metre) * 1.5;
  return above.filter((stroke) => thinned.includes(stroke) || stroke.startTick === andOfTwo);
}
