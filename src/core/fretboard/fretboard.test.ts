import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { KEYS } from '../harmony/key.ts';
import { parsePitch } from '../pitch/midi.ts';
import { pitchClassOf } from '../pitch/note-name.ts';

import { soundingMidi, soundingShiftOf, toFretFromCapo, toNeckFret, toShapeKey, toSoundingKey } from './capo.ts';
import { DEFAULT_SCALE_LENGTH_MM, fingerDistanceMm, fretDistanceMm, fretSpaceMm, stringGapMm } from './distance.ts';
import { commonShiftOf, namedOpenMidi, parseTuning, STANDARD_TUNING, TUNINGS } from './tuning.ts';

const capoFrets = fc.integer({ min: 0, max: 12 });

describe('the capo', () => {
  test('adds to every fret, and gives it back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), capoFrets, (fret, capo) => {
        expect(toFretFromCapo(toNeckFret(fret, capo), capo)).toBe(fret);
      }),
      { numRuns: 500, seed: 4 },
    );
    expect(toFretFromCapo(2, 3)).toBeNull();
  });

  test('shape key and sounding key are the way there and back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...KEYS), capoFrets, fc.constantFrom(...TUNINGS), (key, capoFret, tuning) => {
        const setup = { capoFret, tuning };
        const back = toSoundingKey(toShapeKey(key, setup), setup);
        expect(pitchClassOf(back.tonic)).toBe(pitchClassOf(key.tonic));
        expect(back.mode).toBe(key.mode);
      }),
      { numRuns: 1000, seed: 5 },
    );
  });

  // Common practice.
  test.each([
    ['Bb', 3, 'G'],
    ['B', 4, 'G'],
    ['C#', 1, 'C'],
    ['F#', 2, 'E'],
    ['Eb', 1, 'D'],
    ['A', 0, 'A'],
  ])('%s behind capo %i is played in %s', (sounding, capoFret, shape) => {
    const tonic = KEYS.find((key) => key.tonic === sounding && key.mode === 'major');
    expect(tonic && toShapeKey(tonic, { tuning: STANDARD_TUNING, capoFret }).tonic).toBe(shape);
  });

  test('half a step down with the capo one higher sounds the same', () => {
    const halfDown = parseTuning('half step down');
    expect(halfDown.ok && soundingShiftOf({ tuning: halfDown.value, capoFret: 3 })).toBe(2);
    expect(halfDown.ok && soundingMidi({ tuning: halfDown.value, capoFret: 3 }, 0, 3)).toBe(
      soundingMidi({ tuning: STANDARD_TUNING, capoFret: 2 }, 0, 3),
    );
  });
});

describe('tunings', () => {
  // Common practice: the open strings of the eight shipped tunings.
  test.each([
    ['standard', 'E2 A2 D3 G3 B3 E4'],
    ['half step down', 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4'],
    ['whole step down', 'D2 G2 C3 F3 A3 D4'],
    ['drop D', 'D2 A2 D3 G3 B3 E4'],
    ['double drop D', 'D2 A2 D3 G3 B3 D4'],
    ['DADGAD', 'D2 A2 D3 G3 A3 D4'],
    ['open D', 'D2 A2 D3 F#3 A3 D4'],
    ['open G', 'D2 G2 D3 G3 B3 D4'],
  ])('%s is %s', (name, pitches) => {
    const tuning = parseTuning(name);
    const midi = pitches.split(' ').map((pitch) => {
      const parsed = parsePitch(pitch);
      return parsed.ok ? parsed.value : null;
    });
    expect(tuning.ok && tuning.value.openMidi).toEqual(midi);
  });

  test('are known by their letters too', () => {
    expect(parseTuning('D A D G A D')).toMatchObject({ ok: true, value: { name: 'DADGAD' } });
    expect(parseTuning('C G C G C E')).toMatchObject({ ok: true, value: { openMidi: [36, 43, 48, 55, 60, 64] } });
    expect(parseTuning('D A D G')).toMatchObject({ ok: false, error: { kind: 'wrong-string-count', strings: 4 } });
    expect(parseTuning('something')).toMatchObject({ ok: false, error: { kind: 'unknown-tuning' } });
  });

  test('a common shift is told from strings that moved differently', () => {
    expect(TUNINGS.map(commonShiftOf)).toEqual([0, -1, -2, 0, 0, 0, 0, 0]);
    expect(TUNINGS.slice(0, 3).map(namedOpenMidi)).toEqual([
      STANDARD_TUNING.openMidi,
      STANDARD_TUNING.openMidi,
      STANDARD_TUNING.openMidi,
    ]);
  });
});

// Source of the formula: equal temperament, L(1 - 2^(-n/12)); the figures for 648 mm are published with it.
describe('the neck in millimetres', () => {
  test('fret 1 is 36.4 mm from the nut of a 648 mm scale, fret 12 is half of it', () => {
    expect(fretDistanceMm(1, DEFAULT_SCALE_LENGTH_MM)).toBeCloseTo(36.4, 1);
    expect(fretDistanceMm(12, DEFAULT_SCALE_LENGTH_MM)).toBeCloseTo(324, 6);
  });

  test('spaces shrink up the neck, strings part, and a finger stands inside its space', () => {
    for (let fret = 1; fret < 20; fret += 1) {
      expect(fretSpaceMm(fret + 1, 648)).toBeLessThan(fretSpaceMm(fret, 648));
      expect(stringGapMm(fret + 1, 648)).toBeGreaterThan(stringGapMm(fret, 648));
      expect(fingerDistanceMm(fret, 648)).toBeGreaterThan(fretDistanceMm(fret - 1, 648));
      expect(fingerDistanceMm(fret, 648)).toBeLessThan(fretDistanceMm(fret, 648));
    }
  });
});
