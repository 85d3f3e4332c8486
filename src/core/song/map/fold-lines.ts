/*
 * Rounds written out and folded together (rule M2): a line that is played several times, with endings where rounds end
 * otherwise, against the same music one round a line.
 */
import { err, ok, type Result } from '../../kernel/result.ts';
import { barKeyOf } from '../chart/bar-key.ts';
import { toChartBar } from '../chart/chart-of.ts';
import type { Bar, Ending, Line } from '../document/document.ts';
import { copyBar, type Ids, takeId } from '../document/fresh-ids.ts';
import { SONG_LIMITS } from '../document/song-limits.ts';
import { listLeaningBars, writeOut } from '../played/same-bars.ts';

/** Why lines cannot be one line of several rounds. */
export type FoldError =
  | { readonly kind: 'nothing-in-common' }
  | { readonly kind: 'notes-differ' }
  | { readonly kind: 'too-many'; readonly what: 'rounds'; readonly most: number };

/** One round of a line: its bars with the ending that closes it, and its words. */
type Round = { readonly bars: readonly Bar[]; readonly cue: string };

/** The bars of each round of a line, endings included, in playing order. */
export function roundsOf(line: Line): readonly Round[] {
  return Array.from({ length: line.times }, (_, index) => ({
    bars: [
      ...line.bars,
      ...line.endings.filter(({ rounds }) => rounds.includes(index + 1)).flatMap((ending) => ending.bars),
    ],
    cue: line.cues[index] ?? '',
  }));
}

/** A line with its rounds written out below each other; the first keeps the line's ids. */
export function unrollLine(line: Line, ids: Ids): readonly Line[] {
  if (line.times === 1 && line.endings.length === 0) {
    return [line];
  }
  const used = new Set<number>();
  return roundsOf(line).map(({ bars, cue }, index): Line => {
    const own = bars.map((bar) => (used.has(bar.id) ? copyBar(bar, ids) : bar));
    for (const { id } of bars) {
      used.add(id);
    }
    return {
      id: index === 0 ? line.id : takeId(ids),
      bars: own,
      times: 1,
      endings: [],
      cues: cue === '' ? [] : [cue],
      note: line.note,
    };
  });
}

/** A text that is equal for bars that play and say the same. */
export function keyOfBar(bar: Bar): string {
  return barKeyOf(toChartBar(bar, (chord) => chord));
}

/** Several lines as one line of as many rounds, with an ending wherever rounds end otherwise. The first line's ids stay. */
export function foldLines(lines: readonly Line[], ids: Ids): Result<Line, FoldError> {
  const [first] = lines;
  if (first === undefined || lines.some(({ note }) => note !== first.note)) {
    return err({ kind: first === undefined ? 'nothing-in-common' : 'notes-differ' });
  }
  const rounds = withoutLeaningStarts(lines, ids).flatMap(roundsOf);
  if (rounds.length > SONG_LIMITS.times) {
    return err({ kind: 'too-many', what: 'rounds', most: SONG_LIMITS.times });
  }
  const head = countCommonHead(rounds.map(({ bars }) => bars.map(keyOfBar)));
  if (head === 0) {
    return err({ kind: 'nothing-in-common' });
  }
  const cues = rounds.map(({ cue }) => cue);
  while (cues.at(-1) === '') {
    cues.pop();
  }
  return ok({
    id: first.id,
    bars: (rounds[0]?.bars ?? []).slice(0, head),
    times: rounds.length,
    endings: endingsOf(rounds, head, ids),
    cues,
    note: first.note,
  });
}

/** How many bars all rounds begin with alike. */
export function countCommonHead(rounds: readonly (readonly string[])[]): number {
  const shortest = Math.min(...rounds.map(({ length }) => length));
  let head = 0;
  while (head < shortest && rounds.every((round) => round[head] === rounds[0]?.[head])) {
    head += 1;
  }
  return head;
}

/** Each later line that begins with "same" says what that is: as a round it has another bar before it. */
function withoutLeaningStarts(lines: readonly Line[], ids: Ids): readonly Line[] {
  const leaning = listLeaningBars(lines);
  return lines.map((line, index) => {
    const [start, ...rest] = line.bars;
    const leans = start === undefined || index === 0 ? undefined : leaning.get(start.id);
    return start === undefined || leans === undefined
      ? line
      : { ...line, bars: [writeOut(start, leans.content, ids), ...rest] };
  });
}

function endingsOf(rounds: readonly Round[], head: number, ids: Ids): readonly Ending[] {
  const byTail = new Map<string, { readonly rounds: number[]; readonly bars: readonly Bar[] }>();
  rounds.forEach(({ bars }, index) => {
    const tail = bars.slice(head);
    const key = tail.map(keyOfBar).join('|');
    const known = byTail.get(key);
    if (known !== undefined) {
      known.rounds.push(index + 1);
    } else if (tail.length > 0) {
      byTail.set(key, { rounds: [index + 1], bars: tail });
    }
  });
  const used = new Set<number>();
  return [...byTail.values()].map((ending) => {
    const bars = ending.bars.map((bar) => (used.has(bar.id) ? copyBar(bar, ids) : bar));
    for (const { id } of ending.bars) {
      used.add(id);
    }
    return { id: takeId(ids), rounds: ending.rounds, bars };
  });
}
