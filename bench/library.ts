/* Large libraries, large songs and large files, and what others wait for them. */
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import { type BuiltServer, startBuiltServer } from './built-server.ts';
import { benchFiles } from './files.ts';
import { watchTasks } from './long-tasks.ts';
import { fillLibrary } from './made-library.ts';
import { type Row, summarise } from './row.ts';
import { songFromLongChart } from './written-song.ts';

const PORT = 5196;
const BASE = `http://127.0.0.1:${PORT}`;
const REPEATS = 20;
const SONGS = 2000;
const MANY_SONGS = 20_000;
const GREATEST_BARS = 1000;
const LIMITS = { other: 200, memoryMb: 700, drawn: 500, searched: 100, task: 50, many: 1000, start: 4000, close: 2000 };

/** What was measured, and a sentence on memory. */
export type LibraryReport = { readonly rows: readonly Row[]; readonly memory: string };

/** Measures all of it; takes some minutes. */
export async function benchLibrary(): Promise<LibraryReport> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const data = await mkdtemp(join(tmpdir(), 'golden-ladder-library-'));
  const many = await mkdtemp(join(tmpdir(), 'golden-ladder-many-'));
  try {
    await makeLibrary(data, SONGS);
    const startsAndCloses = await benchStarts(data);
    const server = await startBuiltServer(PORT, data);
    await settled();
    const busy = await benchBusy(server);
    const lists = await benchList(browser, SONGS, LIMITS.drawn, LIMITS.searched);
    const files = await benchFiles(browser, BASE);
    await server.stop();
    await makeLibrary(many, MANY_SONGS);
    const large = await startBuiltServer(PORT, many);
    await settled();
    const largeLists = await benchList(browser, MANY_SONGS, LIMITS.many, LIMITS.many);
    await large.stop('SIGKILL');
    return { rows: [...startsAndCloses, ...busy.rows, ...lists, ...largeLists, ...files], memory: busy.memory };
  } finally {
    await browser.close();
    rmSync(data, { recursive: true, force: true });
    rmSync(many, { recursive: true, force: true });
  }
}

async function makeLibrary(data: string, songs: number): Promise<void> {
  const first = await startBuiltServer(PORT, data);
  await first.stop();
  await fillLibrary(data, songs);
}

/** Waits until the first backup has been written. */
function settled(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, 15_000));
}

async function benchStarts(data: string): Promise<readonly Row[]> {
  const [starts, closes]: [number[], number[]] = [[], []];
  for (let repeat = 0; repeat < 6; repeat += 1) {
    const server = await startBuiltServer(PORT, data);
    // The first one writes the first whole backup.
    await new Promise((resolve) => setTimeout(resolve, repeat === 0 ? 20_000 : 6000));
    const startedAt = performance.now();
    await server.stop();
    if (repeat > 0) {
      starts.push(server.startMs);
      closes.push(performance.now() - startedAt);
    }
  }
  return [
    row(`start with ${SONGS} songs`, starts, LIMITS.start),
    row(`close with ${SONGS} songs`, closes, LIMITS.close),
  ];
}

function row(name: string, times: readonly number[], limitMs: number | null): Row {
  return { name, ...summarise(times), reference: null, limitMs };
}

/** Small requests of somebody else while one great thing after the other is done, each until it is over. */
async function benchBusy(server: BuiltServer): Promise<{ readonly rows: readonly Row[]; readonly memory: string }> {
  const library = join(tmpdir(), `golden-ladder-taken-${process.pid}.json`);
  writeFileSync(library, Buffer.from(await (await fetch(`${BASE}/api/library`)).arrayBuffer()));
  const great = songFromLongChart(GREATEST_BARS);
  const created = await post('/api/songs', { document: great });
  const { id, revision } = (await created.json()) as { id: string; revision: number };
  let base = revision;
  const works: readonly (readonly [string, () => Promise<unknown>])[] = [
    [
      'a song of the greatest size is saved',
      async () => {
        const title = `Saved ${base}`;
        const document = { ...great, facts: { ...great.facts, title } };
        const saved = await fetch(`${BASE}/api/songs/${id}`, jsonRequest('PUT', { baseRevision: base, document }));
        base = ((await saved.json()) as { revision: number }).revision;
      },
    ],
    [`${SONGS} songs are taken along`, async () => (await fetch(`${BASE}/api/library`)).arrayBuffer()],
    [
      'a library is compared',
      async () =>
        (
          await fetch(`${BASE}/api/library/preview`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: readFileSync(library),
          })
        ).json(),
    ],
  ];
  const peak = { mb: 0 };
  const watching = setInterval(() => {
    peak.mb = Math.max(peak.mb, residentMb(server.child.pid ?? 0));
  }, 50);
  const alone = await others(() => new Promise((resolve) => setTimeout(resolve, 3000)));
  const rows: Row[] = [];
  for (const [name, work] of works) {
    const took: number[] = [];
    const times = await others(async () => {
      for (let repeat = 0; repeat < (name.startsWith('a song') ? REPEATS : 2); repeat += 1) {
        const startedAt = performance.now();
        await work();
        took.push(performance.now() - startedAt);
      }
    });
    const reference = { name: 'alone', medianMs: summarise(alone).medianMs };
    rows.push({ name: `another request while ${name}`, ...summarise(times), reference, limitMs: LIMITS.other });
    rows.push(row(`${name}, itself`, took, null));
  }
  const together = await others(() => Promise.all(works.map(([, work]) => work())));
  rows.push({
    name: 'another request while all of that is done at once',
    ...summarise(together),
    reference: { name: 'alone', medianMs: summarise(alone).medianMs },
    limitMs: LIMITS.other,
  });
  clearInterval(watching);
  rmSync(library);
  return {
    rows,
    memory: `The server held at most ${Math.round(peak.mb)} MB meanwhile (limit: ${LIMITS.memoryMb}).`,
  };
}

/** The times of small requests, one after the other, as long as some work goes on. */
async function others(work: () => Promise<unknown>): Promise<readonly number[]> {
  const times: number[] = [];
  let isOver = false;
  const working = work().finally(() => {
    isOver = true;
  });
  while (!isOver || times.length < 5) {
    for (const path of ['/api/settings', '/api/songs?count=1']) {
      const startedAt = performance.now();
      await (await fetch(`${BASE}${path}`)).arrayBuffer();
      times.push(performance.now() - startedAt);
    }
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  await working;
  return times;
}

function jsonRequest(method: string, body: unknown): RequestInit {
  return { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
}

function post(path: string, body: unknown): Promise<Response> {
  return fetch(`${BASE}${path}`, jsonRequest('POST', body));
}

function residentMb(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;
  } catch {
    return 0;
  }
}

/** The list drawn, searched key by key, and scrolled. */
async function benchList(
  browser: Browser,
  songs: number,
  drawnLimit: number,
  searchedLimit: number,
): Promise<readonly Row[]> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(noteDrawn);
  const drawn: number[] = [];
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.goto(BASE);
    await page.locator('tbody th a').first().waitFor();
    await page.waitForTimeout(300);
    drawn.push(await page.evaluate(() => (window as unknown as { drawnAt: number }).drawnAt));
  }
  const longest = await watchTasks(page);
  const tasks: number[] = [];
  await page.mouse.move(640, 600);
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.mouse.wheel(0, 700);
    tasks.push(await longest());
  }
  const searched = await searches(page, songs);
  await context.close();
  return [
    row(`the list of ${songs} songs drawn, from the address to the rows`, drawn, drawnLimit),
    row(`longest task of a turn of the wheel on ${songs} songs`, tasks, LIMITS.task),
    row(`${songs} songs searched, from a key to the songs that are found`, searched, searchedLimit),
  ];
}

function noteDrawn(): void {
  const noted = window as unknown as { drawnAt: number };
  const watch = new MutationObserver(() => {
    if (document.querySelector('tbody th a') !== null) {
      watch.disconnect();
      requestAnimationFrame(() =>
        setTimeout(() => {
          noted.drawnAt = performance.now();
        }),
      );
    }
  });
  watch.observe(document, { childList: true, subtree: true });
}

/** The number of a song typed to its end: the last key leaves one song of some. */
async function searches(page: Page, songs: number): Promise<readonly number[]> {
  await page.evaluate(() => scrollTo(0, 0));
  await page.getByRole('searchbox').click();
  const times: number[] = [];
  for (let round = 0; round < REPEATS / 2; round += 1) {
    const wanted = String(Math.floor(songs / 2) + round * 7);
    await page.getByRole('searchbox').fill(wanted.slice(0, -1));
    await page.getByText(/ of [\d,]+ songs/).waitFor();
    await page.waitForTimeout(400);
    await page.evaluate(noteFound);
    await page.keyboard.press('End');
    await page.keyboard.type(wanted.slice(-1));
    times.push(await page.evaluate(() => (window as unknown as { found: Promise<number> }).found));
  }
  return times;
}

/** Notes how long it takes from the next key to another list. */
function noteFound(): void {
  const rowsNow = (): string => [...document.querySelectorAll('tbody th a')].map((link) => link.textContent).join();
  const before = rowsNow();
  const noted = window as unknown as { found: Promise<number> };
  noted.found = new Promise((resolve) => {
    let pressedAt = 0;
    window.addEventListener(
      'beforeinput',
      () => {
        pressedAt = performance.now();
      },
      { once: true, capture: true },
    );
    const watch = new MutationObserver(() => {
      if (rowsNow() !== before) {
        watch.disconnect();
        requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - pressedAt)));
      }
    });
    watch.observe(document.body, { childList: true, subtree: true, characterData: true });
    setTimeout(() => resolve(5000), 5000);
  });
}
