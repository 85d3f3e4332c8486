import fc from 'fast-check';
import { Progression, Key as TonalKey } from 'tonal';
import { describe, expect, test } from 'vitest';
import { arbitraryChord, arbitraryKey } from '../../test-support/arbitrary-chart.ts';
import { chordOf, keyOf } from '../../test-support/read.ts';
import { runs } from '../../test-support/runs.ts';
import { toFifths } from '../pitch/note-name.ts';
import { bassNoteOf, listChordTones } from './chord-symbol.ts';
import { formatDegree, formatRole, roleOfChord } from './degree.ts';
import { formatKey, isStandardKey, KEYS, parallelKeyOf, relativeKeyOf, signatureOf } from './key.ts';
import { spellChordInKey, transposeChord } from './spelling.ts';

const degreeIn = (chord: string, key: string): string => formatDegree(chordOf(chord), keyOf(key));
const roleIn = (chord: string, key: string): string => formatRole(roleOfChord(chordOf(chord), keyOf(key)), keyOf(key));

describe('the degree of a chord', () => {
  // Common practice.
  test.each([
    ['G', 'G', 'I'],
    ['Em7', 'G', 'vi7'],
    ['D/F#', 'G', 'V/7'],
    ['Cmaj7', 'G', 'IVmaj7'],
    ['F#m7b5', 'G', 'viiø7'],
    ['F', 'G', '♭VII'],
    ['A7', 'G', 'II7'],
    ['C#dim7', 'G', '♯iv°7'],
    ['Dsus4', 'G', 'Vsus4'],
    ['Caug', 'C', 'I+'],
    ['Am', 'Am', 'i'],
    ['G', 'Am', 'VII'],
    ['E7', 'Am', 'V7'],
    ['G#dim', 'Am', '♯vii°'],
    ['Bb', 'Am', '♭II'],
    ['CmMaj7', 'Cm', 'imaj7'],
  ])('%s in %s is %s', (chord, key, degree) => {
    expect(degreeIn(chord, key)).toBe(degree);
  });

  // Source: tonal 6.4.3, Progression.toRomanNumerals over the triads of its major keys; it writes every numeral large.
  test('numbers the triads of all fifteen major keys as another library does', () => {
    for (const key of KEYS.filter(({ mode }) => mode === 'major')) {
      const { triads } = TonalKey.majorKey(key.tonic);
      const theirs = Progression.toRomanNumerals(key.tonic, [...triads]).map((text) => text.replace(/[^IVX]/g, ''));
      const ours = triads.map((triad) => formatDegree(chordOf(triad), key).replace('°', '').toUpperCase());
      expect(ours).toEqual(theirs);
    }
  });

  test('stays the same when a chord and its key are moved together', () => {
    fc.assert(
      fc.property(arbitraryChord, arbitraryKey, arbitraryKey, (raw, from, target) => {
        const to = { ...target, mode: from.mode };
        fc.pre(isStandardKey(to));
        const chord = spellChordInKey(raw, from);
        const moved = transposeChord(chord, from, to);
        const distances = [chord, moved].map((each) =>
          [...listChordTones(each).map(({ note }) => note), bassNoteOf(each)].map((note) => toFifths(note)),
        );
        const shifts = distances[0]?.map((place, index) => (distances[1]?.[index] ?? 0) - place);
        fc.pre(new Set(shifts).size === 1 && shifts?.[0] === toFifths(to.tonic) - toFifths(from.tonic));
        expect(formatDegree(moved, to)).toBe(formatDegree(chord, from));
        expect(roleOfChord(moved, to)).toEqual(roleOfChord(chord, from));
      }),
      { numRuns: runs(2000), seed: 21 },
    );
  });
});

describe('where a chord comes from', () => {
  // Common practice.
  test.each([
    ['D7', 'G', ''],
    ['A7', 'G', 'V of V'],
    ['E', 'G', 'V of ii'],
    ['B7', 'G', 'V of vi'],
    ['G7', 'G', 'V of IV'],
    ['D#7', 'B', 'V of vi'],
    ['Cm', 'G', 'borrowed from the parallel minor'],
    ['Eb', 'G', 'borrowed from the parallel minor'],
    ['F', 'G', 'borrowed from the parallel minor'],
    ['Gdim7', 'G', 'outside the key'],
    ['E7', 'Am', ''],
    ['G#dim7', 'Am', ''],
    ['A', 'Am', 'V of iv'],
    ['D', 'Am', 'V of VII'],
    ['F#m', 'Am', 'borrowed from the parallel major'],
  ])('%s in %s: %s', (chord, key, role) => {
    expect(roleIn(chord, key)).toBe(role);
  });
});

describe('related keys', () => {
  test.each([
    ['G', 'Em', 'Gm'],
    ['Bb', 'Gm', 'Bbm'],
    ['Am', 'C', 'A'],
    ['Db', 'Bbm', 'C#m'],
    ['G#m', 'B', 'Ab'],
  ])('%s: relative %s, parallel %s', (key, relative, parallel) => {
    expect(formatKey(relativeKeyOf(keyOf(key)))).toBe(relative);
    expect(formatKey(parallelKeyOf(keyOf(key)))).toBe(parallel);
  });

  test('the relative key has the same signature, and leads back', () => {
    for (const key of KEYS) {
      expect(signatureOf(relativeKeyOf(key))).toBe(signatureOf(key));
      expect(relativeKeyOf(relativeKeyOf(key))).toEqual(key);
      expect(isStandardKey(parallelKeyOf(key))).toBe(true);
    }
  });
});
