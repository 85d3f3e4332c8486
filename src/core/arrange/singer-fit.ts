import type { PitchRange } from '../pitch/midi.ts';

/** How a melody lies in a voice: the octave it is sung in, and the semitones to spare below and above (negative: out). */
export type SingerFit = {
  readonly octaveSemitones: -12 | 0 | 12;
  readonly sung: PitchRange;
  readonly below: number;
  readonly above: number;
};

const OCTAVES = [0, -12, 12] as const;

/** Semitones to spare that a singer should have at either end (common practice: one or two). */
export const WANTED_SPARE = 2;

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
