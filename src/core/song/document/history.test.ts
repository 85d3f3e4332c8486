import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runs } from '../../../test-support/runs.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { type History, recordState, redo, startHistory, undo } from './history.ts';

const times = <T>(count: number, act: (history: History<T>) => History<T>, history: History<T>): History<T> =>
  range(0, count).reduce((each) => act(each), history);

describe('a history', () => {
  test('goes back through all that was recorded and forward again', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 60 }), (states) => {
        // A state is told by its identity, so that two equal ones are two steps.
        const boxed = states.map((value) => ({ value }));
        const first = { value: 0 };
        const whole = boxed.reduce((history, state) => recordState(history, state, null), startHistory(first));
        expect(whole.past).toEqual([first, ...boxed.slice(0, -1)]);
        const start = times(boxed.length, undo, whole);
        expect(start.present).toBe(first);
        expect(undo(start)).toBe(start);
        const again = times(boxed.length, redo, start);
        expect(again.present).toBe(whole.present);
        expect(again.past).toEqual(whole.past);
        expect(redo(again)).toBe(again);
      }),
      { numRuns: runs(200), seed: 9 },
    );
  });

  test('a step of the same group in a row joins the one before, and any step back ends the group', () => {
    const typed = ['a', 'ab', 'abc'].reduce((history, text) => recordState(history, text, 'typing'), startHistory(''));
    expect(typed.past).toEqual(['']);
    expect(undo(typed).present).toBe('');
    const other = recordState(typed, 'abc!', 'another');
    expect(other.past).toEqual(['', 'abc']);
    const after = recordState(redo(undo(typed)), 'abcd', 'typing');
    expect(after.past).toEqual(['', 'abc']);
    expect(recordState(typed, 'x', null).past).toEqual(['', 'abc']);
  });

  test('the same state is no step, and a new one drops what was undone', () => {
    const two = recordState(recordState(startHistory('a'), 'b', null), 'c', null);
    expect(recordState(two, 'c', null)).toBe(two);
    const back = undo(two);
    expect(back.future).toEqual(['c']);
    expect(recordState(back, 'd', null)).toMatchObject({ past: ['a', 'b'], present: 'd', future: [] });
  });

  test('keeps five hundred steps; the oldest give way', () => {
    const long = range(1, 701).reduce((history, state) => recordState(history, state, null), startHistory(0));
    expect(long.past).toHaveLength(500);
    expect(itemAt(long.past, 0)).toBe(200);
    expect(times(1000, undo, long).present).toBe(200);
  });
});
