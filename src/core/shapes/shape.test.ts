import { describe, expect, test } from 'vitest';
import { formatShape, parseShape, type Shape } from './shape.ts';

describe('a shape as text', () => {
  test.each<[string, Shape]>([
    ['x32010', [null, 3, 2, 0, 1, 0]],
    ['X 3 2 0 1 0', [null, 3, 2, 0, 1, 0]],
    ['10-12-12-11-10-10', [10, 12, 12, 11, 10, 10]],
    ['x8-10-8-9-8', [null, 8, 10, 8, 9, 8]],
    ['x-8-10-8-9-8', [null, 8, 10, 8, 9, 8]],
    ['8-10-10-9-8x', [8, 10, 10, 9, 8, null]],
    ['xx0-12-13-12', [null, null, 0, 12, 13, 12]],
    ['0-0-12-12-120', [0, 0, 12, 12, 12, 0]],
  ])('%s is read, and comes back from what is written', (text, shape) => {
    expect(parseShape(text, 6)).toEqual({ ok: true, value: shape });
    expect(parseShape(formatShape(shape), 6)).toEqual({ ok: true, value: shape });
  });

  test.each([
    ['xxxxxx', 'not-a-shape'],
    ['', 'not-a-shape'],
    ['x8-10-8-9-25', 'not-a-shape'],
    ['x8-1a-8-9-8', 'not-a-shape'],
    ['x8-10-8-9', 'wrong-string-count'],
    ['3200033', 'wrong-string-count'],
  ])('%s is refused: %s', (text, kind) => {
    expect(parseShape(text, 6)).toMatchObject({ ok: false, error: { kind } });
  });
});
