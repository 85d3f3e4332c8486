/*
 * Putting things of given heights into containers one after the other, the columns of one page and then of the next.
 *
 * First as few containers as hold them all, by filling each as far as it goes; then, over as many, the breaks that leave the
 * blank spaces as equal as can be (the least sum of their squares, by going backwards over all breaks).
 */
import { itemAt, range, sumOf } from '../../kernel/list.ts';

/** How many containers are filled when each takes as much as it holds; a thing too high for all counts as more than any number. */
export function countFilled(heights: readonly number[], capacityOf: (index: number) => number): number {
  let container = 0;
  let used = 0;
  for (const height of heights) {
    while (used + height > capacityOf(container) + TOLERANCE_MM) {
      container += 1;
      used = 0;
      if (container > heights.length + EMPTY_AT_MOST) {
        return Number.POSITIVE_INFINITY;
      }
    }
    used += height;
  }
  return container + 1;
}

const TOLERANCE_MM = 1e-6;
const EMPTY_AT_MOST = 4;

/** The first of the things in a container, and the one after its last. */
type Piece = { readonly from: number; readonly until: number };

/** Where each container begins and ends among the things, so that blank spaces are as equal as can be; null where they do not fit. */
export function balance(heights: readonly number[], capacities: readonly number[]): readonly Piece[] | null {
  const count = heights.length;
  // The least cost of putting the things from each place on into the containers that are left: nothing is left of nothing.
  let after: readonly number[] = [...heights.map(() => Number.POSITIVE_INFINITY), 0];
  const ends: (readonly number[])[] = [];
  for (const capacity of capacities.toReversed()) {
    const best = range(0, count + 1).map((from) => bestEnd(heights, from, capacity, after));
    after = best.map(({ cost }) => cost);
    ends.unshift(best.map(({ until }) => until));
  }
  if (!Number.isFinite(after[0] ?? Number.POSITIVE_INFINITY)) {
    return null;
  }
  let from = 0;
  return ends.map((untilOf) => {
    const piece = { from, until: itemAt(untilOf, from) };
    from = piece.until;
    return piece;
  });
}

/** How far to fill one container that begins at a place, with what everything behind it then costs. */
function bestEnd(
  heights: readonly number[],
  from: number,
  capacity: number,
  after: readonly number[],
): { readonly until: number; readonly cost: number } {
  let best = { until: from, cost: Number.POSITIVE_INFINITY };
  let used = 0;
  for (let until = from; used <= capacity + TOLERANCE_MM && until <= heights.length; until += 1) {
    const cost = (capacity - used) ** 2 + itemAt(after, until);
    // Of equals the one that fills the earlier container more.
    if (cost <= best.cost + TOLERANCE_MM) {
      best = { until, cost };
    }
    used += heights[until] ?? 0;
  }
  return best;
}

/** The height of a row of things. */
export function heightOf(blocks: readonly { readonly heightMm: number }[]): number {
  return sumOf(blocks, ({ heightMm }) => heightMm);
}
