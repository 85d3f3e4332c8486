/*
 * Reading the text chart (docs/text-chart.md).
 *
 * Text may be wrong anywhere, and what is right must still be used: so reading never stops. Each line is taken for what it
 * most likely is, findings carry their place, and a line that cannot be used stays in its section as a line without bars,
 * for which the document keeps what it had. A grammar with a parser generator was rejected: it answers with the first
 * error, and the kind of a line depends on its neighbours.
 */
import { splitLines } from '../../kernel/lines.ts';
import { runSteps, type Steps } from '../../kernel/steps.ts';
import { barsOfChart, type Chart, type HeaderName } from '../../song/chart/chart.ts';
import { NEW_SONG_SIZE, SONG_LIMITS } from '../../song/document/song-limits.ts';
import { assemble, countBars } from './assemble.ts';
import { listDoubts } from './doubts.ts';
import { isPinText, readPins } from './pin-text.ts';
import { type ChartProblem, placeOf, problemAt, type Span, subSpan } from './problem.ts';
import { type Block, isBarText, readBody } from './read-body.ts';
import { findHeaderName, proposeHeaders, type RawHeaders, readHeaders } from './read-headers.ts';
import { isHeading } from './read-heading.ts';
import { findWords, readWords } from './words-text.ts';

/**
 * A text as read: the chart of what could be used, the headers that could not, and all findings in text order.
 * `isUsable` is false for a text that is too long altogether: its chart is empty and should not be applied.
 */
export type ParsedChart = {
  readonly isUsable: boolean;
  readonly chart: Chart;
  readonly unreadHeaders: readonly HeaderName[];
  readonly problems: readonly ChartProblem[];
};

/** Findings that are told, the first ones in the text. */
export const MOST_PROBLEMS = 1000;

/** Reads a text chart. Nothing is thrown and nothing refused: what is wrong is in `problems`, with its place. */
export function parseChart(text: string): ParsedChart {
  return runSteps(readChart(text));
}

/** Reads a text chart in steps, for texts so long that reading them takes a while. */
export function* readChart(text: string): Steps<ParsedChart> {
  const problems: ChartProblem[] = [];
  const isTooLong = text.length > SONG_LIMITS.chartCharacters;
  if (isTooLong) {
    problems.push(problemAt({ line: 1, column: 1, length: 1 }, 'too-long', String(text.length)));
  }
  const { lines, sungLines, sungText } = cutWords(isTooLong ? '' : text);
  const { raw, bodyStart } = collectHeaders(lines, problems);
  const { headers, unread } = readHeaders(raw, problems);
  const body = yield* readBody(lines.slice(bodyStart), headers.metre, problems);
  const blocks = unread.includes('metre') ? body.blocks.map(withoutBars) : body.blocks;
  const assembled = assemble(blocks, raw.values.get('form') ?? null, problems);
  const { sections, passes, form } = refuseEarlyPush(assembled, blocks, problems);
  const strings = headers.tuning.openMidi.length;
  const { pins, isUnread } = readPins(raw.pins, { sections, form, strings }, problems);
  const playedBars = form.reduce((total, name) => {
    const section = sections.find((each) => each.name === name);
    return total + (section === undefined ? 0 : section.times * countBars(section.lines));
  }, 0);
  const writtenBars = barsOfChart({ sections, passes }).length;
  const isTooMuch =
    body.endedBy !== null || playedBars > NEW_SONG_SIZE.playedBars || writtenBars > NEW_SONG_SIZE.writtenBars;
  if (isTooMuch) {
    const bars = Math.max(playedBars, writtenBars, NEW_SONG_SIZE.writtenBars + 1);
    problems.unshift(problemAt({ line: 1, column: 1, length: 1 }, body.endedBy ?? 'too-many-bars', String(bars)));
  }
  const isUsable = !isTooLong && !isTooMuch;
  const sung = readWords(sungLines, sungText, { sections, passes, form }, problems);
  problems.push(...listDoubts(blocks, { headers, sections, passes }));
  return {
    isUsable,
    chart: isUsable
      ? { headers: { ...headers, pins }, sections, passes, form, words: sung.words }
      : { headers, sections: [], passes: [], form: [], words: null },
    unreadHeaders: [
      ...unread,
      ...(isUnread ? ['pins' as const] : []),
      ...(assembled.isFormUnread ? ['form' as const] : []),
      ...(sung.isUnread ? ['words' as const] : []),
    ],
    problems: problems.sort((a, b) => a.line - b.line || a.column - b.column).slice(0, MOST_PROBLEMS),
  };
}

/** The lines of a chart, and apart from them those of the words at its end, as they stand. */
function cutWords(text: string): {
  readonly lines: readonly Span[];
  readonly sungLines: readonly Span[];
  readonly sungText: readonly string[];
} {
  const all = text === '' ? [] : toSpans(text);
  const from = findWords(all);
  return from < 0
    ? { lines: all, sungLines: [], sungText: [] }
    : { lines: all.slice(0, from), sungLines: all.slice(from), sungText: splitLines(text).slice(from) };
}

/** Without its metre no bar can be measured: all lines keep what the document has. */
function withoutBars(block: Block): Block {
  return { ...block, lines: block.lines.map((line) => ({ ...line, bars: [], endings: [] })) };
}

/** Whether a text was read without errors; notices do not count. */
export function isClean(parsed: ParsedChart): boolean {
  return parsed.problems.every(({ severity }) => severity === 'notice');
}

function toSpans(text: string): readonly Span[] {
  return splitLines(text).map((raw, index) =>
    subSpan({ text: raw.replaceAll('\t', ' '), line: index + 1, column: 1 }, 0, raw.length),
  );
}

/** The header lines at the top, up to the first heading, bars or line that is none. */
function collectHeaders(
  lines: readonly Span[],
  problems: ChartProblem[],
): { readonly raw: RawHeaders; readonly bodyStart: number } {
  const raw: RawHeaders = { values: new Map(), pins: [], looseCapo: null };
  for (const [index, span] of lines.entries()) {
    if (span.text !== '' && !collectHeader(span, raw, problems)) {
      return { raw, bodyStart: index };
    }
  }
  return { raw, bodyStart: lines.length };
}

function collectHeader(span: Span, raw: RawHeaders, problems: ChartProblem[]): boolean {
  const { text } = span;
  const [head = '', word = ''] = /^([A-Za-z][A-Za-z -]*?)\s*:/.exec(text) ?? [];
  const name = findHeaderName(word);
  if (name !== null) {
    keepHeader(name, subSpan(span, head.length, text.length), raw, problems);
    return true;
  }
  if (isPinText(text) || /^[A-G]\S*\s*=/.test(text)) {
    raw.pins.push(span);
    return true;
  }
  if (isBarText(text) || isHeading(text) || text.startsWith('"')) {
    return false;
  }
  if (/^capo\b.*\d/i.test(text) && raw.looseCapo === null) {
    raw.looseCapo = span;
    return true;
  }
  if (word !== '') {
    problems.push(problemAt(placeOf(subSpan(span, 0, head.length)), 'unknown-header', word, proposeHeaders(word)));
  }
  return word !== '';
}

function keepHeader(name: Exclude<HeaderName, 'pins'>, value: Span, raw: RawHeaders, problems: ChartProblem[]): void {
  if (raw.values.has(name)) {
    problems.push(problemAt(placeOf(value), 'header-again', name));
  } else {
    raw.values.set(name, value);
  }
}

/** The song's first chord cannot come early: there is nothing before it. */
function refuseEarlyPush(
  assembled: Pick<Chart, 'sections' | 'passes' | 'form'>,
  blocks: readonly Block[],
  problems: ChartProblem[],
): Pick<Chart, 'sections' | 'passes' | 'form'> {
  const first = assembled.sections.find(({ name }) => name === assembled.form[0]);
  const line = first?.lines[0];
  if (first === undefined || line === undefined || (line.bars[0]?.slots[0]?.pushTicks ?? 0) === 0) {
    return assembled;
  }
  const block = blocks.find(({ lines }) => lines[0] === line);
  const cell = block?.cells[0]?.[0];
  if (cell !== undefined) {
    problems.push(problemAt(placeOf(cell), 'push-on-first', cell.text));
  }
  const lines = [{ ...line, bars: [], endings: [] }, ...first.lines.slice(1)];
  return {
    ...assembled,
    sections: assembled.sections.map((section) => (section === first ? { ...section, lines } : section)),
  };
}
