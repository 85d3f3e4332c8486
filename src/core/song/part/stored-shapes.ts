/* Which of the shapes that a part keeps is held where. */
import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Fingering } from '../../shapes/shape.ts';
import type { Part, StoredShape } from '../document/document.ts';

/** A shape that is kept wherever its chord comes, on the levels that usually hold it. */
export function keepEverywhere(
  chord: ChordSymbol,
  fingering: Fingering,
  how: Pick<StoredShape, 'origin' | 'fingersBy'>,
): StoredShape {
  return { chord, targetId: null, before: null, fromLevel: null, fingering, ...how, written: null };
}

/** A shape that the program found for the song. */
export const FOUND = { origin: 'accepted', fingersBy: 'song' } as const;

/** Whether a shape is kept wherever its chord comes. */
export function isEverywhere({ targetId, before }: Pick<StoredShape, 'targetId' | 'before'>): boolean {
  return targetId === null && before === null;
}

/** Whether two shapes are kept for one chord in one place, so that one of them gives way to the other. */
export function isSamePlace(
  a: Pick<StoredShape, 'chord' | 'targetId' | 'before'>,
  b: Pick<StoredShape, 'chord' | 'targetId' | 'before'>,
): boolean {
  return a.targetId === b.targetId && isSameChord(a.chord, b.chord) && isSameOrNone(a.before, b.before);
}

function isSameOrNone(a: ChordSymbol | null, b: ChordSymbol | null): boolean {
  return a === null || b === null ? a === b : isSameChord(a, b);
}

/** Where a chord is met: the ids of its slot, bar, line, pass and section, the nearest first, and the shape chord that comes next. */
export type Meeting = { readonly targets: readonly (number | null)[]; readonly next: ChordSymbol | null };

/** The shape that is held where a shape chord is met: the nearest place wins, and in one place what is kept before the next chord. */
export function findShapeAt(
  part: Pick<Part, 'shapes'>,
  shapeChord: ChordSymbol,
  { targets, next }: Meeting,
): StoredShape | null {
  let best: StoredShape | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const stored of part.shapes) {
    const { chord, targetId, before, origin } = stored;
    const near = targetId === null ? targets.length : targets.indexOf(targetId);
    const isMet = near >= 0 && isSameChord(chord, shapeChord) && (before === null || isSameOrNone(before, next));
    const distance = near * 4 + (before === null ? 2 : 0) + (origin === 'accepted' ? 1 : 0);
    if (isMet && distance < least) {
      [best, least] = [stored, distance];
    }
  }
  return best;
}

const ANYWHERE: Meeting = { targets: [], next: null };

/** The shape stored for a shape chord wherever it comes, or null. Pinned and chosen shapes come before accepted ones. */
export function findStoredShape(part: Pick<Part, 'shapes'>, shapeChord: ChordSymbol): StoredShape | null {
  return findShapeAt(part, shapeChord, ANYWHERE);
}
