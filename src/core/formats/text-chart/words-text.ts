/*
 * Whole words under their chords, at the end of a text chart (docs/text-chart.md):
 *
 *   words: mine
 *
 *   Verse:
 *   G            D
 *   rain on the  tin roof
 *
 * Names stand over the syllable on which the chord changes. Spaces that only make room count as one, and an underline makes room inside a
 * word. The names have to be those of the bars, in their order; a chord that goes on need not be named again.
 */
import { type ChordSymbol, formatChordSymbol, isSameChord, parseChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Chart, ChartLine, ChartSung, ChartSungRow, ChartWords } from '../../song/chart/chart.ts';
import { listSungChanges, tidyWords } from '../../song/chart/sung-changes.ts';
import { WORDS_RIGHTS } from '../../song/document/document.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span } from './problem.ts';
import { readHeading } from './read-heading.ts';

const OPENING = /^words\s*:\s*(.*)$/i;

/**
 * Where the words of a chart begin among its lines of text; -1 where there are none. Above the first bars only a line that says why they may
 * be kept counts: "Words: somebody" names there who wrote them, and a section may be called "Words".
 */
export function findWords(lines: readonly Pick<Span, 'text'>[]): number {
  const firstBars = lines.findIndex(({ text }) => text.startsWith('|'));
  return lines.findIndex(({ text }, index) => {
    const right = OPENING.exec(text)?.[1]?.trim().toLowerCase() ?? '';
    const isBelowBars = firstBars >= 0 && index > firstBars;
    return WORDS_RIGHTS.some((each) => each === right) || (isBelowBars && right !== '' && !/^[x([]/.test(right));
  });
}

/** The words as text; empty where there are none. */
export function formatWords({ words, ...chart }: Pick<Chart, 'sections' | 'passes' | 'words'>): readonly string[] {
  return words === null ? [] : [`words: ${words.right}`, ...words.blocks.map((block) => formatBlock(block, chart))];
}

type Lines = Pick<Chart, 'sections' | 'passes'>;

function formatBlock(block: ChartSung, chart: Lines): string {
  const changes = changesOf(block, chart);
  const rows = block.rows.flatMap(({ text, chords }) => {
    const named = chords.flatMap(({ change, at }) => {
      const chord = changes[change];
      return chord === undefined ? [] : [{ name: formatChordSymbol(chord), at }];
    });
    return formatRow(text, named);
  });
  const time = block.time === null ? '' : ` (time ${block.time})`;
  return [`${block.name}${time}:`, ...rows].join('\n');
}

/** A row of names over a row of text, which makes room where names would run into each other. */
function formatRow(text: string, chords: readonly { readonly name: string; readonly at: number }[]): readonly string[] {
  let names = '';
  let below = '';
  let from = 0;
  for (const { name, at } of chords) {
    below += text.slice(from, at);
    from = Math.max(from, Math.min(at, text.length));
    const column = names === '' ? below.length : Math.max(below.length, names.length + 1);
    below = below.padEnd(column, from === text.length || text[from - 1] === ' ' ? ' ' : '_');
    names = `${names.padEnd(column)}${name}`;
  }
  return asLines(names, `${below}${text.slice(from)}`.trimEnd());
}

/** What could be read as names, a heading or a quotation stands in quotes; a row of names alone is parted from what follows. */
function asLines(names: string, below: string): readonly string[] {
  const isInDoubt = below !== '' && (isChordRow(below) || /:$|^".*"$/.test(below));
  const named = names === '' ? [] : [isInDoubt ? ` ${names}` : names];
  return [...named, isInDoubt ? `"${below}"` : below];
}

/** The chords of a block as they are entered: those of its section, or of a pass with lines of its own. */
function changesOf(
  { name, time }: Pick<ChartSung, 'name' | 'time'>,
  { sections, passes }: Lines,
): readonly ChordSymbol[] {
  const section = sections.find((each) => each.name === name);
  const own = passes.find((pass) => pass.name === name && pass.time === time && pass.lines.length > 0);
  const lines: readonly ChartLine[] = own?.lines ?? section?.lines ?? [];
  return listSungChanges(lines, section?.times ?? 1).map(({ chord }) => chord);
}

function isChordRow(text: string): boolean {
  const words = text.trim().split(/\s+/);
  return words.every((word) => word === '|' || parseChordSymbol(word).ok);
}

/** What came of reading words; `isUnread` where something is wrong: then the song keeps the words it had. */
export type ReadWords = { readonly words: ChartWords | null; readonly isUnread: boolean };

/** A block that is being read: its changes, how many are placed, and its rows. */
type OpenBlock = {
  readonly block: ChartSung & { readonly rows: ChartSungRow[] };
  readonly changes: readonly ChordSymbol[];
  next: number;
};

/** Reads the words of a chart; `raw` are the lines of text as they stand, since names are placed by their column. */
export function readWords(
  lines: readonly Span[],
  raw: readonly string[],
  chart: Lines & Pick<Chart, 'form'>,
  problems: ChartProblem[],
): ReadWords {
  const [opening] = lines;
  if (opening === undefined) {
    return { words: null, isUnread: false };
  }
  const before = problems.length;
  const said = OPENING.exec(opening.text)?.[1]?.trim().toLowerCase() ?? '';
  const right = WORDS_RIGHTS.find((each) => each === said);
  if (right === undefined) {
    problems.push(
      problemAt(
        placeOf(opening),
        'bad-words-right',
        said,
        WORDS_RIGHTS.map((each) => `words: ${each}`),
      ),
    );
  }
  const blocks = readBlocks(lines, raw, chart, problems);
  const isUnread = problems.slice(before).some(({ severity }) => severity === 'error');
  return { words: right === undefined || isUnread ? null : { right, blocks }, isUnread };
}

/** A row of names, as it stands in the text. */
type Names = { readonly span: Span; readonly text: string };

/** What has been read of the words so far. */
type Reading = {
  readonly blocks: OpenBlock[];
  names: Names | null;
  readonly chart: Lines & Pick<Chart, 'form'>;
  readonly problems: ChartProblem[];
};

function readBlocks(
  lines: readonly Span[],
  raw: readonly string[],
  chart: Lines & Pick<Chart, 'form'>,
  problems: ChartProblem[],
): readonly ChartSung[] {
  const reading: Reading = { blocks: [], names: null, chart, problems };
  for (const [index, span] of lines.entries()) {
    if (index > 0) {
      readLine(span, (raw[index] ?? '').replaceAll('\t', '        ').trimEnd(), reading);
    }
  }
  closeRow(reading, null);
  return reading.blocks.map(({ block }) => block).filter(({ rows }) => rows.length > 0);
}

function readLine(span: Span, text: string, reading: Reading): void {
  const { blocks, chart, problems } = reading;
  if (span.text === '') {
    closeRow(reading, null);
  } else if (/:$/.test(span.text) && reading.names === null) {
    openBlock(span, blocks, chart, problems);
  } else if (blocks.length === 0) {
    problems.push(problemAt(placeOf(span), 'words-without-heading', span.text, headingsOf(chart)));
  } else if (isChordRow(span.text)) {
    closeRow(reading, null);
    reading.names = { span, text };
  } else {
    closeRow(reading, { span, text });
  }
}

function headingsOf({ sections }: Lines): readonly string[] {
  return sections.slice(0, 4).map(({ name }) => `${name}:`);
}

/** Ends a row: the names that wait, with the words under them, where there are any. */
function closeRow(reading: Reading, words: Names | null): void {
  const { blocks, names, problems } = reading;
  const open = blocks.at(-1);
  reading.names = null;
  if (open !== undefined && (names !== null || words !== null)) {
    addRow(open, names, words, problems);
  }
}

function openBlock(
  span: Span,
  blocks: OpenBlock[],
  chart: Lines & Pick<Chart, 'form'>,
  problems: ChartProblem[],
): void {
  const heading = readHeading(span, problems);
  const section = chart.sections.find(({ name }) => name.toLowerCase() === heading?.name.toLowerCase());
  const passes = chart.form.filter((name) => name === section?.name).length;
  const isTwice = blocks.some(({ block }) => block.name === section?.name && block.time === heading?.time);
  if (heading === null || section === undefined || (heading.time ?? 1) > Math.max(1, passes) || isTwice) {
    problems.push(problemAt(placeOf(span), 'words-heading-off', span.text, headingsOf(chart)));
    // What stands under it is read against nothing.
    blocks.push({ block: { name: '', time: null, rows: [] }, changes: [], next: -1 });
    return;
  }
  const { name } = section;
  const block = { name, time: heading.time, rows: [] };
  blocks.push({ block, changes: changesOf(block, chart), next: 0 });
}

function addRow(open: OpenBlock, names: Names | null, words: Names | null, problems: ChartProblem[]): void {
  if (open.next < 0) {
    return;
  }
  const quoted = words === null ? null : /^(\s*)"(.*)"$/.exec(words.text);
  const line = quoted === null ? (words?.text ?? '') : `${quoted[1]} ${quoted[2]}`;
  const text = tidyWords(line);
  const span = (words ?? names)?.span;
  if (text.length > SONG_LIMITS.cueCharacters || open.block.rows.length >= SONG_LIMITS.linesInSection) {
    problems.push(problemAt(span === undefined ? FIRST : placeOf(span), 'words-too-long', text));
    return;
  }
  const chords = names === null ? [] : readNames(names, open, problems);
  if (chords !== null) {
    open.block.rows.push({
      text,
      chords: chords.map(({ change, column }) => ({ change, at: placeInText(line, column) })),
    });
  }
}

const FIRST = { line: 1, column: 1, length: 1 } as const;

/** The names of a row as changes of its block; null, with a finding, where one does not come next. */
function readNames(
  { span, text }: Names,
  open: OpenBlock,
  problems: ChartProblem[],
): readonly { readonly change: number; readonly column: number }[] | null {
  const read: { change: number; column: number }[] = [];
  for (const match of text.matchAll(/[^\s|]+/g)) {
    const [name] = match;
    const chord = parseChordSymbol(name);
    const change = chord.ok ? findChange(open, chord.value) : -1;
    if (change < 0) {
      const wanted = open.changes[open.next];
      const place = { line: span.line, column: match.index + 1, length: name.length };
      problems.push(problemAt(place, 'words-chord-off', name, wanted === undefined ? [] : [formatChordSymbol(wanted)]));
      return null;
    }
    open.next = change + 1;
    read.push({ change, column: match.index });
  }
  return read;
}

/** The next change to a chord, past those that only go on with the one before; -1 where another one comes first. */
function findChange({ changes, next }: OpenBlock, wanted: ChordSymbol): number {
  let at = next;
  while (at < changes.length) {
    const chord = changes[at];
    if (chord !== undefined && isSameChord(chord, wanted)) {
      return at;
    }
    const before = changes[at - 1];
    if (chord === undefined || before === undefined || !isSameChord(chord, before)) {
      return -1;
    }
    at += 1;
  }
  return -1;
}

/** Which character of the tidied words stands at a column of the line. */
function placeInText(line: string, column: number): number {
  const whole = tidyWords(line);
  const before = line.slice(0, column).replaceAll('_', '').trimStart().replace(/\s+/g, ' ');
  return Math.min(before.length, whole.length);
}
