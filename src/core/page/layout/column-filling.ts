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

/** Fills columns with units in order. */
export function fillColumns(units: readonly Unit[], columns: Columns, tears: boolean): ColumnContents {
  return tears ? fillTorn(units, columns) : fillWhole(units, columns);
}

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
