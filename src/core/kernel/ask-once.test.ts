import { expect, test } from 'vitest';
import { askedOnce } from './ask-once.ts';

test('what is asked for once is answered to all, and asked for again where it failed', async () => {
  let asked = 0;
  const ask = askedOnce(async () => {
    asked += 1;
    if (asked === 1) {
      throw new Error('too many open files');
    }
    return { asked };
  });
  const [first, second] = await Promise.allSettled([ask(), ask()]);
  expect([first.status, second.status]).toEqual(['rejected', 'rejected']);
  expect(asked).toBe(1);
  const [third, fourth] = await Promise.all([ask(), ask()]);
  expect(third).toEqual({ asked: 2 });
  expect(fourth).toBe(third);
  expect(await ask()).toBe(third);
});
