/* What came of a drill: who did what, when, how fast, and whether it was clean. */

/** The drills. */
export const DRILLS = ['changes', 'ramp', 'strum', 'pattern', 'single-strums', 'joined'] as const;

/** One of them. */
export type DrillKind = (typeof DRILLS)[number];

/** How a number of changes came about: they were counted aloud and typed, or counted by a partner pressing. */
export const COUNTED_BY = ['typed', 'partner'] as const;

/** One of them. */
export type CountedBy = (typeof COUNTED_BY)[number];

/**
 * A result. `what` is said in words ("G to D", "Late Ferry, two chords"), so that it can be read when the song is gone. `bpm` is the
 * tempo it was done at, `count` how often it was done in `seconds`; null where that is not what the drill measures.
 */
export type DrillResult = {
  readonly id: string;
  readonly songId: string | null;
  readonly who: string;
  readonly drill: DrillKind;
  readonly what: string;
  /** An instant as ISO 8601 has it. */
  readonly doneAt: string;
  readonly seconds: number;
  readonly bpm: number | null;
  readonly count: number | null;
  readonly countedBy: CountedBy | null;
  readonly isClean: boolean | null;
};

/** Bounds of results: their words, and how many a library keeps; the oldest give way. */
export const RESULT_LIMITS = { whoCharacters: 60, whatCharacters: 120, kept: 20_000 } as const;

/** Changes in a minute from changes in some seconds. */
export function perMinute(count: number, seconds: number): number {
  return seconds <= 0 ? 0 : (count * 60) / seconds;
}

/**
 * The tempo at which a change fits, from changes in a minute without a click: each change takes 60 / count seconds, and the song leaves
 * `freeBeats` beats for it. So tempo = changes x free beats.
 */
export function tempoForChanges(changesPerMinute: number, freeBeats: number): number {
  return changesPerMinute * freeBeats;
}
