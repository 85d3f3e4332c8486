import { expect, test } from 'vitest';
import { plural } from './plural.ts';

test('one thing is one, none and many are many', () => {
  expect([0, 1, 2, 11, 21, 0.5].map((count) => plural(count, 'bar'))).toEqual([
    'bars',
    'bar',
    'bars',
    'bars',
    'bars',
    'bars',
  ]);
  expect([1, 3].map((count) => plural(count, 'stays', 'stay'))).toEqual(['stays', 'stay']);
});
