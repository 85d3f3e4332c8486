import { expect, test } from 'vitest';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/problem/setup-question.ts';
import { range } from '../../../core/kernel/list.ts';
import { fretAtPx, rowBottomPx, rowHeightPx, rowMiddlePx } from './neck-geometry.ts';

test('a height on the neck belongs to the row it lies in, and beyond the ends to the last row there', () => {
  for (const fret of range(0, HIGHEST_PLANNED_CAPO + 1)) {
    expect(fretAtPx(rowMiddlePx(fret))).toBe(fret);
  }
  expect([fretAtPx(-50), fretAtPx(10_000)]).toEqual([0, HIGHEST_PLANNED_CAPO]);
});

test('rows shrink up the neck as frets do: each twelfth root of two shorter than the one before', () => {
  for (const fret of range(2, HIGHEST_PLANNED_CAPO + 1)) {
    expect(rowHeightPx(fret - 1) / rowHeightPx(fret)).toBeCloseTo(2 ** (1 / 12), 6);
    expect(rowBottomPx(fret)).toBeGreaterThan(rowBottomPx(fret - 1));
  }
});
