/*
 * What a loose chart leaves unsaid about its build: rounds of a line, sections without headings, how long a chord lasts. Each is
 * proposed from what repeats, and noted as an assumption that can be taken back.
 */
import { suggestSections } from '../../arrange/recogniser/section-suggestion.ts';
import { itemAt } from '../../kernel/list.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import type { LooseChoices } from './assumption.ts';
import type { LooseLine } from './loose-line.ts';

/** A line of bars of the text chart with what stands under it (endings, words). */
type BarGroup = { readonly bars: string; readonly under: readonly string[] };

function groupLines(lines: readonly string[]): readonly BarGroup[] {
  const groups: { bars: string; under: string[] }[] = [];
  for (const line of lines) {
    const last = groups.at(-1);
    if (line.startsWith('|') || last === undefined) {
      groups.push({ bars: line, under: [] });
    } else {
      last.under.push(line);
    }
  }
  return groups;
}

/** The lines of a block with neighbours that are alike made rounds of one line, each with its words; the same list where none are. */
export function foldRepeats(lines: readonly string[]): readonly string[] {
  const groups = groupLines(lines);
  const runs: BarGroup[][] = [];
  for (const group of groups) {
    const run = runs.at(-1);
    const [first] = run ?? [];
    const isSame = first?.bars === group.bars && isFoldable(first) && isFoldable(group);
    if (run !== undefined && isSame && run.length < SONG_LIMITS.times) {
      run.push(group);
    } else {
      runs.push([group]);
    }
  }
  return runs.length === groups.length ? lines : runs.flatMap(writeRun);
}

/** A plain line of bars with at most one line of words under it. */
function isFoldable({ bars, under }: BarGroup): boolean {
  return /\|$/.test(bars) && under.length <= 1 && under.every((line) => /^"[^/]*"$/.test(line));
}

function writeRun(run: readonly BarGroup[]): readonly string[] {
  const first = itemAt(run, 0);
  if (run.length === 1) {
    return [first.bars, ...first.under];
  }
  const cues = run.map(({ under }) => under[0] ?? '""');
  const isSilent = cues.every((cue) => cue === '""');
  return [`${first.bars} x${run.length}`, ...(isSilent ? [] : [cues.join(' / ')])];
}

/** Fewer bars need no sections. */
const LEAST_BARS = 16;

/** The lines of a song without headings as blocks with headings, or null where nothing in it comes again. */
export function proposeSections(lines: readonly string[]): readonly string[] | null {
  const groups = groupLines(lines);
  const bars = groups.map(({ bars: text, under }) => [...cellsOf(text), ...under.filter((line) => /^\d/.test(line))]);
  const pieces = bars.flat().length < LEAST_BARS ? null : suggestSections(bars);
  if (pieces === null || new Set(pieces.map(({ block }) => block)).size < 2) {
    return null;
  }
  const written = new Map<string, { readonly text: string; times: number }>();
  return pieces.map(({ from, lines: count, name }) => {
    const text = groups
      .slice(from, from + count)
      .flatMap((group) => [group.bars, ...group.under])
      .join('\n');
    const known = written.get(name);
    if (known === undefined) {
      written.set(name, { text, times: 1 });
      return `${name}:\n${text}`;
    }
    known.times += 1;
    return known.text === text ? `${name}:` : `${name} (time ${known.times}):\n${text}`;
  });
}

function cellsOf(bars: string): readonly string[] {
  return bars
    .split('|')
    .map((cell) => cell.trim())
    .filter((cell) => cell !== '');
}

/** From so many chords in the middle line on, a phrase of four bars holds two a bar (common practice). */
const CHORDS_OF_HALF_BARS = 6;

/** How long a chord is likely to last, from how many stand over a line of words. */
export function proposeLengths(lines: readonly LooseLine[]): LooseChoices {
  const counts = lines.flatMap((line) => (line.kind === 'chords' ? [line.words.length] : [])).sort((a, b) => a - b);
  const middle = counts[Math.floor(counts.length / 2)] ?? 0;
  return middle >= CHORDS_OF_HALF_BARS ? { 'chord-length': 'half-bar' } : {};
}
