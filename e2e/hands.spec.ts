import { expect, type Page } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

const CHART =
  'title: Lantern Row\nkey: G\ntempo: 92\nG = 320003 / 21---3\n\nVerse:\n| G | Em | C | D |\n| G | C | G D | G |\n';

const details = (page: Page) => page.getByRole('complementary', { name: 'The chosen shape' });

/** The words and numbers of the first sheet, in the order in which they are painted. */
async function readPage(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  const sheet = page.getByRole('img', { name: /^Page 1 of the handout/ });
  await expect(sheet).toBeVisible();
  return (await sheet.locator('text').allTextContents()).join(' ');
}

async function pick(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(label) }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

test('fingers are pressed on a shape, pinned, and stand under its box on the page', async ({ page }) => {
  const complaints = collectComplaints(page);
  await openStored(page, CHART, 'shapes');
  const pad = details(page).getByRole('group', { name: 'Fingers' });
  await pad.getByRole('button', { name: /^string 6, fret 3: middle/ }).click();
  // Two fingers stand out of order until the other is pressed too.
  await pad.getByRole('button', { name: /^string 5, fret 2: index/ }).click();
  await pad.getByRole('button', { name: /^string 1, fret 3: ring/ }).click();
  await details(page).getByRole('button', { name: 'Pin it so' }).click();
  await expect(details(page).getByText('320003 / 32---4, wherever it comes')).toBeVisible();
  await expectNoAxeFindings(page);
  expect(await readPage(page)).toContain('3 2 4');
  expect(complaints).toEqual([]);
});

test('a fingering before a chord is numbered on the screen and on the page, and says where it is held', async ({
  page,
}) => {
  await openStored(page, CHART, 'shapes');
  await details(page)
    .getByRole('textbox', { name: /^Frets from/ })
    .fill('320003 / 32---4');
  await page.keyboard.press('Tab');
  await pick(page, 'Where', 'always before C');
  await details(page).getByRole('button', { name: 'Pin it so' }).click();
  await expect(page.getByRole('radio', { name: /^G \(2\)/ })).toBeAttached();
  await expect(page.getByText('before C', { exact: true })).toBeVisible();
  const said = await readPage(page);
  expect(said).toContain('G (1) elsewhere');
  expect(said).toContain('G (2) before C');
  // One press takes it back.
  await page.keyboard.press('Control+z');
  await expect(
    page.getByRole('img', { name: /^Page 1 of the handout/ }).locator('text', { hasText: 'G (2)' }),
  ).toHaveCount(0);
});

test('a pin goes along through drop D and back, and the page says how it moved', async ({ page }) => {
  await openStored(page, CHART, 'capo');
  await page.getByRole('button', { name: /^The guitar/ }).click();
  await pick(page, 'Tuning', 'drop D');
  await expect(page.getByRole('banner').getByRole('button', { name: 'drop D' })).toBeVisible();
  const said = await readPage(page);
  expect(said).toContain('string 6: fret 3 becomes 5');
  await page.getByRole('link', { name: 'Capo', exact: true }).click();
  await page.getByRole('button', { name: /^The guitar/ }).click();
  await pick(page, 'Tuning', 'standard');
  await page.getByRole('link', { name: 'Shapes', exact: true }).click();
  await expect(details(page).getByText('320003 / 21---3, wherever it comes')).toBeVisible();
});

test('a song is kept in G shapes at capo 5, and one press of undo brings it back', async ({ page }) => {
  await openStored(page, CHART, 'shapes');
  await page.getByRole('button', { name: 'Move the song to another key or capo' }).click();
  await page.getByRole('button', { name: 'Same shapes, capo 5: sounds in C major, 5 semitones higher' }).click();
  await expect(page.getByRole('button', { name: 'C major' })).toBeVisible();
  await expect(details(page).getByText('320003 / 21---3, wherever it comes')).toBeVisible();
  const said = await readPage(page);
  expect(said).toContain('Capo 5, G shapes');
  expect(said).toContain('the same shapes stand without a');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'G major' })).toBeVisible();
});

test('another chord stands in on a level and is said on its page', async ({ page }) => {
  const chart = 'title: Lantern Row\nkey: C\ntempo: 90\n\nVerse:\n| Am | Am/G | Am/F | E |\n';
  await openStored(page, chart, 'levels');
  await page.getByRole('button', { name: /^Level 3, bar 2: / }).click();
  await page.getByRole('textbox', { name: 'Held otherwise, or another chord in its place' }).fill('G');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/^G stands in for Am\/G/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  await page.getByText('on a level', { exact: true }).click();
  await expect(page.getByRole('img', { name: /^Page 1 of the handout/ })).toContainText('G stands in for Am/G');
});
