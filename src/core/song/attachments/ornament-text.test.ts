import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { COMMON_TIME, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { formatBarNumbers, parseBarNumbers } from '../played/bar-numbers.ts';
import { listPlayedBars } from '../played/played-bars.ts';
import { formatBeatPlace, formatOrnamentNotes, parseBeatPlace, parseOrnamentNotes } from './ornament-text.ts';

const EIGHTH = QUARTER_TICKS / 2;
const STEPS = [1, 2, 3, 4].map((parts) => QUARTER_TICKS / parts);
const read = (text: string, startTick = 0, stepTicks = EIGHTH) => parseOrnamentNotes(text, { startTick, stepTicks });

describe('steps of an ornament', () => {
  test('are strings and frets one after the other; a dash lets the last ones ring, a plus strikes together', () => {
    expect(read('6/0 - 5/3+1/2 -')).toEqual({
      ok: true,
      value: [
        { stringNumber: 6, fret: 0, startTick: 0, lengthTicks: QUARTER_TICKS },
        { stringNumber: 5, fret: 3, startTick: QUARTER_TICKS, lengthTicks: QUARTER_TICKS },
        { stringNumber: 1, fret: 2, startTick: QUARTER_TICKS, lengthTicks: QUARTER_TICKS },
      ],
    });
  });

  test.each([
    ['', { kind: 'no-steps' }],
    ['- 5/3', { kind: 'nothing-to-ring' }],
    ['5/3 5', { kind: 'bad-step', at: 2, found: '5' }],
    ['9/1', { kind: 'bad-step', at: 1, found: '9/1' }],
    ['5/3 5/123', { kind: 'bad-step', at: 2, found: '5/123' }],
    ['5/3+', { kind: 'bad-step', at: 1, found: '5/3+' }],
    ['h2', { kind: 'bad-step', at: 1, found: 'h2' }],
    ['4/0x2', { kind: 'bad-step', at: 1, found: '4/0x2' }],
  ])('“%s” is refused with its place', (text, error) => {
    expect(read(text)).toEqual({ ok: false, error });
  });

  test('that are not struck come from the note before, as steps of their own or sharing one', () => {
    const [four, note] = [{ stringNumber: 4 }, { lengthTicks: EIGHTH }];
    expect(read('4/0 h2 p0 -')).toEqual({
      ok: true,
      value: [
        { ...four, ...note, fret: 0, startTick: 0 },
        { ...four, ...note, fret: 2, startTick: EIGHTH, join: 'hammer-on' },
        { ...four, fret: 0, startTick: 2 * EIGHTH, lengthTicks: 2 * EIGHTH, join: 'pull-off' },
      ],
    });
    expect(read('4/0h2')).toEqual(read('4/0 h2', 0, EIGHTH / 2));
    expect(read('2/5s7b9')).toEqual(read('2/5 s7 b9', 0, EIGHTH / 3));
    expect(read('6/0+4/0 6/3+4/h2')).toMatchObject({
      ok: true,
      value: [{}, {}, { stringNumber: 6 }, { stringNumber: 4, join: 'hammer-on' }],
    });
  });

  test('written and read again are the same notes', () => {
    const step = fc.oneof(
      fc.constant('-'),
      fc.tuple(fc.integer({ min: 1, max: 6 }), fc.nat(14)).map(([string, fret]) => `${string}/${fret}`),
      fc.tuple(fc.constantFrom('h', 'p', 's', 'b'), fc.nat(14)).map(([letter, fret]) => `${letter}${fret}`),
    );
    const steps = fc
      .tuple(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.nat(14)), fc.array(step, { maxLength: 11 }))
      .map(([[string, fret], rest]) => [`${string}/${fret}`, ...rest].join(' '));
    fc.assert(
      fc.property(steps, fc.constantFrom(...STEPS), fc.nat(4), (text, stepTicks, beat) => {
        const first = parseOrnamentNotes(text, { startTick: beat * QUARTER_TICKS, stepTicks });
        const notes = first.ok ? first.value : [];
        const { text: again, ...place } = formatOrnamentNotes(notes, STEPS);
        expect(parseOrnamentNotes(again, place)).toEqual({ ok: true, value: notes });
      }),
      { numRuns: 500, seed: 2 },
    );
  });
});

test.each([
  ['1', 0],
  ['3', 2],
  ['2&', 1.5],
  ['4 e', 3.25],
  ['4a', 3.75],
])('beat %s of 4/4 lies %f beats after the bar line', (text, beats) => {
  expect(parseBeatPlace(text, COMMON_TIME)).toBe(beats * QUARTER_TICKS);
  expect(formatBeatPlace(beats * QUARTER_TICKS, COMMON_TIME)).toBe(text.replace(' ', ''));
});

test.each(['0', '5', 'x', '2+', ''])('“%s” is no beat of 4/4', (text) => {
  expect(parseBeatPlace(text, COMMON_TIME)).toBeNull();
});

describe('bar numbers', () => {
  const played = listPlayedBars(songFromChart('Verse:\n| G | D | x2\n\nChorus:\n| C | G |\n'));

  test('name played bars, each once', () => {
    const bars = parseBarNumbers('1-3, 5, 2', played);
    expect(bars.ok && bars.value.map(({ number }) => number)).toEqual([1, 2, 3, 5]);
  });

  test.each([
    ['7', { kind: 'no-such-bar', number: 7, last: 6 }],
    ['1-x', { kind: 'not-bar-numbers', found: '1-x' }],
    ['3-2', { kind: 'not-bar-numbers', found: '3-2' }],
    [' ', { kind: 'not-bar-numbers', found: '' }],
  ])('“%s” is refused', (text, error) => {
    expect(parseBarNumbers(text, played)).toEqual({ ok: false, error });
  });

  test('are written in runs', () => {
    expect(formatBarNumbers([3, 1, 2, 7, 9, 10, 2])).toBe('1-3, 7, 9-10');
  });
});
