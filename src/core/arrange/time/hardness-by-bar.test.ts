import { expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { performanceOf } from '../performance/performance.ts';
import { fillShapes } from '../shapes/part-shapes.ts';
import { hardnessOf, listChangeTimes } from './change-times.ts';
import { hardnessByBar } from './hardness-by-bar.ts';

test('bars into which a change comes are as tight as that change, all others are not tight', () => {
  const song = fillShapes(songFromChart('tempo: 120\n\n| G | same | C | G D | same |\n'), SHARED_PLANNER);
  const { bars, played } = performanceOf(song, mainPartOf(song));
  const changes = listChangeTimes(bars, played, 'beginner');
  const shares = hardnessByBar(bars, changes);
  expect(shares.map((share) => share > 0)).toEqual([false, false, true, true, true]);
  const [toC] = changes;
  expect(shares[2]).toBe(toC === undefined ? Number.NaN : hardnessOf(toC));
  // The tightest of all changes is the tightest of all bars.
  expect(Math.max(...shares)).toBe(Math.max(...changes.map(hardnessOf)));
});
