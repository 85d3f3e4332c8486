/*
 * How often a law is tried on random songs. `npm test` tries each on a fortieth of the cases, `npm run test:deep` on all of them; the share can
 * be set with TEST_SHARE (0 to 1).
 */

const SHARE = Math.min(1, Math.max(0, Number(process.env['TEST_SHARE'] ?? 0.025)));

/** Whether every case is tried. */
export const HAS_ALL_CASES = SHARE === 1;

/** How many of so many cases are tried this time: a few in any case. */
export function runs(full: number, fewest = 12): number {
  return Math.max(Math.min(full, fewest), Math.round(full * SHARE));
}

/** As many of a list as `runs` tries, spread evenly over it. */
export function someOf<T>(list: readonly T[], fewest?: number): readonly T[] {
  const count = runs(list.length, fewest);
  return list.filter(
    (_, at) => Math.floor((at * count) / list.length) !== Math.floor(((at - 1) * count) / list.length),
  );
}
