/* The chords that are entered while a section is sung, in order: what words with chords above are lined up with. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';

type SungSlot = { readonly chord: ChordSymbol | null; readonly isTied: boolean };
type SungBar<S> = { readonly same: boolean; readonly slots: readonly S[] };
type SungLine<B> = {
  readonly bars: readonly B[];
  readonly times: number;
  readonly endings: readonly { readonly rounds: readonly number[]; readonly bars: readonly B[] }[];
};

/** Words without the room that was made in them for names: single spaces, no underlines. */
export function tidyWords(line: string): string {
  return line.replaceAll('_', '').trim().replace(/\s+/g, ' ');
}

/** A chord as it is entered: in which slot of which bar (from 0; `held` is that slot, of the bar before where the bar says "same"), at the bar's `nth` playing (from 1). */
export type SungChange<B, S = unknown> = {
  readonly bar: B;
  readonly nth: number;
  readonly slot: number;
  readonly chord: ChordSymbol;
  readonly held: S;
};

/** Every chord of some lines as they are played, so many times through. Ties enter nothing; "same" enters the chords of the bar before. */
export function listSungChanges<S extends SungSlot, B extends SungBar<S>>(
  lines: readonly SungLine<B>[],
  times: number,
): readonly SungChange<B, S>[] {
  const once = lines.flatMap(playedBarsOf);
  const all = Array.from({ length: times }, () => once).flat();
  const counts = new Map<B, number>();
  let before: readonly S[] = [];
  return all.flatMap((bar) => {
    const nth = (counts.get(bar) ?? 0) + 1;
    counts.set(bar, nth);
    before = bar.same ? before : bar.slots;
    return before.flatMap((held, slot): readonly SungChange<B, S>[] =>
      held.chord === null || held.isTied ? [] : [{ bar, nth, slot, chord: held.chord, held }],
    );
  });
}

function playedBarsOf<B>({ bars, times, endings }: SungLine<B>): readonly B[] {
  return Array.from({ length: times }, (_, index) => [
    ...bars,
    ...endings.flatMap((ending) => (ending.rounds.includes(index + 1) ? ending.bars : [])),
  ]).flat();
}
