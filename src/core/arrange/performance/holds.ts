/* How the chords of the played bars are held: of the shapes a part keeps, the nearest that holds where a chord is met. */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { rememberOf } from '../../kernel/remember.ts';
import { placesOf } from '../../song/attachments/right-hand.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, Slot, SongDocument, StoredShape } from '../../song/document/document.ts';
import { findShapeAt, findStoredShape, isEverywhere } from '../../song/part/stored-shapes.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

/** A song has each chord many times, in objects of their own. */
const chordNames = new WeakMap<ChordSymbol, string>();

function nameOf(chord: ChordSymbol): string {
  return rememberOf(chordNames, chord, () => formatChordSymbol(chord));
}

/** Finds how the chords of the played bars are held, bar by bar; null: no chord, or no shape is kept for it. */
export function createHolds(
  document: SongDocument,
  part: Part,
  played: readonly PlayedBar[],
): (index: number) => readonly (StoredShape | null)[] {
  const { toShapeChord } = songKeysOf(document, part);
  const known = new Map<string, StoredShape | null>();
  const everywhere = (slot: Slot): StoredShape | null => {
    if (slot.chord === null) {
      return null;
    }
    const name = nameOf(slot.chord);
    const before = known.get(name);
    const held = before === undefined ? findStoredShape(part, toShapeChord(slot.chord)) : before;
    known.set(name, held);
    return held;
  };
  if (part.shapes.every(isEverywhere)) {
    return (index) => (played[index]?.slots ?? []).map(everywhere);
  }
  const nextOf = listNextChords(played);
  const places = new Set(part.shapes.filter((each) => !isEverywhere(each)).map(({ chord }) => nameOf(chord)));
  return (index) => {
    const bar = played[index];
    return (bar?.slots ?? []).map((slot, at) => {
      const shapeChord = slot.chord === null ? null : toShapeChord(slot.chord);
      if (bar === undefined || shapeChord === null || !places.has(nameOf(shapeChord))) {
        return everywhere(slot);
      }
      const next = nextOf[index]?.[at] ?? null;
      return findShapeAt(part, shapeChord, {
        targets: [slot.id, ...placesOf(document, bar)],
        next: next === null ? null : toShapeChord(next),
      });
    });
  };
}

/** The chord that comes after each slot, other than its own; null where none does. */
function listNextChords(played: readonly PlayedBar[]): readonly (readonly (ChordSymbol | null)[])[] {
  const rows: (ChordSymbol | null)[][] = played.map(() => []);
  let current: ChordSymbol | null = null;
  let after: ChordSymbol | null = null;
  for (let index = played.length - 1; index >= 0; index -= 1) {
    const slots = played[index]?.slots ?? [];
    for (let at = slots.length - 1; at >= 0; at -= 1) {
      const chord = slots[at]?.chord ?? null;
      if (chord !== null && (current === null || nameOf(chord) !== nameOf(current))) {
        after = current;
        current = chord;
      }
      (rows[index] ?? [])[at] = after;
    }
  }
  return rows;
}
