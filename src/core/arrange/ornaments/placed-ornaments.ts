import { createLastFew } from '../../kernel/last-few.ts';
import type { Ornament, OrnamentNote, Part } from '../../song/document/document.ts';
import { ornamentNeckOf, placeOrnament } from './ornament-places.ts';

/** An ornament with its notes where they lie as the part stands. */
export type PlacedOrnament = { readonly ornament: Ornament; readonly notes: readonly OrnamentNote[] };

type ByBar = ReadonlyMap<number, readonly PlacedOrnament[]>;

const placed = createLastFew<ByBar>(8);

/** The ornaments of a part that can be played as it stands, by the bar they are written in; lost ones are left out. */
export function listPlacedOrnaments(part: Pick<Part, 'ornaments' | 'setup' | 'instrument'>): ByBar {
  const { ornaments, setup, instrument } = part;
  return placed.find([ornaments, setup, instrument], () => {
    const neck = ornamentNeckOf(part);
    const byBar = new Map<number, readonly PlacedOrnament[]>();
    for (const ornament of ornaments) {
      const place = placeOrnament(ornament, neck);
      if (place.kind === 'placed') {
        byBar.set(ornament.barId, [...(byBar.get(ornament.barId) ?? []), { ornament, notes: place.notes }]);
      }
    }
    return byBar;
  });
}
