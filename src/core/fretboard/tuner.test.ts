import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formatTunerSign } from '../words/tuner-words.ts';
import {
  centsBetween,
  detune,
  frequencyOf,
  IN_TUNE_CENTS,
  RISKY_CENTS,
  readTuner,
  referenceHz,
  turnPeg,
} from './tuner.ts';
import { STANDARD_TUNING, TUNINGS } from './tuning.ts';

const dadgad = TUNINGS.find(({ name }) => name === 'DADGAD') ?? STANDARD_TUNING;

describe('the tuner', () => {
  // Frequencies of the open strings of a guitar in equal temperament at A = 440 Hz (common practice, as printed on tuners).
  test.each([
    [40, 82.41],
    [45, 110],
    [50, 146.83],
    [55, 196],
    [59, 246.94],
    [64, 329.63],
  ])('knows note %i at %f Hz', (midi, hz) => {
    expect(frequencyOf(midi)).toBeCloseTo(hz, 2);
  });

  test('follows a record that is off concert pitch, and hears cents between any two pitches', () => {
    expect(referenceHz(0)).toBe(440);
    fc.assert(
      fc.property(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 30, max: 80 }), (cents, midi) => {
        expect(centsBetween(frequencyOf(midi), frequencyOf(midi, referenceHz(cents)))).toBeCloseTo(cents, 6);
      }),
    );
  });

  test('starts each string as far off as the tuning it comes from, and is in tune when turned by as much', () => {
    const strings = detune(STANDARD_TUNING, dadgad, () => 0.5);
    expect(strings.map(({ cents }) => cents)).toEqual([200, 0, 0, 0, 200, 200]);
    for (const string of strings) {
      expect(readTuner(turnPeg(string, -string.cents))).toBe('in tune');
    }
    const drifted = detune(dadgad, dadgad, (index) => index / 5);
    expect(drifted.map(({ cents }) => cents)).toEqual([-35, -21, -7, 7, 21, 35]);
  });

  test('says which way to turn, and warns before a string breaks; a peg never turns past that', () => {
    const string = { stringIndex: 0, targetMidi: 40, cents: 0 };
    expect(formatTunerSign({ ...string, cents: -34 })).toBe('E2 is 34 cents flat: turn it up.');
    expect(formatTunerSign({ ...string, cents: 101 })).toBe('E2 is 1 semitone and 1 cent sharp: let it down.');
    expect(formatTunerSign({ ...string, cents: IN_TUNE_CENTS })).toBe('E2 is in tune.');
    const tight = turnPeg(string, 10_000);
    expect([tight.cents, readTuner(tight)]).toEqual([RISKY_CENTS, 'at risk']);
    expect(turnPeg(string, -10_000).cents).toBe(-1200);
  });
});
