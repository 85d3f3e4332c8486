import { writeFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { expectNoAxeFindings, expectSaved } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

test('songs are found by their words, narrowed down by what can be played, and sorted; the search stays when one comes back', async ({
  page,
}) => {
  const chart = 'title: Être Là\nkey: G\n\nVerse:\n| G | C | D | G |\n"kettle on the stove"\n';
  await openStored(page, chart, 'song');
  const tags = page.getByRole('textbox', { name: 'Tags, parted by commas' });
  await tags.fill('Campfire, first term');
  await tags.press('Tab');
  await expectSaved(page);
  await page.goto('/');
  const words = page.getByRole('searchbox');
  const rows = page.getByRole('row').filter({ has: page.getByRole('rowheader') });
  for (const text of ['etre la', 'KETTLE stove', 'campfire', 'Être']) {
    await words.fill(text);
    await expect(rows).toHaveCount(1);
    await expect(rows).toContainText('Être Là');
  }
  await expect(rows).toContainText('Campfire · first term');
  await words.fill('');
  await page.getByText('By key, capo, chords and shapes').click();
  // Other tests have songs of these chords too.
  const found = rows.filter({ hasText: 'Être Là' });
  const other = rows.filter({ hasText: 'Tin Roof Almanac' });
  await expect(other).toHaveCount(1);
  // The engine looks at a song some seconds after it was saved.
  const only = page.getByRole('textbox', { name: 'Needs no shapes but' });
  await expect(async () => {
    await only.fill('G C D');
    await only.press('Enter');
    await expect(found).toHaveCount(1, { timeout: 5000 });
    await expect(other).toHaveCount(0, { timeout: 5000 });
  }).toPass({ timeout: 180_000 });
  await expect(found).toContainText('3 chords, all open');
  await page.reload();
  await expect(found).toHaveCount(1);
  await expect(other).toHaveCount(0);
  await expect(only).toHaveValue('G C D');
  await expectNoAxeFindings(page);
  await only.fill('G Q');
  await only.press('Enter');
  await expect(page.getByText('“Q” is no chord known here.')).toBeVisible();
  await page.getByRole('button', { name: 'Show all songs' }).click();
  await expect.poll(() => rows.count()).toBeGreaterThan(3);
  await page.getByRole('button', { name: /In the order of/ }).click();
  await page.getByRole('option', { name: 'title' }).click();
  await expect(async () => {
    const titles = await page.getByRole('rowheader').getByRole('link').allTextContents();
    expect(titles).toEqual([...titles].sort(new Intl.Collator('en').compare));
  }).toPass();
  await words.fill('no song has these words');
  await expect(page.getByText('No song is like that')).toBeVisible();
});

test('a file that is read says how far it is, and can be stopped', async ({ page }) => {
  const folder = await mkdtemp(join(tmpdir(), 'golden-ladder-reading-'));
  const note = '<note><rest/><duration>1</duration></note>';
  const score = `<score-partwise><part-list><score-part id="P1"><part-name>x</part-name></score-part></part-list><part id="P1"><measure number="1"><harmony><root><root-step>C</root-step></root><kind>major</kind></harmony>${note.repeat(60_000)}</measure></part></score-partwise>`;
  const file = join(folder, 'long.musicxml');
  writeFileSync(file, score);
  await page.goto('/');
  await page.locator('input[type=file]').setInputFiles(file);
  const stop = page.getByRole('button', { name: 'Stop reading it' });
  await expect(page.getByRole('progressbar', { name: 'Reading long.musicxml' })).toBeVisible();
  await stop.click();
  await expect(page.getByText('Not read: it was stopped.')).toBeVisible();
  const plain = join(folder, 'short.txt');
  writeFileSync(plain, 'title: After It\n\n| G | C |\n');
  await page.keyboard.press('Escape');
  await page.locator('input[type=file]').setInputFiles(plain);
  await expect(page.getByText('2 bars in 1 section, read as text chart.')).toBeVisible();
});
