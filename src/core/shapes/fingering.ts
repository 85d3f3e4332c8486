/*
 * Which finger stops which string.
 *
 * Fretted strings are taken in order of fret, then from the lowest string up, and get fingers that never decrease: a
 * higher fret takes a later finger. One finger may take several strings of one fret when nothing between them is open
 * or fretted lower (a barre). Every such assignment is yielded; effort decides between them. Trying all 4^n assignments
 * was rejected: nearly all cross, and the few usual crossings stand in the table of familiar shapes.
 */
import { itemAt } from '../kernel/list.ts';
import type { Finger, Fingering, Shape } from './shape.ts';

type Note = { readonly string: number; readonly fret: number };

const FINGERS = [1, 2, 3, 4] as const;

/** Every legal fingering of a shape with four fingers; empty when the hand has too few. */
export function listFingerings(shape: Shape): readonly Fingering[] {
  const notes: Note[] = shape
    .flatMap((fret, string) => (fret === null || fret === 0 ? [] : [{ string, fret }]))
    .sort((a, b) => a.fret - b.fret || a.string - b.string);
  const found: Fingering[] = [];
  assign(shape, notes, 0, [], found);
  return found;
}

function assign(
  shape: Shape,
  notes: readonly Note[],
  index: number,
  chosen: readonly Finger[],
  found: Fingering[],
): void {
  const note = notes[index];
  if (note === undefined) {
    const fingers: (Finger | null)[] = shape.map(() => null);
    notes.forEach((placed, order) => {
      fingers[placed.string] = itemAt(chosen, order);
    });
    found.push({ shape, fingers });
    return;
  }
  const before = index === 0 ? null : itemAt(notes, index - 1);
  const lastFinger = chosen.at(-1) ?? 0;
  for (const finger of FINGERS) {
    const isNext = finger > Number(lastFinger);
    const joinsBarre = before !== null && finger === lastFinger && canLieAcross(shape, before, note);
    if (isNext || joinsBarre) {
      assign(shape, notes, index + 1, [...chosen, finger], found);
    }
  }
}

/** Whether one finger can stop two strings of one fret: what sounds between them is not open and not fretted lower. */
function canLieAcross(shape: Shape, low: Note, high: Note): boolean {
  return (
    low.fret === high.fret &&
    shape.slice(low.string + 1, high.string).every((fret) => fret === null || fret >= low.fret)
  );
}
