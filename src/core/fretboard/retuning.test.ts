import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { soundingMidi } from './capo.ts';
import { findLowerSetup, formatRetuningStep, listRetuningSteps, tunesAboveStandard } from './retuning.ts';
import { formatStringName, type StringNaming } from './string-names.ts';
import { formatTuning, parseTuning, STANDARD_TUNING, TUNINGS, type Tuning } from './tuning.ts';

const tuningOf = (text: string): Tuning => {
  const read = parseTuning(text);
  if (!read.ok) {
    throw new Error(text);
  }
  return read.value;
};
const stepsTo = (tuning: string): readonly string[] =>
  (listRetuningSteps(STANDARD_TUNING, tuningOf(tuning)) ?? []).map(
    (step) => `${formatStringName(step.stringIndex, STANDARD_TUNING, 'number')} ${formatRetuningStep(step)}`,
  );

describe('retuning', () => {
  // Common practice.
  test.each([
    ['standard', []],
    ['drop D', ['string 6 down 2 semitones, E2 to D2']],
    [
      'DADGAD',
      [
        'string 6 down 2 semitones, E2 to D2',
        'string 2 down 2 semitones, B3 to A3',
        'string 1 down 2 semitones, E4 to D4',
      ],
    ],
    [
      'open G',
      [
        'string 6 down 2 semitones, E2 to D2',
        'string 5 down 2 semitones, A2 to G2',
        'string 1 down 2 semitones, E4 to D4',
      ],
    ],
  ])('from standard to %s takes these steps', (tuning, steps) => {
    expect(stepsTo(tuning)).toEqual(steps);
  });

  test('of all shipped tunings never pulls a string above its pitch', () => {
    expect(TUNINGS.filter(tunesAboveStandard)).toEqual([]);
    for (const tuning of TUNINGS) {
      expect(listRetuningSteps(STANDARD_TUNING, tuning)?.every(({ semitones }) => semitones < 0)).toBe(true);
      expect(listRetuningSteps(tuning, tuning)).toEqual([]);
    }
  });

  // Common practice: open E is open D two frets up, open A is open G two frets up.
  test.each([
    ['E B E G# B E', 'open D', 2],
    ['E A E A C# E', 'open G', 2],
  ])('instead of pulling strings up to %s offers %s with capo %i', (high, low, capoFret) => {
    const setup = { tuning: tuningOf(high), capoFret: 0 };
    expect(findLowerSetup(setup)).toEqual({ tuning: tuningOf(low), capoFret });
  });

  test('the lower setup sounds the same on every string and pulls none up', () => {
    const six = fc.array(fc.integer({ min: -4, max: 5 }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(six, fc.integer({ min: 0, max: 7 }), (shifts, capoFret) => {
        const tuning = { name: 'own', openMidi: STANDARD_TUNING.openMidi.map((midi, at) => midi + (shifts[at] ?? 0)) };
        const lower = findLowerSetup({ tuning, capoFret });
        expect(lower === null).toBe(!tunesAboveStandard(tuning) || capoFret + Math.max(...shifts) > 12);
        if (lower !== null) {
          expect(tunesAboveStandard(lower.tuning)).toBe(false);
          for (let string = 0; string < 6; string += 1) {
            expect(soundingMidi(lower, string, 0)).toBe(soundingMidi({ tuning, capoFret }, string, 0));
          }
        }
      }),
      { numRuns: 1000, seed: 6 },
    );
  });

  test('between instruments of different numbers of strings has no steps', () => {
    expect(listRetuningSteps(STANDARD_TUNING, tuningOf('G4 C4 E4 A4'))).toBeNull();
  });
});

describe('what strings are called', () => {
  test.each<[number, string, StringNaming, string]>([
    [0, 'standard', 'number', 'string 6'],
    [5, 'standard', 'number', 'string 1'],
    [0, 'standard', 'standard letter', 'the low E string'],
    [5, 'standard', 'standard letter', 'the high E string'],
    [1, 'standard', 'standard letter', 'the A string'],
    [0, 'drop D', 'standard letter', 'the low E string'],
    [0, 'drop D', 'tuned letter', 'the low D string'],
    [2, 'DADGAD', 'tuned letter', 'the middle D string'],
    [0, 'G4 C4 E4 A4', 'standard letter', 'the G string'],
    [0, 'G4 C4 E4 A4', 'number', 'string 4'],
  ])('string index %i in %s by %s is %s', (index, tuning, naming, words) => {
    expect(formatStringName(index, tuningOf(tuning), naming)).toBe(words);
  });
});

describe('a tuning of one’s own', () => {
  test.each([
    ['low seven (B1 E2 A2 D3 G3 B3 E4)', 'low seven', [35, 40, 45, 50, 55, 59, 64]],
    ['G4 C4 E4 A4', 'G4 C4 E4 A4', [67, 60, 64, 69]],
    ['C G D G B D', 'C G D G B D', [36, 43, 50, 55, 59, 62]],
    ['E2 A2 D3 G3 B3 E4', 'standard', [40, 45, 50, 55, 59, 64]],
  ])('%s is read and written again', (text, name, openMidi) => {
    expect(tuningOf(text)).toEqual({ name, openMidi });
    expect(tuningOf(formatTuning({ name, openMidi }))).toEqual({ name, openMidi });
  });

  test.each([
    '',
    'drop Q',
    'E A D',
    'E2 A2 D3',
    'A1 A1 A1 A1 A1 A1 A1 A1 A1',
    'E9 A2 D3 G3',
    'name (E2)',
    '(E2 A2 D3 G3)x',
  ])('%j is none', (text) => {
    expect(parseTuning(text).ok).toBe(false);
  });
});
