import { tmpdir } from 'node:os';
import { expect } from '@playwright/test';
import { killAgainAndAgain } from '../bench/kills.ts';
import { cutPower } from '../bench/power/cuts.ts';
import { writtenLongSong } from '../bench/written-song.ts';
import { runs } from '../src/test-support/runs.ts';
import { createRandom } from './random.ts';
import { PORT } from './servers.ts';
import { test } from './test.ts';

test('every save acknowledged before a kill at a random moment is there afterwards', async () => {
  const report = await killAgainAndAgain(runs(6, 2), PORT, createRandom(7));
  expect(report.lost).toBe(0);
  expect(report.acknowledged).toBeGreaterThanOrEqual(report.kills);
});

test('nothing that was acknowledged is lost by a power cut at a random moment of a library’s life, and every library starts', async () => {
  const size = { saves: 25, longSong: writtenLongSong() };
  const cuts = runs(10, 2);
  const report = await cutPower(cuts, PORT, createRandom(11), { work: tmpdir(), size });
  expect(report.faults).toEqual([]);
  expect(report.images).toBe(2 * cuts);
  // Ten random moments have more than ten changes before each of them on average; two may both come early.
  expect(report.acknowledged).toBeGreaterThan((cuts < 10 ? 2 : 10) * cuts);
});
