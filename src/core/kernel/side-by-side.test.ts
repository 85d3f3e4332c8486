import fc from 'fast-check';
import { expect, test } from 'vitest';
import { layTextsSideBySide } from './side-by-side.ts';

test('two texts side by side keep every line of both in order, and equal lines are marked as such', () => {
  expect(layTextsSideBySide('a\nb\nc\n', 'a\nx\nc\nd\n')).toEqual([
    { left: 'a', right: 'a', isSame: true },
    { left: 'b', right: 'x', isSame: false },
    { left: 'c', right: 'c', isSame: true },
    { left: null, right: 'd', isSame: false },
  ]);
  const text = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { minLength: 1, maxLength: 20 });
  fc.assert(
    fc.property(text, text, (left, right) => {
      const rows = layTextsSideBySide(left.join('\n'), right.join('\n'));
      expect(rows.flatMap((row) => row.left ?? [])).toEqual(left);
      expect(rows.flatMap((row) => row.right ?? [])).toEqual(right);
      expect(rows.every((row) => row.isSame === (row.left === row.right))).toBe(true);
    }),
    { numRuns: 2000, seed: 2 },
  );
});
