import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings, expectSaved } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

const CHART =
  'title: Levels\nkey: C\ntempo: 90\nC = x32010\nG = 320003\nF = 133211\n\nVerse:\n| C | F |\n| G | C |\n\nChorus:\n| F | G |\n';

test('a level is edited by hand, an ornament written, and the capo moved: what no longer fits is flagged and comes back', async ({
  page,
}) => {
  const complaints = collectComplaints(page);
  await openStored(page, CHART, 'levels');
  await page.getByRole('button', { name: 'Level 3, bar 2: F xx3211' }).click();
  await page.getByRole('button', { name: '133211 wherever F comes' }).click();
  await expect(page.getByRole('button', { name: 'Level 3, bar 2: F 133211' })).toBeVisible();
  await expect(page.getByText('Level 3: F held as 133211')).toBeVisible();
  // A line of two bars on the chosen level; each beat is struck at 90, the last one left out before the change.
  await page.keyboard.press('h');
  await expect(page.getByText(/^Verse, line 1 on level 3[\d, ]*: \d+ bars, \d+\.\d s\./)).toBeVisible();
  await page.keyboard.press('h');
  await expectNoAxeFindings(page);

  await page.getByRole('link', { name: 'Right hand', exact: true }).click();
  await page.getByText('Fills and riffs', { exact: true }).click();
  await page.getByRole('textbox', { name: /^Steps/ }).fill('6/0 6/3');
  await page.getByRole('textbox', { name: /^Steps/ }).press('Enter');
  await expect(page.getByText('Riff, bar 1', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Hear Riff, bar 1' }).click();
  await expect(page.getByText(/^Riff, bar 1: 1 bar, /)).toBeVisible();
  await page.getByRole('button', { name: 'Stop Riff, bar 1' }).click();
  await expectNoAxeFindings(page);

  // At capo 3 the low E lies below the lowest string, and the shapes of A have no F.
  await page.getByRole('link', { name: 'Capo', exact: true }).click();
  await expect(page.getByText(/^(best capo|as easy as the best)$/).first()).toBeVisible();
  await page.getByRole('radio', { name: /^Capo 3:/ }).click({ force: true });
  await expect(page.getByRole('heading', { name: /^Capo 3, hands in A$/ })).toBeVisible();
  await expect(page.getByText('Capo 3 loses 1 riff.')).toBeVisible();
  await page.getByRole('link', { name: 'Right hand', exact: true }).click();
  await page.getByText('Fills and riffs', { exact: true }).click();
  await expect(page.getByText('Lost here: its E2 lies below the lowest string.')).toBeVisible();
  await page.getByRole('link', { name: 'Levels', exact: true }).click();
  await expect(page.getByText('Not played: The song has no such chord behind this capo.')).toBeVisible();

  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Level 3, bar 2: F 133211' })).toBeVisible();
  await expect(page.getByText(/^Not played/)).toHaveCount(0);
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  await expect(page.getByText('Fits one page.')).toBeVisible();
  await page.getByText('on a level', { exact: true }).click();
  await expect(page.getByText(/part\.$/)).toBeVisible();
  await page.getByRole('button', { name: /^The song as a file/ }).click();
  const [midi] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'MIDI', exact: true }).click(),
  ]);
  expect(midi.suggestedFilename()).toBe('Levels.mid');
  expect(
    readFileSync(await midi.path())
      .subarray(0, 4)
      .toString('latin1'),
  ).toBe('MThd');
  await expectSaved(page);
  await page.reload();
  await page.getByRole('link', { name: 'Levels', exact: true }).click();
  await expect(page.getByText('Level 3: F held as 133211')).toBeVisible();
  expect(complaints).toEqual([]);
});
