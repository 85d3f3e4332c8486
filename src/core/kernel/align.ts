/*
 * Lines up two lists so that what did not change keeps its identity.
 *
 * A longest common subsequence over keys finds the items that survive; between two survivors, items left over on both
 * sides are paired in order, since an edited line is far more often a changed line than one removed and one added.
 * The common head and tail are matched first, so that an edit in a long song stays cheap.
 */
import { range } from './list.ts';

type Pair = readonly [previous: number, next: number];

/** For each item of `next`, the index of the item of `previous` it continues, or null when it is new. */
export function alignLists(previous: readonly string[], next: readonly string[]): readonly (number | null)[] {
  const shorter = Math.min(previous.length, next.length);
  const head = countWhile(shorter, (index) => previous[index] === next[index]);
  const tail = countWhile(shorter - head, (index) => previous.at(-1 - index) === next.at(-1 - index));
  const middle = commonSubsequence(previous.slice(head, previous.length - tail), next.slice(head, next.length - tail));
  const pairs: readonly Pair[] = [
    ...range(0, head).map((index): Pair => [index, index]),
    ...middle.map(([before, after]): Pair => [head + before, head + after]),
    ...range(0, tail).map((index): Pair => [previous.length - tail + index, next.length - tail + index]),
    [previous.length, next.length],
  ];
  return fillGaps(pairs, next.length);
}

function countWhile(most: number, holds: (index: number) => boolean): number {
  let count = 0;
  while (count < most && holds(count)) {
    count += 1;
  }
  return count;
}

/** Longest lists that are compared item by item; the work grows with their product. */
const MOST_COMPARED = 1500;

/** Index pairs of a longest common subsequence, rising on both sides. */
function commonSubsequence(a: readonly string[], b: readonly string[]): readonly Pair[] {
  if (a.length > MOST_COMPARED || b.length > MOST_COMPARED) {
    return [];
  }
  const lengthFrom = commonLengths(a, b);
  const pairs: Pair[] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) {
      pairs.push([i, j]);
      i += 1;
      j += 1;
    } else if (lengthFrom(i + 1, j) >= lengthFrom(i, j + 1)) {
      i += 1;
    } else {
      j += 1;
    }
  }
  return pairs;
}

/** The length of the longest common subsequence of what follows index i of a and index j of b. */
function commonLengths(a: readonly string[], b: readonly string[]): (i: number, j: number) => number {
  const width = b.length + 1;
  const lengths = new Uint16Array((a.length + 1) * width);
  const lengthFrom = (i: number, j: number): number => lengths[i * width + j] ?? 0;
  for (let i = a.length - 1; i >= 0; i -= 1) {
    for (let j = b.length - 1; j >= 0; j -= 1) {
      const longer =
        a[i] === b[j] ? lengthFrom(i + 1, j + 1) + 1 : Math.max(lengthFrom(i + 1, j), lengthFrom(i, j + 1));
      lengths[i * width + j] = longer;
    }
  }
  return lengthFrom;
}

/** Pairs what is left over between two survivors, in order. */
function fillGaps(pairs: readonly Pair[], nextCount: number): readonly (number | null)[] {
  const matches: (number | null)[] = Array.from({ length: nextCount }, () => null);
  let [freeBefore, freeAfter] = [0, 0];
  for (const [before, after] of pairs) {
    for (const step of range(0, Math.min(before - freeBefore, after - freeAfter))) {
      matches[freeAfter + step] = freeBefore + step;
    }
    if (after < nextCount) {
      matches[after] = before;
    }
    [freeBefore, freeAfter] = [before + 1, after + 1];
  }
  return matches;
}
