import { describe, expect, test } from 'vitest';
import { COMMON_TIME, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { parseOrnamentNotes } from '../../song/attachments/ornament-text.ts';
import type { Mark } from './drawing.ts';
import { drawTablature } from './tablature.ts';

const drawn = (text: string, stepTicks: number, fretsAdded = 0) => {
  const notes = parseOrnamentNotes(text, { startTick: 0, stepTicks });
  return drawTablature({
    kind: 'riff',
    notes: notes.ok ? notes.value : [],
    lengthTicks: 4 * QUARTER_TICKS,
    metre: COMMON_TIME,
    strings: 6,
    fretsAdded,
  });
};
/** Frets are bold, counts are not. */
const fretsOf = (marks: readonly Mark[]) => textsOf(marks).filter(({ isBold }) => isBold);
type Text = Extract<Mark, { kind: 'text' }>;
const textsOf = (marks: readonly Mark[]) => marks.filter((mark): mark is Text => mark.kind === 'text');
/** Strokes as wide as stems and flags. */
const stemsIn = (marks: readonly Mark[]) =>
  marks.filter((mark) => mark.kind === 'line' && mark.widthMm === 0.22 && mark.x1Mm === mark.x2Mm).length;
const flagsIn = (marks: readonly Mark[]) =>
  marks.filter((mark) => mark.kind === 'line' && mark.widthMm === 0.22 && mark.x1Mm !== mark.x2Mm).length;

describe('tablature', () => {
  test('has the thinnest string on top and time from left to right', () => {
    const frets = fretsOf(drawn('1/2 6/3', QUARTER_TICKS).marks);
    expect(frets.map(({ text }) => text)).toEqual(['2', '3']);
    expect(frets[0]?.yMm).toBeLessThan(frets[1]?.yMm ?? 0);
    expect(frets[0]?.xMm).toBeLessThan(frets[1]?.xMm ?? 0);
  });

  test('joins notes that are not struck: a bow, a line up for a slide, an arrow for a bend', () => {
    const linesIn = (text: string) => drawn(text, QUARTER_TICKS).marks.filter(({ kind }) => kind === 'line').length;
    const apart = linesIn('2/5 2/7');
    expect(linesIn('2/5 h7') - apart).toBe(3);
    expect(linesIn('2/5 s7') - apart).toBe(1);
    expect(linesIn('2/5 b7') - apart).toBe(3);
  });

  // Common practice: a stem for a quarter, one flag for an eighth, two for a sixteenth, none for a whole note.
  test.each([
    ['quarters', '5/3 5/2', QUARTER_TICKS, [2, 0]],
    ['eighths', '5/3 5/2', QUARTER_TICKS / 2, [2, 2]],
    ['sixteenths', '5/3 5/2', QUARTER_TICKS / 4, [2, 4]],
    ['a whole note', '5/3 - - -', QUARTER_TICKS, [0, 0]],
  ] as const)('shows %s by stems and flags', (_, text, stepTicks, wanted) => {
    const { marks } = drawn(text, stepTicks);
    expect([stemsIn(marks), flagsIn(marks)]).toEqual(wanted);
  });

  test('breaks a string where a fret stands on it and nowhere else', () => {
    const lines = (text: string) =>
      drawn(text, QUARTER_TICKS).marks.filter((mark) => mark.kind === 'line' && mark.widthMm === 0.16).length;
    expect(lines('5/3 5/2 4/0')).toBe(6 + 3);
  });

  test('counts frets from the nut where a class does', () => {
    expect(fretsOf(drawn('5/3 5/0', QUARTER_TICKS, 2).marks).map(({ text }) => text)).toEqual(['5', '2']);
  });

  test('stays inside its own size', () => {
    const { widthMm, heightMm, marks } = drawn('6/0 5/12 1/3 2/10 6/0 5/12 1/3 2/10', QUARTER_TICKS / 2);
    for (const mark of marks) {
      const [x, y] =
        mark.kind === 'line' ? [Math.max(mark.x1Mm, mark.x2Mm), Math.max(mark.y1Mm, mark.y2Mm)] : [mark.xMm, mark.yMm];
      expect(x).toBeLessThanOrEqual(widthMm);
      expect(y).toBeLessThanOrEqual(heightMm);
    }
  });
});
