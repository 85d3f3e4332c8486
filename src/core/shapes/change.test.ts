import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { STANDARD_TUNING } from '../fretboard/tuning.ts';
import { formatChange } from '../words/finger-change-words.ts';
import { describeChange, scoreChange, toPlaces } from './change.ts';
import { estimateChangeMs, STAGES, startTempoOf } from './change-time.ts';
import { AVERAGE_HAND } from './hand.ts';
import { findFingering } from './rank-shapes.ts';
import { type Fingering, parseShape } from './shape.ts';

const guitar = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 14,
  hand: AVERAGE_HAND,
};
const FRETS = [
  'x32010',
  'x02210',
  '320003',
  'xx0232',
  '022000',
  '020100',
  'xx3211',
  'xx3111',
  '133211',
  'x24432',
] as const;

const held = (frets: string, fingers: string | null = null): Fingering => {
  const shape = parseShape(frets, 6);
  const fingering = shape.ok ? findFingering(shape.value, guitar) : null;
  if (fingering === null) {
    throw new Error(frets);
  }
  const given = fingers === null ? fingering.fingers : [...fingers].map((mark) => (mark === '-' ? null : Number(mark)));
  return { shape: fingering.shape, fingers: given as Fingering['fingers'] };
};
const actionsOf = (from: Fingering, to: Fingering) =>
  Object.fromEntries(describeChange(from, to).steps.map(({ finger, action }) => [finger, action]));
const costOf = (from: string, to: string) => describeChange(held(from), held(to)).cost;

// What stays and what moves between shapes every class plays (common practice; the demo songs name these changes).
describe('a change', () => {
  test.each([
    ['x32010', 'x02210', { 1: 'anchor', 2: 'anchor', 3: 'move' }],
    ['022000', '020100', { 1: 'place', 2: 'anchor', 3: 'lift' }],
    ['xx3211', 'xx3111', { 1: 'roll', 2: 'lift', 3: 'anchor' }],
    ['320033', 'x32033', { 1: 'move', 2: 'move', 3: 'anchor', 4: 'anchor' }],
    ['x32033', 'x20033', { 1: 'move', 2: 'lift', 3: 'anchor', 4: 'anchor' }],
    ['320033', 'xx0232', { 1: 'move', 2: 'move', 3: 'anchor', 4: 'lift' }],
  ] as const)('from %s to %s has these steps', (from, to, steps) => {
    expect(actionsOf(held(from), held(to))).toEqual(steps);
  });

  test('to the same shape is nothing', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FRETS), (frets) => {
        expect(describeChange(held(frets), held(frets)).cost).toBe(0);
        expect(STAGES.map((stage) => estimateChangeMs(0, stage))).toEqual([0, 0, 0]);
      }),
    );
  });

  test('is never negative, and describes what it scores', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FRETS), fc.constantFrom(...FRETS), (from, to) => {
        const change = describeChange(held(from), held(to));
        expect(change.cost).toBeGreaterThanOrEqual(0);
        expect(change.cost).toBe(scoreChange(toPlaces(held(from)), toPlaces(held(to))));
        const used = new Set([...held(from).fingers, ...held(to).fingers].filter((finger) => finger !== null));
        expect(new Set(change.steps.map(({ finger }) => finger))).toEqual(used);
      }),
    );
  });

  test('of a whole hand up the neck is one block, and costs more the further it goes', () => {
    const near = describeChange(held('133211'), held('355433'));
    const far = describeChange(held('133211'), held('8-10-10-9-8-8'));
    expect([near.isBlock, near.shiftFrets, far.shiftFrets]).toEqual([true, 2, 7]);
    expect(far.cost).toBeGreaterThan(near.cost);
    expect(near.cost).toBeLessThan(costOf('x32010', '133211') + 1);
  });

  test('with fingers that stay is easier than one without', () => {
    expect(costOf('x32010', 'x02210')).toBeLessThan(costOf('xx0232', 'x32010'));
    expect(costOf('320033', 'x32033')).toBeLessThan(costOf('320003', 'x32010'));
    const threeFingers = describeChange(held('320003', '21---3'), held('x32010'));
    const withLittle = describeChange(held('320003', '32---4'), held('x32010'));
    expect(withLittle.cost).toBeLessThan(threeFingers.cost);
  });
});

describe('a change in words', () => {
  const wordsOf = (from: string, to: string, fretOffset = 0) =>
    formatChange(describeChange(held(from), held(to)), { tuning: STANDARD_TUNING, stringNaming: 'number', fretOffset });

  test('says what stays, moves, lifts and lands', () => {
    expect(wordsOf('x32010', 'x02210')).toBe('Index and middle stay. Ring goes to string 3, fret 2.');
    expect(wordsOf('022000', '020100')).toBe('Middle stays. Ring lifts. Index lands on string 3, fret 1.');
  });

  test('counts frets from the nut where a class does', () => {
    expect(wordsOf('x32010', 'x02210', 3)).toBe('Index and middle stay. Ring goes to string 3, fret 5.');
  });
});

describe('the time of a change', () => {
  const costOf = (from: string, to: string) => scoreChange(toPlaces(held(from)), toPlaces(held(to)));

  // Common practice: G, C and D at 60 without beat 4 after three months, in quarters at 80 to 90 after a year.
  test('lets a class play G, C and D as teachers know it', () => {
    const pairs = [
      ['320003', 'x32010'],
      ['x32010', 'xx0232'],
      ['xx0232', '320003'],
    ] as const;
    for (const [from, to] of pairs) {
      const cost = costOf(from, to);
      expect(estimateChangeMs(cost, 'beginner')).toBeLessThanOrEqual(2000);
      expect(estimateChangeMs(cost, 'beginner')).toBeGreaterThan(1000);
      expect(estimateChangeMs(cost, 'year')).toBeLessThanOrEqual(60_000 / 80);
      expect(estimateChangeMs(cost, 'year')).toBeGreaterThan(60_000 / 92);
      expect(estimateChangeMs(cost, 'player')).toBeLessThan(500);
    }
  });

  test('gives a tempo to begin at: changes a minute by free beats, and never under 50', () => {
    expect(startTempoOf(92, { gapMs: 652, neededMs: 706 })).toEqual({ bpm: 84, isOneStrum: false });
    expect(startTempoOf(92, { gapMs: 652, neededMs: 600 })).toEqual({ bpm: 92, isOneStrum: false });
    expect(startTempoOf(92, { gapMs: 326, neededMs: 1714 })).toEqual({ bpm: 50, isOneStrum: true });
    expect(startTempoOf(44, { gapMs: 300, neededMs: 1714 })).toEqual({ bpm: 44, isOneStrum: true });
  });
});
