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

type PlainFinger = (typeof FINGERS)[number];

/** Every legal fingering of a shape with four fingers; empty when the hand has too few. */
export function listFingerings(shape: Shape): readonly Fingering[] {
  const notes: Note[] = shape
    .flatMap((fret, string) => (fret === null || fret === 0 ? [] : [{ string, fret }]))
    .sort((a, b) => a.fret - b.fret || a.string - b.string);
  return assignFingers(shape, notes, []).map((chosen) => toFingering(shape, notes, chosen));
}

/** All rising choices of a finger for each note, given those already chosen. */
function assignFingers(
  shape: Shape,
  notes: readonly Note[],
  chosen: readonly PlainFinger[],
): readonly (readonly PlainFinger[])[] {
  const note = notes[chosen.length];
  if (note === undefined) {
    return [chosen];
  }
  const before = notes[chosen.length - 1];
  const last = chosen.at(-1);
  return FINGERS.flatMap((finger) => {
    const isNext = last === undefined || finger > last;
    const joinsBarre = before !== undefined && finger === last && canLieAcross(shape, before, note);
    return isNext || joinsBarre ? assignFingers(shape, notes, [...chosen, finger]) : [];
  });
}

function toFingering(shape: Shape, notes: readonly Note[], chosen: readonly PlainFinger[]): Fingering {
  const fingers: (Finger | null)[] = shape.map(() => null);
  notes.forEach(({ string }, order) => {
    fingers[string] = itemAt(chosen, order);
  });
  return { shape, fingers };
}

/** Whether one finger can stop two strings of one fret: what sounds between them is not open and not fretted lower. */
function canLieAcross(shape: Shape, low: Note, high: Note): boolean {
  return (
    low.fret === high.fret &&
    shape.slice(low.string + 1, high.string).every((fret) => fret === null || fret >= low.fret)
  );
}
