import { describe, expect, test } from 'vitest';
import { metreOf } from '../../../test-support/read.ts';
import { formatBar } from '../../formats/text-chart/format-bar.ts';
import { readBars } from '../../formats/text-chart/read-bars.ts';
import { checkBar } from './bar-check.ts';
import { joinBars, splitBar } from './bar-joining.ts';
import type { ChartBar } from './chart.ts';
import { refitBar } from './refit-bar.ts';
import { listCutBeats, turnMark } from './slot-marks.ts';

const COMMON = metreOf('4/4');
const barsOf = (text: string): readonly ChartBar[] => {
  const read = readBars(text, COMMON);
  return read.ok ? read.value.bars : [];
};
const barOf = (text: string): ChartBar => barsOf(text)[0] as ChartBar;
const say = (bar: ChartBar | null) => (bar === null ? null : formatBar(bar, COMMON));

describe('a bar', () => {
  test.each([
    ['G', '3/4', '(3/4) G'],
    ['G D', '2/4', '(2/4) G'],
    ['G D', '3/4', '(3/4) G / D'],
    ['(2/4) G', '4/4', 'G'],
    ['G!4', '2/4', '(2/4) G!'],
    ['G D', '7/8 2+2+3', '(7/8 2+2+3) G / / / D / /'],
    ['same', '3/4', 'same'],
  ])('%s fits into %s as %s', (text, metre, fitted) => {
    const bar = refitBar(barOf(text), metreOf(metre), COMMON);
    expect(say(bar)).toBe(fitted);
    expect(checkBar(bar, COMMON)).toEqual([]);
  });

  test.each([
    ['G D', ['G', 'D']],
    ['(3/4) G / D!', ['(3/4) G', '(3/4) D!']],
    ['G', ['G']],
    ['same', ['same']],
  ])('%s is parted into %j', (text, parts) => {
    expect(splitBar(barOf(text), COMMON).map(say)).toEqual(parts);
  });

  test.each([
    ['G | D', 'G D'],
    ['G D | Em C', 'G D Em C'],
    ['G | same', null],
    ['G | (3/4) D', null],
    ['G | D | Em', null],
  ])('of %s is made %s', (text, joined) => {
    expect(say(joinBars(barsOf(text), COMMON))).toBe(joined);
  });

  test('has marks turned on and off on one of its chords', () => {
    const turns = (mark: 'early' | 'ring' | 'cut') =>
      [1, 2, 3].map((count) =>
        say(Array.from({ length: count }).reduce<ChartBar>((bar) => turnMark(bar, 1, mark), barOf('G D'))),
      );
    expect(turns('early')).toEqual(['G <D', 'G <<D', 'G D']);
    expect(turns('ring')).toEqual(['G D_', 'G D', 'G D_']);
    expect(turns('cut')).toEqual(['G D!', 'G D', 'G D!']);
  });

  test('can cut a chord on every beat that comes while it sounds', () => {
    const halves = [{ ticks: 20_160 }, { ticks: 20_160 }];
    expect([0, 1, 2].map((index) => listCutBeats(halves, index, COMMON))).toEqual([[2], [4], []]);
    expect(listCutBeats([{ ticks: 40_320 }], 0, COMMON)).toEqual([2, 3, 4]);
    // On the "and" of 2 and off it again before 4.
    expect(listCutBeats([{ ticks: 15_120 }, { ticks: 15_120 }, { ticks: 10_080 }], 1, COMMON)).toEqual([3]);
    expect(listCutBeats([{ ticks: 30_240 }], 0, { beats: 6, unit: 8, groups: null })).toEqual([2, 3, 4, 5, 6]);
  });
});
