import type { CycleBars } from '../rhythm/pattern.ts';
import type { ChordEntryStyle } from '../song/document/document.ts';

/** How often a pattern comes round: "one round to a bar" (rule R2). */
export const ROUND_WORDS: Readonly<Record<CycleBars, string>> = {
  0.5: 'two rounds to a bar',
  1: 'one round to a bar',
  2: 'one round to two bars',
};

/** How a chord is met that enters between strums, as a choice. */
export const ENTRY_WORDS: Readonly<Record<ChordEntryStyle, string>> = {
  wait: 'chords wait for their strum',
  strike: 'chords are struck where they come',
  push: 'chords come with the strum before',
};

/** The same on paper; a chord that waits is what a reader expects. */
export function sayEntry(entry: ChordEntryStyle | null): string {
  return entry === 'strike'
    ? 'a chord that comes between strums is struck there too'
    : entry === 'push'
      ? 'a chord that comes between strums comes with the strum before, if that is a beat away at most'
      : '';
}
