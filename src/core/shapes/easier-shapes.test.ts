import { describe, expect, test } from 'vitest';
import { chordOf } from '../../test-support/read.ts';
import { STANDARD_TUNING } from '../fretboard/tuning.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import { listEasierShapes, listSubstitutes } from './easier-shapes.ts';
import { AVERAGE_HAND } from './hand.ts';
import { findMovableForm, formatMovableForm } from './movable-form.ts';
import { formatShape, isBarreChord, parseShape } from './shape.ts';

const guitar = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 14,
  hand: AVERAGE_HAND,
};
const inC: Key = { tonic: 'C', mode: 'major' };
const ladderOf = (name: string, key: Key | null = inC) =>
  listEasierShapes(chordOf(name), guitar, key).map(({ step, rated, chord }) =>
    [step, formatShape(rated.fingering.shape), formatChordSymbol(chord)].join(' '),
  );

// Rule S3: a small version, a substitute in the key, the full barre as the goal (common practice).
describe('the way to a full shape', () => {
  test('of F in C goes by the major seventh and the small shape to the full barre', () => {
    const steps = ladderOf('F');
    expect(steps).toContain('small xx3211 F');
    expect(steps.some((step) => step.startsWith('substitute') && step.endsWith('Fmaj7'))).toBe(true);
    expect(steps.at(-1)).toBe('full 133211 F');
  });

  test('of Bm ends with its barre and rises in effort', () => {
    const steps = listEasierShapes(chordOf('Bm'), guitar, { tonic: 'D', mode: 'major' });
    const efforts = steps.map(({ rated }) => rated.effort.total);
    expect(efforts).toEqual([...efforts].sort((a, b) => a - b));
    expect(isBarreChord(steps.at(-1)?.rated.fingering ?? { shape: [], fingers: [] })).toBe(true);
    expect(steps.slice(0, -1).every(({ rated }) => !isBarreChord(rated.fingering))).toBe(true);
  });

  test('of an open chord is that chord', () => {
    expect(ladderOf('C', null)).toEqual(['full x32010 C']);
    expect(ladderOf('Em', null)).toEqual(['full 022000 Em']);
  });

  test('names what a step leaves out and adds', () => {
    const [substitute] = listEasierShapes(chordOf('F'), guitar, inC).filter(({ step }) => step === 'substitute');
    expect(substitute?.added).toEqual(['E']);
  });
});

describe('a substitute', () => {
  test.each([
    ['F', 'C', 'Fmaj7'],
    ['C', 'C', 'Cmaj7'],
    ['F', 'Bb', 'F7'],
    ['Dm', 'C', 'Dm7'],
    ['F', 'A', ''],
    ['F/A', 'C', ''],
  ])('for %s in %s is %s', (name, tonic, substitute) => {
    const key: Key = { tonic: chordOf(tonic).root, mode: 'major' };
    expect(listSubstitutes(chordOf(name), key).map(formatChordSymbol).join(' ')).toBe(substitute);
  });
});

// The hands a neck is learned by (common practice).
test.each([
  ['133211', 'F', 'the E hand at fret 1'],
  ['577655', 'A', 'the E hand at fret 5'],
  ['x24432', 'Bm', 'the Am hand at fret 2'],
  ['x35353', 'C7', 'the A7 hand at fret 3'],
  ['xx3211', 'F', 'the E hand at fret 1'],
  ['x32010', 'C', null],
  ['x02220', 'A', null],
])('%s as %s is %s', (frets, name, label) => {
  const shape = parseShape(frets, 6);
  const form = shape.ok ? findMovableForm(shape.value, chordOf(name), STANDARD_TUNING) : null;
  expect(form === null ? null : formatMovableForm(form)).toBe(label);
});
