import { err, ok, type Result } from '../kernel/result.ts';
import { isNoteName, type NoteName, pitchClassOf, toFifths } from './note-name.ts';
import { type PitchClass, toPitchClass } from './pitch-class.ts';

/** Why a text is not a pitch such as "C4". */
export type PitchError = { readonly kind: 'not-a-pitch'; readonly found: string };

/**
 * Reads a spelled pitch with its octave in scientific notation (C4 = middle C) as a MIDI number.
 * Octaves change at C by letter, so "Cb4" is the B below middle C and "B#3" is middle C.
 * @example parsePitch("A4") // 69
 */
export function parsePitch(text: string): Result<number, PitchError> {
  const match = /^\s*([A-Ga-g])(##|#|♯|bb|b|♭)?(-?\d)\s*$/.exec(text);
  const letter = match?.[1]?.toUpperCase() ?? '';
  const sign = (match?.[2] ?? '').replace('♯', '#').replace('♭', 'b');
  const name = letter + sign;
  if (match === null || !isNoteName(name) || !isNoteName(letter)) {
    return err({ kind: 'not-a-pitch', found: text });
  }
  const alteration = (toFifths(name) - toFifths(letter)) / 7;
  const midi = (Number(match[3]) + 1) * 12 + pitchClassOf(letter) + alteration;
  return midi >= 0 && midi <= 127 ? ok(midi) : err({ kind: 'not-a-pitch', found: text });
}

/** The octave number of a MIDI note in scientific notation: 60 is in octave 4. */
function octaveOf(midi: number): number {
  return Math.floor(midi / 12) - 1;
}

/**
 * A MIDI number as a spelled pitch, using the names given for the twelve pitch classes.
 * @example formatPitch(70, (pitchClass) => spellInKey(pitchClass, bFlatMajor)) // "Bb4"
 */
export function formatPitch(midi: number, spell: (pitchClass: PitchClass) => NoteName): string {
  const name = spell(toPitchClass(midi));
  const letter = name.slice(0, 1) as NoteName;
  const alteration = (toFifths(name) - toFifths(letter)) / 7;
  return `${name}${octaveOf(midi - alteration)}`;
}

/** A lowest and a highest sounding note as MIDI numbers. */
export type PitchRange = { readonly lowMidi: number; readonly highMidi: number };

/** Why a text is no range of two pitches. */
export type RangeError = PitchError | { readonly kind: 'range-upside-down'; readonly found: string };

/** Reads "C4-D5" or "C4 to D5", the lower note first. */
export function parseRange(text: string): Result<PitchRange, RangeError> {
  const match = /^\s*([A-Ga-g]\S*?)\s*(?:-|–|\bto\b)\s*([A-Ga-g]\S*)\s*$/.exec(text);
  const low = parsePitch(match?.[1] ?? '');
  const high = parsePitch(match?.[2] ?? '');
  if (!low.ok || !high.ok || low.value < LOWEST_RANGE_MIDI) {
    return err({ kind: 'not-a-pitch', found: text });
  }
  return low.value <= high.value
    ? ok({ lowMidi: low.value, highMidi: high.value })
    : err({ kind: 'range-upside-down', found: text });
}

/** C0: nobody sings lower, and a minus before the octave cannot be told from the hyphen of a range. */
const LOWEST_RANGE_MIDI = 12;

/** A range as {@link parseRange} reads it. */
export function formatRange(range: PitchRange, spell: (pitchClass: PitchClass) => NoteName): string {
  return `${formatPitch(range.lowMidi, spell)}-${formatPitch(range.highMidi, spell)}`;
}
