import { spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { canMount, fillDisks } from '../bench/full-disk.ts';
import { killAgainAndAgain } from '../bench/kills.ts';
import { cutPower } from '../bench/power/cuts.ts';
import type { Document } from '../bench/power/recorded-server.ts';
import { writtenLongSong } from '../bench/written-song.ts';
import { runs } from '../src/test-support/runs.ts';
import { cleanUp, cleanUpServers, kill, newFolder, PORT, start, URL_BASE } from './servers.ts';

test.afterEach(cleanUp);

/** Numbers from 0 to 1, the same in every run. */
function createRandom(start: number): () => number {
  let seed = start;
  return () => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed / 2_147_483_647;
  };
}

test('every save acknowledged before a kill at a random moment is there afterwards', async () => {
  const report = await killAgainAndAgain(runs(6, 3), PORT, createRandom(7));
  expect(report.lost).toBe(0);
  expect(report.acknowledged).toBeGreaterThanOrEqual(report.kills);
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
    // Idle: the thread that looks at the new songs has ended.
    const residentKb = (): number =>
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${first.child.pid}/status`, 'utf8'))?.[1]);
    expect(residentKb()).toBeGreaterThan(0);
    await expect.poll(residentKb, { timeout: 90_000 }).toBeLessThan(300 * 1024);
  }
  await kill(first.child, 'SIGTERM');
  expect(first.child.exitCode).toBe(0);
});

test('nothing that was acknowledged is lost by a power cut at a random moment of a library’s life, and every library starts', async () => {
  const size = { saves: 25, longSong: writtenLongSong() };
  const cuts = runs(10, 3);
  const report = await cutPower(cuts, PORT, createRandom(11), { work: tmpdir(), size });
  expect(report.faults).toEqual([]);
  expect(report.images).toBe(2 * cuts);
  expect(report.acknowledged).toBeGreaterThan(10 * cuts);
});

test('a disk that fills up while songs are saved loses nothing, hangs nothing, and recovers by itself', async () => {
  test.skip(!canMount(), 'needs the right to mount a small file system');
  const rounds = runs(4, 2);
  const report = await fillDisks(rounds, PORT, createRandom(5), writtenLongSong() as unknown as Document);
  expect(report).toMatchObject({ lost: 0, hangs: 0, faults: [] });
  expect(report.acknowledged).toBeGreaterThan(2.5 * rounds);
});

test('the page keeps an edit while the disk is full, says so, and saves it by itself when there is room', async ({
  page,
}) => {
  test.skip(!canMount(), 'needs the right to mount a small file system');
  const disk = newFolder();
  expect(spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=220m', 'tmpfs', disk]).status).toBe(0);
  try {
    const { child } = await start(join(disk, 'data'));
    await page.goto(URL_BASE);
    await page.getByRole('link', { name: 'Quarry Dog' }).click();
    await page.getByRole('link', { name: /Listen/ }).click();
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(join(disk, 'filler'), Buffer.alloc(bavail * bsize - 2 * 1024 * 1024, 1));
    const title = page.getByRole('textbox', { name: 'Title' });
    await title.fill('Quarry Dog Waits');
    await title.press('Tab');
    await expect(page.getByText('not saved yet; trying again')).toBeVisible();
    await expect(page.getByText(/The disk of the data folder is full/)).toBeVisible();
    await expect(page.getByText(/nothing can be saved until there is room/)).toBeVisible();
    rmSync(join(disk, 'filler'));
    await expect(page.getByText('all saved')).toBeVisible();
    await expect(page.getByText(/nothing can be saved/)).toBeHidden();
    await kill(child, 'SIGKILL');
    await start(join(disk, 'data'));
    await page.goto(URL_BASE);
    await expect(page.getByRole('link', { name: 'Quarry Dog Waits' })).toBeVisible();
  } finally {
    spawnSync('umount', ['-l', disk]);
  }
});

test('a folder that is taken away under the server ends it with a sentence', async () => {
  const folder = newFolder();
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
  const first = await start(folder);
  const saves = Array.from({ length: 20 }, () =>
    request.post(`${URL_BASE}/api/songs`, { data: { title: 'One' } }).catch(() => null),
  );
  await Promise.any(saves);
  await kill(first.child, 'SIGTERM');
  await Promise.all(saves);
  expect(first.child.exitCode).toBe(0);
  expect(readdirSync(join(folder, 'backups')).length).toBeGreaterThan(0);
  const again = await start(folder);
  expect(again.said).not.toContain('not closed');
});

test('a first start that was killed is finished by the next, demo songs included', async ({ request }) => {
  const random = createRandom(3);
  for (let round = 0; round < 4; round += 1) {
    const folder = newFolder();
    const starting = start(folder);
    await new Promise((resolve) => setTimeout(resolve, random() * 2500));
    cleanUpServers();
    await starting;
    const { child } = await start(folder);
    const { songs } = await (await request.get(`${URL_BASE}/api/songs`)).json();
    expect(songs).toHaveLength(5);
    expect(existsSync(join(folder, 'first-start'))).toBe(false);
    await kill(child, 'SIGKILL');
  }
});

test('a library of another user is not called damaged', async () => {
  test.skip(process.getuid?.() !== 0, 'needs the right to become another user');
  const folder = newFolder();
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
