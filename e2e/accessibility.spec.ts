import { expect, type Page } from '@playwright/test';
import { HAS_ALL_CASES, someOf } from '../src/test-support/runs.ts';
import { collectComplaints, expectNoAxeFindings, goTo, newSong, SCREENS_OF_SONG, SONGS_LOOKED_AT } from './pages.ts';
import { findSong } from './stored-songs.ts';
import { test } from './test.ts';

/** What a look can break: all else is the same in every look. */
const LOOK_RULES = ['color-contrast', 'link-in-text-block'];

/** The screens of a song that are looked at in the dark. The others’ colours are looked at on paper: with all cases all of them in both. */
const STAGE_SCREENS = someOf(SCREENS_OF_SONG, 4);
const looksAtPaperColours = (step: string): boolean => HAS_ALL_CASES || !STAGE_SCREENS.includes(step);

/** On the capo's screen every second fret looks as it does until it is worked out in full, which is over too soon to be looked at. */
async function showAsSketches(page: Page): Promise<void> {
  await page.locator('section[aria-label="Where the capo goes"] label:nth-child(even)').evaluateAll((rungs) => {
    for (const rung of rungs) {
      rung.setAttribute('data-rough', 'true');
    }
  });
}

test('axe finds nothing on any screen, full or empty', async ({ page }) => {
  const complaints = collectComplaints(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Tin Roof Almanac' })).toBeVisible();
  await expectNoAxeFindings(page, 'all');
  const full = await Promise.all(SONGS_LOOKED_AT.map((title) => findSong(page, title)));
  await newSong(page);
  const empty = page.url().replace(/\/\w+$/, '');
  const screens = full.flatMap((song) => SCREENS_OF_SONG.map((step) => ({ song, step })));
  for (const { song, step } of [
    ...screens,
    ...someOf(SCREENS_OF_SONG, 3).map((each) => ({ song: empty, step: each })),
  ]) {
    await goTo(page, `${song}/${step}`);
    await showAsSketches(page);
    await expectNoAxeFindings(page, looksAtPaperColours(step) ? 'all' : 'but contrast');
  }
  await page.keyboard.press('Escape');
  await page.goto(`${full[0]}/map`);
  await expect(page.getByRole('heading', { name: 'What it adds up to' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  await expectNoAxeFindings(page, 'all');
  await page.goto('/songs/not-a-song');
  await expect(page.getByText('This song cannot be opened')).toBeVisible();
  await expectNoAxeFindings(page, 'all');
  expect(complaints).toEqual([]);
});

test('the stage look is dark, kept on this device, and axe finds nothing on it; print stays on paper', async ({
  page,
}) => {
  await page.goto('/settings');
  await page.getByText('stage', { exact: true }).click();
  const background = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
  expect(await background()).toBe('rgb(16, 24, 22)');
  await expectNoAxeFindings(page, LOOK_RULES);
  await page.goto('/');
  await expectNoAxeFindings(page, LOOK_RULES);
  for (const title of SONGS_LOOKED_AT) {
    const song = await findSong(page, title);
    for (const step of STAGE_SCREENS) {
      await goTo(page, `${song}/${step}`);
      expect(await background()).toBe('rgb(16, 24, 22)');
      await showAsSketches(page);
      await expectNoAxeFindings(page, LOOK_RULES);
    }
  }
  await page.emulateMedia({ media: 'print' });
  expect(await background()).toBe('rgb(255, 255, 255)');
  await page.emulateMedia({ media: 'screen' });
  await page.keyboard.press('l');
  await page.emulateMedia({ colorScheme: 'light' });
  expect(await background()).toBe('rgb(247, 241, 227)');
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await background()).toBe('rgb(16, 24, 22)');
});
