/*
 * Sections for a long list of bars without any (rules M3, M9).
 *
 * Lines are the smallest pieces. Of all rows of lines that come again without overlap, alike but for at most one bar, the one
 * that saves the most bars becomes a section; then the next one from what is left. What never comes again lies between. Names
 * are only a beginning: what comes first is a verse, what comes next a chorus. Cutting at every bar was rejected: phrases
 * are what players hear, and a list whose lines are too long is first cut into lines of equal length.
 */
import { itemAt, range, sumOf } from '../../kernel/list.ts';

/** A row of lines that is a section or a pass of one; `block` is equal for pieces that come again. */
export type SuggestedPiece = {
  readonly from: number;
  readonly lines: number;
  readonly block: number;
  readonly name: string;
};

/** Some lines that come again: where they begin, how many they are, and how many bars that saves. */
export type RepeatedBlock = { readonly starts: readonly number[]; readonly lines: number; readonly savedBars: number };

const LEAST_BLOCK_BARS = 4;
const LEAST_SAVED_BARS = 3;
/** Shorter blocks have something else between their places. */
export const LEAST_NEIGHBOUR_BARS = 8;
/** Lines that are compared with each other; the work grows with their square. */
const MOST_LINES = 400;

/** Parts lines (each as the texts of its bars) into sections; null where nothing comes again. */
export function suggestSections(lines: readonly (readonly string[])[]): readonly SuggestedPiece[] | null {
  if (lines.length < 3 || lines.length > MOST_LINES) {
    return null;
  }
  const blockOf: (number | null)[] = lines.map(() => null);
  const pieces: Omit<SuggestedPiece, 'name'>[] = [];
  for (let block = 0; ; block += 1) {
    const found = findBestBlock(lines, (line) => blockOf[line] === null);
    if (found === null) {
      break;
    }
    for (const from of found.starts) {
      pieces.push({ from, lines: found.lines, block });
      for (const line of range(from, from + found.lines)) {
        blockOf[line] = block;
      }
    }
  }
  return pieces.length === 0 ? null : nameAll(withRests(pieces, lines.length), lines);
}

/** The row of free lines that saves the most bars by coming again; of equal ones what comes most often, then the longest, then the first. */
export function findBestBlock(
  lines: readonly (readonly string[])[],
  isFree: (line: number) => boolean,
): RepeatedBlock | null {
  const differing = lines.map((line) => lines.map((other) => countDifferences(line, other)));
  let best: RepeatedBlock | null = null;
  for (const from of lines.keys()) {
    const sums = lines.map(() => 0);
    for (let count = 1; from + count <= lines.length && isFree(from + count - 1); count += 1) {
      addLine(sums, { from, count }, (line) => (isFree(line) ? differing[from + count - 1]?.[line] : undefined));
      best = better(best, toBlock(lines, { from, count }, sums));
    }
  }
  return best;
}

/** Adds, for every later start, in how many bars the newest line of a block differs from the line in its place there. */
function addLine(
  sums: number[],
  { from, count }: { readonly from: number; readonly count: number },
  differs: (line: number) => number | undefined,
): void {
  for (const start of range(from + 1, sums.length)) {
    sums[start] = (sums[start] ?? 0) + (differs(start + count - 1) ?? Number.POSITIVE_INFINITY);
  }
}

/** In how many bars two lines differ; two that are not equally long have nothing in common. */
function countDifferences(a: readonly string[], b: readonly string[]): number {
  return a.length === b.length ? a.filter((bar, index) => bar !== b[index]).length : Number.POSITIVE_INFINITY;
}

/** The block that begins at a line, with the places where it comes again, from left to right without overlap. */
function toBlock(
  lines: readonly (readonly string[])[],
  { from, count }: { readonly from: number; readonly count: number },
  differences: readonly number[],
): RepeatedBlock | null {
  const bars = sumOf(lines.slice(from, from + count), ({ length }) => length);
  const starts = [from];
  let saved = 0;
  for (const start of range(from + count, lines.length - count + 1)) {
    const differs = differences[start] ?? Number.POSITIVE_INFINITY;
    // A short block straight after itself is a repeated line rather than the section again.
    const gap = bars < LEAST_NEIGHBOUR_BARS ? 1 : 0;
    if (differs <= 1 && start >= itemAt(starts, starts.length - 1) + count + gap) {
      starts.push(start);
      saved += bars - differs;
    }
  }
  return starts.length > 1 && bars >= LEAST_BLOCK_BARS && saved >= LEAST_SAVED_BARS
    ? { starts, lines: count, savedBars: saved }
    : null;
}

function better(a: RepeatedBlock | null, b: RepeatedBlock | null): RepeatedBlock | null {
  if (a === null || b === null) {
    return a ?? b;
  }
  const by = b.savedBars - a.savedBars || b.starts.length - a.starts.length || b.lines - a.lines;
  return by > 0 ? b : a;
}

/** The pieces in order, with what lies between them as pieces of their own. */
function withRests(
  pieces: readonly Omit<SuggestedPiece, 'name'>[],
  lineCount: number,
): readonly Omit<SuggestedPiece, 'name'>[] {
  const sorted = [...pieces].sort((a, b) => a.from - b.from);
  const all: Omit<SuggestedPiece, 'name'>[] = [];
  let at = 0;
  let block = Math.max(...pieces.map((piece) => piece.block)) + 1;
  for (const piece of [...sorted, { from: lineCount, lines: 0, block: -1 }]) {
    if (piece.from > at) {
      all.push({ from: at, lines: piece.from - at, block });
      block += 1;
    }
    all.push(...(piece.lines > 0 ? [piece] : []));
    at = piece.from + piece.lines;
  }
  return all;
}

/** Names by what each piece does: what comes again and is long is a verse, then a chorus; a short one is a riff. */
function nameAll(
  pieces: readonly Omit<SuggestedPiece, 'name'>[],
  lines: readonly (readonly string[])[],
): readonly SuggestedPiece[] {
  const names = new Map<number, string>();
  const used = new Map<string, number>();
  for (const piece of pieces) {
    if (!names.has(piece.block)) {
      const wanted = wantedName(piece, pieces, lines, used);
      const count = (used.get(wanted) ?? 0) + 1;
      used.set(wanted, count);
      names.set(piece.block, count === 1 ? wanted : `${wanted} ${count}`);
    }
  }
  return pieces.map((piece) => ({ ...piece, name: names.get(piece.block) ?? 'Part' }));
}

function wantedName(
  piece: Omit<SuggestedPiece, 'name'>,
  pieces: readonly Omit<SuggestedPiece, 'name'>[],
  lines: readonly (readonly string[])[],
  used: ReadonlyMap<string, number>,
): string {
  const bars = sumOf(lines.slice(piece.from, piece.from + piece.lines), ({ length }) => length);
  const isLong = bars > LEAST_BLOCK_BARS;
  if (pieces.filter(({ block }) => block === piece.block).length > 1) {
    return repeatedName(isLong, used);
  }
  const end = piece === pieces[0] ? 'Intro' : piece === pieces.at(-1) ? 'Outro' : null;
  return end ?? (isLong ? 'Bridge' : 'Interlude');
}

function repeatedName(isLong: boolean, used: ReadonlyMap<string, number>): string {
  return isLong ? (['Verse', 'Chorus'].find((name) => !used.has(name)) ?? 'Middle') : 'Riff';
}

/** How long lines should be when a list of bars is cut anew: the length at which the most lines come again; four where none does. */
export function findLineLength(bars: readonly string[]): number {
  const scores = LENGTHS.map((length) => {
    const lines = range(0, Math.floor(bars.length / length)).map((line) =>
      bars.slice(line * length, (line + 1) * length).join('|'),
    );
    return (lines.length - new Set(lines).size) * length;
  });
  return itemAt(LENGTHS, scores.indexOf(Math.max(...scores)));
}

/** Lengths of a phrase in bars, the commonest first (common practice). */
const LENGTHS = [4, 8, 3, 6] as const;
