import { itemAt } from '../../kernel/list.ts';
import { type Block, type Layout, wrapText } from './block.ts';
import { type Mark, moveDown, moveRight, scaleMark, textMark } from './drawing.ts';
import type { Region, SongPlace } from './region.ts';

/** A drawing with its size in mm, seen from its top left corner. */
export type Drawing = { readonly widthMm: number; readonly heightMm: number; readonly marks: readonly Mark[] };

/**
 * A drawing with its name, and what stands small under the name; without a drawing the words in its place. `spoken` is the drawing in
 * words, for whoever does not see it; `place` where in the song it is decided.
 */
export type Figure = {
  readonly name: string;
  readonly note: string;
  readonly spoken: string;
  readonly drawing: Drawing | null;
  readonly place: SongPlace | null;
};

/** How figures are set: the size of their drawings and names in shares of the page's own scale, and which face names are in. */
export type FigureStyle = { readonly share: number; readonly isNamed: boolean };

/** What stands in the place of a drawing. */
const NO_DRAWING = 'no shape found';
const GAP_MM = 5;

/** A figure with how it is set. */
export type StyledFigure = { readonly figure: Figure; readonly style: FigureStyle };

/** Figures of one style, to be set. */
export function styled(figures: readonly Figure[], style: FigureStyle): readonly StyledFigure[] {
  return figures.map((figure) => ({ figure, style }));
}

type PlacedFigure = StyledFigure & { readonly xMm: number };

/** Figures in rows, as many in each as go beside each other, their tops in line; one block a row. */
export function flowFigures(figures: readonly StyledFigure[], layout: Layout): readonly Block[] {
  const rows: PlacedFigure[][] = [];
  let used = layout.widthMm;
  for (const { figure, style } of figures) {
    const width = widthOf(figure, style, layout);
    if (used + width > layout.widthMm || rows.length === 0) {
      rows.push([]);
      used = 0;
    }
    rows.at(-1)?.push({ figure, style, xMm: used });
    used += width + GAP_MM * layout.scale * style.share;
  }
  return rows.map((row) => layRow(row, layout));
}

function nameMm({ isNamed, share }: FigureStyle, { bodyMm, scale }: Layout): number {
  return isNamed ? Math.max(bodyMm, 4.4 * scale * share) : bodyMm;
}

/** At which size a drawing is set: as its style says, or smaller where it would be wider than the column. */
function sizeOf({ figure, style }: StyledFigure, { scale, widthMm }: Layout): number {
  const size = scale * style.share;
  return figure.drawing === null ? size : Math.min(size, widthMm / figure.drawing.widthMm);
}

/** Notes go on over as many rows as they need, each this wide at most, or as wide as the drawing. */
const NOTE_MM = 58;

/** A figure's texts in rows, and how wide it is. */
type Measured = { readonly names: readonly string[]; readonly notes: readonly string[]; readonly widthMm: number };

function measureFigure({ figure, style }: StyledFigure, layout: Layout): Measured {
  const { measure, scale, bodyMm, widthMm } = layout;
  const face = style.isNamed ? 'name' : 'text';
  const nameOf = (text: string): number => measure(text, nameMm(style, layout), face, true);
  const noteOf = (text: string): number => measure(text, bodyMm, 'text', false);
  const drawing =
    figure.drawing === null
      ? measure(NO_DRAWING, bodyMm, 'text', false)
      : figure.drawing.widthMm * sizeOf({ figure, style }, layout);
  const most = Math.min(widthMm, Math.max(drawing, style.isNamed ? nameOf(figure.name) : 0, NOTE_MM * scale));
  const names = style.isNamed ? [figure.name] : wrapText(figure.name, most, nameOf);
  const notes = figure.note === '' ? [] : wrapText(figure.note, most, noteOf);
  const widest = Math.max(drawing, ...names.map(nameOf), ...notes.map(noteOf));
  return { names, notes, widthMm: Math.min(widthMm, widest) };
}

function widthOf(figure: Figure, style: FigureStyle, layout: Layout): number {
  return measureFigure({ figure, style }, layout).widthMm;
}

function layRow(row: readonly PlacedFigure[], layout: Layout): Block {
  const { bodyMm, scale } = layout;
  const measured = row.map((each) => measureFigure(each, layout));
  const nameY = Math.max(...row.map(({ style }) => nameMm(style, layout))) * 1.05;
  const textRows = Math.max(...measured.map(({ names, notes }) => names.length + notes.length));
  const top = nameY + (textRows - 1) * bodyMm * 1.25 + 1.2 * scale;
  const marks = row.flatMap((each, index) => layFigure(each, itemAt(measured, index), { nameY, top }, layout));
  const heightOf = (each: StyledFigure): number => (each.figure.drawing?.heightMm ?? 6) * sizeOf(each, layout);
  const heightMm = top + Math.max(...row.map(heightOf)) + 2.2 * scale * layout.gap;
  const regions = row.flatMap(({ figure, xMm }, index): readonly Region[] => {
    const { widthMm } = itemAt(measured, index);
    return figure.place === null ? [] : [{ xMm, yMm: 0, widthMm, heightMm, place: figure.place, label: figure.name }];
  });
  return { heightMm, marks, keepsNext: false, regions };
}

/** Where the first name of a row stands, and the top of its drawings. */
type Place = { readonly nameY: number; readonly top: number };

/** Named figures stand under the middle of their names, others under the beginning. */
function layFigure(
  { figure, style, xMm }: PlacedFigure,
  { names, notes, widthMm }: Measured,
  { nameY, top }: Place,
  layout: Layout,
): readonly Mark[] {
  const { bodyMm, scale } = layout;
  const size = sizeOf({ figure, style }, layout);
  const leastMm = size < scale * style.share ? 0 : bodyMm;
  const x = style.isNamed ? xMm + widthMm / 2 : xMm;
  const anchor = style.isNamed ? 'middle' : 'start';
  const inset = style.isNamed ? (widthMm - (figure.drawing?.widthMm ?? 0) * size) / 2 : 0;
  const rowY = (row: number): number => nameY + row * bodyMm * 1.25;
  const face = style.isNamed ? 'name' : 'text';
  const quiet = { anchor, tone: 'quiet' } as const;
  return [
    ...names.map((name, row) =>
      textMark(name, [x, rowY(row)], fitted(name, nameMm(style, layout), style, layout), {
        face,
        isBold: true,
        anchor,
      }),
    ),
    ...notes.map((note, row) => textMark(note, [x, rowY(names.length + row)], bodyMm, quiet)),
    ...(figure.drawing === null
      ? [textMark(NO_DRAWING, [x, top + bodyMm * 1.5], bodyMm, quiet)]
      : figure.drawing.marks.map((mark) => moveRight(moveDown(legible(mark, size, leastMm), top), xMm + inset))),
  ];
}

/** A mark at another size; its text stays as large as the page's small text, and stands that much lower. */
function legible(mark: Mark, by: number, leastMm: number): Mark {
  const scaled = scaleMark(mark, by);
  return scaled.kind !== 'text' || scaled.sizeMm >= leastMm
    ? scaled
    : { ...scaled, sizeMm: leastMm, yMm: scaled.yMm + (leastMm - scaled.sizeMm) * 0.8 };
}

/** A name that is wider than the whole row is set as small as it has to be. */
function fitted(name: string, sizeMm: number, { isNamed }: FigureStyle, { measure, widthMm }: Layout): number {
  const width = isNamed ? measure(name, sizeMm, 'name', true) : 0;
  return width <= widthMm ? sizeMm : (sizeMm * widthMm) / width;
}
