/*
 * Which of many copies are kept: all of the last hours, then one an hour, one a day, one a week, in the library's own time, which no wrong
 * clock moves. Of the copies that share an hour, a day or a week the oldest stays, so that what is kept once does not move on with
 * every new copy. The last ten stay in any case.
 */

const HOUR_MS = 60 * 60 * 1000;
const DAY_MS = 24 * HOUR_MS;
const ALWAYS_KEPT = 10;

/** How long copies are kept, in ms of age: all of them, then hourly, daily and weekly ones. */
export type Keeping = {
  readonly allMs: number;
  readonly hourlyMs: number;
  readonly dailyMs: number;
  readonly weeklyMs: number;
};

/** Kept versions of a song: all of two hours, hourly for two days, daily for a month, weekly for a year. */
export const VERSIONS_KEPT: Keeping = {
  allMs: 2 * HOUR_MS,
  hourlyMs: 2 * DAY_MS,
  dailyMs: 31 * DAY_MS,
  weeklyMs: 366 * DAY_MS,
};

/** Backups of the library: all of a day, daily for a month, weekly for a year. */
export const BACKUPS_KEPT: Keeping = { allMs: DAY_MS, hourlyMs: DAY_MS, dailyMs: 31 * DAY_MS, weeklyMs: 366 * DAY_MS };

/** A copy's place in the order in which they were kept, and when, in ms of the library's time. */
export type Copy = { readonly sequence: number; readonly keptAtMs: number };

/** The copies that may go, for a list of copies in any order; `nowMs` is the library's time now. */
export function listExpired<T extends Copy>(copies: readonly T[], nowMs: number, keeping: Keeping): readonly T[] {
  const oldestFirst = [...copies].sort((a, b) => a.sequence - b.sequence);
  const taken = new Set<string>();
  return oldestFirst.slice(0, -ALWAYS_KEPT).filter((copy) => {
    const place = placeOf(copy.keptAtMs, nowMs, keeping);
    if (place === 'all') {
      return false;
    }
    const isTaken = place === 'gone' || taken.has(place);
    taken.add(place);
    return isTaken;
  });
}

/** The hour, day or week a copy stands for at its age. */
function placeOf(keptAtMs: number, nowMs: number, keeping: Keeping): string {
  const age = nowMs - keptAtMs;
  if (age <= keeping.allMs) {
    return 'all';
  }
  if (age <= keeping.hourlyMs) {
    return `hour ${Math.floor(keptAtMs / HOUR_MS)}`;
  }
  if (age <= keeping.dailyMs) {
    return `day ${Math.floor(keptAtMs / DAY_MS)}`;
  }
  return age <= keeping.weeklyMs ? `week ${Math.floor(keptAtMs / (7 * DAY_MS))}` : 'gone';
}
