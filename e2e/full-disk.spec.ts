import { spawnSync } from 'node:child_process';
import { rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { canMount, fillDisks } from '../bench/full-disk.ts';
import type { Document } from '../bench/power/recorded-server.ts';
import { writtenLongSong } from '../bench/written-song.ts';
import { runs } from '../src/test-support/runs.ts';
import { createRandom } from './random.ts';
import { cleanUp, demoFolder, kill, newFolder, PORT, start, URL_BASE } from './servers.ts';
import { test } from './test.ts';

test.afterEach(cleanUp);

// Only who may mount a small file system of its own can fill one.
if (canMount()) {
  test('a disk that fills up while songs are saved loses nothing, hangs nothing, and recovers by itself', async () => {
    const rounds = runs(4, 2);
    const report = await fillDisks(
      { rounds, mostLeft: runs(80, 24) },
      PORT,
      createRandom(5),
      writtenLongSong() as unknown as Document,
    );
    expect(report).toMatchObject({ lost: 0, hangs: 0, faults: [] });
    expect(report.acknowledged).toBeGreaterThan(2.5 * rounds);
  });

  test('the page keeps an edit while the disk is full, says so, and saves it by itself when there is room', async ({
    page,
  }) => {
    const disk = newFolder();
    expect(spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=220m', 'tmpfs', disk]).status).toBe(0);
    try {
      const { child } = await start(demoFolder(join(disk, 'data')));
      await page.goto(URL_BASE);
      await page.getByRole('link', { name: 'Quarry Dog' }).click();
      await page.getByRole('link', { name: /Song/ }).click();
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
}
