import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { songFromChart, songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { sumOf } from '../../kernel/list.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { listPlayedBars } from './played-bars.ts';
import { changesPerMinute, toTimeline } from './timeline.ts';

const timelineOf = (chart: string) => toTimeline(listPlayedBars(songFromChart(chart)));
const eventsOf = (chart: string) =>
  timelineOf(chart).events.map(({ chord, startTick, lengthTicks }) => [
    chord === null ? '-' : formatChordSymbol(chord),
    startTick / QUARTER_TICKS,
    lengthTicks / QUARTER_TICKS,
  ]);

describe('the timeline', () => {
  test('has every bar begin where the one before ends, in beats of its own metre and in seconds', () => {
    const { bars } = timelineOf('tempo: 60\n\n| G | (3/4) D | (tempo 120) C | G |\n');
    expect(bars).toEqual([
      { startBeat: 0, startSeconds: 0 },
      { startBeat: 4, startSeconds: 4 },
      { startBeat: 7, startSeconds: 7 },
      { startBeat: 11, startSeconds: 9 },
    ]);
  });

  test('knows no seconds without a tempo, and none after a pulse that is not known', () => {
    expect(timelineOf('| G | D |\n').bars.map(({ startSeconds }) => startSeconds)).toEqual([null, null]);
    expect(timelineOf('| G | D |\n').events.every(({ startSeconds }) => startSeconds === null)).toBe(true);
  });

  test('takes the time of an early chord from the one before it', () => {
    expect(eventsOf('| G | <D | <<Em C |\n')).toEqual([
      ['G', 0, 3.5],
      ['D', 3.5, 4.25],
      ['Em', 7.75, 2.25],
      ['C', 10, 2],
    ]);
  });

  test('lets a chord go on over ties, and through the same bars after one that is held', () => {
    expect(eventsOf('| G | ~ D | C_ | same | G |\n')).toEqual([
      ['G', 0, 6],
      ['D', 6, 2],
      ['C', 8, 8],
      ['G', 16, 4],
    ]);
  });

  test('says when an early chord is struck at the tempo of the bar it comes into', () => {
    const { events } = timelineOf('tempo: 60\n\n| G | (tempo 120) <D |\n');
    expect(events[1]?.startSeconds).toBe(3.5);
  });

  test('tells changes from chords that go on, silence from chords, and when a chord is cut', () => {
    const { events } = timelineOf('| G | same | N.C. | G!3 | D_ |\n');
    expect(events.map(({ isChange }) => isChange)).toEqual([true, false, true, true, true]);
    expect(events.map(({ stopTick }) => stopTick)).toEqual([null, null, null, 14 * QUARTER_TICKS, null]);
    expect(events.map(({ hold }) => hold)).toEqual([false, false, false, false, true]);
  });

  test('counts a pick-up from the first beat', () => {
    const { bars } = timelineOf('tempo: 60\n\n| (pickup 1) D | G | C |\n');
    expect(bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 1, 5]);
  });

  test('covers any song without gap or overlap, and never goes back', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const played = listPlayedBars(songFromValue(chart));
        const { bars, events } = toTimeline(played);
        const last = played.at(-1);
        const end = last === undefined ? 0 : last.startTick + last.lengthTicks;
        expect(bars).toHaveLength(played.length);
        for (const [index, event] of events.entries()) {
          const before = events[index - 1];
          expect(before === undefined || event.startTick >= before.startTick).toBe(true);
        }
        expect(events[0]?.startTick ?? 0).toBe(0);
        expect(sumOf(events, ({ lengthTicks }) => lengthTicks)).toBeLessThanOrEqual(end);
        const isTimed = played.every(({ tempo }) => tempo !== null);
        const seconds = sumOf(played, ({ lengthTicks, tempo }) =>
          tempo === null ? 0 : ticksToSeconds(lengthTicks, tempo),
        );
        const lastStart = bars.at(-1)?.startSeconds ?? null;
        expect(!isTimed || lastStart === null || lastStart <= seconds).toBe(true);
      }),
      { numRuns: runs(400), seed: 3 },
    );
  });
});

describe('changes a minute', () => {
  test.each([
    ['tempo: 60\n\n| G | D | G | D |\n', (3 * 60) / 16],
    ['tempo: 120\n\n| G D | G D |\n', (3 * 60) / 4],
    ['tempo: 60\n\n| G | same | same |\n', 0],
    ['| G | D |\n', null],
    ['tempo: 60\n', null],
  ])('of %j are %s', (chart, rate) => {
    expect(changesPerMinute(listPlayedBars(songFromChart(chart)))).toBe(rate);
  });
});
