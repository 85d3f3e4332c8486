import { createLastFew } from '../../kernel/last-few.ts';
import { groupBy } from '../../kernel/list.ts';
import { rememberOf } from '../../kernel/remember.ts';
import type { Ornament, OrnamentNote, Part, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { ornamentNeckOf, placeOrnament } from './ornament-places.ts';

/** An ornament with its notes where they lie as the part stands. */
export type PlacedOrnament = { readonly ornament: Ornament; readonly notes: readonly OrnamentNote[] };

/** The ornaments of a bar in a pass. The same bar and pass get the same list, as do passes that play the same ones. */
export type OrnamentsOfBar = (barId: number, passId: number | null) => readonly PlacedOrnament[];

const placed = createLastFew<OrnamentsOfBar>(8);
const NONE: readonly PlacedOrnament[] = [];

/** The ornaments of a part that can be played as it stands, by the bar they are written in and the pass that plays it; lost ones are left out. */
export function createPlacedOrnaments(part: Pick<Part, 'ornaments' | 'setup' | 'instrument'>): OrnamentsOfBar {
  const { ornaments, setup, instrument } = part;
  return placed.find([ornaments, setup, instrument], () => {
    const neck = ornamentNeckOf(part);
    const inPlace = ornaments.flatMap((ornament): readonly PlacedOrnament[] => {
      const place = placeOrnament(ornament, neck);
      return place.kind === 'placed' ? [{ ornament, notes: place.notes }] : [];
    });
    const byBar = groupBy(inPlace, ({ ornament }) => ornament.barId);
    return (barId, passId) => {
      const all = byBar.get(barId) ?? NONE;
      return all.every((each) => isPlayedIn(each.ornament, passId)) ? all : inPass(all, passId);
    };
  });
}

/** Whether a pass plays an ornament that is written in its bar. */
function isPlayedIn({ passIds }: Pick<Ornament, 'passIds'>, passId: number | null): boolean {
  return passIds === null || (passId !== null && passIds.includes(passId));
}

/** Finds the played bars that play an ornament of a song, in their order. */
export function createPlayingBars(
  { map }: SongDocument,
  played: readonly PlayedBar[],
): (ornament: Pick<Ornament, 'barId' | 'passIds'>) => readonly PlayedBar[] {
  const byBar = groupBy(played, ({ bar }) => bar.id);
  return (ornament) =>
    (byBar.get(ornament.barId) ?? []).filter(({ passIndex }) => isPlayedIn(ornament, map.form[passIndex]?.id ?? null));
}

const chosen = new WeakMap<readonly PlacedOrnament[], Map<string, readonly PlacedOrnament[]>>();

/** Those of a bar that a pass plays, one list for each choice of them. */
function inPass(all: readonly PlacedOrnament[], passId: number | null): readonly PlacedOrnament[] {
  const left = all.filter(({ ornament }) => isPlayedIn(ornament, passId));
  const known = rememberOf(chosen, all, () => new Map());
  const key = left.map(({ ornament }) => ornament.id).join();
  const before = known.get(key) ?? left;
  known.set(key, before);
  return before;
}
