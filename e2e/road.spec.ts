import { expect } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { collectComplaints, expectSaved, newSong } from './pages.ts';
import { openFound, openStored } from './stored-songs.ts';
import { test } from './test.ts';

const CHART = `title: Lamp on the Quay
key: Bb
tempo: 100

Verse:
| Bb | F | Gm | Eb | x2
"lamp on the quay" / "bell in the fog"

Chorus:
| Eb F | Bb | <Gm | F!3 |

Verse:
Chorus:
`;

test('from a pasted chart to a printed page, and it is still there after a reload', async ({ page }) => {
  const complaints = collectComplaints(page);
  await newSong(page);
  await pasteChart(page, CHART);
  await expect(page.getByText('Everything was read.')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Lamp on the Quay');
  await expect(page.getByText('24 bars, 0:58')).toBeVisible();

  await page.getByRole('link', { name: 'Capo', exact: true }).click();
  const rung = page.getByRole('radio', { name: /^Capo 3:/ });
  await expect(rung).toHaveAccessibleName(/G shapes, G, D, Em, C; no barre.*, effort \d+\.\d, best capo/);
  const sounding = page.getByText('What sounds, at every fret:');
  const before = await sounding.textContent();
  await page.getByText('best capo', { exact: true }).click();
  await expect(rung).toBeChecked();
  await expect(page.getByText('Capo 3, hands in G')).toBeVisible();
  expect(await sounding.textContent()).toBe(before);

  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Verse 2' })).toContainText('8 bars');
  await expect(page.getByText('24 bars, 0:58, 96 beats in 4 sections.')).toBeVisible();
  // The chart names what sounds, so the map does; the shapes stand beside.
  await expect(page.getByText('Em · pushed an eighth')).toBeVisible();

  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  const sheet = page.getByRole('img', { name: 'Page 1 of the handout of Lamp on the Quay' });
  await expect(sheet).toContainText('Capo 3, G shapes, standard tuning.');
  await expect(page.getByText('Fits one page.')).toBeVisible();
  await expectSaved(page);

  await page.reload();
  await expect(sheet).toContainText('lamp on the quay / bell in the fog');
  await expect(page.getByRole('button', { name: 'fret 3' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('the printed page is one sheet of the chosen paper with ink from edge to edge of its text', async ({ page }) => {
  await openFound(page, 'Tin Roof Almanac', 'handout');
  for (const [paper, size] of [
    ['A4', [595, 842]],
    ['Letter', [612, 792]],
  ] as const) {
    await page.getByText(paper, { exact: true }).click();
    await expect(page.getByText('Fits one page.')).toBeVisible();
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    const boxes = [...pdf.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, width, height]) => [
      Math.round(Number(width)),
      Math.round(Number(height)),
    ]);
    expect(boxes).toEqual([size]);
  }
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  const inked = await page.evaluate(() => document.querySelectorAll('svg text').length);
  expect(inked).toBeGreaterThan(40);
});

test('what cannot be read is said at its place, nothing typed is lost, and it is mended there', async ({ page }) => {
  await newSong(page);
  await pasteChart(page, 'Verse:\n| G | D |\n| Em | Cq |\n');
  await expect(page.getByText('“Cq” is no chord known here.')).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toContainText('| Em | Cq |');
  await page.getByRole('button', { name: 'Line 3, column 8' }).click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Delete');
  await expect(page.getByText('Everything was read.')).toBeVisible();
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.getByText('4 bars, 16 beats in 1 section.')).toBeVisible();
});

test('a fact that cannot be is kept in its field with the reason', async ({ page }) => {
  await openStored(page, '| G | C |\n', 'song');
  const key = page.getByRole('textbox', { name: 'Sounding key' });
  await key.fill('Q sharp');
  await key.press('Enter');
  await expect(page.getByText('Write a key such as Bb or F#m.')).toBeVisible();
  await expect(key).toHaveValue('Q sharp');
  await key.fill('C');
  await key.press('Enter');
  await expect(page.getByRole('button', { name: 'C major' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toContainText('key: C');
  await page.getByRole('heading', { name: 'The song' }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'G major' })).toBeVisible();
});

test('markup in a title, a cue and a heading is text', async ({ page }) => {
  const complaints = collectComplaints(page);
  await newSong(page);
  await pasteChart(page, 'title: <img src=x onerror=alert(1)>\n\n<b>Verse</b>:\n| G |\n"<script>alert(2)</script>"\n');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('<img src=x onerror=alert(1)>');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.getByText('<script>alert(2)</script>')).toBeVisible();
  await expect(page.getByRole('heading', { name: '<b>Verse</b>' })).toBeVisible();
  expect(complaints).toEqual([]);
});
