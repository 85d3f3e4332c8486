import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf, metreOf } from '../../test-support/read.ts';
import { STANDARD_TUNING, TUNINGS } from '../fretboard/tuning.ts';
import { itemAt, sumOf } from '../kernel/list.ts';
import { parseShape } from '../shapes/shape.ts';
import { barTicks, beatTicks, QUARTER_TICKS } from './metre.ts';
import { cycleTicks, formatCells, isStruck, parseCells } from './pattern.ts';
import { formatCounts, speakPattern } from './pattern-counts.ts';
import { fitPattern, strokesPerSecond } from './pattern-fit.ts';
import { findPattern, SHELF, searchPatterns } from './pattern-library.ts';
import { findPendulumFaults } from './pendulum.ts';
import { pickStrings } from './picking.ts';

const patternOf = (name: string) => {
  const found = findPattern(SHELF, name);
  if (found === null) {
    throw new Error(name);
  }
  return found.pattern;
};
const read = (cells: string, metre = '4/4') =>
  parseCells(cells, { name: 'Mine', metre: metreOf(metre), bars: 1, swing: 'even' });

describe('the library', () => {
  // Common practice: what a player counts under each pattern, written down by hand.
  test.each([
    ['One Bell', '1'],
    ['Two Bells', '1 3'],
    ['Four Square', '1 2 3 4'],
    ['Gate Latch', '1 2 3 4 &'],
    ['Porch Step', '1 2 & 3 4 &'],
    ['Late Ferry', '1 2 & & 4 &'],
    ['Washboard', '1 2 & & 4 &'],
    ['Full Kettle', '1 & 2 & 3 & 4 &'],
    ['Long Rope', '1 2 & & 4 & | & 2 & & 4 &'],
    ['Parcel and String', '1 2 3 4'],
    ['Parcel and Ribbon', '1 2 & 3 4 &'],
    ['Hat Rack', '& & & &'],
    ['Pile Driver', '1 & 2 & 3 & 4 &'],
    ['Rocking Chair', '1 a 2 a 3 a 4 a'],
    ['Boot Heel', '1 2 a 3 4 a'],
    ['Slow Lantern', '1 2 & a e & a 4'],
    ['Side Gate', '1 & a 2 & a e & a 4 & a'],
    ['Plain Waltz', '1 2 3'],
    ['Cellar Waltz', '1 2 3'],
    ['Ribbon Waltz', '1 2 & 3 &'],
    ['Lean Waltz', '1 & 3 &'],
    ['Six Oars', '1 2 3 4 5 6'],
    ['Harbour Swell', '1 2 & 3 & 4 5 & 6 &'],
    ['Lilt', '1 3 4 6 &'],
    ['Cart Wheel', '1 2 3 4 5 6'],
    ['Slow Twelve', '1 2 3 4 5 6 7 8 9 10 11 12'],
    ['Short March', '1 2 &'],
    ['Three and Two', '1 2 3 & 4 5 &'],
    ['Seven Stairs', '1 2 3 4 5 7'],
    ['Falling Leaf', '1 & 2 & 3 &'],
    ['Eight Beads', '1 & 2 & 3 & 4 &'],
    ['Thumb Clock', '1 2 & 3 & 4 &'],
  ])('%s is counted %s', (name, counts) => {
    expect(formatCounts(patternOf(name))).toBe(counts);
  });

  test('has each name once, and no pattern goes against the swing but where it is meant', () => {
    expect(SHELF.length).toBeGreaterThanOrEqual(34);
    expect(new Set(SHELF.map(({ pattern }) => pattern.name)).size).toBe(SHELF.length);
    for (const { pattern, isMeant } of SHELF) {
      const faults = findPendulumFaults(pattern).map(({ kind }) => kind);
      expect([pattern.name, faults.length > 0]).toEqual([pattern.name, isMeant]);
      expect(faults).not.toContain('against-the-swing');
    }
  });

  test('is searched by metre, level and words', () => {
    const names = (metre: string | null, highestLevel: number | null, words: string) =>
      searchPatterns(SHELF, { metre, highestLevel, words }).map(({ pattern }) => pattern.name);
    expect(names('7/8 2+2+3', null, '')).toEqual(['Seven Stairs']);
    expect(names('3/4', 3, '')).toEqual(['Plain Waltz', 'One Bell in Three']);
    expect(names(null, null, 'COUNTRY ribbon')).toEqual(['Parcel and Ribbon']);
    expect(names('2/2', null, '')).toEqual([]);
  });

  // 152 beats a minute, eight strokes in four beats.
  test('is as busy as its strokes: Full Kettle at 152 has 5.1 a second', () => {
    expect(strokesPerSecond(patternOf('Full Kettle'), 152)).toBeCloseTo(5.07, 2);
    expect(strokesPerSecond(patternOf('One Bell'), 60)).toBe(0.25);
  });
});

describe('a pattern as text', () => {
  test('is written back as it was read, and spoken', () => {
    for (const { pattern } of SHELF) {
      const again = parseCells(formatCells(pattern), pattern);
      expect(again).toEqual({ ok: true, value: pattern });
    }
    expect(speakPattern(patternOf('Late Ferry'))).toBe('down, down up, up, down up');
    expect(speakPattern(patternOf('Washboard'))).toBe('down, chk up, up, chk up');
    expect(speakPattern(patternOf('Parcel and String'))).toBe('bass, down, other, down');
  });

  test.each([
    ['D- Dq D- D-', { kind: 'bad-cell', at: 4, found: 'q' }],
    ['-- -- -- --', { kind: 'empty-pattern' }],
    ['', { kind: 'empty-pattern' }],
    ['^D', { kind: 'bad-cell', at: 0, found: '^' }],
    ['DDDDDDDDDDD', { kind: 'cells-do-not-fill', cells: 11 }],
    ['(B3', { kind: 'bad-cell', at: 0, found: '(' }],
    ['33 (33)- 33 33', { kind: 'bad-cell', at: 3, found: '(' }],
    ['D- 3- D- D-', { kind: 'bad-cell', at: 0, found: 'D' }],
  ])('%j is refused with the place', (cells, error) => {
    expect(read(cells)).toEqual({ ok: false, error });
  });

  test.each([
    ['U- D- D- D-', [{ kind: 'against-the-swing', cell: 0, hand: 'down' }]],
    ['DD D- D- D-', [{ kind: 'against-the-swing', cell: 1, hand: 'up' }]],
    ['DU DU DU DU', []],
  ])('%s has the faults of its swing', (cells, faults) => {
    const pattern = read(cells);
    expect(pattern.ok && findPendulumFaults(pattern.value)).toEqual(faults);
  });
});

describe('a pattern over a chord', () => {
  const arbitraryMetre = fc.constantFrom('2/4', '3/4', '4/4', '6/8', '12/8', '5/4', '7/8', '2/2', '3/8').map(metreOf);

  test('covers its time exactly once, whatever the pattern, the metre and the length', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHELF),
        arbitraryMetre,
        fc.integer({ min: 1, max: 40 }),
        fc.nat(7),
        (shelved, metre, halves, start) => {
          const { pattern } = shelved;
          const length = (halves * beatTicks(metre)) / 2;
          const { strokes, rounds, rest, kind } = fitPattern(pattern, length, metre, (start * beatTicks(metre)) / 2);
          let at = 0;
          for (const stroke of strokes) {
            expect(stroke.startTick).toBe(at);
            expect(stroke.lengthTicks).toBeGreaterThan(0);
            at += stroke.lengthTicks;
          }
          expect(at).toBe(length);
          expect(kind === 'single' || Math.abs((rounds + rest) * cycleTicks(pattern) - length) < 1e-6).toBe(true);
        },
      ),
      { numRuns: 5000, seed: 7 },
    );
  });

  test.each([
    ['4/4', 1, 'rounds', 6],
    ['4/4', 2, 'rounds', 12],
    ['4/4', 0.5, 'part', 3],
    ['4/4', 0.125, 'single', 1],
    ['3/4', 1, 'part', 4],
    ['2/4', 1, 'part', 3],
    ['6/8', 1, 'single', 1],
  ])('Late Ferry in %s for %f bars is %s', (metre, bars, kind, struck) => {
    const fit = fitPattern(patternOf('Late Ferry'), barTicks(metreOf(metre)) * bars, metreOf(metre));
    expect(fit.kind).toBe(kind);
    expect(fit.strokes.filter(({ cell }) => cell !== null && isStruck(cell))).toHaveLength(struck);
  });

  test('begins in the middle of a cycle with what still rings', () => {
    const second = fitPattern(patternOf('Long Rope'), 4 * QUARTER_TICKS, metreOf('4/4'), 4 * QUARTER_TICKS);
    expect(itemAt(second.strokes, 0)).toMatchObject({ cell: null, startTick: 0, lengthTicks: QUARTER_TICKS / 2 });
    expect(sumOf(second.strokes, ({ lengthTicks }) => lengthTicks)).toBe(4 * QUARTER_TICKS);
  });
});

describe('picking', () => {
  const held = (chord: string, frets: string, capoFret = 0, tuning = STANDARD_TUNING) => {
    const shape = parseShape(frets, tuning.openMidi.length);
    return { chord: chordOf(chord), shape: shape.ok ? shape.value : [], setup: { tuning, capoFret } };
  };
  const strings = (...args: Parameters<typeof held>) =>
    pickStrings(['bass', 'other-bass', 3, 2, 1], held(...args)).map(({ stringNumber }) => stringNumber);

  // Common practice: the thumb's strings under first-position chords.
  test.each([
    ['G', '320003', [6, 5, 3, 2, 1]],
    ['C', 'x32010', [5, 4, 3, 2, 1]],
    ['D', 'xx0232', [4, 3, 3, 2, 1]],
    ['G/B', 'x20003', [5, 4, 3, 2, 1]],
    ['Am', 'x02210', [5, 4, 3, 2, 1]],
    ['E', '022100', [6, 5, 3, 2, 1]],
  ])('%s %s has its own basses', (chord, frets, expected) => {
    expect(strings(chord, frets)).toEqual(expected);
    expect(strings(chord, frets, 3)).toEqual(expected);
  });

  test('names the fingers, and a string that does not sound', () => {
    expect(pickStrings(['bass', 3, 2, 1], held('G', '320003')).map(({ finger }) => finger)).toEqual([
      'p',
      'i',
      'm',
      'a',
    ]);
    expect(pickStrings([1], held('G5', '3553xx'))).toEqual([{ role: 1, stringNumber: null, finger: 'a' }]);
  });

  test('finds the bass in other tunings too', () => {
    const dropD = TUNINGS.find(({ name }) => name === 'drop D') ?? STANDARD_TUNING;
    const half = TUNINGS.find(({ name }) => name === 'half step down') ?? STANDARD_TUNING;
    expect(strings('D', '000232', 0, dropD)[0]).toBe(6);
    expect(strings('G', '320003', 2, half)[0]).toBe(6);
  });
});
