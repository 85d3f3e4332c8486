/*
 * Spelled note names on the line of fifths.
 *
 * Every spelled name has one place on the endless line … Bb F C G D A E B F# C# …, here with C = 0, one step a fifth.
 * On that line spelling is plain addition: an interval is a distance, transposing a name adds one, and the pitch class is
 * seven times the place. Letters with semitone offsets were rejected: they need a table for every interval and go
 * wrong at the edges (E#, Cb, double accidentals).
 */
import { type PitchClass, toPitchClass } from './pitch-class.ts';

/** A letter of the staff. */
export type Letter = 'C' | 'D' | 'E' | 'F' | 'G' | 'A' | 'B';

/** A spelled note name in ASCII, from double flat to double sharp: "C", "Bb", "F##". */
export type NoteName = `${Letter}${'' | 'b' | 'bb' | '#' | '##'}`;

const LETTERS_BY_FIFTHS: readonly Letter[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];
const LOWEST_FIFTHS = -15;
const HIGHEST_FIFTHS = 19;

/** All 35 names from Fbb to B##, in order of fifths. */
export const NOTE_NAMES: readonly NoteName[] = Array.from({ length: HIGHEST_FIFTHS - LOWEST_FIFTHS + 1 }, (_, index) =>
  nameOf(LOWEST_FIFTHS + index),
);

const FIFTHS_BY_NAME: ReadonlyMap<string, number> = new Map(
  NOTE_NAMES.map((name, index) => [name, LOWEST_FIFTHS + index]),
);

function nameOf(fifths: number): NoteName {
  const letter = LETTERS_BY_FIFTHS[(((fifths + 1) % 7) + 7) % 7];
  const alteration = Math.floor((fifths + 1) / 7);
  const sign = alteration < 0 ? 'b'.repeat(-alteration) : '#'.repeat(alteration);
  return `${letter}${sign}` as NoteName;
}

/** The place of a name on the line of fifths: C = 0, G = 1, F = -1, Bb = -2, F# = 6. */
export function toFifths(note: NoteName): number {
  return FIFTHS_BY_NAME.get(note) ?? 0;
}

/**
 * The name at a place on the line of fifths. Places beyond a double accidental take the enharmonic name
 * twelve fifths nearer to C, so the answer always sounds the same.
 * @example toNoteName(-3) // "Eb"
 */
export function toNoteName(fifths: number): NoteName {
  let place = fifths;
  while (place < LOWEST_FIFTHS) {
    place += 12;
  }
  while (place > HIGHEST_FIFTHS) {
    place -= 12;
  }
  return nameOf(place);
}

/** Moves a spelled name along the line of fifths, keeping the spelling of the interval. */
export function transposeNote(note: NoteName, fifths: number): NoteName {
  return toNoteName(toFifths(note) + fifths);
}

/** The pitch class that a spelled name sounds. */
export function pitchClassOf(note: NoteName): PitchClass {
  return toPitchClass(toFifths(note) * 7);
}

/** Whether a text is one of the 35 spelled names, written with ASCII "b" and "#". */
export function isNoteName(text: string): text is NoteName {
  return FIFTHS_BY_NAME.has(text);
}

/** The names of the twelve pitch classes where no key tells, black keys as tunings and chord books have them (common practice). */
export const PLAIN_NAMES: readonly NoteName[] = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** As many steps of fifths from one name to the next that sounds the same. */
export const ENHARMONIC_FIFTHS = 12;

/** Names between Fb and B# need no double sign. */
const PLAIN_FIFTHS = { lowest: -8, highest: 12 } as const;

/** The name without a double sign that sounds the same: G for F##, A for Bbb; a plain name stays. */
export function toPlainNote(note: NoteName): NoteName {
  const fifths = toFifths(note);
  return fifths > PLAIN_FIFTHS.highest
    ? toNoteName(fifths - ENHARMONIC_FIFTHS)
    : fifths < PLAIN_FIFTHS.lowest
      ? toNoteName(fifths + ENHARMONIC_FIFTHS)
      : note;
}

/** A note name with real signs for people, never a double one: "B♭". */
export function formatNoteName(note: NoteName): string {
  const plain = toPlainNote(note);
  return plain.slice(0, 1) + plain.slice(1).replaceAll('b', '♭').replaceAll('#', '♯');
}
