import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { listPlayedBars } from './played-bars.ts';
import { listRingingBars } from './same-bars.ts';

const linesOf = (chart: string) => songFromChart(chart).map.sections.flatMap(({ lines }) => lines);
const ringing = (chart: string): readonly boolean[] => {
  const lines = linesOf(chart);
  const ids = listRingingBars(lines);
  return lines.flatMap(({ bars }) => bars.map(({ id }) => ids.has(id)));
};

describe('bars that ring on', () => {
  test.each([
    ['| G_ | same | same | D |', [false, true, true, false]],
    ['| G | same |', [false, false]],
    ['| G D_ | same |', [false, false]],
    ['| G! | same |', [false, false]],
    ['| G_ | ~ | same |', [false, false, true]],
    ['| G_ |\n| same | D |', [false, true, false]],
  ])('%s', (chart, expected) => {
    expect(ringing(`Verse:\n${chart}\n`)).toEqual(expected);
    // As they are played: a bar that rings on is one tie.
    const played = listPlayedBars(songFromChart(`Verse:\n${chart}\n`));
    expect(played.map(({ slots, bar }) => bar.same && slots[0]?.isTied === true)).toEqual(expected);
  });
});
