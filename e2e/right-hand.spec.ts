import { expect } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings, expectSaved } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

test('a pattern is taken from the shelf, another one written, kept, assigned and heard, with the shapes of the song', async ({
  page,
}) => {
  const complaints = collectComplaints(page);
  const chart = 'title: Strokes\ntempo: 60\nG = 320003\n\nVerse:\n| G | same |\n\nChorus:\n| G | same |\n';
  await openStored(page, chart, 'right-hand');
  await page.getByRole('button', { name: 'Verse: another right hand' }).click();
  await page.getByRole('button', { name: 'Use Four Square for Verse' }).click();
  await expect(page.getByRole('button', { name: /^Verse Four Square/ })).toBeVisible();
  await expect(page.getByText('once through each bar; 1.0 strums a second, within level 2')).toBeVisible();

  const strokes = page.getByRole('textbox', { name: 'Strokes' });
  await strokes.fill('D- Dq D- D-');
  await expect(page.getByText('“q” at place 5 is no stroke.')).toBeVisible();
  await strokes.fill('D- DD D- D-');
  await expect(page.getByText('Cell 4 goes against the swing: the hand goes up there.')).toBeVisible();
  await strokes.fill('D- DU D- --');
  await expect(page.getByText('Counted 1 2 & 3; spoken “down, down up, down, –”.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Loose Shutter');
  await page.getByRole('textbox', { name: 'Its name' }).press('Enter');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Loose Shutter is among your own patterns.')).toBeVisible();

  await page.getByRole('button', { name: 'Chorus: another right hand' }).click();
  await page.getByRole('button', { name: 'Use Loose Shutter for Chorus' }).click();
  await expect(page.getByRole('button', { name: /^Chorus Loose Shutter/ })).toBeVisible();
  // Two bars of four beats at 60.
  await page.getByRole('button', { name: 'Hear Chorus' }).click();
  await expect(page.getByText('Chorus: 2 bars, 8.0 s.')).toBeVisible();
  await page.getByRole('button', { name: 'Stop Chorus' }).click();
  await page.getByRole('button', { name: 'Times, lines and bars of Verse' }).click();
  await page.getByRole('button', { name: /^Line 1, bar 2/ }).click();
  await page.getByRole('button', { name: 'Use One Bell for Line 1, bar 2' }).click();
  await page.getByRole('button', { name: 'Hear Verse' }).click();
  await expect(page.getByText(/^Verse: 2 bars, 8.0 s/)).toBeVisible();
  await page.getByRole('button', { name: 'One pattern throughout Verse' }).click();
  await expect(page.getByRole('button', { name: 'One pattern throughout Verse' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Line 1, bar 2 as the rest: Four Square/ })).toBeVisible();
  await expectNoAxeFindings(page);
  await expectSaved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Chorus Loose Shutter/ })).toBeVisible();
  expect(complaints).toEqual([]);
});
