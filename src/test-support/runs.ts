/*
 * How often a law is tried on random songs. `npm test` tries each on a twentieth of the cases, `npm run test:deep` on all of them; the share can
 * be set with TEST_SHARE (0 to 1).
 */

const SHARE = Math.min(1, Math.max(0, Number(process.env['TEST_SHARE'] ?? 0.05)));

/** How many of so many cases are tried this time: a few in any case. */
export function runs(full: number, fewest = 12): number {
  return Math.max(Math.min(full, fewest), Math.round(full * SHARE));
}
