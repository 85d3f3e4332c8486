import type { Metre } from '../../rhythm/metre.ts';
import type { ChartBar } from '../../song/chart/chart.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span, subSpan } from './problem.ts';
import { readBar } from './read-bar.ts';

/** A line of bars as read: `bars` is null where any of it cannot be used; `times` is null where none were named. */
export type BarLine = {
  readonly bars: readonly ChartBar[] | null;
  readonly times: number | null;
  readonly note: string;
  /** Where each bar stands, in step with `bars`. */
  readonly cells: readonly Span[];
};

type Cell = { readonly span: Span; readonly opensRepeat: boolean; readonly closesRepeat: boolean };

/** Reads a line that begins with a bar line. */
export function readBarLine(span: Span, metre: Metre, problems: ChartProblem[]): BarLine {
  const { cells, tail } = splitCells(span);
  const { count, note, isValid } = readTail(tail, problems);
  const repeat = readRepeat(cells, problems);
  const bars = cells.map((cell) => readBar(cell.span, metre, problems));
  const readable = bars.flatMap((bar) => (bar === null ? [] : [bar]));
  if (cells.length > SONG_LIMITS.barsInLine) {
    problems.push(problemAt(placeOf(span), 'too-many-bars', String(cells.length)));
  }
  if (cells.length === 0) {
    problems.push(problemAt(placeOf(span), 'empty-bar', '', ['same', 'N.C.']));
  }
  const isUsable =
    isValid &&
    repeat !== null &&
    readable.length === cells.length &&
    cells.length > 0 &&
    cells.length <= SONG_LIMITS.barsInLine;
  return {
    bars: isUsable ? readable : null,
    times: count ?? (repeat === true ? 2 : null),
    note,
    cells: cells.map((cell) => cell.span),
  };
}

const BAR_LINE = /:?\|{1,2}:?/g;
const TAIL = /^(?:x\s*(\d+)|(\d+)\s*x|\(\s*x?\s*(\d+)\s*x?\s*\))?\s*(?:\[([^[\]]*)\])?$/i;

/** Cuts a line at its bar lines. What follows the last one is the tail, unless it is a bar that was left open. */
function splitCells(span: Span): { readonly cells: readonly Cell[]; readonly tail: Span } {
  const noteStart = span.text.lastIndexOf('[');
  const end = noteStart > span.text.lastIndexOf('|') ? noteStart : span.text.length;
  const lines = [...span.text.slice(0, end).matchAll(BAR_LINE)];
  const cells: Cell[] = [];
  for (const [index, line] of lines.entries()) {
    const next = lines[index + 1];
    const from = line.index + line[0].length;
    const to = next?.index ?? span.text.length;
    const inside = subSpan(span, from, to);
    const isOpenBar = next === undefined && inside.text !== '' && !TAIL.test(inside.text);
    if (next !== undefined) {
      cells.push({ span: inside, opensRepeat: line[0].endsWith(':'), closesRepeat: next[0].startsWith(':') });
    } else if (isOpenBar) {
      return closeOpenBar(span, from, cells, line[0].endsWith(':'));
    } else {
      return { cells, tail: inside };
    }
  }
  return { cells, tail: subSpan(span, span.text.length, span.text.length) };
}

/** A last bar without its bar line: what looks like a tail at its end is one. */
function closeOpenBar(
  span: Span,
  from: number,
  cells: readonly Cell[],
  opensRepeat: boolean,
): { readonly cells: readonly Cell[]; readonly tail: Span } {
  const text = span.text.slice(from);
  const end = /\s+(?:x\s*\d+|\d+\s*x|\(\s*x\s*\d+\s*\))?\s*(?:\[[^[\]]*\])?\s*$/i.exec(text);
  const cut = end === null ? span.text.length : from + end.index;
  const last: Cell = { span: subSpan(span, from, cut), opensRepeat, closesRepeat: false };
  return { cells: [...cells, last], tail: subSpan(span, cut, span.text.length) };
}

function readTail(
  tail: Span,
  problems: ChartProblem[],
): { readonly count: number | null; readonly note: string; readonly isValid: boolean } {
  const match = TAIL.exec(tail.text);
  if (match === null) {
    problems.push(problemAt(placeOf(tail), 'bad-line-end', tail.text, ['x2', '[muted]']));
    return { count: null, note: '', isValid: false };
  }
  const figures = match[1] ?? match[2] ?? match[3];
  const count = figures === undefined ? null : Number(figures);
  if (count !== null && (count < 1 || count > SONG_LIMITS.times)) {
    problems.push(problemAt(placeOf(tail), 'bad-times', tail.text));
    return { count: null, note: '', isValid: false };
  }
  return { count, note: (match[4] ?? '').trim(), isValid: true };
}

/** Whether repeat signs enclose the whole line; null, with a finding, where they enclose something else. */
function readRepeat(cells: readonly Cell[], problems: ChartProblem[]): boolean | null {
  const opening = cells.findIndex(({ opensRepeat }) => opensRepeat);
  const closing = cells.findIndex(({ closesRepeat }) => closesRepeat);
  if (opening === -1 && closing === -1) {
    return false;
  }
  if (closing === cells.length - 1 && opening <= 0) {
    return true;
  }
  const cell = cells[Math.max(0, opening)] ?? cells[0];
  if (cell !== undefined) {
    const kind = closing === -1 ? 'repeat-across-lines' : 'repeat-inside-line';
    problems.push(problemAt(placeOf(cell.span), kind, cell.span.text));
  }
  return null;
}
