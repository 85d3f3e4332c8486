import { describe, expect, test } from 'vitest';
import { fillColumns } from './column-filling.ts';
import { balance, countFilled } from './page-breaks.ts';

const unit = (name: string, ...lines: readonly number[]) => {
  const heading = { heightMm: 5, marks: [], keepsNext: true };
  const blocks = [heading, ...lines.map((heightMm) => ({ heightMm, marks: [], keepsNext: false }))];
  return { name, blocks, heightMm: 5 + lines.reduce((sum, height) => sum + height, 0) };
};
const namesIn = (contents: ReturnType<typeof fillColumns>) =>
  contents.map((units) =>
    units.map(({ name, blocks }) => `${name}${blocks[0]?.keepsNext === true ? '' : '…'}`).join(' '),
  );

describe('breaks', () => {
  test('leave blank spaces as equal as can be, in as many containers as are needed', () => {
    const heights = [4, 4, 4, 4, 4, 4];
    expect(countFilled(heights, () => 12)).toBe(2);
    expect(countFilled(heights, () => 11)).toBe(3);
    expect(balance(heights, [20, 20])?.map(({ from, until }) => until - from)).toEqual([3, 3]);
    expect(balance([9, 1, 1, 1], [10, 10])).toEqual([
      { from: 0, until: 1 },
      { from: 1, until: 4 },
    ]);
    expect(balance([9, 9], [10])).toBeNull();
  });

  test('count a thing that no container holds as never filled', () => {
    expect(countFilled([30], () => 10)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('columns', () => {
  const columns = { count: 2, capacityOf: (index: number) => (index < 2 ? 30 : 60) };
  const units = [unit('Intro', 10), unit('Verse', 10, 10, 10), unit('Chorus', 10, 10)];

  test('hold whole units, on further pages where they have to', () => {
    // A verse of 35 does not go under 30: it waits for the next page.
    expect(namesIn(fillColumns(units, columns, 'even'))).toEqual(['Intro', '', 'Verse', 'Chorus']);
  });

  test('may be torn between on one page: a heading stays with its first line, a section on its page', () => {
    // Intro and Verse go on in the second column; the Chorus does not fit the rest of the page and is not torn over pages.
    expect(namesIn(fillColumns(units, columns, 'torn'))).toEqual(['Intro Verse', 'Verse… Verse…', 'Chorus', 'Chorus…']);
  });

  test('are there for a page without anything', () => {
    expect(fillColumns([], columns, 'even')).toHaveLength(2);
    expect(fillColumns([], columns, 'torn')).toHaveLength(2);
  });
});
