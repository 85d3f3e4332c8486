/* The greatest files that are read, one that is refused, what the planner waits for them, and how soon a reading ends that is stopped. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { toScore } from '../src/core/formats/musicxml/to-score.ts';
import { mainPartOf } from '../src/core/song/document/parts.ts';
import { toMusicXmlText } from '../src/exchange/musicxml-text.ts';
import { MOST_MARKUP } from '../src/exchange/parse-xml.ts';
import { MOST_FILE_BYTES } from '../src/exchange/read-file.ts';
import { longChart } from './long-chart.ts';
import { type Row, summarise } from './row.ts';
import { songFromLongChart } from './written-song.ts';

const GREATEST_BARS = 1000;
const READ_LIMIT_MS = 10_000;
const REFUSED_LIMIT_MS = 1000;
const STOP_LIMIT_MS = 200;
const ROUNDS = 5;

/** Files of the greatest size of each kind, by name. */
function makeFiles(): Readonly<Record<string, Uint8Array>> {
  const song = songFromLongChart(GREATEST_BARS);
  const score = toMusicXmlText(toScore(song, mainPartOf(song)));
  const marks = score.match(/[<=]/g)?.length ?? 0;
  // As much as may be: notes of another voice, which is passed over.
  const note = '<note><rest/><duration>1</duration><type>quarter</type></note>';
  const full = score.replace('</measure>', `${note.repeat(Math.floor((MOST_MARKUP - marks - 10) / 8))}</measure>`);
  const container = '<container><rootfiles><rootfile full-path="score.xml"/></rootfiles></container>';
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  return {
    'Longest Chart.txt': bytes(longChart(GREATEST_BARS)),
    'Longest Song.json': bytes(JSON.stringify(song)),
    'Fullest Score.musicxml': bytes(full),
    'Packed Score.mxl': zipSync({ 'META-INF/container.xml': bytes(container), 'score.xml': bytes(full) }),
    'Too Large.musicxml': bytes(`<?xml version="1.0"?>${' '.repeat(MOST_FILE_BYTES + 30_000_000)}`),
    'Bomb.mxl': zipSync({
      'META-INF/container.xml': bytes(container),
      'score.xml': new Uint8Array(60_000_000).fill(0x20),
    }),
  };
}

/** Reads each in the built application. */
export async function benchFiles(browser: Browser, base: string): Promise<readonly Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-files-'));
  const files = makeFiles();
  for (const [name, content] of Object.entries(files)) {
    writeFileSync(join(folder, name), content);
  }
  const page = await (await browser.newContext()).newPage();
  await page.goto(base);
  const row = (name: string, times: readonly number[], limitMs: number): Row => ({
    name,
    ...summarise(times),
    reference: null,
    limitMs,
  });
  const rows: Row[] = [];
  for (const name of Object.keys(files)) {
    const isRefused = /^(?:Too|Bomb)/.test(name);
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round += 1) {
      times.push(await readOnce(page, join(folder, name), isRefused ? /Not read\./ : /read as/));
    }
    rows.push(row(`${name} ${isRefused ? 'refused' : 'read'}`, times, isRefused ? REFUSED_LIMIT_MS : READ_LIMIT_MS));
  }
  const stops: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    stops.push(await stopOnce(page, join(folder, 'Fullest Score.musicxml')));
  }
  rows.push(row('a reading stopped, from the press to the end of its worker', stops, STOP_LIMIT_MS));
  rows.push(await planBeside(page, base, join(folder, 'Fullest Score.musicxml')));
  rmSync(folder, { recursive: true, force: true });
  return rows;
}

/** Picks a file, also where it is the one that was picked last. */
async function pick(page: Page, file: string): Promise<void> {
  await page.locator('input[type=file]').setInputFiles([]);
  await page.locator('input[type=file]').setInputFiles(file);
}

async function readOnce(page: Page, file: string, outcome: RegExp): Promise<number> {
  const startedAt = performance.now();
  await pick(page, file);
  await page.getByText(outcome).waitFor({ timeout: 60_000 });
  const took = performance.now() - startedAt;
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  return took;
}

async function stopOnce(page: Page, file: string): Promise<number> {
  await pick(page, file);
  const stop = page.getByRole('button', { name: 'Stop reading it' });
  await stop.waitFor();
  await page.waitForTimeout(400);
  const before = page.workers().length;
  const ended = new Promise<void>((resolve) => {
    const look = (): void => (page.workers().length < before ? resolve() : void setTimeout(look, 2));
    look();
  });
  const startedAt = performance.now();
  await stop.click();
  await ended;
  const took = performance.now() - startedAt;
  await page.getByText('Not read: it was stopped.').waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  return took;
}

/** The planner's first answer to a song that is opened, alone and while a file is read on the page that was left open beside it. */
async function planBeside(page: Page, base: string, file: string): Promise<Row> {
  const beside = await page.context().newPage();
  await beside.goto(base);
  const times = { alone: [] as number[], reading: [] as number[] };
  for (let round = 0; round < ROUNDS; round += 1) {
    times.alone.push(await firstAnswer(beside, base));
    await pick(page, file);
    await page.getByRole('button', { name: 'Stop reading it' }).waitFor();
    times.reading.push(await firstAnswer(beside, base));
    await page.getByText(/read as/).waitFor({ timeout: 60_000 });
    await page.keyboard.press('Escape');
  }
  const alone = summarise(times.alone).medianMs;
  return {
    name: 'the planner’s first answer while a file is read',
    ...summarise(times.reading),
    reference: { name: 'alone', medianMs: alone },
    limitMs: Math.round(alone * 1.2),
  };
}

async function firstAnswer(page: Page, base: string): Promise<number> {
  await page.goto(`${base}/?words=lighthouse cook`);
  const link = page.getByRole('link', { name: 'A Letter to the Lighthouse Cook' });
  await link.waitFor();
  await page.waitForTimeout(500);
  const startedAt = performance.now();
  await link.click();
  await page.getByText('best capo').first().waitFor();
  return performance.now() - startedAt;
}
