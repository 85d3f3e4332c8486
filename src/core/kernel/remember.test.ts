import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runs } from '../../test-support/runs.ts';
import { createMemory, createPairMemory, remember, rememberOf, rememberPair } from './remember.ts';

describe('a memory', () => {
  test('makes an answer once and gives the same one again, until it is full and begins anew', () => {
    const memory = createMemory<{ readonly of: string }>(2);
    let made = 0;
    const ask = (key: string) => {
      return remember(memory, key, () => {
        made += 1;
        return { of: key };
      });
    };
    const first = ask('a');
    expect(ask('a')).toBe(first);
    ask('b');
    expect(made).toBe(2);
    ask('c');
    expect(memory.known.size).toBe(1);
    expect(ask('a')).not.toBe(first);
    expect(made).toBe(4);
  });

  test('of an object lasts as long as the object, and is its own', () => {
    const known = new WeakMap<object, number[]>();
    const [a, b] = [{}, {}];
    expect(rememberOf(known, a, () => [])).toBe(rememberOf(known, a, () => [1]));
    expect(rememberOf(known, b, () => [])).not.toBe(rememberOf(known, a, () => []));
  });

  test('for two keys answers as one for both put together would, and never holds more than it may', () => {
    const keys = fc.constantFrom('a', 'b', 'ab', '', 'a b');
    fc.assert(
      fc.property(fc.array(fc.tuple(keys, keys), { maxLength: 80 }), fc.integer({ min: 1, max: 9 }), (asked, most) => {
        const memory = createPairMemory<string>(most);
        let made = 0;
        for (const [first, second] of asked) {
          const text = JSON.stringify([first, second]);
          const before = made;
          const answer = rememberPair(memory, first, second, () => {
            made += 1;
            return text;
          });
          expect(answer).toBe(text);
          rememberPair(memory, first, second, () => expect.unreachable('it was just made'));
          expect(made - before).toBeLessThanOrEqual(1);
          const held = [...memory.known.values()].reduce((sum, row) => sum + row.size, 0);
          expect(held).toBe(memory.size);
          expect(held).toBeLessThanOrEqual(most);
        }
        expect(made).toBeGreaterThanOrEqual(new Set(asked.map(([a, b]) => JSON.stringify([a, b]))).size);
      }),
      { numRuns: runs(300), seed: 5 },
    );
  });
});
