/*
 * Guesses at the password, slowed: after a few wrong ones from an address, each further one has to wait twice as long as the one before, and what
 * comes earlier is refused unheard. Wrong ones from everywhere together are slowed too, so that many addresses gain little.
 */

const FREE_GUESSES = 5;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15 * 60 * 1000;
/** Wrong guesses from everywhere, in a row, before all have to wait. */
const FREE_TOGETHER = 50;
const MOST_ADDRESSES = 10_000;

type Wrong = { readonly count: number; readonly until: number };

/** What is known of guesses; `now` is any clock that goes on, in ms. */
export function createGuesses(now: () => number) {
  const byAddress = new Map<string, Wrong>();
  let together: Wrong = { count: 0, until: 0 };
  const after = ({ count }: Wrong, free: number): Wrong => {
    const over = count + 1 - free;
    return {
      count: count + 1,
      until: over <= 0 ? 0 : now() + Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (over - 1)),
    };
  };
  return {
    /** How long a guess from an address has to wait, in ms; 0 where it may be made. */
    waitMs: (address: string): number =>
      Math.max(0, (byAddress.get(address)?.until ?? 0) - now(), Math.min(together.until - now(), FIRST_WAIT_MS * 5)),
    wrong: (address: string): void => {
      const before = byAddress.get(address) ?? { count: 0, until: 0 };
      byAddress.delete(address);
      byAddress.set(address, after(before, FREE_GUESSES));
      together = after(together, FREE_TOGETHER);
      const [oldest] = byAddress.keys();
      if (byAddress.size > MOST_ADDRESSES && oldest !== undefined) {
        byAddress.delete(oldest);
      }
    },
    right: (address: string): void => {
      byAddress.delete(address);
      together = { count: 0, until: 0 };
    },
  };
}
