/*
 * How long a hand takes for a change.
 *
 * Teachers count changes a minute, one pair of chords back and forth: after three months 30 to 40, after a year 80 to 90, which is
 * G, C and D in quarters at 85. That count for a change of usual effort is the scale; a change of another effort takes
 * more or less in proportion, over a part that any change takes (common practice).
 */

/** How long somebody has played. */
export type Stage = 'beginner' | 'year' | 'player';

/** The stages, the earliest first. */
export const STAGES: readonly Stage[] = ['beginner', 'year', 'player'];

/** Changes of usual effort that a hand makes in a minute (common practice; the last from memory). */
const CHANGES_A_MINUTE: Readonly<Record<Stage, number>> = { beginner: 35, year: 85, player: 150 };

/** The effort of a usual change: the mean of G to C, C to D and D to G in their open shapes. */
export const USUAL_COST = 2.57;

/** Share of a usual change that any change takes. */
const ANY_CHANGE = 0.2;

/** How long a change of some effort takes at a stage until it sounds clean, in ms; nothing where no finger moves. */
export function estimateChangeMs(cost: number, stage: Stage): number {
  const usualMs = 60_000 / CHANGES_A_MINUTE[stage];
  return cost === 0 ? 0 : usualMs * (ANY_CHANGE + (1 - ANY_CHANGE) * (cost / USUAL_COST));
}

/** Slower than this a song falls apart: then one strum a bar is played instead (common practice), in beats a minute. */
const SLOWEST_BPM = 50;

/**
 * The tempo at which there is time for a change, in the pulse of the song: its own where that leaves time, else as much slower as the
 * time is short, and never slower than {@link SLOWEST_BPM}. `isOneStrum` says that even that is too quick for it.
 */
export function startTempoOf(
  tempoBpm: number,
  { gapMs, neededMs }: { readonly gapMs: number; readonly neededMs: number },
): { readonly bpm: number; readonly isOneStrum: boolean } {
  const bpm = neededMs <= gapMs ? tempoBpm : Math.floor((tempoBpm * gapMs) / neededMs);
  return {
    bpm: Math.max(bpm, Math.min(SLOWEST_BPM, Math.floor(tempoBpm))),
    isOneStrum: bpm < SLOWEST_BPM && bpm < tempoBpm,
  };
}
