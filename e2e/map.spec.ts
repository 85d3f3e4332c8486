import { expect, type Locator, type Page } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings, expectSaved, newSong } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

const CHART = `title: Ferry Steps
key: G
tempo: 120
length: 1:00

Verse:
| G | D | Em | C |
"one"
| G | D | Em | D |

Chorus:
| C | D | G | same |
`;

const bar = (page: Page, place: string) => page.locator(`[data-place$="${place}"]`);
const toMap = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Shown' }).waitFor();
};
/** Drags one thing onto another as a hand does: in steps, with a moment to rest. */
const drag = async (page: Page, from: Locator, to: Locator): Promise<void> => {
  const [start, end] = [await from.boundingBox(), await to.boundingBox()];
  await page.mouse.move((start?.x ?? 0) + 20, (start?.y ?? 0) + 20);
  await page.mouse.down();
  await page.mouse.move((end?.x ?? 0) + 20, (end?.y ?? 0) + 20, { steps: 10 });
  await page.waitForTimeout(100);
  await page.mouse.up();
};
const chartText = async (page: Page): Promise<string> => {
  const address = page.url().replace(/.*\/songs\/([^/]+).*/, '/api/songs/$1');
  const { document } = await (await page.request.get(address)).json();
  return JSON.stringify(document.map);
};

test('a verse is typed into an empty song by the keyboard alone, corrected where it was refused, and undone', async ({
  page,
}) => {
  const complaints = collectComplaints(page);
  await newSong(page);
  await toMap(page);
  const keys = 'G|D|Em7|Cadd9|'.repeat(4);
  await page.keyboard.type(keys);
  await expect(page.getByText('16 bars', { exact: false }).first()).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Verse', exact: true })).toBeVisible();
  await page.keyboard.type('Gq');
  await page.keyboard.press('Tab');
  const field = page.getByRole('textbox', { name: 'Next bar of Verse' });
  await expect(page.getByRole('alert').filter({ hasText: '“Gq” is no chord known here.' })).toBeVisible();
  await expect(field).toHaveValue('Gq');
  await field.press('Backspace');
  await field.press('Tab');
  await expect(page.getByText('17 bars', { exact: false }).first()).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Delete');
  await expect(page.getByText('16 bars', { exact: false }).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('17 bars', { exact: false }).first()).toBeVisible();
  // A key that is listed for bars still presses what has the focus.
  const rung = page.getByRole('list', { name: 'Form' }).getByRole('button', { name: /Verse/ });
  await rung.focus();
  await page.keyboard.press('Enter');
  await expect(rung).toHaveAttribute('aria-pressed', 'true');
  await expectNoAxeFindings(page);
  await expectSaved(page);
  expect(complaints).toEqual([]);
});

test('text and map stand side by side, and each follows the other', async ({ page }) => {
  await openStored(page, CHART, 'map');
  await page.getByRole('button', { name: 'Text beside' }).click();
  const text = page.getByRole('textbox', { name: 'Chart of the song' });
  await expect(text).toContainText('| G | D | Em | C |');
  await bar(page, '/0//1').first().click();
  await page.keyboard.type('Bm7|');
  await expect(text).toContainText('| G | Bm7 | Em | C |');
  await text.getByText('| C | D | G | same |').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' x2');
  await expect(page.getByText('× 2')).toBeVisible();
  await page.keyboard.type('q');
  await bar(page, '/0//0').first().click();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read. Mend them' })).toBeVisible();
  await page.getByRole('button', { name: 'Drop the lines that cannot be read' }).click();
  await expect(text).not.toContainText('q');
});

test('lines are folded by one press, a pass differs, and the form is cut and reordered', async ({ page }) => {
  await openStored(page, CHART, 'map');
  await page.getByRole('button', { name: /^Write one line with endings/ }).click();
  await expect(page.getByText('× 2')).toBeVisible();
  await page.keyboard.press('Control+z');
  const form = page.getByRole('list', { name: 'Form' });
  await page.getByRole('button', { name: 'Add it at the end' }).click();
  await expect(form.getByRole('button')).toHaveCount(3);
  await page.getByText('as played', { exact: true }).click();
  await bar(page, '/1//3').last().click();
  await page.keyboard.type('A7|');
  await expect(form.getByRole('button', { name: /Verse 2/ })).toContainText('bars of its own');
  await form.getByRole('button', { name: /Chorus/ }).click();
  await expect(page.getByText(/16 bars, 0:32 instead of 20 bars, 0:40/)).toBeVisible();
  await expect(page.getByText(/Verse 1 runs into Verse 2/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave out for a lesson' }).click();
  await expect(page.getByText('With passes left out the record is not compared.')).toBeVisible();
  await page.getByRole('button', { name: 'Play again' }).click();
  await page.getByRole('button', { name: 'Later' }).click();
  await expect(form.getByRole('button').last()).toContainText('Chorus');
  await drag(page, form.getByRole('button').last(), form.getByRole('button').first());
  await expect(form.getByRole('button').first()).toContainText('Chorus');
  await expectSaved(page);
  expect(await chartText(page)).toContain('replace-bar');
});

test('bars are dragged along their line, and copied to another section', async ({ page }) => {
  await openStored(page, CHART, 'map');
  const line = page.locator('[data-line$="/0"]').first();
  await drag(page, bar(page, '/0//0').first(), bar(page, '/0//3').first());
  await expect(line.getByRole('button').first()).toContainText('D');
  await expect(line.getByRole('button').nth(2)).toContainText('G');
  await page.keyboard.press('Control+z');
  await expect(line.getByRole('button').first()).toContainText('G');
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await bar(page, '/0//2').first().click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+c');
  await bar(page, '/0//0').last().click();
  await page.keyboard.press('Control+v');
  await expect(page.locator('[data-line$="/0"]').last()).toContainText('Em');
});

test('bars are tapped in, with the tempo and what was missing told', async ({ page }) => {
  await newSong(page);
  await toMap(page);
  await page.getByRole('button', { name: 'Tap in' }).click();
  const dialog = page.getByRole('dialog', { name: 'Tap the song in' });
  await dialog.getByRole('textbox').fill('G D Em Hx');
  await dialog.getByRole('textbox').press('Enter');
  await expect(dialog.getByText('“Hx” is no chord known here.')).toBeVisible();
  await dialog.getByRole('textbox').fill('G D Em');
  await dialog.getByRole('textbox').press('Enter');
  // One tap of nine is left out: bars of 800 ms, by the page's own clock.
  await page.evaluate(async () => {
    document.body.focus();
    for (let tap = 0; tap < 9; tap += 1) {
      if (tap !== 4) {
        window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
      }
      await new Promise((resolve) => setTimeout(resolve, 800));
    }
  });
  await expect(dialog.getByRole('status')).toContainText('9 bars at');
  await expect(dialog.getByRole('status')).toContainText('1 tap missing, filled in.');
  await expectNoAxeFindings(page);
  await dialog.getByRole('button', { name: 'Write the bars' }).click();
  await expect(page.getByRole('heading', { name: 'Tapped' })).toBeVisible();
  await expect(page.getByText(/9 bars, 0:0\d/).first()).toBeVisible();
});
