import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChord } from '../../test-support/arbitrary-chart.ts';
import { chordOf, keyOf } from '../../test-support/read.ts';
import { runs } from '../../test-support/runs.ts';
import { STANDARD_TUNING, TUNINGS } from '../fretboard/tuning.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { formatInterval } from '../words/shape-words.ts';
import { checkName, nameShape } from './chord-naming.ts';
import { AVERAGE_HAND } from './hand.ts';
import { nameInterval } from './interval-naming.ts';
import { rankShapes } from './rank-shapes.ts';
import { parseShape, type Shape } from './shape.ts';

const shapeOf = (text: string): Shape => {
  const shape = parseShape(text, 6);
  if (!shape.ok) {
    throw new Error(text);
  }
  return shape.value;
};
const namesOf = (text: string, tuning = STANDARD_TUNING) =>
  nameShape(shapeOf(text), tuning, null, 3).map(({ chord }) => formatChordSymbol(chord));

describe('the name a shape deserves', () => {
  // What these shapes are called (common practice).
  test.each([
    ['x32010', 'C'],
    ['320003', 'G'],
    ['x02010', 'Am7'],
    ['332010', 'C/G'],
    ['x32000', 'Cmaj7'],
    ['x20003', 'G/B'],
    ['200232', 'D/F#'],
    ['x32033', 'Cadd9'],
    ['xx0101', 'Ddim7'],
    ['10-12-12-11-10-10', 'D'],
    ['x02220', 'A'],
    ['022xxx', 'E5'],
    ['3x2210', 'Am/G'],
    ['xx0233', 'Dsus4'],
  ])('%s is %s', (frets, name) => {
    expect(namesOf(frets)[0]).toBe(name);
  });

  test('counts in the tuning it stands in', () => {
    const openG = TUNINGS.find(({ name }) => name === 'open G') ?? STANDARD_TUNING;
    expect(namesOf('x00000', openG)[0]).toBe('G');
  });

  test('is none for one note or none', () => {
    expect(namesOf('xxxxx0')).toEqual([]);
    expect(namesOf('0xxxx0')).toEqual([]);
  });

  test('fits what we offer for the chord: exact or incomplete, and its own name is among the exact ones', () => {
    fc.assert(
      fc.property(arbitraryChord, fc.constantFrom(...TUNINGS), (chord, tuning) => {
        const guitar = { setup: { tuning, capoFret: 0 }, scaleLengthMm: 648, highestNeckFret: 14, hand: AVERAGE_HAND };
        for (const { fingering } of rankShapes(chord, guitar, 3)) {
          const own = checkName(fingering.shape, tuning, chord);
          expect(own?.foreign).toEqual([]);
          for (const { fit, foreign } of nameShape(fingering.shape, tuning, null, 5)) {
            expect(fit).not.toBe('wrong');
            expect(foreign).toEqual([]);
          }
        }
      }),
      { numRuns: runs(60), seed: 4 },
    );
  });
});

describe('a given name', () => {
  test.each([
    ['x32010', 'C', 'exact', '', ''],
    ['x3x010', 'C', 'exact', '', ''],
    ['x3x013', 'Cmaj7', 'incomplete', 'E B', ''],
    ['x32010', 'Cm', 'wrong', 'Eb', 'E'],
    ['x02010', 'A', 'wrong', 'C#', 'C G'],
    ['022xxx', 'E', 'incomplete', 'G#', ''],
    ['xx0232', 'D/F#', 'exact', '', ''],
  ])('%s as %s is %s', (frets, name, ...[fit, missing, foreign]) => {
    const checked = checkName(shapeOf(frets), STANDARD_TUNING, chordOf(name));
    expect(checked?.fit).toBe(fit);
    expect(checked?.missing.join(' ')).toBe(missing);
    expect(checked?.foreign.join(' ')).toBe(foreign);
  });

  test('tells when another note than the named one lies lowest', () => {
    expect(checkName(shapeOf('xx0232'), STANDARD_TUNING, chordOf('D/F#'))?.isBassRight).toBe(false);
    expect(checkName(shapeOf('200232'), STANDARD_TUNING, chordOf('D/F#'))?.isBassRight).toBe(true);
  });
});

describe('two notes', () => {
  // Common practice.
  test.each([
    ['x20xxx', 'G', 'B and D: a minor third, part of G/B or Bm.'],
    ['x2x0xx', 'G', 'B and G: a minor sixth, part of Em/B or G/B.'],
    ['3x0xxx', 'C', 'G and D: a fifth, part of G or Gm.'],
    ['xx02xx', 'D', 'D and A: a fifth, part of D or Dm.'],
  ])('%s in %s are an interval with the chords they may stand for', (frets, key, words) => {
    const interval = nameInterval(shapeOf(frets), STANDARD_TUNING, keyOf(key));
    expect(interval && formatInterval(interval, formatChordSymbol)).toBe(words);
  });

  test.each(['x3xxxx', 'x32010', '3xxxx3'])('%s is none', (frets) => {
    expect(nameInterval(shapeOf(frets), STANDARD_TUNING, keyOf('C'))).toBeNull();
  });
});
