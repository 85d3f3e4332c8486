import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect, type Page } from '@playwright/test';
import { songListSchema } from '../src/contract/song-list-schema.ts';
import { someOf } from '../src/test-support/runs.ts';
import { collectComplaints, expectSaved } from './pages.ts';
import { cleanUp, newFolder, start, URL_BASE } from './servers.ts';
import { storeSong } from './stored-songs.ts';
import { test } from './test.ts';

/** A song as people write it down: names above words, no bar lines. */
const LOOSE = `[Verse]
Bb        F
down along lantern row
Gm         Eb
where the water runs slow

[Chorus]
Eb   Bb   F
light it up again
`;

test.afterAll(cleanUp);

/** Who opens it, on how large a screen, and whether with a finger: with all cases on a tablet too. */
const DEVICES = [
  ['by mouse', { width: 1280, height: 800 }, false],
  ['by touch on a tablet', { width: 820, height: 1180 }, true],
  ['by touch on a phone', { width: 390, height: 844 }, true],
] as const;

/** Pastes a text where the focus is, as Ctrl V does. */
function paste(page: Page, text: string): Promise<void> {
  return page.evaluate((pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    const target = document.activeElement ?? document.body;
    target.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

async function startEmptyLibrary(): Promise<void> {
  const { ready } = await start(newFolder(), { GOLDEN_LADDER_DEMO: 'off' });
  expect(ready).toBe(true);
}

async function openEmptyLibrary(page: Page): Promise<void> {
  await page.goto(URL_BASE);
  await expect(page.getByText('No songs yet')).toBeVisible();
}

/** Empties the library for whoever comes next. */
async function deleteAllSongs(): Promise<void> {
  const { songs } = songListSchema.parse(await (await fetch(`${URL_BASE}/api/songs`)).json());
  for (const { id } of songs) {
    await fetch(`${URL_BASE}/api/songs/${id}`, { method: 'DELETE' });
  }
}

/** The page of the song, with the capo on its best fret. */
async function expectPage(page: Page): Promise<void> {
  const sheet = page.getByRole('img', { name: 'Page 1 of the handout of Down along lantern row' });
  await expect(sheet).toContainText('Capo 3, G shapes, standard tuning.');
  await expect(sheet).toContainText('down along lantern row');
}

test.describe('from an empty library to the first page', () => {
  test.beforeAll(startEmptyLibrary);
  test.afterEach(deleteAllSongs);
  test.afterAll(cleanUp);

  test('by keys: paste, see the neck with the capo on its best fret, press one key for the page', async ({ page }) => {
    const complaints = collectComplaints(page);
    await openEmptyLibrary(page);
    // One.
    await paste(page, LOOSE);
    await expect(page).toHaveURL(/\/capo$/);
    await expect(page.getByText('The pasted text is a song now.')).toBeVisible();
    await expect(page.getByText(/Words under chords/)).toBeVisible();
    await expect(page.getByRole('radio', { name: /^Capo 3:.*best capo$/ })).toBeChecked();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Down along lantern row');
    expect(await page.title()).toBe('Down along lantern row, Capo – Golden Ladder');
    // Two.
    await page.keyboard.press('7');
    await expectPage(page);
    await expectSaved(page);
    expect(complaints).toEqual([]);
  });

  test('by keys from a new song: n, paste, 2, 7; the paste is undone in one press', async ({ page }) => {
    await openEmptyLibrary(page);
    await page.keyboard.press('n');
    const chart = page.getByRole('textbox', { name: 'Chart of the song' });
    await expect(chart).toBeFocused();
    await paste(page, LOOSE);
    await expect(page.getByText('The text was read as what it looks like, and written as a chart.')).toBeVisible();
    await expect(chart).toContainText('| Bb | F |');
    await page.getByRole('button', { name: 'Undo it' }).click();
    await expect(chart).toContainText('[Verse]');
    await page.keyboard.press('Control+Shift+z');
    await expect(chart).toContainText('| Bb | F |');
    await page.getByRole('navigation', { name: 'What comes next' }).getByRole('link', { name: '2 Capo' }).click();
    await expect(page.getByRole('radio', { name: /^Capo 3:.*best capo$/ })).toBeChecked();
    await page.keyboard.press('7');
    await expectPage(page);
  });

  for (const [name, viewport, hasTouch] of someOf(DEVICES, 2)) {
    test(`${name}: New song, paste, Capo, the page: four`, async ({ browser }) => {
      const context = await browser.newContext({ viewport, hasTouch, isMobile: hasTouch, locale: 'en-GB' });
      const page = await context.newPage();
      await openEmptyLibrary(page);
      const press = async (locator: ReturnType<Page['getByRole']>) => (hasTouch ? locator.tap() : locator.click());
      await press(page.getByRole('button', { name: 'New song' }));
      await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toBeFocused();
      await paste(page, LOOSE);
      const next = page.getByRole('navigation', { name: 'What comes next' });
      await press(next.getByRole('link', { name: '2 Capo' }));
      await expect(page.getByRole('radio', { name: /^Capo 3:.*best capo$/ })).toBeChecked();
      await press(next.getByRole('link', { name: 'the page' }));
      await expectPage(page);
      await context.close();
    });
  }
});

test('a pasted song is taken back in one press, and a new song that stays empty leaves nothing behind', async ({
  page,
}) => {
  await startEmptyLibrary();
  await openEmptyLibrary(page);
  await paste(page, LOOSE);
  await page.getByRole('button', { name: 'Undo the paste' }).click();
  await expect(page.getByText('No songs yet')).toBeVisible();
  await page.getByRole('button', { name: 'New song' }).click();
  await expect(page.getByText('Nothing is written yet.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('0');
  await expect(page.getByText('No songs yet')).toBeVisible();
  // The pasted one waits among the deleted; the empty one was never a song.
  await page.getByRole('button', { name: /^Deleted songs/ }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Down along lantern row' })).toBeVisible();
  await expect(page.getByText('Untitled song')).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring back Down along lantern row' }).click();
  await expect(page.getByRole('link', { name: 'Down along lantern row' })).toBeVisible();
  await page.goto(`${URL_BASE}/nowhere/at/all`);
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible();
});

test('words of the strip are changed where they stand', async ({ page }) => {
  // A song of its own: others look for the demo songs by their titles.
  const song = await storeSong(
    page,
    'title: Paper Kites\nkey: A\ntempo: 80\n\nVerse:\n| A | same | D | same |\n| A | same | D | A |\n',
  );
  await page.goto(`${song}/capo`);
  const strip = page.getByRole('banner');
  await strip.getByRole('button', { name: '80 in 4/4' }).click();
  await page.getByRole('textbox', { name: 'Tempo, beats a minute' }).fill('96');
  await page.keyboard.press('Enter');
  await expect(strip.getByRole('button', { name: '96 in 4/4' })).toBeAttached();
  await page.getByRole('textbox', { name: 'Metre' }).fill('5/5');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Write a metre such as')).toBeVisible();
  await page.getByRole('textbox', { name: 'Metre' }).fill('3/4');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(strip.getByRole('button', { name: '96 in 3/4' })).toBeVisible();
  await strip.getByRole('button', { name: 'none' }).click();
  await page.getByRole('button', { name: /Capo, and the shapes/ }).click();
  await page.getByRole('option', { name: 'fret 2: G shapes' }).click();
  await page.keyboard.press('Escape');
  await expect(strip.getByRole('button', { name: 'fret 2' })).toBeVisible();
  await strip.getByRole('button', { name: 'Paper Kites' }).click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Paper Ships');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Paper Ships');
});

test('the first page needs at most 220 kB of script', () => {
  const web = join(import.meta.dirname, '..', 'dist', 'web');
  const scripts = [...readFileSync(join(web, 'index.html'), 'utf8').matchAll(/"\/?(assets\/[^"]+\.js)"/g)];
  const files = [...new Set(scripts.map(([, file = '']) => file))];
  const bytes = files.reduce((sum, file) => sum + gzipSync(readFileSync(join(web, file))).length, 0);
  expect(files.length).toBeGreaterThan(1);
  expect(bytes).toBeLessThanOrEqual(220_000);
});
