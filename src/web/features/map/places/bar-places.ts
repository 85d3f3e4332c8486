/* Where bars stand on the screen: blocks of lines, and the way from one bar to its neighbours. Pure; tested beside. */
import { range } from '../../../../core/kernel/list.ts';
import { linesOfPass } from '../../../../core/song/chart/pass-lines.ts';
import type { Bar, Line, SongDocument } from '../../../../core/song/document/document.ts';
import { type BarRow, type BarRun, findRow } from '../../../../core/song/map/line-edits.ts';

/** Lines shown together: a section as written, or one pass of it as it is played. */
export type MapBlock = {
  readonly key: string;
  readonly sectionId: number;
  readonly passId: number | null;
  readonly lines: readonly Line[];
};

/** A bar in a block; the place after a block's last line is the one in which its next bar is written. */
export type BarPlace = BarRow & { readonly block: string; readonly at: number };

/** A song is shown as it is written, or as it is played. */
export type MapView = 'written' | 'played';

/** The blocks of a song in order. */
export function listBlocks({ map }: SongDocument, view: MapView): readonly MapBlock[] {
  if (view === 'written') {
    return map.sections.map(({ id, lines }) => ({ key: `section ${id}`, sectionId: id, passId: null, lines }));
  }
  return map.form.flatMap((pass): readonly MapBlock[] => {
    const section = map.sections.find(({ id }) => id === pass.sectionId);
    return section === undefined
      ? []
      : [{ key: `pass ${pass.id}`, sectionId: section.id, passId: pass.id, lines: linesOfPass(section, pass) }];
  });
}

/** The key of the block that stands for the first section of a song without any. */
export const FIRST_BLOCK = 'first';

/** A place as the value of an attribute, by which its element is found. */
export function placeKey({ block, line, ending, at }: BarPlace): string {
  return `${block}/${line}/${ending ?? ''}/${at}`;
}

/** A place read from the value of an attribute, or null. */
export function parsePlace(key: string): BarPlace | null {
  const [block, line, ending, at] = key.split('/');
  return block === undefined || at === undefined
    ? null
    : { block, line: Number(line), ending: ending === '' ? null : Number(ending), at: Number(at) };
}

/** The place in which a block's next bar is written. */
export function nextPlaceOf({ key, lines }: MapBlock): BarPlace {
  return { block: key, line: lines.length, ending: null, at: 0 };
}

/** Whether a place is the one in which a block's next bar is written. */
export function isNextPlace(place: BarPlace, block: MapBlock): boolean {
  return place.line >= block.lines.length;
}

/** The place of a bar by its id, or of a section's first bar; null where there is none. */
export function findPlace(blocks: readonly MapBlock[], sectionId: number, barId: number | null): BarPlace | null {
  const own = blocks.filter((block) => block.sectionId === sectionId);
  const places = own.flatMap((block) => listPlaces([block]));
  return places.find((place) => (barId === null ? true : findBar(own, place)?.id === barId)) ?? null;
}

/** The bar at a place, or null. */
export function findBar(blocks: readonly MapBlock[], place: BarPlace): Bar | null {
  return findBarIn(blocks.find(({ key }) => key === place.block)?.lines ?? [], place);
}

/** The bar at a place of some lines, or null. */
export function findBarIn(lines: readonly Line[], place: BarPlace): Bar | null {
  return findRow(lines, place)?.[place.at] ?? null;
}

/** All places of some blocks in reading order, each block's writing place last. */
export function listPlaces(blocks: readonly MapBlock[]): readonly BarPlace[] {
  return blocks.flatMap((block) => [...placesOf(block), nextPlaceOf(block)]);
}

function placesOf({ key, lines }: MapBlock): readonly BarPlace[] {
  return lines.flatMap(({ bars, endings }, line) => [
    ...bars.map((_, at) => ({ block: key, line, ending: null, at })),
    ...endings.flatMap((ending, index) => ending.bars.map((_, at) => ({ block: key, line, ending: index, at }))),
  ]);
}

/** A way to go from a bar. */
export type Way = 'left' | 'right' | 'up' | 'down' | 'line-start' | 'line-end' | 'start' | 'end';

/** How many bars stand side by side on a wide page. */
export const BARS_IN_ROW = 4;

/** The place to which a way leads; the same place where it leads nowhere. */
export function placeOnWay(blocks: readonly MapBlock[], place: BarPlace, way: Way): BarPlace {
  const places = listPlaces(blocks);
  const index = places.findIndex((each) => placeKey(each) === placeKey(place));
  const inRow = places.filter(
    (each) => each.block === place.block && each.line === place.line && each.ending === place.ending,
  );
  switch (way) {
    case 'left':
      return places[index - 1] ?? place;
    case 'right':
      return places[index + 1] ?? place;
    case 'line-start':
      return inRow[0] ?? place;
    case 'line-end':
      return inRow.at(-1) ?? place;
    case 'start':
      return places[0] ?? place;
    case 'end':
      return places.at(-1) ?? place;
    case 'up':
    case 'down':
      return placeAcross(places, place, way === 'up' ? -1 : 1);
  }
}

/** The place above or below: in the next row of the page, as far from its start. */
function placeAcross(places: readonly BarPlace[], place: BarPlace, step: number): BarPlace {
  const rowOf = (each: BarPlace): string =>
    `${each.block}/${each.line}/${each.ending ?? ''}/${Math.floor(each.at / BARS_IN_ROW)}`;
  const rows = [...new Set(places.map(rowOf))];
  const target = rows[rows.indexOf(rowOf(place)) + step];
  const inTarget = places.filter((each) => rowOf(each) === target);
  return inTarget[Math.min(place.at % BARS_IN_ROW, inTarget.length - 1)] ?? place;
}

/** The runs of bars from one place to another of the same block, both included; one run a row. */
export function runsBetween(block: MapBlock, from: BarPlace, to: BarPlace): readonly BarRun[] {
  const places = [...placesOf(block), nextPlaceOf(block)];
  const keys = places.map(placeKey);
  const [a, b] = [keys.indexOf(placeKey(from)), keys.indexOf(placeKey(to))];
  const chosen = range(Math.min(a, b), Math.max(a, b) + 1)
    .flatMap((index) => places[index] ?? [])
    .filter((place) => !isNextPlace(place, block));
  const runs: BarRun[] = [];
  for (const { line, ending, at } of chosen) {
    const last = runs.at(-1);
    if (last !== undefined && last.line === line && last.ending === ending) {
      runs[runs.length - 1] = { ...last, count: last.count + 1 };
    } else {
      runs.push({ line, ending, from: at, count: 1 });
    }
  }
  return runs;
}
