import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { expectSaved, newSong } from './pages.ts';
import { test } from './test.ts';

test('chosen songs are taken as one book, with contents and page numbers', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Song book' }).click();
  const dialog = page.getByRole('dialog', { name: 'A song book' });
  await expect(dialog.getByText('Quarry Dog')).toBeVisible();
  await dialog.getByText('Quarry Dog').click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'PDF' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Song-book.pdf');
  await expect(dialog.getByText(/^\d+ songs? on \d+ pages\./)).toBeVisible();
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(0, 5).toString('latin1')).toBe('%PDF-');
});

test('words with chords above are written in the text, printed under their chords, and lead to their bars', async ({
  page,
}) => {
  const chart =
    'title: Kettle Moon\nkey: G\ntempo: 84\n\nVerse:\n| G | D |\n| Em | C |\n\nwords: mine\n\nVerse:\nG              D\nKettle moon is rising over\nEm             C\nall the yards I know\n';
  await newSong(page);
  await pasteChart(page, chart);
  await expectSaved(page);
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  await page.getByText('of words, chords above', { exact: true }).click();
  const sheet = page.getByRole('img', { name: 'Page 1 of the handout of Kettle Moon' });
  await expect(sheet).toContainText('Kettle moon is rising over');
  await expect(sheet).toContainText('Words: our own.');
  await page.getByRole('link', { name: 'Verse: go there' }).first().click();
  await expect(page).toHaveURL(/\/map\?section=\d+/);
});
