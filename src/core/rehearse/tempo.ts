/*
 * How fast it is rehearsed. All is said in percent of the song's own tempo, so that tempo changes inside the song keep their proportion;
 * beats a minute are for people. A ramp goes up by itself after so many rounds, or as the teacher counts clean rounds and misses.
 */

import type { Ramp } from '../song/document/scene.ts';

/** Slowest and fastest, in percent of the song's tempo. */
export const SPEED_LIMITS = { slowest: 40, fastest: 130 } as const;

/** Up by five after three clean rounds, down by ten after two misses in a row (common practice). */
export const COUNTED_RAMP = { upBpm: 5, afterClean: 3, downBpm: 10, afterMisses: 2 } as const;

/** Clean rounds and misses in a row, since the tempo was changed last. */
export type RoundCount = { readonly clean: number; readonly misses: number };

/** Nothing counted yet. */
export const NOTHING_COUNTED: RoundCount = { clean: 0, misses: 0 };

/** A tempo within what can be played along with: `songBpm` is the song's. */
export function withinLimits(bpm: number, songBpm: number): number {
  const { slowest, fastest } = SPEED_LIMITS;
  return Math.min((songBpm * fastest) / 100, Math.max((songBpm * slowest) / 100, bpm));
}

/** The tempo of a round of a ramp, counted from 0. It goes down where its goal is lower. */
export function bpmOfRound({ startBpm, stepBpm, everyRounds, goalBpm }: Ramp, round: number): number {
  const risen = Math.floor(round / Math.max(1, everyRounds)) * Math.abs(stepBpm);
  return goalBpm >= startBpm ? Math.min(goalBpm, startBpm + risen) : Math.max(goalBpm, startBpm - risen);
}

/** The tempo and the count after a round that was clean or missed. */
export function countRound(
  bpm: number,
  count: RoundCount,
  wasClean: boolean,
): { readonly bpm: number; readonly count: RoundCount } {
  const { upBpm, afterClean, downBpm, afterMisses } = COUNTED_RAMP;
  const clean = wasClean ? count.clean + 1 : 0;
  const misses = wasClean ? 0 : count.misses + 1;
  if (clean >= afterClean) {
    return { bpm: bpm + upBpm, count: NOTHING_COUNTED };
  }
  return misses >= afterMisses ? { bpm: bpm - downBpm, count: NOTHING_COUNTED } : { bpm, count: { clean, misses } };
}
