import type { LibraryTime } from '../server/time/library-time.ts';

const DAY_MS = 24 * 60 * 60 * 1000;

/** A library's time that goes as a clock does, for tests that are about something else. */
export function plainTime(now: () => Date): LibraryTime {
  return {
    now,
    runMs: () => now().getTime(),
    day: async () => Math.floor(now().getTime() / DAY_MS),
    mark: async () => undefined,
  };
}
