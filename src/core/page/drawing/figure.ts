import type { Block, Layout } from './block.ts';
import { type Mark, moveDown, moveRight, scaleMark, textMark } from './drawing.ts';

/** A drawing with its size in mm, seen from its top left corner. */
export type Drawing = { readonly widthMm: number; readonly heightMm: number; readonly marks: readonly Mark[] };

/** A drawing with its name, and what stands small under the name; without a drawing the words in its place. */
export type Figure = {
  readonly name: string;
  readonly note: string;
  readonly drawing: Drawing | null;
};

/** How figures are set: the size of their drawings and names in shares of the page's own scale, and which face names are in. */
export type FigureStyle = { readonly share: number; readonly isNamed: boolean };

const NO_DRAWING_MM = 20;
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

function widthOf(figure: Figure, style: FigureStyle, layout: Layout): number {
  const { measure, scale, bodyMm } = layout;
  const name = measure(figure.name, nameMm(style, layout), style.isNamed ? 'name' : 'text', style.isNamed);
  const note = measure(figure.note, bodyMm, 'text', false);
  const drawing = (figure.drawing?.widthMm ?? NO_DRAWING_MM) * scale * style.share;
  return Math.min(layout.widthMm, Math.max(name, note, drawing));
}

function layRow(row: readonly PlacedFigure[], layout: Layout): Block {
  const { bodyMm, scale } = layout;
  const hasNotes = row.some(({ figure }) => figure.note !== '');
  const nameY = Math.max(...row.map(({ style }) => nameMm(style, layout))) * 1.05;
  const top = nameY + (hasNotes ? bodyMm * 1.25 : 0) + 1.2 * scale;
  const marks = row.flatMap(({ figure, style, xMm }) => layFigure(figure, { xMm, nameY, top }, style, layout));
  const tallest = Math.max(...row.map(({ figure, style }) => (figure.drawing?.heightMm ?? 6) * scale * style.share));
  return { heightMm: top + tallest + 2.2 * scale * layout.gap, marks, keepsNext: false };
}

/** Where a figure stands: its left edge, the baseline of its name, and the top of its drawing. */
type Place = { readonly xMm: number; readonly nameY: number; readonly top: number };

/** Named figures stand under the middle of their names, others under the beginning. */
function layFigure(figure: Figure, { xMm, nameY, top }: Place, style: FigureStyle, layout: Layout): readonly Mark[] {
  const { bodyMm, scale } = layout;
  const size = scale * style.share;
  const width = widthOf(figure, style, layout);
  const x = style.isNamed ? xMm + width / 2 : xMm;
  const anchor = style.isNamed ? 'middle' : 'start';
  const inset = style.isNamed ? (width - (figure.drawing?.widthMm ?? 0) * size) / 2 : 0;
  const face = style.isNamed ? ({ face: 'name', isBold: true } as const) : {};
  const name = textMark(figure.name, [x, nameY], fitted(figure.name, nameMm(style, layout), style, layout), {
    ...face,
    anchor,
  });
  const quiet = { anchor, tone: 'quiet' } as const;
  const note = figure.note === '' ? [] : [textMark(figure.note, [x, nameY + bodyMm * 1.25], bodyMm, quiet)];
  const drawing =
    figure.drawing === null
      ? [textMark('no shape found', [x, top + bodyMm * 1.5], bodyMm, quiet)]
      : figure.drawing.marks.map((mark) => moveRight(moveDown(scaleMark(mark, size), top), xMm + inset));
  return [name, ...note, ...drawing];
}

/** A name that is wider than the whole row is set as small as it has to be. */
function fitted(name: string, sizeMm: number, { isNamed }: FigureStyle, { measure, widthMm }: Layout): number {
  return Math.min(sizeMm, (sizeMm * widthMm) / Math.max(1, measure(name, sizeMm, isNamed ? 'name' : 'text', isNamed)));
}
