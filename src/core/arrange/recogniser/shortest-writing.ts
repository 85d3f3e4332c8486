/*
 * The shortest way to write the lines of a section: which lines in a row become rounds of one line.
 *
 * Lines that begin alike and then differ are one line with endings; lines that are equal are plain rounds. Each way to part
 * the lines into such groups costs the bars that are then written, and a little for each line that holds several rounds;
 * the cheapest is found from the end backwards, since what a group costs does not depend on the groups around it. Trying
 * only equal neighbours was rejected: it misses "twice as written, then once ending on the fifth".
 */
import { itemAt, range, sumOf } from '../../kernel/list.ts';
import type { Line } from '../../song/document/document.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { countCommonHead, keyOfBar, roundsOf } from '../../song/map/fold-lines.ts';

/** Lines in a row that are rounds of one line, and how many bars that leaves to be written. */
export type LineGroup = { readonly from: number; readonly count: number; readonly bars: number };

/** The rounds of a line as rows of bar texts; the cost of lines is counted in them alone. */
export type LineRounds = { readonly rounds: readonly (readonly string[])[]; readonly note: string };

/** The cheapest grouping of a section's lines; groups of one line are lines that stay as they are. */
export function groupLines(lines: readonly Line[]): readonly LineGroup[] {
  return groupRounds(
    lines.map((line) => ({ rounds: roundsOf(line).map(({ bars }) => bars.map(keyOfBar)), note: line.note })),
  );
}

/** The same for lines that are given as texts. */
export function groupRounds(lines: readonly LineRounds[]): readonly LineGroup[] {
  const best: { readonly cost: number; readonly groups: readonly LineGroup[] }[] = [];
  best[lines.length] = { cost: 0, groups: [] };
  for (const from of [...lines.keys()].reverse()) {
    const ways = range(1, Math.min(MOST_IN_GROUP, lines.length - from) + 1).flatMap((count) => {
      const group = toGroup(lines, from, count);
      const rest = itemAt(best, from + count);
      return group === null ? [] : [{ cost: costOf(group) + rest.cost, groups: [group, ...rest.groups] }];
    });
    best[from] = ways.reduce((least, way) => (way.cost < least.cost ? way : least));
  }
  return itemAt(best, 0).groups;
}

const MOST_IN_GROUP = 16;

/** A line of several rounds takes more reading than a plain one: it has to save more than half a bar. */
const FOLD_COST = 0.5;

/** What a group costs: its written bars, and a little more where lines are folded. */
export function costOf({ count, bars }: LineGroup): number {
  return bars + (count > 1 ? FOLD_COST : 0);
}

/** Lines in a row as rounds of one line, or null where they cannot be that. */
export function toGroup(lines: readonly LineRounds[], from: number, count: number): LineGroup | null {
  const some = lines.slice(from, from + count);
  const rounds = some.flatMap((line) => line.rounds);
  if (count === 1) {
    return { from, count, bars: writtenBars(rounds) };
  }
  const isOne = some.every(({ note }) => note === some[0]?.note) && rounds.length <= SONG_LIMITS.times;
  return isOne && countCommonHead(rounds) > 0 ? { from, count, bars: writtenBars(rounds) } : null;
}

/** Bars that are written for some rounds: what they begin with alike once, and each different rest once. */
function writtenBars(rounds: readonly (readonly string[])[]): number {
  const head = countCommonHead(rounds);
  const tails = new Map(rounds.map((round) => [round.slice(head).join('|'), round.length - head]));
  return head + sumOf([...tails.values()], (length) => length);
}
