import type { CycleBars } from '../rhythm/pattern.ts';
import type { ChordEntryStyle } from '../song/document/document.ts';

/** How often a pattern comes round: "once through each bar" (rule R2). */
export const ROUND_WORDS: Readonly<Record<CycleBars, string>> = {
  0.5: 'twice through each bar',
  1: 'once through each bar',
  2: 'once through two bars',
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
