/* How long chords last when the song is played: a loop that ends and begins on one chord holds it across the seam (M7). */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

/** A chord that goes on for some bars across the seam between two lines, rounds or passes. */
export type SeamRun = {
  readonly chord: ChordSymbol;
  /** Number of the first bar it fills. */
  readonly firstBar: number;
  /** Bars it fills in a row, at least two. */
  readonly bars: number;
};

/** The chords that go on across a seam, in playing order. A bar counts where it holds nothing else. */
export function listSeamRuns(played: readonly PlayedBar[]): readonly SeamRun[] {
  const runs: { chord: ChordSymbol; from: number; until: number }[] = [];
  played.forEach((bar, index) => {
    const chord = onlyChordOf(bar);
    const last = runs.at(-1);
    if (chord === null) {
      return;
    }
    if (last !== undefined && last.until === index && formatChordSymbol(last.chord) === formatChordSymbol(chord)) {
      last.until = index + 1;
    } else {
      runs.push({ chord, from: index, until: index + 1 });
    }
  });
  return runs.flatMap(({ chord, from, until }) =>
    until - from >= 2 && crossesSeam(played.slice(from, until))
      ? [{ chord, firstBar: played[from]?.number ?? 0, bars: until - from }]
      : [],
  );
}

/** The chord that fills a bar by itself, or null. */
function onlyChordOf({ slots }: PlayedBar): ChordSymbol | null {
  const [first, ...rest] = slots;
  const chord = first?.chord ?? null;
  const isAlone = rest.every(
    (slot) => slot.chord !== null && chord !== null && formatChordSymbol(slot.chord) === formatChordSymbol(chord),
  );
  return isAlone ? chord : null;
}

function crossesSeam(run: readonly PlayedBar[]): boolean {
  const [first] = run;
  return run.some(
    (bar) => bar.lineId !== first?.lineId || bar.round !== first.round || bar.passIndex !== first.passIndex,
  );
}
