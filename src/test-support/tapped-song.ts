/* Songs as a person taps them: late and early, with taps left out and taps doubled; the truth stands beside. */

/** Simulated taps with what they were made from; times in ms. */
export type TappedSong = {
  readonly tapsMs: readonly number[];
  readonly beatMs: number;
  readonly beatsInBar: number;
  readonly bars: readonly { readonly startMs: number; readonly beats: number }[];
  /** Indices of bars whose tap is left out; never the first or the last. */
  readonly missingBars: readonly number[];
  readonly doubles: number;
};

/** How the taps of a song are made. */
type Tapping = {
  readonly seed: number;
  readonly jitterMs: number;
  readonly missing: number;
  readonly doubled: number;
  readonly hasOddBar: boolean;
};

/** Numbers from 0 to 1 that depend on the seed alone (the "mulberry32" generator, from memory). */
function createChance(seed: number): () => number {
  let state = (seed + 1) * 0x9e3779b9;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A song of 40 to 120 bars in 3/4, 4/4 or 6/8, at 60 to 170 beats a minute, tapped once at each bar. */
export function tapSong({ seed, jitterMs, missing, doubled, hasOddBar }: Tapping): TappedSong {
  const chance = createChance(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const beatsInBar = [4, 4, 3, 6][Math.floor(chance() * 4)] ?? 4;
  const beatMs = 60_000 / (60 + chance() * 110);
  const count = 40 + Math.floor(chance() * 80);
  const oddAt = hasOddBar ? 5 + Math.floor(chance() * (count - 10)) : -1;
  const bars: { startMs: number; beats: number }[] = [];
  let startMs = 1000 + chance() * 3000;
  for (let bar = 0; bar < count; bar += 1) {
    const beats = bar === oddAt ? Math.floor(beatsInBar / 2) : beatsInBar;
    bars.push({ startMs, beats });
    startMs += beats * beatMs;
  }
  const missingBars = bars.flatMap((_, bar) => (bar > 0 && bar < count - 1 && chance() < missing ? [bar] : []));
  let doubles = 0;
  const tapsMs = bars.flatMap((bar, index) => {
    if (missingBars.includes(index)) {
      return [];
    }
    const atMs = bar.startMs + normal() * jitterMs;
    const isDouble = chance() < doubled;
    doubles += Number(isDouble);
    return isDouble ? [atMs, atMs + 70 + chance() * 130] : [atMs];
  });
  return { tapsMs, beatMs, beatsInBar, bars, missingBars, doubles };
}
