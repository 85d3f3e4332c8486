import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { alignLists } from './align.ts';

const letters = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 12 });

describe('lining up two lists', () => {
  test.each([
    ['abc', 'abc', [0, 1, 2]],
    ['abc', 'axc', [0, 1, 2]],
    ['abc', 'abxc', [0, 1, null, 2]],
    ['abc', 'ac', [0, 2]],
    ['', 'ab', [null, null]],
    ['abcd', 'acxd', [0, 2, null, 3]],
    ['ab', 'xaby', [null, 0, 1, null]],
  ])('%s to %s', (before, after, matches) => {
    expect(alignLists([...before], [...after])).toEqual(matches);
  });

  test('keeps the order, uses no item twice, and never leaves a possible pair in a gap', () => {
    fc.assert(
      fc.property(letters, letters, (before, after) => {
        const matches = alignLists(before, after);
        const used = matches.filter((match) => match !== null);
        expect(matches).toHaveLength(after.length);
        expect(used).toEqual([...used].sort((a, b) => a - b));
        expect(new Set(used).size).toBe(used.length);
        const equal = after.filter((item, index) => before[matches[index] ?? -1] === item).length;
        expect(equal).toBe(longestCommon(before, after));
      }),
      { numRuns: 3000, seed: 1 },
    );
  });
});

/** Length of the longest common subsequence, by plain recursion over the shorter forms. */
function longestCommon(a: readonly string[], b: readonly string[]): number {
  const known = new Map<number, number>();
  const from = (i: number, j: number): number => {
    const key = i * 100 + j;
    const value =
      known.get(key) ??
      (i === a.length || j === b.length
        ? 0
        : a[i] === b[j]
          ? 1 + from(i + 1, j + 1)
          : Math.max(from(i + 1, j), from(i, j + 1)));
    known.set(key, value);
    return value;
  };
  return from(0, 0);
}
