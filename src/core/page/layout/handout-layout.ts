/*
 * A handout laid out on paper.
 *
 * The head and the drawings of chords and patterns stand across the page; sections, ornaments and lists follow in columns, none of
 * them torn as long as that goes, and none over pages. For a stand chords are 14 pt, words 11 and nothing is below 10: what fits one side
 * at that is set as large as the side lets it be, what does not takes two facing sides, and a long song as few as hold it, evenly filled.
 * Where one side is asked for, the type goes down to 9.5 pt first. Screen, print, SVG, HTML and PDF paint these same marks.
 */
import { itemAt, range } from '../../kernel/list.ts';
import type { HandoutOptions } from '../../song/document/handout-options.ts';
import { type Block, BODY_MM, type Layout } from '../drawing/block.ts';
import { inBlack, type Mark, type MeasureText, moveDown, moveRight, type Page, textMark } from '../drawing/drawing.ts';
import { moveRegion, type Region } from '../drawing/region.ts';
import type { Handout } from '../handout/handout-content.ts';
import { type ColumnContents, fillColumns, fillOver } from './column-filling.ts';
import { hasRoom } from './handout-line.ts';
import { cutUnit, layBody, layoutOf, layTop, type Unit } from './handout-units.ts';
import { heightOf } from './page-breaks.ts';

/** Sheets of paper by name, upright, in mm. */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;

/** The name of a sheet of paper. */
export type Paper = keyof typeof PAPERS;

/** What a handout is laid out on; `isEndless`: one sheet as long as it has to be, for a small screen. */
export type Sheet = {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly isLargePrint: boolean;
  readonly isBlack: boolean;
  readonly isOneSide: boolean;
  readonly isEndless: boolean;
};

/** A sheet of paper as a reader wants it. */
export function sheetOf(
  paper: Paper,
  look: Pick<HandoutOptions, 'isLandscape' | 'isLargePrint' | 'isBlack' | 'isOneSide'>,
): Sheet {
  const { isLandscape, isLargePrint, isBlack, isOneSide } = look;
  const { widthMm, heightMm } = PAPERS[paper];
  const size = isLandscape ? { widthMm: heightMm, heightMm: widthMm } : { widthMm, heightMm };
  return { ...size, isLargePrint, isBlack, isOneSide, isEndless: false };
}

/** A long strip of the width of a phone held upright, in mm (from memory). */
export const PHONE_SHEET: Sheet = {
  widthMm: 96,
  heightMm: 1_000_000,
  isLargePrint: false,
  isBlack: false,
  isOneSide: false,
  isEndless: true,
};

const MARGIN_MM = { paper: 12, phone: 4 } as const;
const GUTTER_MM = 7;
/** Scales of the type: 1 is the size for a stand (block.ts); large print has nothing under 18 pt. */
const SCALES = { usual: [1.25, 1.12, 1], large: [2.2, 2, 1.8] } as const;
/** Where one side is asked for: type never falls below 9.5 pt, what stands between goes on shrinking. */
const ONE_SIDE_SCALES = [0.95, 0.88, 0.8, 0.72, 0.65] as const;
/** Of several pages: a little larger where that takes no more of them. */
const MANY_PAGES_SCALES = [1.12, 1] as const;
const CHORD_SHARES = [1, 0.85] as const;
/** A page that is filled less, and is not the last, is mostly empty. */
const MOSTLY_EMPTY = 0.6;
/** A column narrower than this at scale 1 crowds its bars, in mm. */
const NARROWEST_MM = 84;
/** Below this scale type hardly shrinks any more, and neither do columns. */
const LEAST_COLUMN_SCALE = 0.9;

/** One way to fill a page. */
type Arrangement = {
  readonly scale: number;
  readonly columns: number;
  readonly gap: number;
  readonly share: number;
  /** Whether sections may go on in the next column of their page. */
  readonly tears: boolean;
  /** Whether sections may go on over pages, where one would stay mostly empty. */
  readonly goesOn: boolean;
};

/** Lays a handout out on as few pages as are readable. */
export function layOutHandout(handout: Handout, sheet: Sheet, measureOnce: MeasureText): readonly Page[] {
  const work: Work = { handout, sheet, measure: remembering(measureOnce), pieces: new Map() };
  const usual = sheet.isEndless ? [1] : SCALES[sheet.isLargePrint ? 'large' : 'usual'];
  const scales = sheet.isOneSide && !sheet.isLargePrint ? [...usual, ...ONE_SIDE_SCALES] : usual;
  const best = onOnePage(scales, work) ?? onManyPages(work);
  return best === null ? [] : paint(best, sheet, handout.title);
}

/** Arrangements measure the same texts again and again, at other sizes: widths grow with the size. */
function remembering(measure: MeasureText): MeasureText {
  const known = new Map<string, number>();
  return (text, sizeMm, face, isBold) => {
    const key = `${face} ${isBold} ${text}`;
    const width = known.get(key) ?? measure(text, 1, face, isBold);
    known.set(key, width);
    return width * sizeMm;
  };
}

/** The largest type that fits one sheet: no section torn, or else sections going on in the next column. */
function onOnePage(scales: readonly number[], work: Work): Laid | null {
  const { sheet } = work;
  const smallest = itemAt(scales, scales.length - 1);
  const at = (scale: number, tears: boolean): Laid | null => {
    for (const arrangement of listArrangements(scale, sheet, tears)) {
      const laid = lay(arrangement, work);
      if (laid !== null && laid.pages <= 1) {
        return laid;
      }
    }
    return null;
  };
  for (const tears of [false, true]) {
    // What does not fit at the smallest size fits at none.
    const last = at(smallest, tears);
    if (last !== null) {
      return scales.slice(0, -1).reduce<Laid | null>((found, scale) => found ?? at(scale, tears), null) ?? last;
    }
  }
  return null;
}

/** As few pages as hold it, with whole columns rather than torn sections, and with the larger type, where that takes no more. */
function onManyPages(work: Work): Laid | null {
  const { sheet } = work;
  const scales = sheet.isLargePrint ? [itemAt(SCALES.large, SCALES.large.length - 1)] : MANY_PAGES_SCALES;
  const ways = [false, true].flatMap((tears) =>
    scales.flatMap((scale) => listArrangements(scale, sheet, tears).flatMap((each) => lay(each, work) ?? [])),
  );
  // Where every way of whole sections leaves a page mostly empty, sections go on over the page.
  const full = ways.filter(({ hasHole }) => !hasHole);
  const cut = (): readonly Laid[] =>
    scales.flatMap((scale) => layOverPages(scale, work)).filter(({ hasHole }) => !hasHole);
  const good = full.length > 0 || !sheet.isLargePrint ? full : cut();
  const all = good.length > 0 ? good : ways;
  const fewest = Math.min(...all.map(({ pages }) => pages));
  const best = all.filter(({ pages }) => pages === fewest);
  const fewestEmpty = Math.min(...best.map(({ emptyColumns }) => emptyColumns));
  return best.find(({ emptyColumns }) => emptyColumns === fewestEmpty) ?? null;
}

/** The arrangements of one scale with sections that go on over pages. */
function layOverPages(scale: number, work: Work): readonly Laid[] {
  return listArrangements(scale, work.sheet, false).flatMap((each) => lay({ ...each, goesOn: true }, work) ?? []);
}

/** One column with room, more columns, then both with less room between things and smaller boxes; only columns can be torn between. */
function listArrangements(scale: number, sheet: Sheet, tears: boolean): readonly Arrangement[] {
  const free = sheet.widthMm - 2 * marginOf(sheet);
  const columns = range(tears ? 2 : 1, 4).filter(
    (count) => count === 1 || columnMm(free, count) >= NARROWEST_MM * Math.max(scale, LEAST_COLUMN_SCALE),
  );
  return CHORD_SHARES.flatMap((share) =>
    columns.map((count) => ({ scale, columns: count, gap: share === 1 ? 1 : 0.6, share, tears, goesOn: false })),
  );
}

function marginOf({ isEndless }: Sheet): number {
  return isEndless ? MARGIN_MM.phone : MARGIN_MM.paper;
}

function columnMm(freeMm: number, columns: number): number {
  return (freeMm - (columns - 1) * GUTTER_MM) / columns;
}

/** A handout in pieces: pages that the top fills alone, the top of the page on which the columns begin, and what each column holds. */
type Laid = {
  readonly tops: readonly (readonly Block[])[];
  readonly columns: number;
  readonly contents: ColumnContents;
  /** Whether a page before the last is mostly empty, and how many columns of such pages are. */
  readonly hasHole: boolean;
  readonly emptyColumns: number;
  readonly pages: number;
};

/** What laying out works on, and the pieces that were set before: arrangements that differ in how columns are filled share them. */
type Work = {
  readonly handout: Handout;
  readonly sheet: Sheet;
  readonly measure: MeasureText;
  readonly pieces: Map<string, Pieces | null>;
};

/** The blocks across the page and the units in columns, at one scale and width. */
type Pieces = { readonly top: readonly Block[]; readonly whole: readonly Unit[]; readonly column: Layout };

/** Null where columns would crowd the chords of their bars. */
function piecesOf(
  { scale, columns, gap, share }: Pick<Arrangement, 'scale' | 'columns' | 'gap' | 'share'>,
  { handout, sheet, measure, pieces }: Work,
): Pieces | null {
  const key = `${scale} ${columns} ${gap} ${share}`;
  const known = pieces.get(key);
  if (known !== undefined) {
    return known;
  }
  const freeMm = sheet.widthMm - 2 * marginOf(sheet);
  const layout = layoutOf(handout, { widthMm: freeMm, scale, gap, measure });
  const column = { ...layout, widthMm: columnMm(freeMm, columns) };
  const isCrowded = columns > 1 && !handout.blocks.every(({ lines }) => lines.every((line) => hasRoom(line, column)));
  const own = isCrowded ? null : { top: layTop(handout, layout, share), whole: layBody(handout, column), column };
  pieces.set(key, own);
  return own;
}

function lay({ scale, columns, gap, share, tears, goesOn }: Arrangement, work: Work): Laid | null {
  const { sheet } = work;
  const heightMm = sheet.heightMm - 2 * marginOf(sheet) - (sheet.isLargePrint ? LARGE_FOOT_MM : 0);
  const pieces = piecesOf({ scale, columns, gap, share }, work);
  if (pieces === null) {
    return null;
  }
  const { column, whole } = pieces;
  const tops = fillPages(pieces.top, heightMm);
  const topMm = heightOf(tops.at(-1) ?? []);
  const capacityOf = (index: number): number => (index < columns ? heightMm - topMm : heightMm);
  // Else a section is torn only where it is higher than a column, as a song in one long walk-through is (rule M9).
  const uncutMm = !tears && columns > 1 && capacityOf(0) > heightMm / 2 ? capacityOf(0) : heightMm;
  const page = { count: columns, capacityOf };
  const contents = goesOn
    ? fillOver(whole, page, (unit, first, rest) => cutUnit(unit, [first, rest], column))
    : fillColumns(
        whole.flatMap((unit) => cutUnit(unit, [uncutMm, uncutMm], column)),
        page,
        sheet.isLargePrint ? 'full' : tears ? 'torn' : 'even',
      );
  const usedOf = (from: number): number => Math.max(...contents.slice(from, from + columns).map(heightOf));
  const hasHole = range(0, contents.length / columns - 1).some((index) => {
    const used = usedOf(index * columns) + (index === 0 ? topMm : 0);
    return used < MOSTLY_EMPTY * heightMm;
  });
  const emptyColumns = contents
    .slice(0, -columns)
    .filter((held, index) => heightOf(held) < MOSTLY_EMPTY * capacityOf(index)).length;
  return { tops, columns, contents, hasHole, emptyColumns, pages: tops.length - 1 + contents.length / columns };
}

/** Rows put onto pages from the top, each page as full as it goes. */
function fillPages(blocks: readonly Block[], heightMm: number): readonly (readonly Block[])[] {
  const pages: Block[][] = [[]];
  let used = 0;
  for (const block of blocks) {
    if (used + block.heightMm > heightMm && used > 0) {
      pages.push([]);
      used = 0;
    }
    pages.at(-1)?.push(block);
    used += block.heightMm;
  }
  return pages;
}

function paint(laid: Laid, sheet: Sheet, title: string): readonly Page[] {
  const margin = marginOf(sheet);
  const freeMm = sheet.widthMm - 2 * margin;
  const stepMm = columnMm(freeMm, laid.columns) + GUTTER_MM;
  const before = laid.tops.length - 1;
  const usedMm = heightOf(laid.tops.at(-1) ?? []) + heightOf(laid.contents.flat());
  const heightMm = sheet.isEndless ? usedMm + 2 * margin : sheet.heightMm;
  return range(0, laid.pages).map((page) => {
    const top = laid.tops[page] ?? [];
    const topMm = heightOf(top);
    const from = (page - before) * laid.columns;
    const columns = page < before ? [] : laid.contents.slice(from, from + laid.columns);
    const placed = [
      placeBlocks(top, margin, margin),
      ...columns.map((units, column) =>
        placeBlocks(
          units.flatMap(({ blocks }) => blocks),
          margin + column * stepMm,
          margin + topMm,
        ),
      ),
    ];
    const marks = [
      ...placed.flatMap((each) => each.marks),
      ...(laid.pages === 1 ? [] : foot(title, page, laid.pages, sheet)),
    ];
    return {
      widthMm: sheet.widthMm,
      heightMm,
      marks: sheet.isBlack ? marks.map(inBlack) : marks,
      regions: placed.flatMap(({ regions }) => regions),
    };
  });
}

function placeBlocks(
  blocks: readonly Block[],
  xMm: number,
  yMm: number,
): { readonly marks: readonly Mark[]; readonly regions: readonly Region[] } {
  const marks: Mark[] = [];
  const regions: Region[] = [];
  let y = yMm;
  for (const block of blocks) {
    marks.push(...block.marks.map((mark) => moveRight(moveDown(mark, y), xMm)));
    regions.push(...(block.regions ?? []).map((region) => moveRegion(region, xMm, y)));
    y += block.heightMm;
  }
  return { marks, regions };
}

const MOST_FOOT_CHARACTERS = 60;
/** A foot in large print reaches so far into the page. */
const LARGE_FOOT_MM = 3;
/** Its baseline from the edge. */
const FOOT_MM = 6.8;

function foot(title: string, index: number, pages: number, sheet: Sheet): readonly Mark[] {
  const { widthMm, heightMm, isLargePrint } = sheet;
  const short = title.length > MOST_FOOT_CHARACTERS ? `${title.slice(0, MOST_FOOT_CHARACTERS)}…` : title;
  const sizeMm = isLargePrint ? BODY_MM * itemAt(SCALES.large, SCALES.large.length - 1) : BODY_MM;
  const y = heightMm - FOOT_MM;
  const count = `${index + 1} of ${pages}`;
  return [
    textMark(short, [MARGIN_MM.paper, y], sizeMm, { tone: 'quiet' }),
    textMark(count, [widthMm - MARGIN_MM.paper, y], sizeMm, { tone: 'quiet', anchor: 'end' }),
  ];
}
