/* A line of bars on paper: in rows, with its endings, what is noted about it, and the words under it. */
import { range, sumOf } from '../../kernel/list.ts';
import { type Block, type Layout, wrapText } from '../drawing/block.ts';
import { type Mark, moveDown, textMark } from '../drawing/drawing.ts';
import { moveRegion, type Region } from '../drawing/region.ts';
import type { HandoutBar, HandoutLine } from '../handout/handout-blocks.ts';
import { freeWidthMm, layRow, leastBarMm, leastChordMm, neededMm, type Row } from './bar-row.ts';

const MOST_BARS_IN_A_ROW = 4;
/** A line that is higher is no longer kept together: its rows may stand on different pages, the last one with the words. */
const HIGHEST_LINE_MM = 110;

/** A line of bars in rows, its endings, what is noted about it, and the words under it: one block, kept together as long as that goes. */
export function layLine(line: HandoutLine, sectionId: number, layout: Layout): readonly Block[] {
  const rows = listRows(line, layout).map((row) => toBlock(row, line, sectionId, layout));
  const words = layWords(line, layout);
  const under: Block = {
    heightMm: words.bottom + 1.4 * layout.scale * layout.gap,
    marks: words.marks,
    keepsNext: false,
    regions: wordsRegions(line, sectionId, words.bottom, layout),
  };
  const [first = under, ...others] = [...rows, under];
  if (sumOf([first, ...others], ({ heightMm }) => heightMm) <= HIGHEST_LINE_MM) {
    return [others.reduce(joinBlocks, first)];
  }
  const last = rows.at(-1);
  return [...rows.slice(0, -1), last === undefined ? under : joinBlocks(last, under)];
}

/** The words under a line lead to its first bar. */
function wordsRegions(
  { label, bars }: HandoutLine,
  sectionId: number,
  heightMm: number,
  { labelMm, widthMm }: Layout,
): readonly Region[] {
  const [first] = bars;
  return first === undefined || heightMm === 0
    ? []
    : [
        {
          xMm: labelMm,
          yMm: 0,
          widthMm: widthMm - labelMm,
          heightMm,
          place: { step: 'map', sectionId, barId: first.barId },
          label: `the words of ${label}`,
        },
      ];
}

/** A row with the bars that lead into the song. */
function toBlock(row: Row, line: HandoutLine, sectionId: number, layout: Layout): Block {
  const { heightMm, marks, frames } = layRow(row, layout);
  const regions = frames.map(({ bar, xMm, barMm, number }) => ({
    xMm,
    yMm: 0,
    widthMm: barMm,
    heightMm,
    place: { step: 'map', sectionId, barId: bar.barId } as const,
    label: `${line.label}, bar ${number}`,
  }));
  return { heightMm, marks, keepsNext: false, regions };
}

function joinBlocks(above: Block, below: Block): Block {
  return {
    heightMm: above.heightMm + below.heightMm,
    marks: [...above.marks, ...below.marks.map((mark) => moveDown(mark, above.heightMm))],
    keepsNext: below.keepsNext,
    regions: [
      ...(above.regions ?? []),
      ...(below.regions ?? []).map((region) => moveRegion(region, 0, above.heightMm)),
    ],
  };
}

/** What is noted about a line, and the words that are sung to it. */
function layWords(line: HandoutLine, layout: Layout): { readonly marks: readonly Mark[]; readonly bottom: number } {
  const { labelMm: left, widthMm, bodyMm, wordMm, measure } = layout;
  const marks: Mark[] = [];
  let y = 0;
  const words = [
    ...(line.note === '' ? [] : [{ text: line.note, isItalic: false, sizeMm: bodyMm }]),
    ...line.cues.map((text) => ({ text, isItalic: true, sizeMm: wordMm })),
  ];
  for (const { text, isItalic, sizeMm } of words) {
    for (const row of wrapText(text, widthMm - left - 1, (part) => measure(part, sizeMm, 'text', false))) {
      marks.push(textMark(row, [left + 1, y + sizeMm * 0.9], sizeMm, { isItalic, tone: isItalic ? 'ink' : 'quiet' }));
      y += sizeMm * 1.24;
    }
  }
  return { marks, bottom: y };
}

/** The rows of a line: its bars, then each ending's, with the signs and numbers that belong to each. */
function listRows(line: HandoutLine, layout: Layout): readonly Row[] {
  const perRow = barsPerRow(line, layout);
  const pieces = [...mainPieces(line, perRow), ...line.endings.flatMap((ending) => endingPieces(ending, perRow))];
  let number = 1;
  return pieces.map((piece) => {
    const songBar = line.firstBar === null ? null : line.firstBar + number - 1;
    const row: Row = { ...NO_SIGNS, ...piece, perRow, number, songBar };
    number += piece.bars.length;
    return row;
  });
}

/** Bars of a row with the signs that differ from none. */
type Piece = Pick<Row, 'bars'> & Partial<Row>;

const NO_SIGNS = { lineLabel: '', endingLabel: '', opens: false, closes: false, rounds: '' } as const;

function mainPieces({ bars, repeat, label, endings }: HandoutLine, perRow: number): readonly Piece[] {
  const rows = toRows(bars, perRow);
  const isRepeated = repeat.closes > 1;
  return rows.map((row, index): Piece => {
    const isLast = index === rows.length - 1;
    return {
      bars: row,
      lineLabel: index === 0 ? label : '',
      opens: index === 0 && repeat.opens,
      closes: isLast && isRepeated && endings.length === 0,
      rounds: isLast && isRepeated ? `× ${repeat.closes}` : '',
    };
  });
}

function endingPieces({ bars, label, closes }: HandoutLine['endings'][number], perRow: number): readonly Piece[] {
  const rows = toRows(bars, perRow);
  return rows.map((row, index) => ({
    bars: row,
    endingLabel: index === 0 ? label : '',
    closes: closes && index === rows.length - 1,
  }));
}

/** Whether every row of a line has room for its chord names, set no smaller than running text. */
export function hasRoom(line: HandoutLine, layout: Layout): boolean {
  const perRow = barsPerRow(line, layout);
  const room = freeWidthMm(layout);
  return rowsOf(line, perRow).every(
    (bars) => fits(bars, layout) || (perRow === 1 && sumOf(bars, (bar) => leastBarMm(bar, layout)) <= room),
  );
}

/** All rows of a line, those of its endings too. */
function rowsOf({ bars, endings }: HandoutLine, perRow: number): readonly (readonly HandoutBar[])[] {
  return [bars, ...endings.map((ending) => ending.bars)].flatMap((each) => toRows(each, perRow));
}

function fits(bars: readonly HandoutBar[], layout: Layout): boolean {
  return sumOf(bars, (bar) => neededMm(bar, leastChordMm(layout), layout)) <= freeWidthMm(layout);
}

/** Four bars in a row, as charts have them, or a line of five; two where four would crowd their chords. */
function barsPerRow(line: HandoutLine, layout: Layout): number {
  const fitIn = (count: number): boolean => rowsOf(line, count).every((bars) => fits(bars, layout));
  const most = line.bars.length === MOST_BARS_IN_A_ROW + 1 ? [MOST_BARS_IN_A_ROW + 1] : [];
  return [...most, MOST_BARS_IN_A_ROW, MOST_BARS_IN_A_ROW / 2].find(fitIn) ?? 1;
}

/** Bars in rows, as even as can be. */
function toRows(bars: readonly HandoutBar[], most: number): readonly (readonly HandoutBar[])[] {
  const rows = Math.ceil(bars.length / most);
  const perRow = Math.ceil(bars.length / Math.max(1, rows));
  return range(0, rows).map((row) => bars.slice(row * perRow, (row + 1) * perRow));
}
