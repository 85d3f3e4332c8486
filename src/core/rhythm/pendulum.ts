/*
 * The hand swings all the time (rule R1): down on the beat, up between. A pattern obeys when every stroke goes the way the hand
 * goes at its moment; where the hand has to start again (an odd number of cells before a new group or bar) it goes down twice,
 * which is pointed out too. Both may be meant: a jig's double down, sevens.
 */
import type { Direction, Pattern } from './pattern.ts';

/** A place where a pattern goes against the swing; cells count from 0. */
export type PendulumFault =
  | { readonly kind: 'against-the-swing'; readonly cell: number; readonly hand: Direction | null }
  | { readonly kind: 'twice-down'; readonly cell: number };

/** Where the hand goes at each cell; null where it is between (the middle of a shuffled beat). */
export function listSwings({ cells, groups, metre, bars, swing }: Pattern): readonly (Direction | null)[] {
  const starts = startsOf(groups, cells.length, {
    bars,
    resetsByGroup: swing === 'even' && isTurning(groups, metre.unit),
  });
  return cells.map((_, cell) => {
    const from = starts.findLast((start) => start <= cell) ?? 0;
    const place = cell - from;
    return swing === 'shuffle' ? (SHUFFLED[place % 3] ?? null) : place % 2 === 0 ? 'down' : 'up';
  });
}

const SHUFFLED: readonly (Direction | null)[] = ['down', null, 'up'];

/** Groups of three cells in eighths are swung down, up, down, and then begin again. */
function isTurning(groups: readonly number[], unit: number): boolean {
  return unit === 8 && groups.every((count) => count === 3);
}

/** The cells at which the swing begins anew: each bar's first, and each group's where groups turn. */
function startsOf(
  groups: readonly number[],
  cellCount: number,
  { bars, resetsByGroup }: { readonly bars: number; readonly resetsByGroup: boolean },
): readonly number[] {
  if (resetsByGroup) {
    let from = 0;
    return groups.map((count) => {
      from += count;
      return from - count;
    });
  }
  return bars === 2 ? [0, cellCount / 2] : [0];
}

/** The places where a pattern goes against the swing, in order; empty for one that obeys it. Picked patterns have no swing. */
export function findPendulumFaults(pattern: Pattern): readonly PendulumFault[] {
  const { cells } = pattern;
  const swings = listSwings(pattern);
  return cells.flatMap((cell, index): readonly PendulumFault[] => {
    if (cell.kind !== 'stroke') {
      return [];
    }
    const hand = swings[index] ?? null;
    const before = swings[(index + cells.length - 1) % cells.length];
    const isAgainst = cell.direction === null ? hand === null : cell.direction !== hand;
    const isTwice = hand === 'down' && before === 'down' && cells.length > 1;
    return [
      ...(isAgainst ? [{ kind: 'against-the-swing', cell: index, hand } as const] : []),
      ...(isTwice ? [{ kind: 'twice-down', cell: index } as const] : []),
    ];
  });
}
