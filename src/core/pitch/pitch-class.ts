/** One of the twelve pitches without its octave: 0 = C, 1 = C sharp or D flat, … 11 = B. */
export type PitchClass = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11;

/** The pitch class of a MIDI number or of any whole number of semitones above C. */
export function toPitchClass(semitones: number): PitchClass {
  return (((semitones % 12) + 12) % 12) as PitchClass;
}

/** A move by semitones, the nearer way round: -5 to 6. */
export function nearestMove(semitones: number): number {
  const up = toPitchClass(semitones);
  return up > 6 ? up - 12 : up;
}
