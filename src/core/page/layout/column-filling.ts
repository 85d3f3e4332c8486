/*
 * Units put into the columns of pages.
 *
 * Whole units go into as few columns as hold them, the blank spaces as equal as can be. Where sections may be torn, each page takes as many
 * whole sections as its columns hold line by line, and a section may go on at the top of the next column of its page, never on another page.
 */
import { itemAt, range } from '../../kernel/list.ts';
import type { Block } from '../drawing/block.ts';
import type { Unit } from './handout-units.ts';
import { balance, countFilled, heightOf } from './page-breaks.ts';

/** The columns of a page, and how high each column is, counted from the first of the first page. */
export type Columns = { readonly count: number; readonly capacityOf: (index: number) => number };

/** What stands in each column, page after page; whole pages of columns. */
export type ColumnContents = readonly (readonly Unit[])[];

/** How columns are filled: evenly, each as full as it goes, or with sections torn between the columns of a page. */
export type Filling = 'even' | 'full' | 'torn';

/** Fills columns with units in order. */
export function fillColumns(units: readonly Unit[], columns: Columns, filling: Filling): ColumnContents {
  return filling === 'torn'
    ? fillTorn(units, columns)
    : filling === 'full'
      ? fillOver(units, columns, null)
      : fillWhole(units, columns);
}

/** A column filled less takes a part of what does not fit it as a whole. */
const WORTH_CUTTING = 0.6;

/**
 * Units one after the other; `cut` cuts one that does not fit a column that would stay mostly empty, into what fits there and what goes on in
 * columns of a height (null: none is cut).
 */
export function fillOver(
  units: readonly Unit[],
  { count, capacityOf }: Columns,
  cut: ((unit: Unit, firstMm: number, restMm: number) => readonly Unit[]) | null,
): ColumnContents {
  const contents: Unit[][] = [[]];
  const waiting = [...units];
  let used = 0;
  let unit = waiting.shift();
  while (unit !== undefined) {
    const capacity = capacityOf(contents.length - 1);
    const left = capacity - used;
    if (unit.heightMm <= left + TOLERANCE_MM) {
      contents.at(-1)?.push(unit);
      used += unit.heightMm;
      unit = waiting.shift();
      continue;
    }
    const pieces =
      cut !== null && used < WORTH_CUTTING * capacity ? cut(unit, left, capacityOf(contents.length)) : [unit];
    const [first] = pieces;
    if (first !== undefined && pieces.length > 1 && first.heightMm <= left + TOLERANCE_MM) {
      contents.at(-1)?.push(first);
      waiting.unshift(...pieces.slice(1));
      unit = waiting.shift();
    } else if (used === 0 && capacity >= capacityOf(contents.length)) {
      // Higher than any column: it stands alone.
      contents.at(-1)?.push(unit);
      unit = waiting.shift();
    }
    contents.push([]);
    used = 0;
  }
  const filled = contents.findLastIndex((column) => column.length > 0) + 1;
  const pages = Math.max(1, Math.ceil(filled / count));
  return range(0, pages * count).map((index) => contents[index] ?? []);
}

const TOLERANCE_MM = 1e-6;

function fillWhole(units: readonly Unit[], { count, capacityOf }: Columns): ColumnContents {
  const heights = units.map(({ heightMm }) => heightMm);
  const pages = Math.max(1, Math.ceil(countFilled(heights, capacityOf) / count));
  const capacities = range(0, pages * count).map(capacityOf);
  return (balance(heights, capacities) ?? []).map(({ from, until }) => units.slice(from, until));
}

function fillTorn(units: readonly Unit[], { count, capacityOf }: Columns): ColumnContents {
  const contents: (readonly Unit[])[] = [];
  let rest = units;
  do {
    const capacities = range(0, count).map((column) => capacityOf(contents.length + column));
    const taken = countWhole(rest, capacities);
    const lines = rest.slice(0, taken).flatMap(linesOf);
    contents.push(...fillPage(lines, capacities));
    rest = rest.slice(taken);
  } while (rest.length > 0);
  return contents;
}

/** How many whole units, cut into lines, the columns of one page hold. */
function countWhole(units: readonly Unit[], capacities: readonly number[]): number {
  let heights: readonly number[] = [];
  const first = units.findIndex((unit) => {
    heights = [...heights, ...linesOf(unit).map(({ heightMm }) => heightMm)];
    return countFilled(heights, (index) => capacities[index] ?? -1) > capacities.length;
  });
  return first < 0 ? units.length : first;
}

function fillPage(lines: readonly Unit[], capacities: readonly number[]): ColumnContents {
  const pieces = balance(
    lines.map(({ heightMm }) => heightMm),
    capacities,
  );
  return pieces === null ? capacities.map(() => []) : pieces.map(({ from, until }) => lines.slice(from, until));
}

/** A unit cut into the pieces that stay together: a heading with its first line, then each line. */
function linesOf(unit: Unit): readonly Unit[] {
  const pieces: Block[][] = [];
  unit.blocks.forEach((block, index) => {
    const isKept = index > 0 && itemAt(unit.blocks, index - 1).keepsNext;
    if (isKept) {
      pieces.at(-1)?.push(block);
    } else {
      pieces.push([block]);
    }
  });
  return pieces.map((blocks) => ({ name: unit.name, blocks, heightMm: heightOf(blocks) }));
}
