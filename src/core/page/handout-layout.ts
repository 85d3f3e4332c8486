/*
 * A handout laid out on paper.
 *
 * Everything becomes a block with a height; blocks are stacked under each other. The page is tried at a generous size and then a
 * little smaller until all blocks fit on one sheet; a song too long for that goes on over further sheets at a size that
 * can still be read from a stand. Screen, print and every other painter draw these same marks.
 */
import { itemAt, range, sumOf } from '../kernel/list.ts';
import { type Block, type Layout, wrapText } from './block.ts';
import { boxHeightMm, drawChordBox } from './chord-box.ts';
import { lineMark, type Mark, type MeasureText, moveDown, type Page, type TextStyle, textMark } from './drawing.ts';
import type { Handout, HandoutBlock } from './handout-content.ts';
import type { HandoutOrnament } from './handout-hands.ts';
import { layLine } from './handout-line.ts';
import { drawTablature, type Tablature } from './tablature.ts';

/** Sheets of paper by name, in mm. */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;

/** The name of a sheet of paper. */
export type Paper = keyof typeof PAPERS;

const MARGIN_MM = 15;
const SCALES = [1.15, 1.07, 1, 0.93, 0.86, 0.8, 0.74] as const;
const MANY_PAGES_SCALE = 0.86;

/** Lays a handout out on as few pages as are readable. */
export function layOutHandout(handout: Handout, paper: Paper, measure: MeasureText): readonly Page[] {
  const sheet = PAPERS[paper];
  const widthMm = sheet.widthMm - 2 * MARGIN_MM;
  const heightMm = sheet.heightMm - 2 * MARGIN_MM;
  for (const scale of SCALES) {
    const blocks = layBlocks(handout, { widthMm, scale, measure });
    if (sumOf(blocks, (block) => block.heightMm) <= heightMm) {
      return toPages([blocks], sheet, measure);
    }
  }
  const blocks = layBlocks(handout, { widthMm, scale: MANY_PAGES_SCALE, measure });
  return toPages(breakPages(blocks, heightMm), sheet, measure);
}

function layBlocks(handout: Handout, layout: Layout): readonly Block[] {
  return [
    layHead(handout, layout),
    ...layBoxes(handout, layout),
    ...(handout.form === '' ? [] : layForm(handout.form, layout)),
    ...handout.blocks.flatMap((block) => laySection(block, layout)),
    ...layOrnaments(handout.ornaments, layout),
  ];
}

/** Title and credit, the setup in sentences, and a rule under them. */
function layHead(handout: Handout, { widthMm, scale, measure }: Layout): Block {
  const marks: Mark[] = [];
  let y = 0;
  const add = (text: string, sizeMm: number, style: TextStyle): void => {
    const widthOf = (words: string): number => measure(words, sizeMm, style.face ?? 'text', style.isBold ?? false);
    for (const line of wrapText(text, widthMm, widthOf)) {
      y += sizeMm * 1.35;
      marks.push(textMark(line, [0, y], sizeMm, style));
    }
  };
  const isShort = measure(handout.title, 8.4 * scale, 'name', true) <= widthMm * 1.5;
  add(handout.title, (isShort ? 8.4 : 5.6) * scale, { face: 'name', isBold: true });
  if (handout.credit !== '') {
    y += 1.4 * scale;
    add(handout.credit, 3.2 * scale, { tone: 'quiet' });
  }
  y += 1.6 * scale;
  add(handout.setup.join(' '), 3.7 * scale, {});
  y += 2.6 * scale;
  marks.push(lineMark([0, y], [widthMm, y], 0.25, 'quiet'));
  return { heightMm: y + 3 * scale, marks, keepsNext: true };
}

const BOX_WIDTH_MM = 14;
const BOX_STEP_MM = 25.5;

function layBoxes(handout: Handout, { widthMm, scale }: Layout): readonly Block[] {
  const perRow = Math.max(1, Math.floor((widthMm + 8) / (BOX_STEP_MM * scale)));
  const rows = range(0, Math.ceil(handout.boxes.length / perRow)).map((row) =>
    handout.boxes.slice(row * perRow, (row + 1) * perRow),
  );
  return rows.map((boxes): Block => {
    const width = BOX_WIDTH_MM * scale;
    const top = 9.5 * scale;
    const heights = boxes.map(({ fingering }) => (fingering === null ? 0 : boxHeightMm(fingering, width)));
    const marks = boxes.flatMap(({ name, fingering }, index): readonly Mark[] => {
      const xMm = 3.5 * scale + index * BOX_STEP_MM * scale;
      const label = textMark(name, [xMm + width / 2, 4.6 * scale], 4.4 * scale, {
        face: 'name',
        isBold: true,
        anchor: 'middle',
      });
      const body =
        fingering === null
          ? [
              textMark('no shape found', [xMm + width / 2, top + 5 * scale], 2.4 * scale, {
                anchor: 'middle',
                tone: 'quiet',
              }),
            ]
          : drawChordBox(fingering, { xMm, yMm: top, widthMm: width }, handout.boxStyle);
      return [label, ...body];
    });
    return { heightMm: top + Math.max(5 * scale, ...heights) + 7 * scale, marks, keepsNext: false };
  });
}

function layForm(form: string, { widthMm, scale, measure }: Layout): readonly Block[] {
  const sizeMm = 3.2 * scale;
  return wrapText(form, widthMm, (text) => measure(text, sizeMm, 'text', false)).map((line) => ({
    heightMm: 5 * scale,
    marks: [textMark(line, [0, 3.6 * scale], sizeMm, { tone: 'quiet' })],
    keepsNext: true,
  }));
}

function laySection(block: HandoutBlock, layout: Layout): readonly Block[] {
  const { widthMm, scale, measure } = layout;
  const nameMm = 5 * scale;
  const smallMm = 3 * scale;
  const remarkX = measure(block.name, nameMm, 'name', true) + 3 * scale;
  const handX = remarkX + measure(block.remark, smallMm, 'text', false) + 5 * scale;
  const hasRoom = handX + measure(block.rightHand, smallMm, 'text', false) <= widthMm;
  const heading: Block = {
    heightMm: 9.4 * scale,
    marks: [
      textMark(block.name, [0, 7 * scale], nameMm, { face: 'name', isBold: true }),
      textMark(block.remark, [remarkX, 7 * scale], smallMm, { tone: 'quiet' }),
      ...(hasRoom && block.rightHand !== '' ? [textMark(block.rightHand, [handX, 7 * scale], smallMm)] : []),
    ],
    keepsNext: true,
  };
  const ownRows = hasRoom ? [] : layRightHand(block.rightHand, layout);
  return [heading, ...ownRows, ...block.lines.flatMap((line) => layLine(line, layout))];
}

/** What the right hand does in a section, in rows of its own where the heading has no room for it. */
function layRightHand(text: string, { widthMm, scale, measure }: Layout): readonly Block[] {
  const sizeMm = 3 * scale;
  return text === ''
    ? []
    : wrapText(text, widthMm, (words) => measure(words, sizeMm, 'text', false)).map((line) => ({
        heightMm: 4.4 * scale,
        marks: [textMark(line, [0, 3 * scale], sizeMm, { tone: 'quiet' })],
        keepsNext: true,
      }));
}

const TAB_SCALE = 0.72;

/** Ornaments in tablature, as many in a row as go beside each other. */
function layOrnaments(ornaments: readonly HandoutOrnament[], { widthMm, scale }: Layout): readonly Block[] {
  const size = TAB_SCALE * scale;
  const rows: { readonly label: string; readonly tab: Tablature; readonly xMm: number }[][] = [];
  let used = widthMm;
  for (const { label, bar } of ornaments) {
    const tab = drawTablature(bar);
    const ownMm = tab.widthMm * size + 5 * scale;
    if (used + ownMm > widthMm + 5 * scale) {
      rows.push([]);
      used = 0;
    }
    rows.at(-1)?.push({ label, tab, xMm: used });
    used += ownMm;
  }
  return rows.map((row) => ({
    heightMm: 5.6 * scale + Math.max(...row.map(({ tab }) => tab.heightMm)) * size,
    marks: row.flatMap(({ label, tab, xMm }) => [
      textMark(label, [xMm, 4 * scale], 2.8 * scale, { tone: 'quiet' }),
      ...tab.marks.map((mark) => moveRight(moveDown(scaleMark(mark, size), 4.2 * scale), xMm)),
    ]),
    keepsNext: false,
  }));
}

/** A mark at another size, seen from the top left corner. */
function scaleMark(mark: Mark, by: number): Mark {
  switch (mark.kind) {
    case 'line':
      return {
        ...mark,
        x1Mm: mark.x1Mm * by,
        y1Mm: mark.y1Mm * by,
        x2Mm: mark.x2Mm * by,
        y2Mm: mark.y2Mm * by,
      };
    case 'text':
      return { ...mark, xMm: mark.xMm * by, yMm: mark.yMm * by, sizeMm: mark.sizeMm * by };
    case 'dot':
      return { ...mark, xMm: mark.xMm * by, yMm: mark.yMm * by, radiusMm: mark.radiusMm * by };
    case 'bar':
      return { ...mark, xMm: mark.xMm * by, yMm: mark.yMm * by, lengthMm: mark.lengthMm * by };
  }
}

/** Fills pages from the top; a block that keeps the next one goes over with it. */
function breakPages(blocks: readonly Block[], heightMm: number): readonly (readonly Block[])[] {
  const pages: Block[][] = [[]];
  let used = 0;
  blocks.forEach((block, index) => {
    const next = block.keepsNext ? blocks[index + 1] : undefined;
    const needed = block.heightMm + (next?.heightMm ?? 0);
    if (used + needed > heightMm && used > 0) {
      pages.push([]);
      used = 0;
    }
    itemAt(pages, pages.length - 1).push(block);
    used += block.heightMm;
  });
  return pages;
}

function toPages(
  pages: readonly (readonly Block[])[],
  sheet: { readonly widthMm: number; readonly heightMm: number },
  measure: MeasureText,
): readonly Page[] {
  return pages.map((blocks, index) => {
    let y = MARGIN_MM;
    const marks = blocks.flatMap((block) => {
      const placed = block.marks.map((mark) => moveRight(moveDown(mark, y), MARGIN_MM));
      y += block.heightMm;
      return placed;
    });
    const folio = `${index + 1} of ${pages.length}`;
    const foot =
      pages.length === 1
        ? []
        : [
            textMark(folio, [sheet.widthMm - MARGIN_MM - measure(folio, 2.8, 'text', false), sheet.heightMm - 8], 2.8, {
              tone: 'quiet',
            }),
          ];
    return { ...sheet, marks: [...marks, ...foot] };
  });
}

function moveRight(mark: Mark, byMm: number): Mark {
  return mark.kind === 'line'
    ? { ...mark, x1Mm: mark.x1Mm + byMm, x2Mm: mark.x2Mm + byMm }
    : { ...mark, xMm: mark.xMm + byMm };
}
