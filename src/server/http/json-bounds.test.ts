import fc from 'fast-check';
import { expect, test } from 'vitest';
import { MOST_DEPTH, refuseExcess } from './json-bounds.ts';

const isRefused = (text: string): boolean => {
  try {
    refuseExcess(new TextEncoder().encode(text));
    return false;
  } catch {
    return true;
  }
};

test('JSON that nests too deep is refused, just at the bound', () => {
  expect(isRefused('['.repeat(MOST_DEPTH) + ']'.repeat(MOST_DEPTH))).toBe(false);
  expect(isRefused('['.repeat(MOST_DEPTH + 1))).toBe(true);
  expect(isRefused('{"a":'.repeat(MOST_DEPTH + 1))).toBe(true);
  expect(isRefused(`[${'0,'.repeat(6_000_001)}0]`)).toBe(true);
});

test('what stands inside strings counts for nothing, escaped quotes or not', () => {
  expect(isRefused(JSON.stringify({ a: '[{'.repeat(1000), b: '"\\"[['.repeat(500) }))).toBe(false);
  expect(isRefused(`"never ended ${'['.repeat(100)}`)).toBe(false);
});

test('any JSON is refused exactly when it is deeper than the bound', () => {
  const depthOf = (value: unknown): number =>
    typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), fc.integer({ min: 50, max: 64 }), (value, wraps) => {
      let wrapped: unknown = value;
      for (let wrap = 0; wrap < wraps; wrap += 1) {
        wrapped = [wrapped];
      }
      expect(isRefused(JSON.stringify(wrapped))).toBe(depthOf(wrapped) > MOST_DEPTH);
    }),
    { numRuns: 500, seed: 12 },
  );
});
