import type { StringNaming } from '../../fretboard/string-names.ts';
import type { Tuning } from '../../fretboard/tuning.ts';
import type { ChordStyle } from '../../harmony/chord-style.ts';
import { AVERAGE_HAND, type Hand } from '../../shapes/hand.ts';
import type { StoredPattern } from './document.ts';

/** How a class reads: the way chords are written, strings are called, frets are counted, and which hand frets. */
export type ReadingStyle = {
  readonly chordStyle: ChordStyle;
  readonly stringNaming: StringNaming;
  readonly fretsFrom: 'capo' | 'nut';
  readonly isLeftHanded: boolean;
};

/** Settings of a library. */
export type LibrarySettings = ReadingStyle & {
  readonly hand: Hand;
  readonly ownTunings: readonly Tuning[];
  readonly ownPatterns: readonly StoredPattern[];
};

/** What a new library starts with. */
export const DEFAULT_SETTINGS: LibrarySettings = {
  chordStyle: 'letters',
  stringNaming: 'number',
  fretsFrom: 'capo',
  isLeftHanded: false,
  hand: AVERAGE_HAND,
  ownTunings: [],
  ownPatterns: [],
};

/** What a class that reads so adds to frets counted from the capo: nothing, or the capo's fret where it counts from the nut. */
export function fretsAddedOf({ fretsFrom }: Pick<ReadingStyle, 'fretsFrom'>, capoFret: number): number {
  return fretsFrom === 'nut' ? capoFret : 0;
}
