import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { countedGapMs, LONGEST_GAP_MS } from './elapsed.ts';
import { type LibraryTime, startLibraryTime } from './library-time.ts';
import type { StoredTime, TimeRepository } from './repository.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const NOON = new Date('2026-05-04T12:00:00Z');

/** A library that is started and ended, with a clock that says what a test wants. */
function createRuns() {
  let stored: StoredTime | null = null;
  const days = new Set<string>();
  const repository: TimeRepository = {
    find: async () => stored,
    store: async (time) => {
      stored = time;
    },
    addDay: async (day) => void days.add(day),
    countDays: async () => days.size,
  };
  /** One run: the clock says `from` at its start, and it lasts so long. */
  const run = async (from: Date, lastsMs: number): Promise<{ readonly time: LibraryTime; readonly day: number }> => {
    let passedMs = 0;
    const clocks = { now: () => new Date(from.getTime() + passedMs), steadyMs: () => passedMs };
    const time = await startLibraryTime(repository, clocks);
    const day = await time.day();
    passedMs = lastsMs;
    await time.mark();
    return { time, day };
  };
  return { run, days };
}

describe('the library’s own time', () => {
  test('goes on while the program runs, and over the nights between', async () => {
    const { run } = createRuns();
    expect((await run(NOON, 2 * HOUR)).time.runMs()).toBe(2 * HOUR);
    const next = await run(new Date(NOON.getTime() + DAY), HOUR);
    expect(next.time.runMs()).toBe(25 * HOUR);
    expect(next.day).toBe(2);
  });

  test.each([
    ['400 days ahead', 400 * DAY],
    ['30 years back', -30 * 365 * DAY],
    ['27 hours ahead', 27 * HOUR],
  ])('does not follow a clock that is %s for one start', async (_, jump) => {
    const { run } = createRuns();
    await run(NOON, HOUR);
    const wrong = await run(new Date(NOON.getTime() + jump), HOUR);
    expect(wrong.time.runMs()).toBe(2 * HOUR);
    expect(wrong.day).toBe(2);
    const right = await run(new Date(NOON.getTime() + 3 * HOUR), HOUR);
    expect(right.time.runMs()).toBe(3 * HOUR);
    expect(right.day).toBe(2);
  });

  test('never goes back, and never on by more than a run and a night, whatever clocks say', async () => {
    const starts = fc.array(fc.tuple(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 50 })), {
      minLength: 1,
      maxLength: 20,
    });
    await fc.assert(
      fc.asyncProperty(starts, async (runs) => {
        const { run, days } = createRuns();
        let before = 0;
        for (const [hours, lasts] of runs) {
          const { time, day } = await run(new Date(NOON.getTime() + hours * HOUR), lasts * HOUR);
          const gone = time.runMs() - before;
          expect(gone).toBeGreaterThanOrEqual(lasts * HOUR);
          expect(gone).toBeLessThanOrEqual(lasts * HOUR + LONGEST_GAP_MS);
          expect(day).toBe(days.size);
          before = time.runMs();
        }
      }),
      { numRuns: 200, seed: 5 },
    );
  });

  test('begins no earlier than the newest backup that lies beside a new library', async () => {
    const repository: TimeRepository = {
      find: async () => null,
      store: async () => undefined,
      addDay: async () => undefined,
      countDays: async () => 1,
    };
    const time = await startLibraryTime(repository, { now: () => NOON, steadyMs: () => 0 }, 7 * DAY);
    expect(time.runMs()).toBe(7 * DAY);
  });

  test.each([
    [0, 0],
    [LONGEST_GAP_MS, LONGEST_GAP_MS],
    [LONGEST_GAP_MS + 1, 0],
    [-1, 0],
  ])('counts a gap of %d ms as %d', (gap, counted) => {
    expect(countedGapMs(NOON, new Date(NOON.getTime() + gap))).toBe(counted);
  });
});
