import { expect, type Page } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

async function openShapes(page: Page): Promise<void> {
  const chart = 'title: Hands\nkey: C\ntempo: 90\n\nVerse:\n| C | G | Am | F |\n| C | G | F | G |\n';
  await openStored(page, chart, 'shapes');
  await expect(page.getByRole('radio', { name: /^C\. Index: fret 1, string 2\./ })).toBeAttached();
}
const details = (page: Page) => page.getByRole('complementary', { name: 'The chosen shape' });

test('a shape is chosen, pinned, ruled out and let go, and the song says at once what that costs', async ({ page }) => {
  const complaints = collectComplaints(page);
  await openShapes(page);
  await page.getByRole('radio', { name: /^F\./ }).click({ force: true });
  const held = details(page).getByRole('heading', { level: 2 });
  const before = await held.textContent();
  const cost = page.getByText(/The song costs \d+\.\d easy fingers/);
  const choose = details(page)
    .getByRole('button', { name: /^Choose / })
    .last();
  const wanted = ((await choose.getAttribute('aria-label')) ?? '').replace('Choose ', '');
  await expect(
    details(page)
      .getByText(/the song \d\.\d\d harder/)
      .first(),
  ).toBeVisible();
  await choose.click();
  await expect(held).toHaveText(`F, ${wanted}`);
  await expect(page.getByText('chosen', { exact: false }).first()).toBeVisible();
  await expect(cost).toBeVisible();
  await details(page).getByRole('button', { name: 'Pin this shape' }).click();
  await details(page).getByRole('button', { name: 'Take the pin out' }).click();
  await expect(held).toHaveText(before ?? '');
  const text = (before ?? '').replace('F, ', '');
  await details(page)
    .getByRole('button', { name: `Never ${text} in this song` })
    .first()
    .click();
  await expect(
    details(page)
      .getByText(/ruled out/)
      .first(),
  ).toBeVisible();
  await expect(details(page).getByText('From easy to full')).toBeVisible();
  await expect(
    details(page).getByText(/F♯?maj7 as xx3210: 3 fingers, no barre; adds E\. The full F, 133211, waits\./),
  ).toBeVisible();
  await expectNoAxeFindings(page);
  expect(complaints).toEqual([]);
});

test('notes and degrees stand below the strings on request', async ({ page }) => {
  await openShapes(page);
  const box = page
    .locator('label')
    .filter({ has: page.getByRole('radio', { name: /^Am\./ }) })
    .locator('svg');
  await page.getByRole('radio', { name: 'degrees' }).click({ force: true });
  await expect(box).toContainText('♭3');
  await page.getByRole('radio', { name: 'notes' }).click({ force: true });
  await expect(box).toContainText('E');
});

test('changes stand in groups by what they ask for, and are stepped finger by finger with keys alone', async ({
  page,
}) => {
  await openShapes(page);
  await page.keyboard.press('d');
  const changes = page.getByRole('radio', { name: / to .*The hand needs/ });
  await expect.poll(() => changes.count()).toBeGreaterThan(3);
  const groups = page.getByRole('radiogroup', { name: 'Change' }).getByRole('heading', { level: 2 });
  const titles = await groups.allTextContents();
  expect(titles.map((title) => title.replace(/ \d.*/, ''))).toEqual(
    ['Too quick yet at', 'Worth a drill', 'Easy'].filter((name) => titles.some((title) => title.startsWith(name))),
  );
  await expect(page.getByText('1 of 4: as it was')).toBeVisible();
  await page.keyboard.press('.');
  await expect(page.getByText('2 of 4: what lifts')).toBeVisible();
  await page.keyboard.press(',');
  await page.keyboard.press('p');
  await expect(page.getByText('4 of 4: what lands')).toBeVisible();
  await expectNoAxeFindings(page);
});

test('a shape is drawn with keys alone or typed, and a wrong name is pointed out with its notes', async ({ page }) => {
  await openShapes(page);
  await page.keyboard.press('n');
  const asked = page.getByRole('textbox', { name: /^Or type its frets/ });
  await asked.fill('x3201');
  await page.keyboard.press('Enter');
  await expect(page.getByText('This has 5 strings; the guitar has 6.')).toBeVisible();
  await asked.fill('x02210');
  await page.keyboard.press('Enter');
  const names = page.getByRole('complementary', { name: 'What it is called' });
  await expect(names.getByRole('heading', { name: 'Am', exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: 'Is it called this?' }).fill('F');
  await page.keyboard.press('Enter');
  await expect(names.getByText('x02210 sounds A E C: Am. For F, F is missing; E does not belong.')).toBeVisible();
  await page.getByRole('button', { name: 'string 2, fret 1', exact: true }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(asked).toHaveValue('x02230');
  await expect(names.getByRole('heading', { name: 'Asus4', exact: true })).toBeVisible();
  await expectNoAxeFindings(page);
});
