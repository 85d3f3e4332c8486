import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { formatLine } from '../../formats/text-chart/format-chart.ts';
import { itemAt } from '../../kernel/list.ts';
import { COMMON_TIME } from '../../rhythm/metre.ts';
import { toChartLine } from '../chart/chart-of.ts';
import type { Line } from '../document/document.ts';
import { idsOfLine } from '../document/fresh-ids.ts';
import { keepLeaning, listLeaningBars } from '../played/same-bars.ts';
import { foldLines, roundsOf, unrollLine } from './fold-lines.ts';

const linesOf = (chart: string) => itemAt(songFromChart(chart).map.sections, 0).lines;
const textOf = (line: Line) =>
  formatLine(
    toChartLine(line, (chord) => chord),
    COMMON_TIME,
  ).join('\n');
const folded = (chart: string) => {
  const outcome = foldLines(linesOf(chart), { next: 1000 });
  return outcome.ok ? textOf(outcome.value) : outcome.error.kind;
};

describe('lines folded into rounds', () => {
  test.each([
    ['equal lines', '| G | D |\n| G | D |\n| G | D |\n', '| G | D | x3'],
    ['lines that end otherwise', '| G | D |\n| G | D |\n| G | C |\n', '| G | x3\n1-2. | D |\n3. | C |'],
    ['a line that is longer', '| G | D |\n| G | D | C |\n', '| G | D | x2\n2. | C |'],
    ['words of each round', '| G |\n"one"\n| G |\n| G |\n"three"\n', '| G | x3\n"one" / "" / "three"'],
    ['lines that have rounds already', '| G | D | x2\n| G | D |\n', '| G | D | x3'],
    ['rounds with endings', '| G | x2\n1. | D |\n2. | C |\n| G | D |\n', '| G | x3\n1,3. | D |\n2. | C |'],
    ['a line that says same at first', '| G | D |\n| G | D |\n', '| G | D | x2'],
  ])('%s', (_, chart, text) => {
    expect(folded(chart)).toBe(text);
  });

  test.each([
    ['that begin otherwise', '| G | D |\n| C | D |\n', 'nothing-in-common'],
    ['with different notes', '| G | [soft]\n| G | [loud]\n', 'notes-differ'],
    ['of too many rounds', '| G | x64\n| G |\n', 'too-many'],
  ])('are refused %s', (_, chart, kind) => {
    expect(folded(chart)).toBe(kind);
  });

  test('come apart again, each round with its words and with ids of its own', () => {
    const [line] = linesOf('| G | x3\n1,3. | D |\n2. | C | Em |\n"one" / "" / "three"\n');
    const apart = line === undefined ? [] : unrollLine(line, { next: 500 });
    expect(apart.map(textOf)).toEqual(['| G | D |\n"one"', '| G | C | Em |', '| G | D |\n"three"']);
    const ids = apart.flatMap(idsOfLine);
    expect(new Set(ids).size).toBe(ids.length);
    expect(apart[0]?.id).toBe(line?.id);
    expect(line === undefined ? [] : roundsOf(line).map(({ bars, cue }) => [bars.length, cue])).toEqual([
      [2, 'one'],
      [3, ''],
      [2, 'three'],
    ]);
  });

  test('a line that plays once stays the same line', () => {
    const [line] = linesOf('| G | D |\n');
    expect(line === undefined ? null : unrollLine(line, { next: 9 })[0]).toBe(line);
  });
});

describe('bars that say same', () => {
  test('know what they play, over line ends and into endings', () => {
    const lines = linesOf('| G D | same |\n| same | C | x2\n1. | same |\n2. | Em |\n');
    const played = [...listLeaningBars(lines).values()].map(({ content }) =>
      content.slots.map(({ chord }) => chord?.root).join(' '),
    );
    expect(played).toEqual(['G D', 'G D', 'C']);
  });

  test('are left alone while they play the same, and written out when they would not', () => {
    const lines = linesOf('| G | same | C | same |\n');
    const [line] = lines;
    const leaning = listLeaningBars(lines);
    const without = (index: number): readonly Line[] =>
      line === undefined ? [] : [{ ...line, bars: line.bars.filter((_, at) => at !== index) }];
    const settled = (index: number) => keepLeaning(without(index), leaning, { next: 700 }).map(textOf);
    expect(settled(0)).toEqual(['| G | C | same |']);
    expect(settled(2)).toEqual(['| G | same | C |']);
    expect(settled(3)).toEqual(['| G | same | C |']);
    const same = without(3);
    expect(keepLeaning(same, leaning, { next: 700 })).toBe(same);
  });

  test('keep their key mark and lose pushes and cuts of the bar they repeat', () => {
    const lines = linesOf('| G | <D! | (key D) same |\n');
    const [line] = lines;
    const moved = line === undefined ? [] : [{ ...line, bars: [...line.bars.slice(0, 1), ...line.bars.slice(2)] }];
    expect(keepLeaning(moved, listLeaningBars(lines), { next: 700 }).map(textOf)).toEqual(['| G | (key D) D |']);
  });
});
