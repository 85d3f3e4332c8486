import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { killAgainAndAgain } from '../bench/kills.ts';
import { cleanUp, kill, newFolder, PORT, start, URL_BASE } from './servers.ts';

test.afterEach(cleanUp);

test('every save acknowledged before a kill at a random moment is there afterwards', async () => {
  let seed = 7;
  const random = (): number => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed / 2_147_483_647;
  };
  const report = await killAgainAndAgain(6, PORT, random);
  expect(report.lost).toBe(0);
  expect(report.acknowledged).toBeGreaterThan(10);
});

test('a second process on the same folder says so and stops, and the first goes on', async ({ request }) => {
  const folder = newFolder();
  const first = await start(folder);
  expect(first.ready).toBe(true);
  const second = await start(folder);
  expect(second.ready).toBe(false);
  expect(second.said).toContain('Another Golden Ladder is using the data folder');
  expect((await request.get(`${URL_BASE}/api/health`)).status()).toBe(200);
});

test('a new folder holds the demo songs, a taken port is said, and the server stays under 300 MB', async ({
  request,
}) => {
  const first = await start(newFolder());
  const { songs } = await (await request.get(`${URL_BASE}/api/songs`)).json();
  expect(songs).toMatchObject([
    { title: 'Tin Roof Almanac', bars: 77, capoFret: 3, soundingKey: 'Bb' },
    { title: "The Clockmender's Ferry", bars: 101, capoFret: 2, soundingKey: 'Bm' },
    { title: 'A Letter to the Lighthouse Cook', bars: 100, capoFret: 2, soundingKey: 'D' },
    { title: 'Quarry Dog', bars: 70, capoFret: 2, soundingKey: 'E' },
    { title: 'Last Tram, Wrong Shoes', bars: 88, capoFret: 0, soundingKey: 'A' },
  ]);
  const taken = await start(newFolder());
  expect(taken.ready).toBe(false);
  expect(taken.said).toContain(`Port ${PORT} is not free`);
  if (process.platform === 'linux') {
    const status = readFileSync(`/proc/${first.child.pid}/status`, 'utf8');
    const residentKb = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]);
    expect(residentKb).toBeGreaterThan(0);
    expect(residentKb).toBeLessThan(300 * 1024);
  }
  await kill(first.child, 'SIGTERM');
  expect(first.child.exitCode).toBe(0);
});
