import { gzipSync } from 'node:zlib';
import { expect, type Response } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { expectNoAxeFindings, newSong } from './pages.ts';
import { test } from './test.ts';

test('a deleted song can be brought back, and an emptied library offers the demo again', async ({ page }) => {
  await page.goto('/');
  const songs = page.getByRole('row').filter({ has: page.getByRole('link') });
  await expect(songs.first()).toBeVisible();
  const count = await songs.count();
  await page.getByRole('button', { name: 'Delete Tin Roof Almanac' }).click();
  await expect(songs).toHaveCount(count - 1);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(songs).toHaveCount(count);
  for (let left = count; left > 0; left -= 1) {
    await songs.first().getByRole('button').click();
    await expect(songs).toHaveCount(left - 1);
  }
  await expect(page.getByText('No songs yet')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.reload();
  await expect(page.getByText('No songs yet')).toBeVisible();
  await page.getByRole('button', { name: 'Add the demo songs' }).click();
  await expect(page.getByRole('link', { name: 'Tin Roof Almanac' })).toBeVisible();
});

test('a long song opens, scrolls and goes on over several pages', async ({ page }) => {
  await newSong(page);
  const sections = Array.from(
    { length: 60 },
    (_, index) => `Part ${index + 1}:\n| G | D | Em7 | Cadd9 |\n| C | G/B | Am7 | D | \n"line ${index + 1}"\n`,
  );
  await pasteChart(page, `title: Long Walk\n\n${sections.join('\n')}`);
  await expect(page.getByText('480 bars')).toBeVisible();
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Part 60' })).toBeVisible();
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  await expect(page.getByText(/^\d+ pages\.$/)).toBeVisible();
});

test('the first page needs less than 260 kB of script', async ({ page }) => {
  await page.addInitScript(() => {
    const noted = window as unknown as { needed: readonly string[] | undefined };
    const watch = new MutationObserver(() => {
      if (document.querySelector('a[href*="/songs/"]') !== null) {
        watch.disconnect();
        noted.needed = performance
          .getEntriesByType('resource')
          .flatMap(({ name }) => (name.endsWith('.js') ? [name] : []));
      }
    });
    watch.observe(document, { childList: true, subtree: true });
  });
  const answers = new Map<string, Response>();
  page.on('response', (response) => {
    if (response.url().endsWith('.js')) {
      answers.set(response.url(), response);
    }
  });
  await page.goto('/');
  await page.getByRole('link', { name: 'Tin Roof Almanac' }).waitFor();
  await page.waitForLoadState('networkidle');
  // What is fetched ahead for the first song comes after the list of songs.
  const needed = await page.evaluate(() => (window as unknown as { needed: readonly string[] }).needed);
  const sizes = await Promise.all(
    needed.flatMap((name) => answers.get(name) ?? []).map(async (answer) => gzipSync(await answer.body()).length),
  );
  const total = sizes.reduce((sum, size) => sum + size, 0);
  expect(needed.length).toBeGreaterThan(0);
  expect(sizes.length).toBe(needed.length);
  expect(answers.size).toBeGreaterThan(needed.length);
  expect(total).toBeGreaterThan(50 * 1024);
  expect(total).toBeLessThan(260 * 1024);
});
