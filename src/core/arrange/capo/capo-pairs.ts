/*
 * Two capos in one room (rule K13): two guitars in different positions, both on easy shapes, sound fuller than two that
 * play the same. Both rows are of one plan, so they sound alike; what counts is that neither player has it hard.
 */
import type { Key } from '../../harmony/key.ts';
import type { CapoRow } from './capo-rows.ts';

/** Two capo frets for one sounding key, the lower first; the harder of the two efforts, and both together. */
export type CapoPair = {
  readonly low: Pick<CapoRow, 'capoFret' | 'shapeKey'>;
  readonly high: Pick<CapoRow, 'capoFret' | 'shapeKey'>;
  readonly soundingKey: Key;
  readonly barreChords: number;
  readonly harder: number;
  readonly both: number;
};

/** Fewest frets between two capos that are worth it: closer, both guitars sound in one register (common practice). */
const LEAST_APART = 3;

/** Pairs of rows that sound in one key, far enough apart, with every chord playable: fewest barre chords first, then easiest for the worse-off. */
export function rankCapoPairs(rows: readonly CapoRow[]): readonly CapoPair[] {
  const playable = rows.filter(({ unplayable }) => unplayable.length === 0);
  return playable
    .flatMap((low) =>
      playable
        .filter((high) => high.capoFret - low.capoFret >= LEAST_APART && high.keyShift === low.keyShift)
        .map((high): CapoPair => {
          const efforts = [low.effort.total, high.effort.total];
          return {
            low,
            high,
            soundingKey: low.soundingKey,
            barreChords: low.barreChords.length + high.barreChords.length,
            harder: Math.max(...efforts),
            both: low.effort.total + high.effort.total,
          };
        }),
    )
    .sort((a, b) => a.barreChords - b.barreChords || a.harder - b.harder || a.both - b.both);
}
