import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Part, StoredShape } from '../document/document.ts';

/** The shape stored for a shape chord wherever it comes, or null. Pinned and chosen shapes come before accepted ones. */
export function findStoredShape(part: Pick<Part, 'shapes'>, shapeChord: ChordSymbol): StoredShape | null {
  const stored = part.shapes.filter(({ chord, slotId }) => slotId === null && isSameChord(chord, shapeChord));
  return stored.find(({ origin }) => origin !== 'accepted') ?? stored[0] ?? null;
}
