import { type Browser, expect, type Page } from '@playwright/test';
import { LONG_BARS, longChart } from './long-chart.ts';
import { watchTasks } from './long-tasks.ts';
import { pasteChart } from './paste-chart.ts';
import { type Row, summarise } from './row.ts';

const OPEN_LIMIT_MS = 500;
const TASK_LIMIT_MS = 50;
const PASTE_LIMIT_MS = 1000;
const EDIT_LIMIT_MS = 50;
const STEPS = 500;
const OPEN_WITH_STEPS_LIMIT_MS = 600;
const REPEATS = 20;

/** A megabyte of names above words, as it may come from anywhere. */
const MEGABYTE = 'G      D        Em   C\nwords that are sung to these\n\n'.repeat(19_500).slice(0, 999_000);

/** A 600-bar song: opening it, typing in its chart, scrolling its map; and a paste of a megabyte. */
export async function benchLongSong(browser: Browser, base: string): Promise<readonly Row[]> {
  const page = await (await browser.newContext()).newPage();
  const address = await makeLongSong(page, base);
  const opening = await openings(page, base, 'Six Hundred Bars');
  const small = await openings(page, base, 'Quarry Dog');
  const typing = await typingTasks(page, address);
  const scrolling = await scrollTasks(page, `${address}/map`);
  const edits = await mapEdits(page, `${address}/map`);
  const paste = await pasteMegabyte(page, base);
  await makeSteps(page, `${address}/map`);
  const withSteps = await openings(page, base, 'Six Hundred Bars');
  const limit = (name: string, times: readonly number[], limitMs: number): Row => ({
    name,
    ...summarise(times),
    reference: null,
    limitMs,
  });
  return [
    {
      name: 'opening a 600-bar song, from the press to its first step',
      ...summarise(opening),
      reference: { name: 'a song of 70 bars', medianMs: summarise(small).medianMs },
      limitMs: OPEN_LIMIT_MS,
    },
    {
      name: `the same with ${STEPS} steps that can be undone`,
      ...summarise(withSteps),
      reference: { name: 'without', medianMs: summarise(opening).medianMs },
      limitMs: OPEN_WITH_STEPS_LIMIT_MS,
    },
    limit('longest task of a key typed into its chart', typing, TASK_LIMIT_MS),
    limit('longest task of a turn of the wheel on its map', scrolling, TASK_LIMIT_MS),
    {
      name: 'an edit of a bar on its map, from the key to the page drawn',
      ...summarise(edits),
      reference: {
        name: 'a key that does nothing',
        medianMs: summarise(await idleKeys(page, `${address}/map`)).medianMs,
      },
      limitMs: EDIT_LIMIT_MS,
    },
    limit('answer to a pasted megabyte', paste.answers, PASTE_LIMIT_MS),
    limit('longest task after the paste itself', paste.tasks, TASK_LIMIT_MS),
  ];
}

async function makeLongSong(page: Page, base: string): Promise<string> {
  await page.goto(base);
  await page.getByRole('button', { name: 'New song' }).click();
  await pasteChart(page, longChart());
  await page.getByText(`${LONG_BARS} bars`).first().waitFor();
  await page.getByText('all saved').waitFor();
  return page.url().replace(/\/\w+$/, '');
}

/** Marks one bar as early and on time again, so often that no more steps are kept. */
async function makeSteps(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('[aria-label="Part 15"]').waitFor();
  await page.locator('[aria-label="Part 8"] [data-place]').nth(5).click();
  for (let step = 0; step < STEPS; step += 1) {
    await page.keyboard.press('p');
  }
  await page.getByText('all saved').waitFor();
  await page.waitForTimeout(1000);
}

/** From a press on the song in the list to its first step drawn: the neck with its levels, which fill as they are worked out. */
async function openings(page: Page, base: string, title: string): Promise<readonly number[]> {
  const times: number[] = [];
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.goto(base);
    await page.getByRole('link', { name: title }).first().waitFor();
    await page.waitForTimeout(300);
    times.push(await page.evaluate(openByPress, title));
  }
  return times;
}

function openByPress(title: string): Promise<number> {
  return new Promise((resolve) => {
    const startedAt = performance.now();
    const watch = new MutationObserver(() => {
      if (document.querySelector('[data-testid=neck]') !== null) {
        watch.disconnect();
        requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - startedAt)));
      }
    });
    watch.observe(document.body, { childList: true, subtree: true });
    [...document.querySelectorAll('a')].find((link) => link.textContent === title)?.click();
  });
}

async function typingTasks(page: Page, address: string): Promise<readonly number[]> {
  await page.goto(`${address}/listen`);
  const editor = page.getByRole('textbox', { name: 'Chart of the song' });
  await editor.waitFor();
  await page.getByText('| G | D/F# | Em7 | Cadd9 |').first().click();
  await page.keyboard.press('End');
  const longest = await watchTasks(page);
  const times: number[] = [];
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.keyboard.type(repeat % 2 === 0 ? ' ' : 'x');
    times.push(await longest());
    await page.keyboard.press('Backspace');
    times.push(await longest());
  }
  return times;
}

async function scrollTasks(page: Page, address: string): Promise<readonly number[]> {
  await page.goto(address);
  await page.locator('[aria-label="Part 15"]').waitFor();
  await page.waitForTimeout(500);
  const longest = await watchTasks(page);
  const times: number[] = [];
  await page.mouse.move(500, 500);
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.mouse.wheel(0, 700);
    times.push(await longest());
  }
  return times;
}

/** From a key to the page drawn after it, in ms; the keys are pressed one after the other on a bar in the middle of the song. */
async function keyTimes(page: Page, address: string, keys: readonly string[]): Promise<readonly number[]> {
  await page.goto(address);
  await page.locator('[aria-label="Part 15"]').waitFor();
  await page.waitForTimeout(1000);
  await page.locator('[aria-label="Part 8"] [data-place]').nth(5).click();
  await page.evaluate(() => {
    const noted = window as unknown as { drawn: number[] };
    noted.drawn = [];
    window.addEventListener(
      'keydown',
      () => {
        const startedAt = performance.now();
        requestAnimationFrame(() => setTimeout(() => noted.drawn.push(performance.now() - startedAt)));
      },
      true,
    );
  });
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.waitForTimeout(250);
  }
  return page.evaluate(() => (window as unknown as { drawn: number[] }).drawn);
}

/** Edits of one bar: chords typed into it, marks, and all of it undone. */
async function mapEdits(page: Page, address: string): Promise<readonly number[]> {
  const typed = await keyTimes(page, address, [
    'A',
    'm',
    'Tab',
    'D',
    'Tab',
    's',
    'p',
    'h',
    'x',
    '+',
    '-',
    'k',
    'j',
    'Delete',
  ]);
  const undone = await keyTimes(page, address, [
    'p',
    'Control+z',
    'p',
    'Control+z',
    'h',
    'Control+z',
    'Alt+ArrowRight',
    'Control+z',
  ]);
  return [...typed, ...undone];
}

async function idleKeys(page: Page, address: string): Promise<readonly number[]> {
  return keyTimes(
    page,
    address,
    Array.from({ length: 8 }, () => 'q'),
  );
}

/** MB of the heap after 500 and after 1,000 edits and undos on the map of a long song, garbage collected. */
export async function measureMapHeap(browser: Browser, base: string): Promise<readonly [number, number]> {
  const page = await (await browser.newContext()).newPage();
  const address = await makeLongSong(page, base);
  const session = await page.context().newCDPSession(page);
  await page.goto(`${address}/map`);
  await page.locator('[aria-label="Part 15"]').waitFor();
  await page.locator('[aria-label="Part 8"] [data-place]').nth(5).click();
  const heapMb = async (): Promise<number> => {
    await page.waitForTimeout(1500);
    await session.send('HeapProfiler.collectGarbage');
    return (await session.send('Runtime.getHeapUsage')).usedSize / 1e6;
  };
  const edit = async (count: number): Promise<void> => {
    for (let step = 0; step < count / 2; step += 1) {
      await page.keyboard.press('p');
      await page.keyboard.press('Control+z');
    }
    for (let step = 0; step < count / 2; step += 1) {
      await page.keyboard.press('h');
    }
  };
  await edit(500);
  const first = await heapMb();
  await edit(500);
  return [first, await heapMb()];
}

async function pasteMegabyte(
  page: Page,
  base: string,
): Promise<{ readonly answers: readonly number[]; readonly tasks: readonly number[] }> {
  const answers: number[] = [];
  const tasks: number[] = [];
  for (let repeat = 0; repeat < REPEATS / 4; repeat += 1) {
    await page.goto(base);
    await page.getByRole('button', { name: 'New song' }).click();
    await page.getByRole('textbox', { name: 'Chart of the song' }).waitFor();
    await page.waitForTimeout(300);
    const startedAt = performance.now();
    await pasteChart(page, MEGABYTE);
    const longest = await watchTasks(page);
    await expect(page.getByText(/things cannot be read/)).toBeVisible({ timeout: 20_000 });
    answers.push(performance.now() - startedAt);
    tasks.push(await longest());
  }
  return { answers, tasks };
}
