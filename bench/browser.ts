import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium } from '@playwright/test';
import { startBuiltServer } from './built-server.ts';
import { benchCapoPage } from './capo-page.ts';
import { benchLongSong, measureMapHeap } from './long-song.ts';
import { type Row, summarise } from './row.ts';

const PORT = 5191;
const BASE = `http://127.0.0.1:${PORT}`;
const REPEATS = 20;
const SECOND_START_LIMIT_MS = 5000;

/** What the heap holds after 500 and after 1,000 edits and undos on a long map, in a sentence. */
export async function sayMapHeap(): Promise<string> {
  const data = mkdtempSync(join(tmpdir(), 'golden-ladder-bench-'));
  const server = await startBuiltServer(PORT, data);
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const [first, second] = await measureMapHeap(browser, BASE);
  await browser.close();
  await server.stop();
  rmSync(data, { recursive: true, force: true });
  return `\nHeap after 500 edits and undos on the map of 600 bars ${first.toFixed(1)} MB, after 1,000 ${second.toFixed(1)} MB (limit: 20 more).\n`;
}

/** The built application: its second start, and its first page beside an empty one. */
export async function benchBrowser(): Promise<readonly Row[]> {
  const data = mkdtempSync(join(tmpdir(), 'golden-ladder-bench-'));
  const first = await startBuiltServer(PORT, data);
  await first.stop();
  const starts: number[] = [];
  for (let repeat = 0; repeat < 5; repeat += 1) {
    const server = await startBuiltServer(PORT, data);
    starts.push(server.startMs);
    await server.stop();
  }
  const server = await startBuiltServer(PORT, data);
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const songs = await openings(browser, BASE, 'a[href*="/songs/"]');
  const health = await openings(browser, `${BASE}/api/health`, 'body');
  const long = await benchLongSong(browser, BASE);
  const capo = await benchCapoPage(browser, BASE);
  await browser.close();
  await server.stop();
  rmSync(data, { recursive: true, force: true });
  return [
    {
      name: 'second start of the server',
      ...summarise(starts),
      reference: { name: 'first start', medianMs: first.startMs },
      limitMs: SECOND_START_LIMIT_MS,
    },
    {
      name: 'the list of songs, cold cache',
      ...summarise(songs),
      reference: { name: 'an empty answer', medianMs: summarise(health).medianMs },
      limitMs: null,
    },
    ...long,
    ...capo,
  ];
}

async function openings(browser: Browser, url: string, selector: string): Promise<readonly number[]> {
  const times: number[] = [];
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    const context = await browser.newContext();
    const page = await context.newPage();
    const startedAt = performance.now();
    await page.goto(url);
    await page.locator(selector).first().waitFor();
    times.push(performance.now() - startedAt);
    await context.close();
  }
  return times;
}
