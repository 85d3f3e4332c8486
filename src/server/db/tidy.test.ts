import { expect, test } from 'vitest';
import { createTidyWatch } from './tidy.ts';

const MEGABYTE = 1024 * 1024;

/** Whether it is due at each look: what was written by then in MB, and the time in s. */
function looks(...at: readonly (readonly [megabytes: number, seconds: number])[]): readonly boolean[] {
  let now = 0;
  const watch = createTidyWatch(() => now);
  return at.map(([megabytes, seconds]) => {
    now = seconds * 1000;
    const isDue = watch.isDue(megabytes * MEGABYTE);
    if (isDue) {
      watch.tidied(megabytes * MEGABYTE);
    }
    return isDue;
  });
}

test('tidying waits for quiet while little was written, and for nothing when it is much', () => {
  expect(looks([1, 0], [1, 1], [1, 4], [1, 9])).toEqual([false, false, true, false]);
  expect(looks([1, 0], [2, 2], [3, 4], [4, 6], [4, 8], [4, 9.5])).toEqual([false, false, false, false, false, true]);
  expect(looks([4, 0], [13, 0.1], [14, 0.2], [27, 0.3])).toEqual([false, true, false, true]);
  expect(looks([0.2, 0], [0.2, 60])).toEqual([false, false]);
});

test('an engine that was opened again counts from nothing', () => {
  expect(looks([13, 0], [0, 1], [1, 2], [1, 6])).toEqual([true, false, false, true]);
});
