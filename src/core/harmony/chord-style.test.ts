import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChord } from '../../test-support/arbitrary-chart.ts';
import { chordOf } from '../../test-support/read.ts';
import { runs } from '../../test-support/runs.ts';
import { CHORD_STYLES, type ChordStyle, formatChord } from './chord-style.ts';
import { parseChordSymbol } from './chord-symbol.ts';
import { QUALITIES } from './quality.ts';

describe('a style of writing chords', () => {
  test.each<[string, ChordStyle, string]>([
    ['Am7', 'letters', 'Am7'],
    ['Am7', 'short', 'Am7'],
    ['Am7', 'signs', 'A−7'],
    ['Bbmaj7/D', 'signs', 'B♭Δ7/D'],
    ['Bbmaj7/D', 'short', 'B♭M7/D'],
    ['F#m7b5', 'short', 'F♯ø7'],
    ['Bdim7', 'signs', 'B°7'],
    ['Eaug', 'short', 'E+'],
    ['CmMaj7', 'signs', 'C−Δ7'],
    ['C6/9/E', 'signs', 'C6/9/E'],
    ['C6/9', 'short', 'C6/9'],
  ])('%s in %s is %s', (chord, style, text) => {
    expect(formatChord(chordOf(chord), style)).toBe(text);
  });

  test('is always read back as the same chord, in every style', () => {
    const chords = fc.oneof(
      arbitraryChord,
      fc.constantFrom(...QUALITIES).map((quality) => ({ root: 'Bb' as const, quality, bass: null })),
    );
    fc.assert(
      fc.property(chords, fc.constantFrom(...CHORD_STYLES.map(({ style }) => style)), (chord, style) => {
        expect(parseChordSymbol(formatChord(chord, style))).toEqual({ ok: true, value: chord });
      }),
      { numRuns: runs(10_000), seed: 14 },
    );
  });
});
