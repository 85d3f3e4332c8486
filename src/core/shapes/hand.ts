import type { Stage } from './change-time.ts';

/** How large the class's hands are; stretches are measured against it. */
export type HandSize = 'small' | 'average' | 'large';

/** The sizes of hands, smallest first. */
export const HAND_SIZES: readonly HandSize[] = ['small', 'average', 'large'];

/** The left hand that shapes are found for. */
export type Hand = {
  readonly size: HandSize;
  /** Whether full barres are held yet; without, a shape with one counts as out of reach for now. */
  readonly playsBarres: boolean;
  /** Whether the thumb may reach over the edge and stop the lowest string. */
  readonly usesThumb: boolean;
  /** How long it has played, which decides how quickly it changes. */
  readonly stage: Stage;
};

/** An average hand that holds barres and keeps its thumb behind the neck. */
export const AVERAGE_HAND: Hand = { size: 'average', playsBarres: true, usesThumb: false, stage: 'year' };

/** Reach of a hand as a share of an average one (from memory: spans of small and large adult hands differ by about a tenth). */
export const REACH_SHARE: Readonly<Record<HandSize, number>> = { small: 0.9, average: 1, large: 1.1 };
