/*
 * The neck in millimetres. Fret n stands L(1 - 2^(-n/12)) from the nut (equal temperament on a string of length L).
 * Strings stand 7.2 mm apart at the nut and widen to 10 mm at the bridge (from memory, steel-string guitars).
 */

/** Scale length of a common steel-string guitar in mm; a setting of the part. */
export const DEFAULT_SCALE_LENGTH_MM = 648;

const NUT_STRING_GAP_MM = 7.2;
const BRIDGE_STRING_GAP_MM = 10;

/** Distance from the nut to a fret wire, in mm. */
export function fretDistanceMm(neckFret: number, scaleLengthMm: number): number {
  return scaleLengthMm * (1 - 2 ** (-neckFret / 12));
}

/** Width of the space behind a fret wire, in mm: from the wire before it to itself. */
export function fretSpaceMm(neckFret: number, scaleLengthMm: number): number {
  return fretDistanceMm(neckFret, scaleLengthMm) - fretDistanceMm(neckFret - 1, scaleLengthMm);
}

/** Where a finger stands for a fret: a fifth of the space behind the wire, in mm from the nut. */
export function fingerDistanceMm(neckFret: number, scaleLengthMm: number): number {
  return fretDistanceMm(neckFret, scaleLengthMm) - 0.2 * fretSpaceMm(neckFret, scaleLengthMm);
}

/** Distance between neighbouring strings at a fret, in mm. */
export function stringGapMm(neckFret: number, scaleLengthMm: number): number {
  const share = fretDistanceMm(neckFret, scaleLengthMm) / scaleLengthMm;
  return NUT_STRING_GAP_MM + (BRIDGE_STRING_GAP_MM - NUT_STRING_GAP_MM) * share;
}
