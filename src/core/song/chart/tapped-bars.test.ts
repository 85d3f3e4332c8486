import { describe, expect, test } from 'vitest';
import { chordOf, metreOf } from '../../../test-support/read.ts';
import { formatBar } from '../../formats/text-chart/format-bar.ts';
import type { TappedBar } from '../../rhythm/tap-fit.ts';
import { checkBar } from './bar-check.ts';
import { placeChanges, writeTappedBars } from './tapped-bars.ts';

const METRE = metreOf('4/4');
const bar = (startMs: number, beats = 4): TappedBar => ({ startMs, beats, isFilled: false, isSure: true });
const CHORDS = ['G', 'D', 'Em'].map(chordOf);
const written = (bars: readonly TappedBar[], changesMs: readonly number[]) => {
  const chart = writeTappedBars(bars, placeChanges(changesMs, bars, METRE), CHORDS, METRE);
  expect(chart.flatMap((each) => checkBar(each, METRE))).toEqual([]);
  return chart.map((each) => formatBar(each, METRE)).join(' | ');
};

describe('bars from taps', () => {
  const bars = [bar(0), bar(2000), bar(4000, 2), bar(5000)];

  test('take the next chord at each change, on the nearest half beat', () => {
    expect(written(bars, [20, 1060, 4010])).toBe('G D | D | (2/4) Em | Em');
    expect(written(bars, [20, 3240, 5100])).toBe('G | G D&3 | (2/4) D | Em');
  });

  test('that change half a beat before the bar change early, and go on where nothing changes', () => {
    expect(written([bar(0), bar(2000), bar(4000)], [10, 1740])).toBe('G | <D | same');
  });

  test('without any change take a chord each, the list from the start again', () => {
    expect(written(bars, [])).toBe('G | D | (2/4) Em | G');
  });

  test('before the first change are silent', () => {
    expect(written([bar(0), bar(2000)], [2010])).toBe('N.C. | G');
  });

  test('keep one of two taps at one place', () => {
    expect(placeChanges([10, 60, 2000], [bar(0), bar(2000)], METRE)).toHaveLength(2);
  });
});
