import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { cleanUp, kill, newFolder, PORT, start, URL_BASE } from './servers.ts';

test.afterEach(cleanUp);

test('saves acknowledged before kill -9 are there afterwards', async ({ request }) => {
  const folder = newFolder();
  let { child } = await start(folder);
  const created = await (await request.post(`${URL_BASE}/api/songs`, { data: { title: 'Before' } })).json();
  let revision = 1;
  for (let round = 0; round < 3; round += 1) {
    for (let save = 0; save < 10; save += 1) {
      const document = { ...created.document, facts: { ...created.document.facts, title: `Save ${round}-${save}` } };
      const answer = await request.put(`${URL_BASE}/api/songs/${created.id}`, {
        data: { baseRevision: revision, document },
      });
      expect(answer.status()).toBe(200);
      revision = (await answer.json()).revision;
    }
    await kill(child, 'SIGKILL');
    child = (await start(folder)).child;
    const kept = await (await request.get(`${URL_BASE}/api/songs/${created.id}`)).json();
    expect(kept.revision).toBe(revision);
    expect(kept.document.facts.title).toBe(`Save ${round}-9`);
  }
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
    { title: 'Quarry Dog', bars: 70, capoFret: 2, soundingKey: 'E' },
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
