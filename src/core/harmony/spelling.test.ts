import fc from 'fast-check';
import { Key as TonalKey } from 'tonal';
import { describe, expect, test } from 'vitest';
import { arbitraryChord, arbitraryKey } from '../../test-support/arbitrary-chart.ts';
import { chordOf, keyOf } from '../../test-support/read.ts';
import { runs } from '../../test-support/runs.ts';
import { pitchClassOf, toFifths } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { formatChordSymbol, pitchClassesOf } from './chord-symbol.ts';
import { findKeyAt, formatKey, isStandardKey, KEYS, type Key, parseKey, shiftKey, signatureOf } from './key.ts';
import { spellChordInKey, spellInKey, transposeChord } from './spelling.ts';

const RUNS = { numRuns: runs(10_000), seed: 12 };

// Source: tonal 6.4.3, its triads of every major and natural minor key.
const triadsOf = ({ tonic, mode }: Key): readonly string[] =>
  mode === 'major' ? TonalKey.majorKey(tonic).triads : TonalKey.minorKey(tonic).natural.triads;

describe('transposition spells in the key', () => {
  test('the triads of each key moved to every other are the triads of that key, in all 3,150 cases', () => {
    let compared = 0;
    for (const from of KEYS) {
      for (const to of KEYS.filter(({ mode }) => mode === from.mode)) {
        triadsOf(from).forEach((triad, degree) => {
          const moved = transposeChord(chordOf(triad), from, to);
          expect(formatChordSymbol(moved), `${triad} from ${formatKey(from)} to ${formatKey(to)}`).toBe(
            triadsOf(to)[degree],
          );
          compared += 1;
        });
      }
    }
    expect(compared).toBe(3150);
  });

  /** Whether a name has two signs. */
  const isDouble = (note: string | null): boolean => /##|bb/.test(note ?? '');

  test('there and back between keys is the identity on names of the key, where the other key needs no double sign', () => {
    fc.assert(
      fc.property(arbitraryChord, arbitraryKey, arbitraryKey, (raw, from, to) => {
        const chord = spellChordInKey(raw, from);
        const fifths = toFifths(to.tonic) - toFifths(from.tonic);
        const places = [chord.root, chord.bass ?? chord.root].map(toFifths);
        fc.pre(places.every((place) => place + fifths >= -8 && place + fifths <= 12));
        fc.pre(spellChordInKey(chord, from) === chord);
        expect(transposeChord(transposeChord(chord, from, to), to, from)).toEqual(chord);
      }),
      RUNS,
    );
  });

  test('a chord spelled from the wrong side, moved anywhere and back, comes home as its key spells it, and never with a double sign', () => {
    fc.assert(
      fc.property(arbitraryChord, arbitraryKey, arbitraryKey, (chord, from, to) => {
        fc.pre(from.tonic !== to.tonic);
        const there = transposeChord(chord, from, to);
        const back = transposeChord(there, to, from);
        expect([there.root, there.bass, back.root, back.bass].some(isDouble)).toBe(false);
        expect(pitchClassesOf(back)).toEqual(pitchClassesOf(chord));
        expect(spellChordInKey(back, from)).toBe(back);
      }),
      RUNS,
    );
  });

  test('carries no wrong name along', () => {
    // Common practice; the names on the left stand on the wrong side of their key.
    const cases = [
      ['Abm', 'E', 'F', 'Am'],
      ['Dbm', 'E', 'G', 'Em'],
      ['D/Gb', 'D', 'E', 'E/G#'],
      ['A#', 'Eb', 'D', 'A'],
      ['F##dim7', 'G#m', 'Am', 'G#dim7'],
      ['G#dim7', 'Am', 'G#m', 'Gdim7'],
    ] as const;
    for (const [chord, from, to, moved] of cases) {
      expect(formatChordSymbol(transposeChord(chordOf(chord), keyOf(from), keyOf(to)))).toBe(moved);
    }
  });

  test('there and back by semitones is the identity on what sounds, and never leaves the 30 keys', () => {
    fc.assert(
      fc.property(arbitraryChord, arbitraryKey, fc.integer({ min: -11, max: 11 }), (chord, key, semitones) => {
        const away = shiftKey(key, semitones);
        const back = shiftKey(away, -semitones);
        expect(isStandardKey(away)).toBe(true);
        expect(pitchClassOf(away.tonic)).toBe(toPitchClass(pitchClassOf(key.tonic) + semitones));
        const there = transposeChord(chord, key, away);
        const home = transposeChord(there, away, back);
        expect(pitchClassesOf(home)).toEqual(pitchClassesOf(chord));
        const raised = pitchClassesOf(chord).map((pitch) => toPitchClass(pitch + semitones));
        expect(pitchClassesOf(there)).toEqual(raised.sort((a, b) => a - b));
      }),
      RUNS,
    );
  });
});

describe('keys', () => {
  test('are thirty, each of at most seven accidentals, and read back as written', () => {
    expect(KEYS).toHaveLength(30);
    for (const key of KEYS) {
      expect(Math.abs(signatureOf(key))).toBeLessThanOrEqual(7);
      expect(keyOf(formatKey(key))).toEqual(key);
    }
  });

  // Source: tonal 6.4.3.
  test.each(KEYS.map((key) => [formatKey(key), key] as const))('%s has the signature of the reference', (_, key) => {
    const reference = key.mode === 'major' ? TonalKey.majorKey(key.tonic) : TonalKey.minorKey(key.tonic);
    expect(reference.alteration).toBe(signatureOf(key));
  });

  test.each([
    ['B flat minor', 'Bbm'],
    ['f sharp minor', 'F#m'],
    ['E♭', 'Eb'],
    ['A min', 'Am'],
    ['G major', 'G'],
    ['CM', 'C'],
  ])('%s is %s', (text, key) => {
    expect(formatKey(keyOf(text))).toBe(key);
  });

  test.each(['', 'H', 'G#', 'Fb', 'C dorian', 'B##', 'Z minor'])('%j is refused', (text) => {
    expect(parseKey(text).ok).toBe(false);
  });

  // Common practice: shape keys are named by the simpler signature.
  test.each([
    ['D', -1, 'Db'],
    ['Bb', -4, 'Gb'],
    ['A', -3, 'F#'],
    ['C', 6, 'Gb'],
    ['Em', -1, 'D#m'],
    ['Dm', 1, 'Ebm'],
    ['Bm', -3, 'G#m'],
    ['Bb', -3, 'G'],
  ])('%s moved by %i semitones is %s', (from, semitones, to) => {
    expect(formatKey(shiftKey(keyOf(from), semitones))).toBe(to);
  });

  test('at six accidentals each the side of the other key decides', () => {
    expect(formatKey(findKeyAt(6, 'major', keyOf('D')))).toBe('F#');
    expect(formatKey(findKeyAt(6, 'major', keyOf('F')))).toBe('Gb');
  });
});

describe('spelling in a key', () => {
  test('names every pitch once', () => {
    for (const key of KEYS) {
      const names = Array.from({ length: 12 }, (_, pitch) => spellInKey(toPitchClass(pitch), key));
      expect(names.map(pitchClassOf)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
    }
  });

  // Common practice.
  test.each([
    ['Ebm', 'B', 'D#m'],
    ['A#', 'F', 'Bb'],
    ['Gb7', 'D', 'F#7'],
    ['D#m7', 'Gb', 'Ebm7'],
    ['Ab/Eb', 'E', 'G#/D#'],
    ['C#dim7', 'C', 'C#dim7'],
    ['Bb', 'C', 'Bb'],
    ['Gm', 'D', 'Gm'],
    ['F#7', 'D', 'F#7'],
  ])('%s in %s is %s', (written, key, spelled) => {
    expect(formatChordSymbol(spellChordInKey(chordOf(written), keyOf(key)))).toBe(spelled);
  });
});
