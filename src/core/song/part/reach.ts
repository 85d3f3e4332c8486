/* How far a guitar goes: one rule for riffs, shapes and pins. What lies beyond is kept, and said. */
import type { Part } from '../document/document.ts';

/** A fret past the last one that a guitar reaches; both count from the capo. */
export type OutOfReach = { readonly fret: number; readonly highest: number };

/** The highest fret a part's guitar reaches, counted from the capo. */
export function highestFretOf({ setup, instrument }: Pick<Part, 'setup' | 'instrument'>): number {
  return instrument.highestNeckFret - setup.capoFret;
}

/** The highest of some frets (from the capo; null: not played) where it lies past the highest that is reached; null where all are in reach. */
export function findBeyond(highest: number, frets: readonly (number | null)[]): OutOfReach | null {
  const fret = Math.max(0, ...frets.map((each) => each ?? 0));
  return fret > highest ? { fret, highest } : null;
}

/** The same for a part's guitar. */
export function findOutOfReach(
  part: Pick<Part, 'setup' | 'instrument'>,
  frets: readonly (number | null)[],
): OutOfReach | null {
  return findBeyond(highestFretOf(part), frets);
}
