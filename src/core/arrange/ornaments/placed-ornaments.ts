import { writtenBarsOf } from '../../song/chart/pass-lines.ts';
import type { Ornament, OrnamentNote, Part, SongDocument } from '../../song/document/document.ts';
import { ornamentNeckOf, placeOrnament } from './ornament-places.ts';

/** An ornament with its notes where they lie as the part stands. */
export type PlacedOrnament = { readonly ornament: Ornament; readonly notes: readonly OrnamentNote[] };

/** The ornaments of a part that can be played as it stands, by the bar they are written in; lost ones are left out. */
export function listPlacedOrnaments(
  document: SongDocument,
  part: Part,
): ReadonlyMap<number, readonly PlacedOrnament[]> {
  const byBar = new Map<number, readonly PlacedOrnament[]>();
  if (part.ornaments.length === 0) {
    return byBar;
  }
  const bars = new Set(writtenBarsOf(document).map(({ id }) => id));
  const neck = ornamentNeckOf(part);
  for (const ornament of part.ornaments) {
    const place = placeOrnament(ornament, neck);
    if (place.kind === 'placed' && bars.has(ornament.barId)) {
      byBar.set(ornament.barId, [...(byBar.get(ornament.barId) ?? []), { ornament, notes: place.notes }]);
    }
  }
  return byBar;
}
