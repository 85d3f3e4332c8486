import { countedGapMs } from './elapsed.ts';
import type { TimeRepository } from './repository.ts';

/** What tells the time: the machine's clock, for people, and a count of ms that only goes on. */
export type Clocks = { readonly now: () => Date; readonly steadyMs: () => number };

/** The clocks of this machine. */
export const MACHINE_CLOCKS: Clocks = { now: () => new Date(), steadyMs: () => performance.now() };

/** The library's own time while the program runs. */
export type LibraryTime = {
  readonly now: () => Date;
  /** For how long the library has run, in ms. */
  readonly runMs: () => number;
  /** On how many days it has run, today included. */
  readonly day: () => Promise<number>;
  /** Writes down how far it has come. */
  readonly mark: () => Promise<void>;
};

/** Goes on from where the library's time stood, or from `leastMs`, the time of its newest backup, where that is later. */
export async function startLibraryTime(
  repository: TimeRepository,
  { now, steadyMs }: Clocks,
  leastMs = 0,
): Promise<LibraryTime> {
  const stored = await repository.find();
  const cameTo = stored === null ? 0 : stored.runMs + countedGapMs(stored.seenAt, now());
  const base = Math.round(Math.max(cameTo, leastMs));
  const startedAt = steadyMs();
  const runMs = (): number => base + Math.round(steadyMs() - startedAt);
  let noted: string | null = null;
  return {
    now,
    runMs,
    day: async () => {
      const today = now().toISOString().slice(0, 10);
      if (noted !== today) {
        await repository.addDay(today);
        noted = today;
      }
      return repository.countDays();
    },
    mark: () => repository.store({ runMs: runMs(), seenAt: now() }),
  };
}
