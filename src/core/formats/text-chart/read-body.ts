/*
 * The lines under the headers: headings open blocks, bar lines fill them, endings and cues belong to the bar line above.
 */
import { parseChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Steps } from '../../kernel/steps.ts';
import type { Metre } from '../../rhythm/metre.ts';
import type { ChartEnding, ChartLine } from '../../song/chart/chart.ts';
import { NEW_SONG_SIZE, SONG_LIMITS, UNNAMED_SECTION } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span, subSpan } from './problem.ts';
import { splitWords } from './read-bar.ts';
import { readCues } from './read-cue.ts';
import { findHeaderName } from './read-headers.ts';
import { type Heading, isHeading, readHeading } from './read-heading.ts';
import { readBarLine } from './read-line.ts';

/** A heading with the lines under it. `cells` are the places of each line's bars, in step with `lines`. */
export type Block = {
  readonly heading: Heading;
  readonly lines: ChartLine[];
  readonly cells: (readonly Span[])[];
};

/** A bar line that may still get endings and cues. */
type OpenLine = {
  readonly span: Span;
  line: ChartLine;
  readonly statedTimes: number | null;
  isUsable: boolean;
  lastTextLine: number;
};

/** Whether a line of text holds bars: a bar line first, or an ending's number before one. */
export function isBarText(text: string): boolean {
  return /^\|/.test(text) || ENDING.test(text);
}

const ENDING = /^(\d+(?:\s*[-–,]\s*\d+)*)\s*\.\s*(?=\|)/;

/** What has been read so far. */
type BodyState = {
  readonly blocks: Block[];
  open: OpenLine | null;
  bars: number;
  readonly metre: Metre;
  readonly problems: ChartProblem[];
};

/** The blocks of a body; where it was not read to its end there are none, and `endedBy` says why. */
export type ReadBody = { readonly blocks: readonly Block[]; readonly endedBy: 'too-many-bars' | 'gave-up' | null };

const LINES_A_STEP = 500;

/** A text with more findings than this is no chart; reading it to its end would only cost time. */
const MOST_FINDINGS = 5000;

/** Reads the body into blocks in the order of the text. */
export function* readBody(lines: readonly Span[], metre: Metre, problems: ChartProblem[]): Steps<ReadBody> {
  const state: BodyState = { blocks: [], open: null, bars: 0, metre, problems };
  for (const [index, span] of lines.entries()) {
    if (index % LINES_A_STEP === LINES_A_STEP - 1) {
      yield { share: index / lines.length };
    }
    if (span.text !== '') {
      readSpan(span, state);
    }
    if (state.bars > NEW_SONG_SIZE.writtenBars || problems.length > MOST_FINDINGS) {
      return { blocks: [], endedBy: problems.length > MOST_FINDINGS ? 'gave-up' : 'too-many-bars' };
    }
  }
  closeLine(state);
  return { blocks: state.blocks, endedBy: null };
}

function readSpan(span: Span, state: BodyState): void {
  const { text } = span;
  const { open, metre, problems } = state;
  if (text.startsWith('"') || (open !== null && isUnder(open, span) && !isStructural(text))) {
    addCues(open, span, problems);
  } else if (text.startsWith('|')) {
    closeLine(state);
    state.open = openLine(state.blocks, span, metre, problems);
    state.bars += state.blocks.at(-1)?.cells.at(-1)?.length ?? 0;
  } else if (ENDING.test(text)) {
    addEnding(open, span, metre, problems);
  } else {
    closeLine(state);
    readOther(state.blocks, span, problems);
  }
}

function closeLine(state: BodyState): void {
  const block = state.blocks.at(-1);
  if (state.open !== null && block !== undefined) {
    block.lines[block.lines.length - 1] = finishLine(state.open, state.problems);
  }
  state.open = null;
}

function isUnder(open: OpenLine, span: Span): boolean {
  return span.line === open.lastTextLine + 1;
}

function isStructural(text: string): boolean {
  return isBarText(text) || isHeading(text) || isChordList(text) || isLateHeader(text);
}

function isLateHeader(text: string): boolean {
  const word = /^([A-Za-z]+)\s*:/.exec(text)?.[1];
  return word !== undefined && findHeaderName(word) !== null;
}

function isChordList(text: string): boolean {
  const words = text.split(/[\s,]+/).filter((word) => word !== '');
  return words.length >= 2 && words.every((word) => parseChordSymbol(word).ok);
}

function openLine(blocks: Block[], span: Span, metre: Metre, problems: ChartProblem[]): OpenLine {
  const read = readBarLine(span, metre, problems);
  const line: ChartLine = { bars: read.bars ?? [], times: read.times ?? 1, endings: [], cues: [], note: read.note };
  if (blocks.length === 0) {
    blocks.push({ heading: { span, name: UNNAMED_SECTION, time: null, times: 1, note: '' }, lines: [], cells: [] });
  }
  const block = blocks.at(-1);
  block?.lines.push(line);
  block?.cells.push(read.cells);
  return { span, line, statedTimes: read.times, isUsable: read.bars !== null, lastTextLine: span.line };
}

function addCues(open: OpenLine | null, span: Span, problems: ChartProblem[]): void {
  if (open === null) {
    problems.push(problemAt(placeOf(span), 'cue-without-line', span.text));
    return;
  }
  open.line = { ...open.line, cues: [...open.line.cues, ...readCues(span, problems)] };
  open.lastTextLine = span.line;
}

function addEnding(open: OpenLine | null, span: Span, metre: Metre, problems: ChartProblem[]): void {
  const numbers = ENDING.exec(span.text);
  const rounds = numbers === null ? null : listRounds(numbers[1] ?? '');
  const numberPlace = placeOf(subSpan(span, 0, numbers?.[0].length ?? 0));
  if (open === null || rounds === null) {
    problems.push(problemAt(numberPlace, 'bad-ending', span.text));
    return;
  }
  open.lastTextLine = span.line;
  const taken = new Set(open.line.endings.flatMap((ending) => ending.rounds));
  const read = readBarLine(subSpan(span, numbers?.[0].length ?? 0, span.text.length), metre, problems);
  const last = Math.max(...rounds);
  const isPastTimes = open.statedTimes !== null && last > open.statedTimes;
  if (rounds.some((round) => taken.has(round)) || isPastTimes || read.times !== null || read.note !== '') {
    problems.push(problemAt(numberPlace, 'bad-ending', numbers?.[0].trim() ?? ''));
    open.isUsable = false;
    return;
  }
  const ending: ChartEnding = { rounds, bars: read.bars ?? [] };
  open.isUsable &&= read.bars !== null;
  open.line = {
    ...open.line,
    times: open.statedTimes ?? Math.max(open.line.times, last),
    endings: [...open.line.endings, ending],
  };
}

function listRounds(text: string): readonly number[] | null {
  const rounds = text.split(',').flatMap((piece) => {
    const [from = 0, to = from] = piece.split(/[-–]/).map(Number);
    return from < 1 || to < from || to > SONG_LIMITS.times
      ? [0]
      : Array.from({ length: to - from + 1 }, (_, step) => from + step);
  });
  return rounds.includes(0) || new Set(rounds).size < rounds.length ? null : rounds;
}

function finishLine(open: OpenLine, problems: ChartProblem[]): ChartLine {
  const { line } = open;
  if (!open.isUsable) {
    return { ...line, bars: [], endings: [] };
  }
  if (line.cues.length > line.times) {
    problems.push(problemAt(placeOf(open.span), 'too-many-cues', `${line.cues.length} > ${line.times}`));
    return { ...line, cues: line.cues.slice(0, line.times) };
  }
  return line;
}

function readOther(blocks: Block[], span: Span, problems: ChartProblem[]): void {
  if (isLateHeader(span.text)) {
    problems.push(problemAt(placeOf(span), 'header-too-late', span.text));
  } else if (isHeading(span.text)) {
    const heading = readHeading(span, problems);
    if (heading !== null) {
      blocks.push({ heading, lines: [], cells: [] });
    }
  } else if (isChordList(span.text)) {
    const words = splitWords({ ...span, text: span.text.replaceAll(',', ' ') });
    const proposal = `| ${words.map(({ text }) => text).join(' | ')} |`;
    problems.push(problemAt(placeOf(span), 'chords-without-bars', span.text, [proposal]));
  } else {
    const bracketed = /^[[({<]([^\])}>]+)[\])}>]$/.exec(span.text)?.[1];
    const proposal = bracketed === undefined ? `"${span.text.replaceAll('"', '""')}"` : `${bracketed.trim()}:`;
    problems.push(problemAt(placeOf(span), 'not-understood', span.text, [proposal]));
  }
}
