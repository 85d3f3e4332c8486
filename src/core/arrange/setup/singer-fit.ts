import type { PitchRange } from '../../pitch/midi.ts';
import type { HighNote } from '../../song/document/document.ts';

/** How a melody lies in a voice: the octave it is sung in, and the semitones to spare below and above (negative: out). */
export type SingerFit = {
  readonly octaveSemitones: -12 | 0 | 12;
  readonly sung: PitchRange;
  readonly below: number;
  readonly above: number;
};

const OCTAVES = [0, -12, 12] as const;

/** Semitones to spare that a singer should have at either end (common practice: one or two). */
const WANTED_SPARE = 2;

/** What a voice wants to spare above, by how often the highest note comes (common practice: once is soon over). */
const WANTED_ABOVE: Readonly<Record<HighNote['comes'], number>> = { once: 1, 'a few times': 2, often: 3 };

/** How many semitones are missing to what a voice should have to spare, at the end where more are; 0 where none is. */
export function missingSpareOf({ below, above }: SingerFit, highNote: HighNote | null): number {
  const wantedAbove = highNote === null ? WANTED_SPARE : WANTED_ABOVE[highNote.comes];
  const missing = Math.max(WANTED_SPARE - Math.max(0, below), wantedAbove - Math.max(0, above));
  return Math.max(0, missing);
}

/**
 * How a melody lies in a singer's comfortable range when the song is moved by some semitones: in the octave with the most
 * to spare, its own octave first (rule K10).
 */
export function findSingerFit(melody: PitchRange, singer: PitchRange, shiftSemitones: number): SingerFit {
  const fits = OCTAVES.map((octaveSemitones) => {
    const moved = shiftSemitones + octaveSemitones;
    const sung = { lowMidi: melody.lowMidi + moved, highMidi: melody.highMidi + moved };
    return { octaveSemitones, sung, below: sung.lowMidi - singer.lowMidi, above: singer.highMidi - sung.highMidi };
  });
  return fits.reduce((best, fit) => (spareOf(fit) > spareOf(best) ? fit : best));
}

/** The lesser of what is to spare at the two ends, in semitones. */
export function spareOf({ below, above }: SingerFit): number {
  return Math.min(below, above);
}

/** Whether the whole melody lies in the range. */
export function isSingable(fit: SingerFit): boolean {
  return spareOf(fit) >= 0;
}

/** The smallest move of a song, in semitones up (negative: down), after which the melody lies in the range; null where none does. */
export function findNearestSingable(melody: PitchRange, singer: PitchRange): number | null {
  const shifts = [0, -1, 1, -2, 2, -3, 3, -4, 4, -5, 5, 6];
  return shifts.find((shift) => isSingable(findSingerFit(melody, singer, shift))) ?? null;
}
