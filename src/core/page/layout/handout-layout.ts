/*
 * A handout laid out on paper.
 *
 * The head and the drawings of chords and patterns stand across the page; sections, ornaments and lists follow in columns, none of
 * them torn as long as that goes, and none over pages. Arrangements are tried from the largest type down, each in one column and in
 * more, with room and without: the first that fits one sheet is taken. So the type is as large as the page lets it be, and never below
 * 9 pt. A song too long for that goes on over further sheets, as few as hold it, evenly filled. Screen, print, SVG, HTML and PDF paint
 * these same marks.
 */
import { itemAt, range } from '../../kernel/list.ts';
import { type Block, BODY_MM, type Layout } from '../drawing/block.ts';
import { inBlack, type Mark, type MeasureText, moveDown, moveRight, type Page, textMark } from '../drawing/drawing.ts';
import type { Handout } from '../handout/handout-content.ts';
import { type ColumnContents, fillColumns } from './column-filling.ts';
import { hasRoom } from './handout-line.ts';
import { cutUnit, layBody, layTop } from './handout-units.ts';
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
  readonly isEndless: boolean;
};

/** A sheet of paper as a reader wants it. */
export function sheetOf(
  paper: Paper,
  {
    isLandscape,
    isLargePrint,
    isBlack,
  }: { readonly isLandscape: boolean; readonly isLargePrint: boolean; readonly isBlack: boolean },
): Sheet {
  const { widthMm, heightMm } = PAPERS[paper];
  const size = isLandscape ? { widthMm: heightMm, heightMm: widthMm } : { widthMm, heightMm };
  return { ...size, isLargePrint, isBlack, isEndless: false };
}

/** A long strip of the width of a phone held upright, in mm (from memory). */
export const PHONE_SHEET: Sheet = {
  widthMm: 96,
  heightMm: 1_000_000,
  isLargePrint: false,
  isBlack: false,
  isEndless: true,
};

const MARGIN_MM = { paper: 12, phone: 4 } as const;
const GUTTER_MM = 7;
/** Scales of the type, 1 is 9 pt; large print is 16 pt and more (from memory: 16 pt is the least that is called so). */
const SCALES = { usual: [1.3, 1.2, 1.12, 1.06, 1], large: [2.2, 2, 1.8] } as const;
/** Of several pages: the usual size, or 9 pt where that saves pages. */
const MANY_PAGES_SCALES = [1.12, 1] as const;
const CHORD_SHARES = [1, 0.8] as const;
/** A column that is filled less is mostly empty. */
const MOSTLY_EMPTY = 0.4;
/** A column narrower than this at scale 1 crowds its bars, in mm. */
const NARROWEST_MM = 78;

/** One way to fill a page. */
type Arrangement = {
  readonly scale: number;
  readonly columns: number;
  readonly gap: number;
  readonly share: number;
  /** Whether sections may go on in the next column of their page. */
  readonly tears: boolean;
};

/** Lays a handout out on as few pages as are readable. */
export function layOutHandout(handout: Handout, sheet: Sheet, measure: MeasureText): readonly Page[] {
  const scales = sheet.isEndless ? [1] : SCALES[sheet.isLargePrint ? 'large' : 'usual'];
  const best = onOnePage(handout, scales, sheet, measure) ?? onManyPages(handout, sheet, measure);
  return best === null ? [] : paint(best, sheet, handout.title);
}

/** The largest type that fits one sheet: no section torn, or else sections going on in the next column. */
function onOnePage(handout: Handout, scales: readonly number[], sheet: Sheet, measure: MeasureText): Laid | null {
  const smallest = itemAt(scales, scales.length - 1);
  const at = (scale: number, tears: boolean): Laid | null => {
    for (const arrangement of listArrangements(scale, sheet, tears)) {
      const laid = lay(handout, arrangement, sheet, measure);
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
function onManyPages(handout: Handout, sheet: Sheet, measure: MeasureText): Laid | null {
  const scales = sheet.isLargePrint ? [itemAt(SCALES.large, SCALES.large.length - 1)] : MANY_PAGES_SCALES;
  const ways = [false, true].flatMap((tears) =>
    scales.flatMap((scale) =>
      listArrangements(scale, sheet, tears).flatMap((each) => lay(handout, each, sheet, measure) ?? []),
    ),
  );
  const fewest = Math.min(...ways.map(({ pages }) => pages));
  const best = ways.filter(({ pages }) => pages === fewest);
  return best.find(({ hasHole }) => !hasHole) ?? best[0] ?? null;
}

/** One column with room, more columns, then both with less room between things and smaller boxes; only columns can be torn between. */
function listArrangements(scale: number, sheet: Sheet, tears: boolean): readonly Arrangement[] {
  const free = sheet.widthMm - 2 * marginOf(sheet);
  const columns = range(tears ? 2 : 1, 4).filter(
    (count) => count === 1 || columnMm(free, count) >= NARROWEST_MM * scale,
  );
  return CHORD_SHARES.flatMap((share) =>
    columns.map((count) => ({ scale, columns: count, gap: share === 1 ? 1 : 0.6, share, tears })),
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
  /** Whether a column before the last page is mostly empty. */
  readonly hasHole: boolean;
  readonly pages: number;
};

/** Null where columns would crowd the chords of their bars. */
function lay(
  handout: Handout,
  { scale, columns, gap, share, tears }: Arrangement,
  sheet: Sheet,
  measure: MeasureText,
): Laid | null {
  const margin = marginOf(sheet);
  const freeMm = sheet.widthMm - 2 * margin;
  const heightMm = sheet.heightMm - 2 * margin;
  const layout: Layout = { widthMm: freeMm, scale, bodyMm: BODY_MM * scale, gap, measure };
  const column = { ...layout, widthMm: columnMm(freeMm, columns) };
  if (columns > 1 && !handout.blocks.every(({ lines }) => lines.every((line) => hasRoom(line, column)))) {
    return null;
  }
  const tops = fillPages(layTop(handout, layout, share), heightMm);
  const firstMm = heightMm - heightOf(tops.at(-1) ?? []);
  const capacityOf = (index: number): number => (index < columns ? firstMm : heightMm);
  // Else a section is torn only where it is higher than a column, as a song in one long walk-through is (rule M9).
  const uncutMm = !tears && columns > 1 && firstMm > heightMm / 2 ? firstMm : heightMm;
  const units = layBody(handout, column).flatMap((unit) => cutUnit(unit, uncutMm, column));
  const contents = fillColumns(units, { count: columns, capacityOf }, tears);
  const hasHole = contents.slice(0, -columns).some((held, index) => heightOf(held) < MOSTLY_EMPTY * capacityOf(index));
  return { tops, columns, contents, hasHole, pages: tops.length - 1 + contents.length / columns };
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
  const pages = range(0, laid.pages).map((page): readonly Mark[] => {
    const top = laid.tops[page] ?? [];
    const topMm = heightOf(top);
    const from = (page - before) * laid.columns;
    const columns = page < before ? [] : laid.contents.slice(from, from + laid.columns);
    return [
      ...placeBlocks(top, margin, margin),
      ...columns.flatMap((units, column) =>
        placeBlocks(
          units.flatMap(({ blocks }) => blocks),
          margin + column * stepMm,
          margin + topMm,
        ),
      ),
    ];
  });
  const usedMm = heightOf(laid.tops.at(-1) ?? []) + heightOf(laid.contents.flat());
  const heightMm = sheet.isEndless ? usedMm + 2 * margin : sheet.heightMm;
  return pages.map((marks, index) => {
    const all = [...marks, ...(pages.length === 1 ? [] : foot(title, index, pages.length, sheet))];
    return { widthMm: sheet.widthMm, heightMm, marks: sheet.isBlack ? all.map(inBlack) : all };
  });
}

function placeBlocks(blocks: readonly Block[], xMm: number, yMm: number): readonly Mark[] {
  let y = yMm;
  return blocks.flatMap((block) => {
    const placed = block.marks.map((mark) => moveRight(moveDown(mark, y), xMm));
    y += block.heightMm;
    return placed;
  });
}

const MOST_FOOT_CHARACTERS = 60;

function foot(title: string, index: number, pages: number, { widthMm, heightMm }: Sheet): readonly Mark[] {
  const short = title.length > MOST_FOOT_CHARACTERS ? `${title.slice(0, MOST_FOOT_CHARACTERS)}…` : title;
  const y = heightMm - MARGIN_MM.paper + 5;
  return [
    textMark(short, [MARGIN_MM.paper, y], BODY_MM, { tone: 'quiet' }),
    textMark(`${index + 1} of ${pages}`, [widthMm - MARGIN_MM.paper, y], BODY_MM, { tone: 'quiet', anchor: 'end' }),
  ];
}
