/*
 * When a hand may let a shape go, and when the next must stand, in the strokes of one chord after another. A last up-stroke may ring
 * open, and where strings are picked one by one the fingers land one by one (common practice).
 */
import type { BarStroke } from '../performance/bar-strokes.ts';

/** A stroke at a time, in ticks from any beginning. */
export type TimedStroke = Pick<BarStroke, 'startTick' | 'direction' | 'cell'>;

/** By which of the strings picked one by one the whole shape must stand. */
const LAST_TO_LAND = 2;

const isPick = ({ cell }: TimedStroke): boolean => cell.kind === 'pick' && cell.roles.length === 1;

/** The last stroke of a chord that the hand has to hold; `strokes` are those of the chord, one at least. */
export function heldUntil(strokes: readonly TimedStroke[]): number {
  const last = strokes.at(-1);
  const before = strokes.at(-2);
  const ringsOpen = last?.cell.kind === 'stroke' && last.direction === 'up' && before !== undefined;
  return (ringsOpen ? before.startTick : last?.startTick) ?? 0;
}

/** When the whole shape of a chord must stand: with its first stroke, or where it is picked string by string a little later. */
export function standsAt(strokes: readonly TimedStroke[]): number {
  const landing = strokes.slice(0, LAST_TO_LAND + 1);
  const isPicked = landing.length > LAST_TO_LAND && landing.every(isPick);
  return (isPicked ? landing.at(-1)?.startTick : strokes[0]?.startTick) ?? 0;
}
