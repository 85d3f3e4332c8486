/*
 * Which of many dated copies are kept: all of the last hours, then one an hour, one a day, one a week. Of the copies that
 * share an hour, a day or a week the oldest stays, so that what is kept once does not move on with every new copy.
 */

const HOUR_MS = 60 * 60 * 1000;
const DAY_MS = 24 * HOUR_MS;

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

/** The copies that may go, for a list of dated copies in any order. The newest copy always stays. */
export function listExpired<T extends { readonly madeAt: Date }>(
  copies: readonly T[],
  now: Date,
  keeping: Keeping,
): readonly T[] {
  const oldestFirst = [...copies].sort((a, b) => a.madeAt.getTime() - b.madeAt.getTime());
  const newest = oldestFirst.at(-1);
  const taken = new Set<string>();
  return oldestFirst.filter((copy) => {
    const place = placeOf(copy.madeAt, now, keeping);
    if (copy === newest || place === 'all') {
      return false;
    }
    const isTaken = place === 'gone' || taken.has(place);
    taken.add(place);
    return isTaken;
  });
}

/** The hour, day or week a copy stands for at its age. */
function placeOf(madeAt: Date, now: Date, keeping: Keeping): string {
  const time = madeAt.getTime();
  const age = now.getTime() - time;
  if (age <= keeping.allMs) {
    return 'all';
  }
  if (age <= keeping.hourlyMs) {
    return `hour ${Math.floor(time / HOUR_MS)}`;
  }
  if (age <= keeping.dailyMs) {
    return `day ${Math.floor(time / DAY_MS)}`;
  }
  return age <= keeping.weeklyMs ? `week ${Math.floor(time / (7 * DAY_MS))}` : 'gone';
}
