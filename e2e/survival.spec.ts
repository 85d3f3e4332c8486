import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { SERVER_FLAGS } from '../bench/server-flags.ts';
import { runs } from '../src/test-support/runs.ts';
import { createRandom } from './random.ts';
import { cleanUp, cleanUpServers, demoFolder, kill, newFolder, PORT, start, URL_BASE } from './servers.ts';
import { test } from './test.ts';

test.afterEach(cleanUp);

test('a second process on the same folder says so and stops, and the first goes on', async ({ request }) => {
  const folder = demoFolder();
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
  // As it is shipped.
  const first = await start(newFolder(), { [SERVER_FLAGS]: '' });
  const { songs } = await (await request.get(`${URL_BASE}/api/songs`)).json();
  expect(songs).toMatchObject([
    { title: 'Kettle On', bars: 16, capoFret: 0, soundingKey: 'Em' },
    { title: 'Paper Boats', bars: 16, capoFret: 0, soundingKey: 'A' },
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
    // Idle: the thread that looks at the new songs has ended.
    const residentKb = (): number =>
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${first.child.pid}/status`, 'utf8'))?.[1]);
    expect(residentKb()).toBeGreaterThan(0);
    await expect.poll(residentKb, { timeout: 90_000 }).toBeLessThan(300 * 1024);
  }
  await kill(first.child, 'SIGTERM');
  expect(first.child.exitCode).toBe(0);
});

test('a folder that is taken away under the server ends it with a sentence', async () => {
  const folder = demoFolder();
  const { child } = await start(folder);
  let said = '';
  child.stderr?.on('data', (chunk: Buffer) => {
    said += chunk.toString();
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  renameSync(join(folder, 'library'), join(folder, 'elsewhere'));
  expect(await ended).toBe(1);
  expect(said).toContain('is not there any more');
});

test('an end in the middle of saves is a proper one: closed, backed up, and the next start says nothing', async ({
  request,
}) => {
  const folder = newFolder();
  // The last backup has seconds: nothing but these songs is in it.
  const first = await start(folder, { GOLDEN_LADDER_DEMO: 'off' });
  const saves = Array.from({ length: 20 }, () =>
    request.post(`${URL_BASE}/api/songs`, { data: { title: 'One' } }).catch(() => null),
  );
  // One of them is on the disk, others are under way.
  await Promise.any(saves.map(async (save) => expect((await save)?.ok()).toBe(true)));
  await kill(first.child, 'SIGTERM');
  await Promise.all(saves);
  expect(first.child.exitCode).toBe(0);
  expect(readdirSync(join(folder, 'backups')).length).toBeGreaterThan(0);
  const again = await start(folder);
  expect(again.said).not.toContain('not closed');
});

test('a first start that was killed is finished by the next, demo songs included', async ({ request }) => {
  const random = createRandom(3);
  const rounds = runs(4, 2);
  for (let round = 0; round < rounds; round += 1) {
    const folder = newFolder();
    const starting = start(folder);
    await new Promise((resolve) => setTimeout(resolve, random() * 2500));
    cleanUpServers();
    await starting;
    const { child } = await start(folder);
    const { songs } = await (await request.get(`${URL_BASE}/api/songs`)).json();
    expect(songs).toHaveLength(7);
    expect(existsSync(join(folder, 'first-start'))).toBe(false);
    await kill(child, 'SIGKILL');
  }
});

// Only root can start a server as another user.
if (process.getuid?.() === 0) {
  test('a library of another user is not called damaged', async () => {
    const folder = demoFolder();
    const { child } = await start(folder);
    await kill(child, 'SIGTERM');
    spawnSync('chmod', ['-R', 'a+rwX', folder]);
    spawnSync('chmod', ['700', join(folder, 'library', 'global')]);
    mkdirSync(join(folder, 'backups'), { recursive: true });
    const other = await start(folder, {}, 65_534);
    expect(other.ready).toBe(false);
    expect(other.said).toContain('cannot be read and written by the user');
    expect(other.said).not.toMatch(/damaged and|npm run restore|EACCES/);
  });
}
