import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf } from '../../../test-support/read.ts';
import { runs } from '../../../test-support/runs.ts';
import { pitchClassesOf } from '../../harmony/chord-symbol.ts';
import { isStruck } from '../../rhythm/pattern.ts';
import { SHELF } from '../../rhythm/pattern-library.ts';
import { ptToMm, wrapText } from './block.ts';
import { inBlack, type Mark, moveDown, moveRight, scaleMark } from './drawing.ts';
import { drawKeyboard, keysOfChord } from './keyboard-drawing.ts';
import { drawPattern } from './pattern-drawing.ts';
import { measureText } from './text-width.ts';

/** How far marks reach to the right and down, in mm; text by its baseline. */
const reachOf = (marks: readonly Mark[]) => ({
  right: Math.max(...marks.map((mark) => (mark.kind === 'line' ? Math.max(mark.x1Mm, mark.x2Mm) : mark.xMm))),
  bottom: Math.max(...marks.map((mark) => (mark.kind === 'line' ? Math.max(mark.y1Mm, mark.y2Mm) : mark.yMm))),
});

describe('a chord on a keyboard', () => {
  const CHORDS = ['C', 'D/F#', 'Bbm7', 'F#dim7', 'G13', 'Cadd9', 'Ebmaj7', 'A7sus4', 'B/A'];

  test.each(CHORDS)('%s is played from its bass up, each tone once, within two octaves', (name) => {
    const keys = keysOfChord(chordOf(name));
    const pitches = keys.map((key) => key % 12);
    const chord = chordOf(name);
    const bass = chordOf(chord.bass ?? chord.root).root;
    expect(pitches[0]).toBe(keysOfChord(chordOf(bass))[0]);
    expect(new Set(pitches)).toEqual(new Set([pitches[0], ...pitchClassesOf(chord)]));
    expect(new Set(pitches).size).toBe(pitches.length);
    expect(keys).toEqual([...keys].sort((a, b) => a - b));
    expect(Math.max(...keys)).toBeLessThan(24);
  });

  test('has a dot on each key, white ones low and black ones high', () => {
    const { marks, widthMm, heightMm } = drawKeyboard(chordOf('D/F#'));
    const dots = marks.filter((mark) => mark.kind === 'dot');
    // F sharp, A, D: the black key first.
    expect(dots.map(({ tone }) => tone)).toEqual(['paper', 'ink', 'ink']);
    expect(dots[0]?.yMm).toBeLessThan(dots[1]?.yMm ?? 0);
    expect(reachOf(marks).right).toBeLessThanOrEqual(widthMm);
    expect(reachOf(marks).bottom).toBeLessThanOrEqual(heightMm);
  });
});

describe('a pattern', () => {
  test.each(SHELF.map(({ pattern }) => [pattern.name, pattern] as const))(
    '%s is drawn inside its frame, its cells in order, what is struck in bold counts',
    (_, pattern) => {
      const { marks, widthMm, heightMm } = drawPattern(pattern);
      const reach = reachOf(marks);
      expect(reach.right).toBeLessThanOrEqual(widthMm);
      expect(reach.bottom).toBeLessThanOrEqual(heightMm);
      const counts = marks.filter((mark) => mark.kind === 'text' && mark.anchor === 'middle' && !mark.isItalic);
      const struck = pattern.cells.filter(isStruck).length;
      const bold = counts.filter((mark) => mark.kind === 'text' && mark.isBold).length;
      expect(bold).toBeGreaterThan(0);
      expect(struck).toBeGreaterThan(0);
      const passed = pattern.cells.filter(({ kind }) => kind === 'pass').length;
      expect(marks.filter((mark) => mark.kind === 'dot' && mark.tone === 'quiet').length).toBe(passed);
    },
  );
});

describe('marks', () => {
  const arbitraryMark: fc.Arbitrary<Mark> = fc
    .tuple(fc.double({ min: -50, max: 50, noNaN: true }), fc.double({ min: 0.05, max: 9, noNaN: true }), fc.nat(3))
    .map(([at, size, kind]): Mark => {
      const place = { xMm: at, yMm: at + size };
      switch (kind) {
        case 0:
          return { kind: 'line', x1Mm: at, y1Mm: 0, x2Mm: at + size, y2Mm: size, widthMm: size / 20, tone: 'quiet' };
        case 1:
          return { kind: 'dot', ...place, radiusMm: size, isFilled: true, tone: 'paper' };
        case 2:
          return { kind: 'bar', ...place, lengthMm: size, thicknessMm: size / 3, tone: 'warning' };
        default:
          return {
            kind: 'text',
            ...place,
            text: 'Am',
            sizeMm: size,
            face: 'name',
            isBold: false,
            isItalic: false,
            anchor: 'start',
            tone: 'quiet',
          };
      }
    });

  test('that are moved and moved back, or scaled and scaled back, are where they were', () => {
    const numbersOf = (mark: Mark) => Object.values(mark).filter((value) => typeof value === 'number');
    fc.assert(
      fc.property(arbitraryMark, fc.double({ min: 0.2, max: 5, noNaN: true }), (mark, by) => {
        for (const back of [
          moveDown(moveDown(mark, by), -by),
          moveRight(moveRight(mark, by), -by),
          scaleMark(scaleMark(mark, by), 1 / by),
        ]) {
          const before = numbersOf(mark);
          expect(back).toMatchObject({ kind: mark.kind, tone: mark.tone });
          const apart = numbersOf(back).map((value, index) => Math.abs(value - (before[index] ?? Number.NaN)));
          expect(Math.max(...apart)).toBeLessThan(1e-9);
        }
      }),
      { numRuns: runs(300), seed: 3 },
    );
  });

  test('in black have no tone but ink on paper, and no line that a photocopier loses', () => {
    fc.assert(
      fc.property(arbitraryMark, (mark) => {
        const black = inBlack(mark);
        expect(black.tone).toBe(mark.tone === 'paper' ? 'paper' : 'ink');
        expect(black.kind === 'line' ? black.widthMm : 1).toBeGreaterThanOrEqual(0.25);
      }),
      { numRuns: runs(200), seed: 4 },
    );
  });
});

describe('text', () => {
  const widthOf = (text: string) => measureText(text, 4, 'text', false);

  test('is as wide as its characters together, and twice as wide at twice the size', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.string({ maxLength: 30 }), (a, b) => {
        expect(widthOf(`${a}${b}`)).toBeCloseTo(widthOf(a) + widthOf(b), 9);
        expect(measureText(a, 8, 'text', false)).toBeCloseTo(2 * widthOf(a), 9);
        expect(measureText('', 4, 'name', true)).toBe(0);
      }),
      { numRuns: runs(200), seed: 5 },
    );
  });

  test('is broken into lines that fit, with every letter and in order', () => {
    const words = fc.array(fc.stringMatching(/^[a-z]{1,24}$/), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(words, fc.integer({ min: 12, max: 90 }), (list, widthMm) => {
        const text = list.join(' ');
        const lines = wrapText(text, widthMm, widthOf);
        expect(lines.every((line) => widthOf(line) <= widthMm)).toBe(true);
        expect(lines.join('').replaceAll(' ', '')).toBe(text.replaceAll(' ', ''));
      }),
      { numRuns: runs(300), seed: 6 },
    );
    expect(ptToMm(72)).toBeCloseTo(25.4, 9);
  });
});
