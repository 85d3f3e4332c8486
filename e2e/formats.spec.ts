import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings, expectSaved } from './pages.ts';
import { openFound, storeSong } from './stored-songs.ts';
import { test } from './test.ts';

const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-formats-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function openHandout(page: Page, title: string): Promise<void> {
  await openFound(page, title, 'handout');
  await expect(page.getByText(/^(Fits one page|2 pages, to lie side by side)\.$/)).toBeVisible();
}

/** Presses a button that gives a file, and keeps it. */
async function take(page: Page, name: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).click(),
  ]);
  const file = join(folder, download.suggestedFilename());
  await download.saveAs(file);
  return file;
}

test('a handout is taken as PDF and as a web page that opens alone, on a phone too', async ({ page, browser }) => {
  const complaints = collectComplaints(page);
  await openHandout(page, 'Tin Roof Almanac');
  const pdf = await take(page, 'PDF');
  expect(pdf).toMatch(/Tin-Roof-Almanac\.pdf$/);
  if (existsSync('/usr/bin/qpdf')) {
    expect(spawnSync('qpdf', ['--check', pdf]).status).toBe(0);
    const text = spawnSync('pdftotext', ['-raw', pdf, '-'], { encoding: 'utf8' }).stdout;
    expect(text).toContain('Capo 3, G shapes, standard tuning.');
    expect(text.replace(/\s+/g, ' ')).toContain('Cadd9 G/B Am7 D');
  }
  const html = await take(page, 'Web page');
  const context = await browser.newContext({ viewport: { width: 390, height: 800 }, offline: true });
  const phone = await context.newPage();
  const asked: string[] = [];
  phone.on('request', (request) => asked.push(request.url()));
  const phoneComplaints = collectComplaints(phone);
  await phone.goto(`file://${html}`);
  await expect(phone).toHaveTitle('Tin Roof Almanac');
  expect(asked.filter((url) => !/^(?:file|data):/.test(url))).toEqual([]);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expect(phone.locator('.phone svg')).toBeVisible();
  await expect(phone.locator('.sheets svg')).toBeHidden();
  await expect(phone.getByRole('heading', { level: 2, name: 'Chorus' })).toBeAttached();
  await expectNoAxeFindings(phone);
  const faces = await phone.evaluate(async () => {
    await document.fonts.ready;
    return [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family);
  });
  expect(new Set(faces)).toEqual(new Set(['Fraunces', 'Atkinson']));
  await phone.setViewportSize({ width: 1200, height: 800 });
  await expect(phone.locator('.sheets svg')).toBeVisible();
  expect([...complaints, ...phoneComplaints]).toEqual([]);
  await context.close();
});

test('pictures of a chord and of the capo ladder are taken and copied', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openHandout(page, 'Last Tram, Wrong Shoes');
  await page.getByRole('button', { name: /^Pictures/ }).click();
  const ladder = readFileSync(await take(page, 'SVG'), 'utf8');
  expect(ladder).toContain('Capo 2: G major shapes G, C, D, Em, Am7; effort');
  await page.getByRole('button', { name: /What$/ }).click();
  await page.getByRole('option', { name: 'F♯m', exact: true }).click();
  const box = await take(page, 'PNG');
  expect(box).toMatch(/F-m\.png$|F♯m\.png$/);
  expect(readFileSync(box).subarray(1, 4).toString('latin1')).toBe('PNG');
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByText('The picture is in the clipboard.')).toBeVisible();
  const types = await page.evaluate(async () => (await navigator.clipboard.read()).flatMap((item) => item.types));
  expect(types).toEqual(['image/png']);
});

test('how a page is made is remembered for a student of the class', async ({ page }) => {
  await openFound(page, 'Quarry Dog', 'capo');
  await page.getByRole('button', { name: /^The class and its hand/ }).click();
  await page.getByRole('button', { name: /Planned for$/ }).click();
  await page.getByRole('option', { name: /Wednesday/ }).click();
  await expectSaved(page);
  await page.getByRole('link', { name: 'Handout', exact: true }).click();
  await page.getByRole('button', { name: /^Students/ }).click();
  const name = page.getByRole('textbox', { name: 'One more student' });
  await name.fill('Odile');
  await name.press('Enter');
  await expect(page.getByRole('button', { name: 'Forget Odile' })).toBeVisible();
  await page.getByText('on a level', { exact: true }).click();
  await page.getByText('degrees of the key', { exact: true }).click();
  await page.getByText('large print', { exact: true }).click();
  await expect(page.getByRole('img', { name: /^Page 1/ })).toContainText('Your part.');
  await expectNoAxeFindings(page);
  await page.reload();
  // The student stays chosen; the class reads as before.
  await expect(page.getByRole('img', { name: /^Page 1/ })).toContainText('Your part.');
  await page.getByRole('button', { name: /Of Wednesday/ }).click();
  await page.getByRole('option', { name: 'the whole class' }).click();
  await expect(page.getByRole('img', { name: /^Page 1/ })).not.toContainText('Your part.');
  await page.getByRole('button', { name: /Of Wednesday/ }).click();
  await page.getByRole('option', { name: 'Odile' }).click();
  await expect(page.getByRole('img', { name: /^Page 1/ })).toContainText('Your part.');
  await expect(page.getByRole('checkbox', { name: 'large print' })).toBeChecked();
});

test('files are brought in by picker, drop and paste, each with what was assumed and left; the refused ones with a reason', async ({
  page,
}) => {
  const complaints = collectComplaints(page);
  await openHandout(page, 'A Letter to the Lighthouse Cook');
  await page.getByRole('button', { name: /^The song as a file/ }).click();
  const packed = await take(page, 'MusicXML, packed');
  const loose = join(folder, 'loose.txt');
  writeFileSync(loose, 'Wet Monday\nCapo 2\n\nVerse\nG        D        Em\nrain on the river tonight again my dear\n');
  const bomb = join(folder, 'bomb.xml');
  writeFileSync(bomb, '<!DOCTYPE a [<!ENTITY x "x">]><score-partwise>&x;</score-partwise>');
  await page.goto('/');
  await page.locator('input[type=file]').setInputFiles([packed, loose, bomb]);
  const dialog = page.getByRole('dialog', { name: 'Songs from files' });
  await expect(dialog.getByText('100 bars in 5 sections, read as MusicXML.')).toBeVisible();
  await expect(dialog.getByText('read as loose chart')).toBeVisible();
  await expect(dialog.getByText('Not read. It declares entities of its own')).toBeVisible();
  await expectNoAxeFindings(page);
  await dialog.getByText('bring it in').first().click();
  await dialog.getByRole('button', { name: 'Add 1 song' }).click();
  await dialog.getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByText(/^\d+ bars?, .* in 1 section/)).toBeVisible();

  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Wet Monday' })).toBeVisible();
  await page.evaluate(() => {
    const files = new DataTransfer();
    files.items.add(new File(['title: Dropped\n\n| C | G |\n'], 'a.txt'));
    window.dispatchEvent(new DragEvent('drop', { dataTransfer: files, bubbles: true, cancelable: true }));
  });
  await expect(dialog.getByText('Dropped', { exact: true })).toBeVisible();
  await page.evaluate(() => {
    const text = new DataTransfer();
    text.setData('text/plain', 'title: Pasted here\n\n| Am | F |\n');
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: text, bubbles: true, cancelable: true }));
  });
  await dialog.getByRole('button', { name: 'Add 2 songs' }).click();
  await expect(dialog.getByRole('link', { name: 'Open it' })).toHaveCount(2);
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('link', { name: 'Pasted here' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('the whole library is taken along, looked at, and brought back', async ({ page }) => {
  await storeSong(page, 'title: Comes Back\n\n| G | C |\n');
  await page.goto('/settings');
  const library = await take(page, 'Take it along');
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Comes Back' }).click();
  await expect(page.getByRole('link', { name: 'Comes Back' })).toHaveCount(0);
  await page.goto('/settings');
  await page.locator('input[type=file]').setInputFiles(library);
  const dialog = page.getByRole('dialog', { name: 'A whole library' });
  await expect(dialog.getByText('1 song: new here, to come in')).toBeVisible();
  await expectNoAxeFindings(page);
  await dialog.getByText('in place of what is here').click();
  await dialog.getByText('beside what is here').click();
  await dialog.getByRole('button', { name: 'Bring it in' }).click();
  await expect(dialog.getByText(/^1 song came in, 0 changed, 0 taken out\./)).toBeVisible();
  await expect(dialog.getByText(/lies in the data folder, in backups/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Comes Back' })).toBeVisible();
  const torn = join(folder, 'torn.json');
  writeFileSync(torn, '{"kind": "golden-ladder-library", ');
  await page.goto('/settings');
  await page.locator('input[type=file]').setInputFiles(torn);
  await expect(page.getByText(/torn\.json: It is no library of this program/)).toBeVisible();
});

test('the command line brings files into the running library', async ({ page, baseURL }) => {
  const chart = join(folder, 'songbook.txt');
  writeFileSync(chart, 'title: From The Songbook\nkey: D\n\nVerse:\n| D | A | G | D |\n');
  const { stdout, status } = spawnSync('node', ['dist/cli/main.mjs', 'import', chart, '--to', baseURL ?? ''], {
    encoding: 'utf8',
  });
  expect(status).toBe(0);
  expect(stdout).toContain('“From The Songbook”, 4 bars, from text chart; in the library at ');
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'From The Songbook' })).toBeVisible();
});
