import { expect, test } from 'vitest';
import { layOutBlank } from './blank-sheet.ts';
import { sheetOf } from './handout-layout.ts';

test.each([
  ['A4', false],
  ['Letter', false],
  ['A4', true],
] as const)(
  'a blank sheet on %s (on its side: %s) is filled with boxes and counts, inside its margins',
  (paper, isLandscape) => {
    for (const strings of [4, 6, 8]) {
      const look = { isLandscape, isLargePrint: false, isBlack: false, isOneSide: false };
      const { marks, widthMm, heightMm } = layOutBlank(sheetOf(paper, look), strings);
      const lines = marks.flatMap((mark) => (mark.kind === 'line' ? [mark] : []));
      expect(Math.max(...lines.map(({ x2Mm }) => x2Mm))).toBeLessThanOrEqual(widthMm - 13.9);
      expect(Math.max(...lines.map(({ y2Mm }) => y2Mm))).toBeLessThanOrEqual(heightMm - 13.9);
      // The top of a box is the heavy line.
      expect(lines.filter((line) => line.widthMm === 0.7).length).toBeGreaterThanOrEqual(8);
      expect(marks.filter((mark) => mark.kind === 'text').length).toBeGreaterThanOrEqual(32);
    }
  },
);
