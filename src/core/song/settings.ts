import type { StringNaming } from '../fretboard/string-names.ts';
import type { Tuning } from '../fretboard/tuning.ts';
import type { ChordStyle } from '../harmony/chord-style.ts';

/** How large the class's hands are; stretches are measured against it. */
export type HandSize = 'small' | 'average' | 'large';

/** The sizes of hands, smallest first. */
export const HAND_SIZES: readonly HandSize[] = ['small', 'average', 'large'];

/** The left hand that shapes are found for. */
export type Hand = {
  readonly size: HandSize;
  /** Whether full barres are held yet; without, a shape with one counts as much harder. */
  readonly playsBarres: boolean;
  /** Whether the thumb may come over the edge of the neck. */
  readonly usesThumb: boolean;
};

/** An average hand that holds barres and keeps its thumb behind the neck. */
export const AVERAGE_HAND: Hand = { size: 'average', playsBarres: true, usesThumb: false };

/** How a class reads: the way chords are written, strings are called, frets are counted, and which hand frets. */
export type ReadingStyle = {
  readonly chordStyle: ChordStyle;
  readonly stringNaming: StringNaming;
  readonly fretsFrom: 'capo' | 'nut';
  readonly isLeftHanded: boolean;
};

/** Settings of a library. */
export type LibrarySettings = ReadingStyle & { readonly hand: Hand; readonly ownTunings: readonly Tuning[] };

/** What a new library starts with. */
export const DEFAULT_SETTINGS: LibrarySettings = {
  chordStyle: 'letters',
  stringNaming: 'number',
  fretsFrom: 'capo',
  isLeftHanded: false,
  hand: AVERAGE_HAND,
  ownTunings: [],
};
