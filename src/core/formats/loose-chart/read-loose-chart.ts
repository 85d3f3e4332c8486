/*
 * From a chart as people write it down to the text chart.
 *
 * Chord names stand above the words, bars have no lines, headings stand in any bracket. Every line is taken for what it most
 * likely is, and whatever had to be assumed is noted with the lines it touches, so that it can be seen and taken
 * back: reading again with another choice gives another chart. The result is text in the chart's own grammar, which is
 * then read like any other. Guessing bars straight into the document was rejected: nobody could see or correct the guess.
 *
 * A long text takes a while, so the reader is a generator that reports how far it is.
 */
import { parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { splitLines } from '../../kernel/lines.ts';
import type { Steps } from '../../kernel/steps.ts';
import { COMMON_TIME, parseMetre } from '../../rhythm/metre.ts';
import { SONG_LIMITS, UNNAMED_SECTION } from '../../song/document/song-limits.ts';
import { findWords } from '../text-chart/words-text.ts';
import { type Assumption, assume, chosenFor, type LooseChoices, listAssumptions } from './assumption.ts';
import { type LooseContext, toBarLine } from './chord-bars.ts';
import { toHeaderLine } from './loose-header.ts';
import { type ChordWords, type LooseLine, readLooseLine } from './loose-line.ts';
import { foldRepeats, proposeLengths, proposeSections } from './loose-structure.ts';

/** A loose chart as read: the text chart it comes to, and what was assumed on the way. */
export type LooseReading = { readonly text: string; readonly assumptions: readonly Assumption[] };

const LINES_A_STEP = 500;
const FIRST_WORDS = 5;

type Writing = LooseContext & {
  readonly headers: string[];
  readonly body: string[];
  /** Blocks of the song by the name of their heading, as written so far. */
  readonly blocks: Map<string, { readonly written: string; times: number }>;
  readonly block: { heading: string; headingLine: number; lines: string[]; sung: string[] };
  /** The last row of names, until words stand under it. */
  chordRow: string;
  /** Whole words of the blocks that were closed. */
  readonly sung: string[];
  /** Whether the last line written can take words. */
  takesWords: boolean;
  hasTitle: boolean;
  hasCredit: boolean;
};

/** Reads a loose chart with the choices made so far. Nothing is refused: what cannot be placed is left out, and listed. */
export function* readLooseChart(text: string, choices: LooseChoices = {}): Steps<LooseReading> {
  const plain = startWriting(choices);
  const known: ChordWords = new Map();
  const { above, words } = cutWords(text);
  const lines = withoutTabs(above, plain).map((line) => readLooseLine(line, known));
  const state: Writing = { ...plain, choices: { ...proposeLengths(lines), ...choices } };
  for (const [index, line] of lines.entries()) {
    if (index % LINES_A_STEP === LINES_A_STEP - 1) {
      yield { share: index / lines.length };
    }
    writeLine(line, lines[index + 1] ?? null, state);
  }
  closeBlock(state);
  const isMetreStated = state.headers.some((header) => header.startsWith('metre:'));
  if (!isMetreStated && state.made.has('chord-length')) {
    const metre = assume(state, 'metre', { line: 1, text: '' });
    state.headers.push(...(metre === '4/4' ? [] : [`metre: ${metre}`]));
  }
  const kept = state.sung.length === 0 ? [] : [`words: ${rightOf(state.choices)}`, ...state.sung];
  const blocks = [
    state.headers.join('\n'),
    ...withSections(state.body, state),
    ...(words.length > 0 ? words : kept),
  ].filter((block) => block !== '');
  return {
    text: blocks.length === 0 ? '' : `${blocks.join('\n\n')}\n`,
    assumptions: listAssumptions(state.made, state.choices),
  };
}

/** What stands above the words of a text chart, and those words, which are kept as they stand. */
function cutWords(text: string): { readonly above: string; readonly words: readonly string[] } {
  const lines = splitLines(text);
  const from = findWords(lines.map((line) => ({ text: line.trim() })));
  return from < 0
    ? { above: text, words: [] }
    : { above: lines.slice(0, from).join('\n'), words: [lines.slice(from).join('\n').trimEnd()] };
}

function startWriting(choices: LooseChoices): Writing {
  const metre = parseMetre(chosenFor(choices, 'metre'));
  return {
    metre: metre.ok ? metre.value : COMMON_TIME,
    choices,
    made: new Map(),
    headers: [],
    body: [],
    blocks: new Map(),
    block: { heading: '', headingLine: 1, lines: [], sung: [] },
    chordRow: '',
    sung: [],
    takesWords: false,
    hasTitle: false,
    hasCredit: false,
  };
}

/** The lines of a text with tab stops filled up by spaces, since names stand above words by their column. */
function withoutTabs(text: string, state: Writing): readonly { readonly line: number; readonly text: string }[] {
  return splitLines(text).map((raw, index) => {
    const line = index + 1;
    if (!raw.includes('\t')) {
      return { line, text: raw.trimEnd() };
    }
    const width = assume(state, 'tabs', { line, text: raw }) === 'eight' ? 8 : 4;
    let filled = '';
    for (const piece of raw.split('\t')) {
      filled = filled === '' && piece === '' ? ' '.repeat(width) : `${filled}${piece}`;
      filled = filled.padEnd(Math.ceil((filled.length + 1) / width) * width);
    }
    return { line, text: filled.trimEnd() };
  });
}

function writeLine(line: LooseLine, next: LooseLine | null, state: Writing): void {
  switch (line.kind) {
    case 'blank':
    case 'rule':
      state.takesWords &&= line.kind === 'blank' && next?.kind === 'words';
      break;
    case 'heading':
      writeHeading(line, state);
      break;
    case 'header':
      writeHeader(line, state);
      break;
    case 'pin':
      state.headers.push(line.text.trim());
      break;
    case 'bars':
      writeBars(line, state);
      break;
    case 'chords':
      addBars(toBarLine(line, state), state);
      state.chordRow = chordNamesIn(line.text);
      break;
    case 'cue':
      state.block.lines.push(line.text.trim());
      break;
    case 'tablature':
      writeTablature(line, state);
      break;
    case 'words':
      writeWords(line, state);
      break;
  }
}

function addBars(bars: string | null, state: Writing): void {
  if (bars !== null) {
    state.block.lines.push(bars);
    state.takesWords = true;
  }
}

function writeTablature(line: LooseLine, state: Writing): void {
  if (assume(state, 'tablature', line) === 'kept-as-words') {
    addWords(line.text, state);
  }
}

/** Lines that hold bars already: one that does not begin with a bar line gets one. */
function writeBars(line: LooseLine, state: Writing): void {
  const text = line.text.trim();
  if (/^\|/.test(text) || /^\d+(?:\s*[-–,]\s*\d+)*\s*\.\s*\|/.test(text)) {
    addBars(text, state);
  } else if (assume(state, 'bar-lines', line) === 'added') {
    addBars(`| ${text}`, state);
  }
}

function writeHeading(line: Extract<LooseLine, { kind: 'heading' }>, state: Writing): void {
  if (line.isBracketed && assume(state, 'heading', line) === 'left-out') {
    return;
  }
  closeBlock(state);
  const text = line.isBracketed || /[:\]]$|x\s*\d+\)?$/i.test(line.heading) ? line.heading : `${line.heading}:`;
  state.block.heading = text;
  state.block.headingLine = line.line;
  state.takesWords = false;
}

/** Puts a block into the song. The same heading again is another pass, with its bars where they differ. */
function closeBlock(state: Writing): void {
  const { heading } = state.block;
  const lines = withRounds(state.block.lines, state);
  if (heading === '' && lines.length === 0) {
    return;
  }
  const key = heading.toLowerCase();
  const written = lines.join('\n');
  const known = state.blocks.get(key);
  closeSung(heading, known?.times ?? 0, state);
  state.block.heading = '';
  state.block.lines = [];
  if (known === undefined || heading === '' || /\(\s*time\s+\d+\s*\)/i.test(heading)) {
    state.blocks.set(key, { written, times: 1 });
    state.body.push([heading, written].filter((part) => part !== '').join('\n'));
    return;
  }
  known.times += 1;
  state.body.push(again(heading, written, known, state));
}

/** Whole words stand under the name of their section; those of a later time are of that time alone. */
function closeSung(heading: string, before: number, { block, sung }: Writing): void {
  const name = heading.replace(/\s*(?:\[[^\]]*\])?\s*:?\s*(?:x\s*\d+)?$/i, '').replace(/\s*:.*$/, '');
  if (block.sung.length > 0) {
    const time = before === 0 || /\(\s*time\s+\d+\s*\)/i.test(name) ? '' : ` (time ${before + 1})`;
    sung.push([`${name === '' ? UNNAMED_SECTION : name}${time}:`, ...block.sung].join('\n'));
    block.sung.length = 0;
  }
}

/** Words that are kept whole, under the names that stand above them. */
function keepSung(text: string, way: string, state: Writing): void {
  if (way === 'kept-traditional' || way === 'kept-mine') {
    const isInDoubt = /:\s*$/.test(text);
    state.block.sung.push(
      ...(state.chordRow === '' && !isInDoubt ? [] : [state.chordRow]),
      isInDoubt ? `"${text}"` : text,
    );
    state.chordRow = '';
  }
}

function rightOf(choices: LooseChoices): string {
  return choices.words === 'kept-traditional' ? 'traditional' : 'mine';
}

/** A row of names with everything else blanked, each where it stands. */
function chordNamesIn(text: string): string {
  return text.replace(/\S+/g, (word) => (parseChordSymbol(word).ok ? word : ' '.repeat(word.length))).trimEnd();
}

/** The lines of a block with repeated neighbours as rounds of one line, where that is not taken back. */
function withRounds(lines: readonly string[], state: Writing): readonly string[] {
  const folded = foldRepeats(lines);
  const place = { line: state.block.headingLine, text: state.block.heading };
  return folded === lines || assume(state, 'repeats', place) === 'as-written' ? lines : folded;
}

/** A song without any heading in the sections that come again in it, where that is not taken back. */
function withSections(body: readonly string[], state: Writing): readonly string[] {
  const [only = '', ...more] = body;
  const isBare = more.length === 0 && state.blocks.has('') && state.blocks.size === 1;
  const proposed = isBare ? proposeSections(only.split('\n')) : null;
  return proposed === null || assume(state, 'sections', { line: 1, text: '' }) === 'one-piece' ? body : proposed;
}

function again(
  heading: string,
  written: string,
  known: { readonly written: string; readonly times: number },
  state: Writing,
): string {
  if (written === '' || written === known.written) {
    return heading;
  }
  const way = assume(state, 'again', { line: state.block.headingLine, text: heading });
  const name = heading.replace(/\s*:.*$/, '');
  return way === 'another-pass'
    ? `${name} (time ${known.times}):\n${written}`
    : `${name.slice(0, SONG_LIMITS.sectionNameCharacters - 8)} again ${known.times}:\n${written}`;
}

function isAtTop(state: Writing): boolean {
  return state.body.length === 0 && state.block.heading === '' && state.block.lines.length === 0;
}

function writeHeader(line: Extract<LooseLine, { kind: 'header' }>, state: Writing): void {
  const header = toHeaderLine(line.word, line.value);
  if (header === null || !isAtTop(state)) {
    writeWords(line, state);
    return;
  }
  const isVerbatim = line.text.trim() === `${header.name}: ${header.value}`;
  if (!isVerbatim && assume(state, 'header', line) === 'left-out') {
    return;
  }
  state.headers.push(`${header.name}: ${header.value}`);
  state.hasTitle ||= header.name === 'title';
  state.hasCredit ||= header.name === 'credit';
  const metre = header.name === 'metre' ? parseMetre(header.value) : null;
  state.metre = metre?.ok === true ? metre.value : state.metre;
  if (header.name === 'capo' && !isVerbatim && assume(state, 'capo', line) === 'shapes') {
    state.headers.push('chords: shapes');
  }
}

/** Words: the song's name and its maker's above everything else, cues under bars. */
function writeWords(line: LooseLine, state: Writing): void {
  const text = line.text.trim();
  if (isAtTop(state) && text.length <= SONG_LIMITS.titleCharacters && !(state.hasTitle && state.hasCredit)) {
    writeTop(line, text, state);
  } else if (state.takesWords) {
    const way = assume(state, 'words', line);
    if (way !== 'left-out') {
      addWords(way === 'whole-lines' ? text : text.split(/\s+/).slice(0, FIRST_WORDS).join(' '), state);
      keepSung(line.text, way, state);
    }
  } else if (assume(state, 'other-line', line) === 'kept-as-words') {
    addWords(text, state);
  }
}

/** The first line above the song is its title, the second its maker. */
function writeTop(line: LooseLine, text: string, state: Writing): void {
  if (!state.hasTitle) {
    state.hasTitle = true;
    if (assume(state, 'title', line) === 'title') {
      state.headers.unshift(`title: ${text}`);
    }
  } else {
    state.hasCredit = true;
    if (assume(state, 'credit', line) === 'credit') {
      state.headers.push(`credit: ${text.replace(/^by\s+/i, '')}`);
    }
  }
}

/** Words under the last line of bars; further lines of them go on in the same cue. */
function addWords(text: string, state: Writing): void {
  const plain = text.trim().replaceAll('"', '""');
  const last = state.block.lines.at(-1);
  const before = last === undefined ? null : (/^"(.*)"$/.exec(last)?.[1] ?? null);
  if (last === undefined) {
    return;
  }
  const isKeptShort = chosenFor(state.choices, 'words') === 'first-words';
  if (before === null) {
    state.block.lines.push(`"${plain.slice(0, SONG_LIMITS.cueCharacters)}"`);
  } else if (!isKeptShort && before.length + plain.length < SONG_LIMITS.cueCharacters) {
    state.block.lines[state.block.lines.length - 1] = `"${before} ${plain}"`;
  }
}
