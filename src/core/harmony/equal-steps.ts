import type { Quality } from './quality.ts';

const SEMITONES: Readonly<Partial<Record<string, number>>> = { dim7: 3, aug: 4 };

/**
 * The step in semitones between the tones of a quality whose tones lie in equal steps, so that each of them may pass for the
 * root and every shape comes again so many frets higher; null for all others (common practice).
 */
export function findEqualStep(quality: Quality): number | null {
  return SEMITONES[quality] ?? null;
}
