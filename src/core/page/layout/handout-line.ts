import { itemAt, range, sumOf } from '../../kernel/list.ts';
import { STAR_SIGN } from '../../words/mark-words.ts';
import { type Block, BODY_MM, type Layout, wrapText } from '../drawing/block.ts';
import { lineMark, type Mark, moveDown, textMark } from '../drawing/drawing.ts';
import type { HandoutBar, HandoutLine } from '../handout/handout-blocks.ts';

const MOST_BARS_IN_A_ROW = 4;
/** Room at the right for how often a line is played. */
const ROUNDS_MM = 10;
const CHORD_MM = 4.5;
/** Between a chord's name and the next. */
const CHORD_GAP_MM = 0.7;
const BAR_INSET = { left: 1.3, both: 2.2 } as const;

/** A line of bars in rows, its endings, what is noted about it, and the words under it: one block, kept together. */
export function layLine(line: HandoutLine, layout: Layout): Block {
  const { scale, widthMm, bodyMm, measure, gap } = layout;
  const marks: Mark[] = [];
  let y = 0;
  const perRow = barsPerRow(line, layout);
  const main = toRows(line.bars, perRow);
  const rows = [
    ...main.map((bars) => ({ bars, label: '' })),
    ...line.endings.flatMap(({ label, bars }) =>
      toRows(bars, perRow).map((row, index) => ({ bars: row, label: index === 0 ? label : '' })),
    ),
  ];
  rows.forEach(({ bars, label }, index) => {
    const rounds = index === main.length - 1 && line.times > 1 ? `× ${line.times}` : '';
    const row = layRow({ bars, label, rounds, perRow }, layout);
    marks.push(...row.marks.map((mark) => moveDown(mark, y)));
    y += row.heightMm;
  });
  const words = [...(line.note === '' ? [] : [{ text: line.note, isItalic: false }])].concat(
    line.cues.map((text) => ({ text, isItalic: true })),
  );
  for (const { text, isItalic } of words) {
    for (const row of wrapText(text, widthMm - 3 * scale, (part) => measure(part, bodyMm, 'text', false))) {
      marks.push(textMark(row, [2 * scale, y + bodyMm * 0.9], bodyMm, { isItalic, tone: 'quiet' }));
      y += bodyMm * 1.26;
    }
  }
  return { heightMm: y + 1.4 * scale * gap, marks, keepsNext: false };
}

/** Whether every row of a line has room for its chord names, set no smaller than running text. */
export function hasRoom(line: HandoutLine, layout: Layout): boolean {
  const perRow = barsPerRow(line, layout);
  return rowsOf(line, perRow).every((bars) => fits(bars, layout));
}

/** All rows of a line, those of its endings too. */
function rowsOf({ bars, endings }: HandoutLine, perRow: number): readonly (readonly HandoutBar[])[] {
  return [bars, ...endings.map((ending) => ending.bars)].flatMap((each) => toRows(each, perRow));
}

function fits(bars: readonly HandoutBar[], layout: Layout): boolean {
  return sumOf(bars, (bar) => neededMm(bar, layout.bodyMm, layout)) <= freeWidthMm(layout);
}

function freeWidthMm({ widthMm, scale }: Layout): number {
  return widthMm - ROUNDS_MM * scale;
}

/** Four bars in a row, as charts have them, or a line of five; two where four would crowd their chords. */
function barsPerRow(line: HandoutLine, layout: Layout): number {
  const fitIn = (count: number): boolean => rowsOf(line, count).every((bars) => fits(bars, layout));
  const most = line.bars.length === MOST_BARS_IN_A_ROW + 1 ? [MOST_BARS_IN_A_ROW + 1] : [];
  return [...most, MOST_BARS_IN_A_ROW].find(fitIn) ?? MOST_BARS_IN_A_ROW / 2;
}

/** The width a bar needs for its chord names to stand apart at a size, each where its beat is. */
function neededMm({ chords }: HandoutBar, sizeMm: number, { measure }: Layout): number {
  return Math.max(
    9,
    ...chords.map(({ text, startShare }, index) => {
      const share = (chords[index + 1]?.startShare ?? 1) - startShare;
      return (measure(text, sizeMm, 'name', true) + CHORD_GAP_MM) / share + BAR_INSET.both;
    }),
  );
}

/**
 * How wide each bar of a row is: all alike as far as their chords have room; else the wide ones take from the others what they need.
 */
function barWidths(bars: readonly HandoutBar[], perRow: number, layout: Layout): readonly number[] {
  const even = freeWidthMm(layout) / perRow;
  const needed = bars.map((bar) => neededMm(bar, CHORD_MM * layout.scale, layout));
  if (needed.every((width) => width <= even)) {
    return bars.map(() => even);
  }
  const least = bars.map((bar) => neededMm(bar, layout.bodyMm, layout));
  const share = (widths: readonly number[]): readonly number[] => {
    const spare = even * bars.length - sumOf(widths, (width) => width);
    return widths.map((width) => width + spare / bars.length);
  };
  return sumOf(needed, (width) => width) <= even * bars.length ? share(needed) : share(least);
}

/** Bars in rows, as even as can be. */
function toRows(bars: readonly HandoutBar[], most: number): readonly (readonly HandoutBar[])[] {
  const rows = Math.ceil(bars.length / most);
  const perRow = Math.ceil(bars.length / Math.max(1, rows));
  return range(0, rows).map((row) => bars.slice(row * perRow, (row + 1) * perRow));
}

type Row = {
  readonly bars: readonly HandoutBar[];
  readonly label: string;
  readonly rounds: string;
  readonly perRow: number;
};

/** Texts over or under the bars of a row, each with its own place and no room beyond the next one. */
type Caption = { readonly xMm: number; readonly text: string };

function layRow({ bars, label, rounds, perRow }: Row, layout: Layout): { heightMm: number; marks: readonly Mark[] } {
  const { scale, bodyMm, gap, widthMm } = layout;
  const widths = barWidths(bars, perRow, layout);
  const starts = widths.map((_, index) => sumOf(widths.slice(0, index), (width) => width));
  const frames = bars.map((bar, index) => ({ bar, xMm: itemAt(starts, index), barMm: itemAt(widths, index) }));
  const above = frames.map(({ bar, xMm }, index) => ({
    xMm: xMm + 0.8,
    text: [index === 0 ? label : '', bar.above].filter((text) => text !== '').join('  '),
  }));
  const below = frames.flatMap(({ bar, xMm, barMm }) =>
    bar.chords.map((chord) => ({ xMm: chordX(xMm, barMm, chord.startShare), text: chord.mark })),
  );
  const over = wrapCaptions(above, widthMm, layout);
  const under = wrapCaptions(below, widthMm, layout);
  const top = over.rows * bodyMm * 1.12 + 0.5 * scale;
  const bottom = top + 6 * scale;
  const right = sumOf(widths, (width) => width);
  const marks: Mark[] = [
    ...over.placed.map(({ xMm, row, text }) =>
      textMark(text, [xMm, (row + 0.88) * bodyMm * 1.12], bodyMm, { isBold: true }),
    ),
    ...frames.flatMap(({ bar, xMm, barMm }, index): readonly Mark[] => [
      lineMark([xMm, top], [xMm, bottom], index === 0 ? 0.5 : 0.25),
      ...(bar.isSame
        ? sameSign(xMm + barMm / 2, top + 3.4 * scale, scale)
        : layChords({ bar, xMm, barMm }, top, layout)),
    ]),
    lineMark([right, top], [right, bottom], 0.5),
    ...(rounds === ''
      ? []
      : [textMark(rounds, [right + 1.4 * scale, top + 4.6 * scale], 4 * scale, { face: 'name', isBold: true })]),
    ...under.placed.map(({ xMm, row, text }) =>
      textMark(text, [xMm, bottom + (row + 0.82) * bodyMm * 1.1], bodyMm, { tone: 'quiet' }),
    ),
  ];
  return { heightMm: bottom + under.rows * bodyMm * 1.15 + (0.5 + 1.1 * gap) * scale, marks };
}

function wrapCaptions(captions: readonly Caption[], widthMm: number, { measure, bodyMm }: Layout) {
  const said = captions.filter(({ text }) => text !== '');
  const placed = said.flatMap(({ xMm, text }, index) => {
    const room = (said[index + 1]?.xMm ?? widthMm) - xMm - 1.2;
    return wrapText(text, room, (words) => measure(words, bodyMm, 'text', true)).map((part, row) => ({
      xMm,
      row,
      text: part,
    }));
  });
  return { placed, rows: Math.max(0, ...placed.map(({ row }) => row + 1)) };
}

function chordX(xMm: number, barMm: number, startShare: number): number {
  return xMm + BAR_INSET.left + startShare * (barMm - BAR_INSET.both);
}

/** A bar where it stands. */
type Frame = { readonly bar: HandoutBar; readonly xMm: number; readonly barMm: number };

function layChords({ bar, xMm, barMm }: Frame, top: number, { scale, measure }: Layout): readonly Mark[] {
  return bar.chords.flatMap(({ text: name, startShare, isTie, isStarred }, index): readonly Mark[] => {
    if (isTie) {
      return tieArc(xMm, top + 2.6 * scale, scale);
    }
    const text = isStarred ? `${name}${STAR_SIGN}` : name;
    const share = (bar.chords[index + 1]?.startShare ?? 1) - startShare;
    const room = share * (barMm - BAR_INSET.both) - CHORD_GAP_MM;
    const full = CHORD_MM * scale;
    const width = measure(text, full, 'name', true);
    const sizeMm = width <= room ? full : Math.min(full, Math.max(BODY_MM, (full * room) / width));
    const at = [chordX(xMm, barMm, startShare), top + 4.6 * scale] as const;
    return [textMark(text, at, sizeMm, { face: 'name', isBold: true })];
  });
}

/** An arc over the bar line, from the chord before to where it rings on. */
function tieArc(barLineMm: number, yMm: number, scale: number): readonly Mark[] {
  const steps = 8;
  const point = (step: number): readonly [number, number] => {
    const share = step / steps;
    return [barLineMm + (share * 11 - 4) * scale, yMm + (1 - 4 * share * (1 - share)) * 2 * scale];
  };
  return range(0, steps).map((step) => lineMark(point(step), point(step + 1), 0.35 * scale));
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
