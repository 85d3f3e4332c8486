import { range } from '../kernel/list.ts';
import { type Block, type Layout, wrapText } from './block.ts';
import { lineMark, type Mark, moveDown, textMark } from './drawing.ts';
import type { HandoutBar, HandoutChord, HandoutLine } from './handout-content.ts';

const BARS_PER_ROW = 4;
const RIGHT_MM = 15;

/** A line of bars in rows of at most four, its endings and the words under it: one block, kept together. */
export function layLine(line: HandoutLine, layout: Layout): readonly Block[] {
  const { scale, widthMm, measure } = layout;
  const marks: Mark[] = [];
  let y = 0;
  const rows = [
    ...toRows(line.bars).map((bars) => ({ bars, label: '' })),
    ...line.endings.flatMap(({ label, bars }) =>
      toRows(bars).map((row, index) => ({ bars: row, label: index === 0 ? label : '' })),
    ),
  ];
  const lastMainRow = toRows(line.bars).length - 1;
  rows.forEach(({ bars, label }, index) => {
    const end = index === lastMainRow ? rowEnd(line) : '';
    const row = layRow(bars, label, end, layout);
    marks.push(...row.marks.map((mark) => moveDown(mark, y)));
    y += row.heightMm;
  });
  for (const cue of line.cues.flatMap((text) =>
    wrapText(text, widthMm - 8, (words) => measure(words, 3.1 * scale, 'text', false)),
  )) {
    marks.push(textMark(cue, [2.5 * scale, y + 2.6 * scale], 3.1 * scale, { isItalic: true, tone: 'quiet' }));
    y += 4.3 * scale;
  }
  return [{ heightMm: y + 1.6 * scale, marks, keepsNext: false }];
}

function rowEnd(line: HandoutLine): string {
  return [line.times > 1 ? `× ${line.times}` : '', line.note].filter((text) => text !== '').join(' ');
}

/** Bars in rows of at most four, as even as can be. */
function toRows(bars: readonly HandoutBar[]): readonly (readonly HandoutBar[])[] {
  const rows = Math.ceil(bars.length / BARS_PER_ROW);
  const perRow = Math.ceil(bars.length / Math.max(1, rows));
  return range(0, rows).map((row) => bars.slice(row * perRow, (row + 1) * perRow));
}

function layRow(
  bars: readonly HandoutBar[],
  label: string,
  end: string,
  layout: Layout,
): { readonly heightMm: number; readonly marks: readonly Mark[] } {
  const { scale, widthMm, measure } = layout;
  const barMm = (widthMm - RIGHT_MM) / BARS_PER_ROW;
  const hasAbove = bars.some(({ above }) => above !== '') || label !== '';
  const hasMarks = bars.some(({ chords }) => chords.some(({ mark }) => mark !== ''));
  const top = (hasAbove ? 3.4 : 0.6) * scale;
  const bottom = top + (hasMarks ? 8.6 : 6.4) * scale;
  const marks: Mark[] = [];
  bars.forEach((bar, index) => {
    const xMm = index * barMm;
    marks.push(lineMark([xMm, top], [xMm, bottom], index === 0 ? 0.5 : 0.25));
    const above = [index === 0 ? label : '', bar.above].filter((text) => text !== '').join('  ');
    if (above !== '') {
      marks.push(textMark(above, [xMm + 1, top - 0.9 * scale], 2.6 * scale, { isBold: true }));
    }
    marks.push(
      ...(bar.isSame
        ? sameSign(xMm + barMm / 2, top + 4.2 * scale, scale)
        : layChords(bar.chords, { xMm, barMm, top }, layout)),
    );
  });
  const right = bars.length * barMm;
  marks.push(lineMark([right, top], [right, bottom], 0.5));
  if (end !== '') {
    const size = Math.min(4 * scale, (4 * scale * (RIGHT_MM - 2)) / Math.max(1, measure(end, 4 * scale, 'name', true)));
    const room = bars.length < BARS_PER_ROW ? 4 * scale : size;
    marks.push(textMark(end, [right + 1.8, top + 5 * scale], room, { face: 'name', isBold: true }));
  }
  return { heightMm: bottom + 1.8 * scale, marks };
}

function layChords(
  chords: readonly HandoutChord[],
  frame: { readonly xMm: number; readonly barMm: number; readonly top: number },
  { scale, measure }: Layout,
): readonly Mark[] {
  const inside = frame.barMm - 3;
  return chords.flatMap(({ text, startShare, mark }, index) => {
    const xMm = frame.xMm + 1.6 + startShare * inside;
    const room = ((chords[index + 1]?.startShare ?? 1) - startShare) * inside - 0.8;
    const width = measure(text, 4.9 * scale, 'name', true);
    const sizeMm = width <= room ? 4.9 * scale : Math.max(2 * scale, (4.9 * scale * room) / width);
    const chord = textMark(text, [xMm, frame.top + 5 * scale], sizeMm, { face: 'name', isBold: true });
    return mark === ''
      ? [chord]
      : [chord, textMark(mark, [xMm, frame.top + 8 * scale], 2.7 * scale, { tone: 'quiet' })];
  });
}

/** The sign for "as the bar before": a stroke with a dot on each side. */
function sameSign(xMm: number, yMm: number, scale: number): readonly Mark[] {
  const dot = (dx: number, dy: number): Mark => ({
    kind: 'dot',
    xMm: xMm + dx * scale,
    yMm: yMm + dy * scale,
    radiusMm: 0.45 * scale,
    isFilled: true,
    tone: 'quiet',
  });
  return [
    lineMark([xMm - 1.5 * scale, yMm + 1.6 * scale], [xMm + 1.5 * scale, yMm - 1.6 * scale], 0.6 * scale, 'quiet'),
    dot(-1.4, -0.9),
    dot(1.4, 0.9),
  ];
}
