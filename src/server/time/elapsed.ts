/*
 * The library's own time.
 *
 * Machines start with wrong clocks: an empty battery, a year typed wrong. What is kept, thinned and purged is therefore measured in time of the
 * library's own, which goes on while the program runs and over the nights between, and stands still over any gap that could as well be a
 * wrong clock. It never goes back.
 */

const HOUR_MS = 60 * 60 * 1000;

/** The longest gap between two runs that is believed, in ms: from one day's lesson to the next, with an hour more. */
export const LONGEST_GAP_MS = 25 * HOUR_MS;

/** How much of the gap between two runs counts, in ms, by what the machine's clock said at its ends. */
export function countedGapMs(seenAt: Date, now: Date): number {
  const gap = now.getTime() - seenAt.getTime();
  return gap >= 0 && gap <= LONGEST_GAP_MS ? gap : 0;
}
