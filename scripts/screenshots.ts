/* Takes the pictures of docs/screenshots from the built application with its demo data. */
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { pasteChart } from '../bench/paste-chart.ts';
import { untilJudged } from '../bench/until-judged.ts';

const PORT = 5190;
const base = `http://127.0.0.1:${PORT}`;
const data = mkdtempSync(join(tmpdir(), 'golden-ladder-shots-'));
const target = join(import.meta.dirname, '..', 'docs', 'screenshots');
mkdirSync(target, { recursive: true });

const server = spawn('node', ['dist/server/main.mjs'], {
  cwd: join(import.meta.dirname, '..'),
  env: { ...process.env, PORT: String(PORT), GOLDEN_LADDER_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((ready) => server.stdout.once('data', ready));
process.on('exit', () => server.kill('SIGTERM'));

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
const shoot = async (name: string): Promise<void> => {
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(target, `${name}.png`) });
};

// What is said of a song's shapes is worked out beside the server, and shown with the next look.
await untilJudged(base);
await page.goto(base);
await page.getByText('6 chords, all open').first().waitFor();
await page.getByText('7 songs', { exact: true }).waitFor();
await shoot('songs');
await page.getByRole('link', { name: 'Tin Roof Almanac' }).click();
await page.getByText('best capo').first().waitFor();
await shoot('capo');
const song = page.url().replace(/\/\w+$/, '');
for (const step of ['song', 'shapes', 'handout']) {
  await page.goto(`${song}/${step}`);
  await page.locator('main#step > *').first().waitFor();
  await shoot(step);
}

await page.goto(`${song}/rehearse`);
await page.getByRole('button', { name: 'Start', exact: true }).click();
await page.locator('[data-lit][data-bar="3"]').waitFor();
await page.screenshot({ path: join(target, 'rehearse.png') });
await page.keyboard.press('Escape');
await page.goto(`${song}/rehearse?of=drills`);
await page.getByText('a partner presses').click();
await page.getByRole('button', { name: 'Start the minute' }).click();
await page.getByRole('button', { name: /^Change \(/ }).click();
await page.screenshot({ path: join(target, 'drills.png') });

await page.goto(`${song}/right-hand`);
await page
  .getByRole('button', { name: /^Chorus/ })
  .first()
  .click();
await shoot('right-hand');

await page.goto(`${song}/levels`);
await page.getByRole('button', { name: /^Level 3, bar 2:/ }).click();
await page.evaluate(() => window.scrollTo(0, 0));
await page.waitForTimeout(400);
await shoot('levels');

await page.goto(`${song}/map`);
await page.locator('[data-place]').nth(6).click();
await page.getByText('Heard as bar').waitFor();
await shoot('map');
await page.getByRole('button', { name: 'Tap in' }).click();
await page.getByRole('dialog').waitFor();
for (let tap = 0; tap < 8; tap += 1) {
  await page.getByRole('dialog').getByRole('button', { name: /^Bar/ }).dispatchEvent('pointerdown');
  await page.waitForTimeout(1300);
}
await shoot('tap');

await page.goto(`${song}/shapes`);
await page.getByRole('tab', { name: 'Changes' }).click();
await page.getByRole('radio', { name: /^G to D/ }).click({ force: true });
await page.getByRole('button', { name: 'Next' }).click();
await shoot('changes');

await page.goto(`${base}/classes`);
await page.getByRole('heading', { name: /^Shapes it knows/ }).waitFor();
await shoot('classes');

await page.goto(`${base}/settings`);
await page.getByRole('heading', { name: 'This device' }).waitFor();
await shoot('settings');

await page.goto(base);
await page.getByRole('link', { name: 'Quarry Dog' }).click();
await page.getByText('best capo').first().waitFor();
await page.goto(`${page.url().replace(/\/\w+$/, '')}/right-hand`);
await page.getByText('Fills and riffs', { exact: true }).click();
await page.getByText('Beside the chords').waitFor();
await shoot('ornaments');

await page.goto(base);
await page.getByRole('link', { name: 'Last Tram, Wrong Shoes' }).click();
await page.getByText('best capo').first().waitFor();
await page.goto(`${page.url().replace(/\/\w+$/, '')}/handout`);
await page.getByText('A4', { exact: true }).click();
await page.getByText(/^(Fits one page|2 pages, to lie side by side)\.$/).waitFor();
await page.evaluate(() => document.fonts.ready);
await page.getByRole('img', { name: /^Page 1/ }).screenshot({ path: join(target, 'printed.png') });

const LOOSE = `Lantern Parade
by Ida Marrow

Capo: 2nd fret

[Verse 1]
G            D/F#
Paper and wire and a candle end each
   Em7          C
Down to the harbour we go

(Chorus)
C  D  G  (Em)
Lights on the water
`;
await page.goto(base);
await page.getByRole('button', { name: 'New song' }).click();
await page.getByRole('textbox', { name: 'Chart of the song' }).waitFor();
await pasteChart(page, LOOSE);
await page.getByRole('button', { name: 'Read it otherwise' }).click();
await page.getByRole('region', { name: 'The chart it comes to' }).waitFor();
await shoot('loose');

await page.goto(base);
const library = await (await fetch(`${base}/api/library`)).text();
const older = JSON.parse(library);
older.songs = older.songs.slice(1);
const files = [
  { name: 'lantern parade.txt', mimeType: 'text/plain', buffer: Buffer.from(LOOSE) },
  { name: 'evening.mid', mimeType: 'audio/midi', buffer: Buffer.from('MThd') },
  { name: 'library of march.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(older)) },
];
await page.locator('input[type=file]').setInputFiles(files);
await page.getByText('A whole library.').waitFor();
await shoot('files');
await page.getByRole('button', { name: 'See what it would change' }).click();
await page.getByText('in place of what is here').click();
await page.getByText('the same in both').waitFor();
await shoot('library');

await browser.close();
server.kill('SIGTERM');
await new Promise((ended) => server.once('exit', ended));
rmSync(data, { recursive: true, force: true });
