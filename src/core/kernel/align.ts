/*
 * Lines up two lists so that what did not change keeps its identity.
 *
 * A longest common subsequence over keys finds the items that survive; between two survivors, items left over on both
 * sides are paired in order, since an edited line is far more often a changed line than one removed and one added.
 * The common head and tail are matched first, so that an edit in a long song stays cheap.
 */

/** For each item of `next`, the index of the item of `previous` it continues, or null when it is new. */
export function alignLists(previous: readonly string[], next: readonly string[]): readonly (number | null)[] {
  const matches: (number | null)[] = next.map(() => null);
  let head = 0;
  while (head < previous.length && head < next.length && previous[head] === next[head]) {
    matches[head] = head;
    head += 1;
  }
  let tail = 0;
  while (
    tail < previous.length - head &&
    tail < next.length - head &&
    previous[previous.length - 1 - tail] === next[next.length - 1 - tail]
  ) {
    matches[next.length - 1 - tail] = previous.length - 1 - tail;
    tail += 1;
  }
  const before = previous.slice(head, previous.length - tail);
  const after = next.slice(head, next.length - tail);
  for (const [oldIndex, newIndex] of commonSubsequence(before, after)) {
    matches[head + newIndex] = head + oldIndex;
  }
  pairLeftovers(previous.length, matches);
  return matches;
}

/** Index pairs of a longest common subsequence; lists past 1,500 items a side are not compared (quadratic work). */
function commonSubsequence(a: readonly string[], b: readonly string[]): readonly (readonly [number, number])[] {
  if (a.length > 1500 || b.length > 1500) {
    return [];
  }
  const width = b.length + 1;
  const lengths = new Uint16Array((a.length + 1) * width);
  for (let i = a.length - 1; i >= 0; i -= 1) {
    for (let j = b.length - 1; j >= 0; j -= 1) {
      lengths[i * width + j] =
        a[i] === b[j]
          ? (lengths[(i + 1) * width + j + 1] ?? 0) + 1
          : Math.max(lengths[(i + 1) * width + j] ?? 0, lengths[i * width + j + 1] ?? 0);
    }
  }
  const pairs: [number, number][] = [];
  let i = 0;
  let j = 0;
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) {
      pairs.push([i, j]);
      i += 1;
      j += 1;
    } else if ((lengths[(i + 1) * width + j] ?? 0) >= (lengths[i * width + j + 1] ?? 0)) {
      i += 1;
    } else {
      j += 1;
    }
  }
  return pairs;
}

/** Pairs unmatched items, in order, inside each gap between two matches. */
function pairLeftovers(previousCount: number, matches: (number | null)[]): void {
  let freeOld = 0;
  let index = 0;
  while (index < matches.length) {
    const match = matches[index];
    if (match !== null && match !== undefined) {
      freeOld = match + 1;
      index += 1;
      continue;
    }
    const gapEnd = matches.findIndex((value, later) => later > index && value !== null);
    const last = gapEnd === -1 ? matches.length : gapEnd;
    const oldEnd = gapEnd === -1 ? previousCount : (matches[gapEnd] ?? previousCount);
    while (index < last) {
      if (freeOld < oldEnd) {
        matches[index] = freeOld;
        freeOld += 1;
      }
      index += 1;
    }
  }
}
