import { expect, type Page } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { expectNoAxeFindings, expectSaved, newSong } from './pages.ts';
import { cleanUp, demoFolder, kill, start, URL_BASE } from './servers.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

test.afterEach(cleanUp);

const title = (page: Page) => page.getByRole('heading', { level: 1 });
const undo = async (page: Page): Promise<void> => {
  await page.getByRole('heading', { name: 'The song' }).click();
  await page.keyboard.press('Control+z');
};

/** Two tabs on one song, the second one's save taken, the first one's refused. */
async function meetConflict(page: Page): Promise<Page> {
  await openStored(page, 'title: First\n\nVerse:\n| G | D |\n', 'song');
  const other = await page.context().newPage();
  await other.goto(page.url());
  await pasteChart(other, 'title: Theirs\n\nVerse:\n| G | C |\n');
  await expectSaved(other);
  await pasteChart(page, 'title: Mine\n\nVerse:\n| G | Am |\n');
  await expect(page.getByText('not saved: changed elsewhere')).toBeVisible();
  await page.getByRole('button', { name: 'Compare the two' }).click();
  const sheet = page.getByRole('dialog', { name: 'Two versions of this song' });
  await expect(sheet).toContainText('title; Verse: 1 bar');
  await expect(sheet.getByRole('row', { name: '| G | Am | | G | C |' })).toBeVisible();
  return other;
}

test('two tabs, two versions: both are shown, and mine can be kept over the other', async ({ page }) => {
  const other = await meetConflict(page);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Keep mine', exact: true }).click();
  await expectSaved(page);
  await other.reload();
  await expect(title(other)).toHaveText('Mine');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Versions' }).click();
  const kept = page.getByRole('listitem').filter({ hasText: 'gave way in a conflict' });
  await expect(kept).toContainText('title; Verse: 1 bar');
  await kept.getByRole('button').click();
  await expect(title(page)).toHaveText('Theirs');
  await expectSaved(page);
  await undo(page);
  await expect(title(page)).toHaveText('Mine');
});

test('two tabs, two versions: the other can be taken, and undone', async ({ page }) => {
  await meetConflict(page);
  await page.getByRole('button', { name: 'Take the other' }).click();
  await expect(title(page)).toHaveText('Theirs');
  await expectSaved(page);
  await undo(page);
  await expect(title(page)).toHaveText('Mine');
  await expectSaved(page);
});

test('two tabs, two versions: both can be kept', async ({ page }) => {
  await meetConflict(page);
  await page.getByRole('button', { name: 'Keep both, mine as a new song' }).click();
  await expect(title(page)).toHaveText('Mine');
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Mine' }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Theirs' }).first()).toBeVisible();
});

test('undo and redo go on after a reload, and are dropped with a word when the song was saved elsewhere', async ({
  page,
}) => {
  await newSong(page);
  await pasteChart(page, 'title: One\n\n| G |\n');
  await page.waitForTimeout(1600);
  await pasteChart(page, 'title: Two\n\n| G |\n');
  await expectSaved(page);
  await page.waitForTimeout(500);
  await page.reload();
  await expect(title(page)).toHaveText('Two');
  await undo(page);
  await expect(title(page)).toHaveText('One');
  await expectSaved(page);
  await page.waitForTimeout(500);
  await page.reload();
  await page.getByRole('heading', { name: 'The song' }).click();
  await page.keyboard.press('Control+Shift+z');
  await expect(title(page)).toHaveText('Two');
  await expectSaved(page);
  await page.waitForTimeout(500);

  const address = page.url().replace(/\/songs\/([^/]+)\/.*/, '/api/songs/$1');
  const { revision, document } = await (await page.request.get(address)).json();
  const elsewhere = { ...document, facts: { ...document.facts, title: 'Elsewhere' } };
  await page.request.put(address, { data: { baseRevision: revision, document: elsewhere } });
  await page.reload();
  await expect(title(page)).toHaveText('Elsewhere');
  await expect(page.getByText('the steps to undo are gone')).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
  await undo(page);
  await expect(title(page)).toHaveText('Elsewhere');
});

test('a save whose answer is lost with the page is one’s own: nothing is asked, and newer edits go after it', async ({
  page,
}) => {
  await newSong(page);
  await pasteChart(page, 'title: First\n\n| G |\n');
  await expectSaved(page);
  await page.route('**/api/songs/*', async (route) => {
    if (route.request().method() === 'PUT') {
      await route.fetch();
      await route.abort();
    } else {
      await route.continue();
    }
  });
  await pasteChart(page, 'title: Second\n\n| G |\n');
  await expect(page.getByText('not saved: the server does not answer')).toBeVisible();
  await pasteChart(page, 'title: Third\n\n| G |\n');
  await page.unrouteAll();
  await page.reload();
  await expect(title(page)).toHaveText('Third');
  await expectSaved(page);
  // Edits right before the page goes away are there again, whichever way their save took.
  for (const name of ['Fourth', 'Fifth', 'Sixth']) {
    await pasteChart(page, `title: ${name}\n\n| G |\n`);
    await expect(title(page)).toHaveText(name);
    await page.reload();
    await expect(title(page)).toHaveText(name);
    await expectSaved(page);
  }
});

test('edits made while the server is stopped wait in the browser, also over a closed tab, and go out later', async ({
  page,
}) => {
  const folder = demoFolder();
  const first = await start(folder);
  await page.goto(`${URL_BASE}/`);
  await page.getByRole('button', { name: 'New song' }).click();
  await pasteChart(page, 'title: Before\n\n| G |\n');
  await expectSaved(page);
  await kill(first.child, 'SIGKILL');
  await pasteChart(page, 'title: While away\n\n| G | D |\n');
  await expect(page.getByText('not saved: the server does not answer')).toBeVisible();
  const second = await start(folder);
  await expectSaved(page);
  await kill(second.child, 'SIGKILL');
  await pasteChart(page, 'title: Closed too\n\n| G | D | C |\n');
  await expect(page.getByText('not saved: the server does not answer')).toBeVisible();
  await page.waitForTimeout(500);
  const address = page.url();
  await page.close();

  await start(folder);
  const later = await page.context().newPage();
  await later.goto(address);
  await expect(title(later)).toHaveText('Closed too');
  await expectSaved(later);
  const { document } = await (await later.request.get(address.replace(/\/songs\/([^/]+)\/.*/, '/api/songs/$1'))).json();
  expect(document.facts.title).toBe('Closed too');
});
