import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/problem/setup-question.ts';
import { DEFAULT_SCALE_LENGTH_MM, fretDistanceMm } from '../../../core/fretboard/distance.ts';
import { range } from '../../../core/kernel/list.ts';

/** Height of the row above the nut, and of all rows below it, in px. */
const NUT_ROW_PX = 60;
const FRETTED_PX = 592;

/** Width of the neck in px. */
export const NECK_WIDTH_PX = 84;

/** How far above the wire of its row the middle of the capo lies, in px. */
export const CAPO_ABOVE_WIRE_PX = 13;

/** Where the row of a capo fret ends, from the top of the picture: row 0 at the nut, row n at fret wire n, to scale. */
export function rowBottomPx(fret: number): number {
  const share =
    fretDistanceMm(fret, DEFAULT_SCALE_LENGTH_MM) / fretDistanceMm(HIGHEST_PLANNED_CAPO, DEFAULT_SCALE_LENGTH_MM);
  return NUT_ROW_PX + share * FRETTED_PX;
}

/** Height of the row of a capo fret in px. */
export function rowHeightPx(fret: number): number {
  return fret === 0 ? NUT_ROW_PX : rowBottomPx(fret) - rowBottomPx(fret - 1);
}

/** The middle of a row, from the top of the picture, in px. */
export function rowMiddlePx(fret: number): number {
  return rowBottomPx(fret) - rowHeightPx(fret) / 2;
}

/** The fret in whose row a height lies, in px from the top of the picture; heights beyond either end belong to the last row. */
export function fretAtPx(yPx: number): number {
  return range(0, HIGHEST_PLANNED_CAPO).find((fret) => yPx < rowBottomPx(fret)) ?? HIGHEST_PLANNED_CAPO;
}
