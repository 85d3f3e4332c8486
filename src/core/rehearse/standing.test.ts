import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { itemAt } from '../kernel/list.ts';
import { QUARTER_TICKS } from '../rhythm/metre.ts';
import { mainPartOf } from '../song/document/parts.ts';
import { firstNoteMidi } from './first-note.ts';
import { rowAt, rowsOf, rowsOnStage } from './stage-rows.ts';
import { beatsUntil, nowAndNext } from './standing.ts';
import { bpmOfRound, COUNTED_RAMP, countRound, NOTHING_COUNTED, withinLimits } from './tempo.ts';

const SONG = songFromChart(
  'tempo: 60\nEm7 = 022033 / -12-34\nCadd9 = x32033 / -21-34\nG = 320033 / 21--34\n\nVerse:\n| Em7 | Cadd9 | Cadd9 G | <Em7 | x2\n| G | G | G | G | G | G |\n',
);
const performance = performanceOf(SONG, mainPartOf(SONG));

describe('what stands at a moment', () => {
  const at = (index: number, beat: number) => {
    const ahead = performance.played.map((_, each) => each).slice(index);
    const tick = beat * QUARTER_TICKS;
    const { now, next, dueTick, staying } = nowAndNext(performance, ahead, tick);
    const beats = beatsUntil(dueTick ?? 0, tick, itemAt(performance.played, index));
    const name = (each: typeof now): string => (each?.chord == null ? '' : formatChordSymbol(each.chord));
    return `${name(now)} ${name(next)} ${beats} ${staying.join('')}`;
  };

  test('is the chord that is held, the one that comes, in how many beats, and the fingers that stay', () => {
    expect(at(0, 0)).toBe('Em7 Cadd9 4 34');
    expect(at(0, 3)).toBe('Em7 Cadd9 1 34');
    // Two bars of one chord are one hold.
    expect(at(1, 0)).toBe('Cadd9 G 6 34');
    // A chord that comes early is there before its bar line.
    expect(at(2, 3)).toBe('G Em7 1 134');
    // It goes on over the repeat, whose first bar has it again.
    expect(at(2, 3.5)).toBe('Em7 Cadd9 9 34');
  });

  test('rows are at most four bars of one line, and the one that is played keeps its place', () => {
    const rows = rowsOf(
      performance.played.map((_, index) => index),
      performance.played,
    );
    expect(rows.map(({ from, to }) => to - from)).toEqual([4, 4, 3, 3]);
    expect(rowAt(rows, 5)).toBe(1);
    expect([0, 1, 2].map((row) => rowsOnStage(row, row + 1))).toEqual([
      [0, 1],
      [2, 1],
      [2, 3],
    ]);
  });
});

describe('tempo', () => {
  test('a ramp rises every few rounds as far as its goal, or falls to a lower one', () => {
    const ramp = { startBpm: 60, stepBpm: 5, everyRounds: 2, goalBpm: 72 };
    expect([0, 1, 2, 3, 4, 6, 20].map((round) => bpmOfRound(ramp, round))).toEqual([60, 60, 65, 65, 70, 72, 72]);
    expect(bpmOfRound({ ...ramp, goalBpm: 50 }, 4)).toBe(50);
  });

  test('three clean rounds raise it by five, two misses in a row lower it by ten (common practice)', () => {
    const tempoAfter = (marks: string) =>
      [...marks].reduce((state, mark) => countRound(state.bpm, state.count, mark === 'c'), {
        bpm: 80,
        count: NOTHING_COUNTED,
      }).bpm;
    expect(['cc', 'ccc', 'cxc', 'xx', 'xcx', 'cccccc'].map(tempoAfter)).toEqual([80, 85, 80, 70, 80, 90]);
    expect(COUNTED_RAMP).toEqual({ upBpm: 5, afterClean: 3, downBpm: 10, afterMisses: 2 });
  });

  test('lies between 40 and 130 percent of the song', () => {
    expect([withinLimits(10, 100), withinLimits(80, 100), withinLimits(200, 100)]).toEqual([40, 80, 130]);
  });
});

test('the singer’s first note is a note of the first chord near the middle of the tune', () => {
  const chord = performance.played[4]?.slots[0]?.chord ?? null;
  const range = { lowMidi: 60, highMidi: 74 };
  expect(chord === null ? '' : formatChordSymbol(chord)).toBe('Em7');
  expect((['none', 'root', 'third', 'fifth'] as const).map((note) => firstNoteMidi(note, chord, range))).toEqual([
    null,
    64,
    67,
    71,
  ]);
  expect(firstNoteMidi('third', null, range)).toBeNull();
});
