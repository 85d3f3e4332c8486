/*
 * What is read from a stand: rows of at most four bars, two of which are on the stage at a time. A row is never torn from the line it
 * belongs to, and one that is played stands still: the other place takes the row after it.
 */
import { range } from '../kernel/list.ts';
import type { PlayedBar } from '../song/played/played-bars.ts';

/** Bars that are read together: the places of a stage's bars (see Plan), in order. */
export type StageRow = { readonly from: number; readonly to: number };

/** Most bars in a row that can be read from three metres. */
const MOST_BARS = 4;

/** The rows of a stage, whose bars are given by their indexes: each repeat of a line begins a row, long ones are shared out evenly. */
export function rowsOf(indexes: readonly number[], played: readonly PlayedBar[]): readonly StageRow[] {
  const lines: StageRow[] = [];
  for (const at of indexes.keys()) {
    const before = lines.at(-1);
    if (before !== undefined && isSameLine(played[indexes[at - 1] ?? -1], played[indexes[at] ?? -1])) {
      lines[lines.length - 1] = { from: before.from, to: at + 1 };
    } else {
      lines.push({ from: at, to: at + 1 });
    }
  }
  return lines.flatMap(shareOut);
}

function isSameLine(a: PlayedBar | undefined, b: PlayedBar | undefined): boolean {
  return (
    a !== undefined && b !== undefined && a.lineVisit === b.lineVisit && a.round === b.round && a.number < b.number
  );
}

function shareOut({ from, to }: StageRow): readonly StageRow[] {
  const rows = Math.ceil((to - from) / MOST_BARS);
  const each = Math.ceil((to - from) / rows);
  return range(0, rows)
    .map((row) => ({ from: from + row * each, to: Math.min(to, from + (row + 1) * each) }))
    .filter((row) => row.to > row.from);
}

/** Which row a place of the stage stands in. */
export function rowAt(rows: readonly StageRow[], at: number): number {
  return Math.max(
    0,
    rows.findIndex((row) => at >= row.from && at < row.to),
  );
}

/** The two rows on a stage, by their indexes (null: none): the upper place has the even rows, the lower the odd ones, and the one that is played stays put. */
export function rowsOnStage(current: number, next: number | null): readonly [number | null, number | null] {
  return current % 2 === 0 ? [current, next] : [next, current];
}
