import { expect } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { collectComplaints, expectNoAxeFindings, expectSaved, newSong } from './pages.ts';
import { openFound } from './stored-songs.ts';
import { test } from './test.ts';

const LOOSE = `Lantern Parade
by Ida Marrow

[Verse]
G            D/F#
Paper and wire and a candle
   Em7          C
Down to the harbour we go
`;

test('a loose chart is read with its assumptions in sight, one taken back, and undone in one step', async ({
  page,
}) => {
  const complaints = collectComplaints(page);
  await newSong(page);
  await pasteChart(page, LOOSE);
  // Pasted into an empty song, it is read at once; it can be read otherwise.
  await page.getByRole('button', { name: 'Read it otherwise' }).click();
  const sheet = page.getByRole('dialog', { name: 'What was assumed' });
  const preview = sheet.getByRole('region', { name: 'The chart it comes to' });
  await expect(preview).toContainText('| G | D/F# |');
  await expect(sheet).toContainText('lines 5, 7: “G D/F#”'.replace(' D', '            D'));
  await expectNoAxeFindings(page);
  await sheet.getByRole('button', { name: /each lasts a bar/ }).click();
  await page.getByRole('option', { name: 'each lasts two bars' }).click();
  await expect(preview).toContainText('| G | same | D/F# | same |');
  await page.getByRole('button', { name: 'Put this in place of the chart' }).click();
  await expect(page.getByText('Everything was read.')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Lantern Parade');
  await expectSaved(page);
  expect(complaints).toEqual([]);
});

test('a text file in an old encoding is opened, and another encoding can be chosen', async ({ page }) => {
  await newSong(page);
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open a text file' }).click(),
  ]);
  await chooser.setFiles({
    name: 'cafe.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Caf\xe9 Song\n\nG  D\n', 'latin1'),
  });
  const sheet = page.getByRole('dialog', { name: 'What was assumed' });
  await expect(sheet).toContainText('title: Café Song');
  await sheet.getByRole('button', { name: /it is written in/ }).click();
  await page.getByRole('option', { name: 'it is written in macintosh' }).click();
  await expect(sheet).toContainText('title: CafÈ Song');
  await page.getByRole('button', { name: 'Leave it as it was' }).click();
  await expect(sheet).toBeHidden();
});

test('a paste of a megabyte is read beside the page, and can be stopped', async ({ page }) => {
  await newSong(page);
  const bars = Array.from(
    { length: 12 },
    (_, part) => `Part ${part}:\n${'| G | D | Em7 | Cadd9 |\n"words"\n'.repeat(18)}`,
  );
  await pasteChart(page, `title: Long\n\n${bars.join('\n')}`);
  await expect(page.getByText('864 bars', { exact: false }).first()).toBeVisible({ timeout: 120_000 });
  await expectSaved(page);
  await pasteChart(page, 'G      D        Em   C\nwords that are sung to it\n\n'.repeat(19_000));
  await expect(page.getByText(/things cannot be read|thing cannot be read/)).toBeVisible({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Read it as that' }).click();
  await expect(page.getByRole('region', { name: 'The chart it comes to' })).toContainText('| G | D | Em | C |', {
    timeout: 120_000,
  });
});

test('settings change how every song reads', async ({ page }) => {
  await page.goto('/settings');
  await page.getByText('A−7 CΔ7 B° Bø7 E+').click();
  await page.getByText('by the letter they are tuned to').click();
  await page.getByRole('textbox', { name: 'Its name, if it should have one' }).fill('low and wide');
  await page.getByRole('textbox', { name: /^Open strings/ }).fill('D2 A2 D3 G3 A3 F4');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: 'low and wide' })).toContainText('D2 A2 D3 G3 A3 F4');
  await expectNoAxeFindings(page);
  await openFound(page, 'Tin Roof Almanac', 'capo');
  await expect(page.getByText('G−7').first()).toBeVisible();
  await page.getByRole('button', { name: /^The guitar/ }).click();
  await page.getByRole('button', { name: /Tuning/ }).click();
  await page.getByRole('option', { name: 'low and wide' }).click();
  const steps = page.getByRole('list', { name: 'Steps from standard tuning' });
  await expect(steps.getByRole('listitem')).toHaveText([
    'the low D string: down 2 semitones, E2 to D2',
    'the high A string: down 2 semitones, B3 to A3',
    'the F string: up 1 semitone, E4 to F4',
  ]);
  await expect(page.getByText('A string above its usual pitch can break.')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.locator('main h2').first().click();
  await page.keyboard.press('Control+z');
  await expect(steps).toBeHidden();
  await expectSaved(page);
  await page.goto('/settings');
  await page.getByText('Am7 Cmaj7 Bdim Bm7♭5 Eaug').click();
  await page.getByText('by number, 1 the thinnest').click();
  await page.getByRole('button', { name: 'Remove low and wide' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(0);
});
