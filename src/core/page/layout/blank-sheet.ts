/* A sheet to write on: empty boxes for shapes, and rows of counts for the right hand. */
import { range } from '../../kernel/list.ts';
import { BODY_MM } from '../drawing/block.ts';
import { inBlack, lineMark, type Mark, type Page, textMark } from '../drawing/drawing.ts';
import type { Sheet } from './handout-layout.ts';

const MARGIN_MM = 14;
const STRING_MM = 3.4;
const FRET_MM = 5;
const FRETS = 5;
const GAP_MM = 9;
/** Room over a box for a name and for signs over its strings, and under it for fingers. */
const ABOVE_MM = 13;
const BELOW_MM = 6;
const STRUM_MM = 17;
const COUNTS = ['1', '&', '2', '&', '3', '&', '4', '&'] as const;

/** The sheet for an instrument of so many strings: boxes above, strums below, as many as fit. */
export function layOutBlank(sheet: Sheet, strings: number): Page {
  const { widthMm, heightMm } = sheet;
  const free = widthMm - 2 * MARGIN_MM;
  const boxMm = (strings - 1) * STRING_MM;
  const columns = Math.max(1, Math.floor((free + GAP_MM) / (boxMm + GAP_MM)));
  const rowMm = ABOVE_MM + FRETS * FRET_MM + BELOW_MM;
  const boxRows = Math.max(1, Math.floor(((heightMm - 2 * MARGIN_MM) * 0.55) / rowMm));
  const step = (free - boxMm) / Math.max(1, columns - 1);
  const boxes = range(0, boxRows).flatMap((row) =>
    range(0, columns).flatMap((column) =>
      drawBox(MARGIN_MM + column * step, MARGIN_MM + row * rowMm + ABOVE_MM, strings),
    ),
  );
  const top = MARGIN_MM + boxRows * rowMm + 4;
  const strumRows = Math.max(0, Math.floor((heightMm - MARGIN_MM - top) / STRUM_MM));
  const strums = range(0, strumRows).flatMap((row) => drawStrum(top + (row + 1) * STRUM_MM - 2, free));
  const marks = [...boxes, ...strums];
  return { widthMm, heightMm, marks: sheet.isBlack ? marks.map(inBlack) : marks };
}

function drawBox(xMm: number, yMm: number, strings: number): readonly Mark[] {
  const [right, bottom] = [xMm + (strings - 1) * STRING_MM, yMm + FRETS * FRET_MM];
  return [
    ...range(0, strings).map((string) => {
      const x = xMm + string * STRING_MM;
      return lineMark([x, yMm], [x, bottom], 0.18);
    }),
    ...range(0, FRETS + 1).map((fret) => {
      const y = yMm + fret * FRET_MM;
      return lineMark([xMm, y], [right, y], fret === 0 ? 0.7 : 0.18);
    }),
    lineMark([xMm, yMm - 7], [right, yMm - 7], 0.15, 'quiet'),
  ];
}

/** Two bars of counts with a line to draw the arrows over. */
function drawStrum(yMm: number, freeMm: number): readonly Mark[] {
  const cell = freeMm / (2 * COUNTS.length);
  return [
    lineMark([MARGIN_MM, yMm - BODY_MM * 1.3], [MARGIN_MM + freeMm, yMm - BODY_MM * 1.3], 0.15, 'quiet'),
    ...[0, 1, 2].map((bar) => {
      const x = MARGIN_MM + (bar * freeMm) / 2;
      return lineMark([x, yMm - STRUM_MM + 6], [x, yMm], 0.25);
    }),
    ...[...COUNTS, ...COUNTS].map((count, index) =>
      textMark(count, [MARGIN_MM + (index + 0.5) * cell, yMm], BODY_MM, { anchor: 'middle' }),
    ),
  ];
}
