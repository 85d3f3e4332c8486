import type { Browser, Page } from '@playwright/test';
import { watchTasks } from './long-tasks.ts';
import { traceTasks } from './main-thread-tasks.ts';
import { type Row, summarise } from './row.ts';

const REPEATS = 20;
const INPUT_LIMIT_MS = 50;
const DRAG_TASK_LIMIT_MS = 16;
const FIRST_ANSWER_LIMIT_MS = 300;
const REFINED_LIMIT_MS = 1000;
/** The demo song with most chords: ten of them, 128 changes. */
const SONG = 'A Letter to the Lighthouse Cook';

/** The Capo step: its first and its refined answer, the capo dragged, and keys pressed while the worker plans. */
export async function benchCapoPage(browser: Browser, base: string): Promise<readonly Row[]> {
  const page = await (await browser.newContext()).newPage();
  const { first, refined } = await openings(page, base);
  const drags = await dragTasks(browser, page);
  const keys = await keyTasks(page);
  const row = (name: string, times: readonly number[], limitMs: number): Row => ({
    name,
    ...summarise(times),
    reference: null,
    limitMs,
  });
  return [
    row('ten rungs of a 10-chord song, 128 changes, from the press that opens it', first, FIRST_ANSWER_LIMIT_MS),
    row('the same rungs worked out', refined, REFINED_LIMIT_MS),
    row('longest task of a drag of the capo over all rungs', drags, DRAG_TASK_LIMIT_MS),
    row('longest task of a key that moves the capo while the worker plans', keys, INPUT_LIMIT_MS),
  ];
}

/** From a press on the song in the list, with the page's scripts and the worker at hand as in use. */
async function openings(page: Page, base: string): Promise<{ first: readonly number[]; refined: readonly number[] }> {
  const first: number[] = [];
  const refined: number[] = [];
  await page.goto(base);
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.getByRole('link', { name: SONG }).waitFor();
    await page.waitForTimeout(300);
    const times = await page.evaluate(openSong, SONG);
    first.push(times.firstMs);
    refined.push(times.refinedMs);
    if (repeat < REPEATS - 1) {
      await page.keyboard.press('0');
    }
  }
  return { first, refined };
}

function openSong(title: string): Promise<{ firstMs: number; refinedMs: number }> {
  return new Promise((resolve) => {
    const startedAt = performance.now();
    let firstMs = 0;
    const watch = new MutationObserver(() => {
      const isFirst = firstMs === 0 && document.querySelectorAll('label svg').length > 20;
      firstMs = isFirst ? performance.now() - startedAt : firstMs;
      if (/best capo|as easy as the best/.test(document.querySelector('main')?.textContent ?? '')) {
        watch.disconnect();
        resolve({ firstMs, refinedMs: performance.now() - startedAt });
      }
    });
    watch.observe(document.body, { childList: true, subtree: true });
    [...document.querySelectorAll('a')].find((link) => link.textContent === title)?.click();
  });
}

/** Down the neck and back up with the pointer, and let go where it began. */
async function dragTasks(browser: Browser, page: Page): Promise<readonly number[]> {
  const box = await page.getByTestId('neck').boundingBox();
  const { x, y, height } = box ?? { x: 0, y: 0, height: 0 };
  const capo = y + height * 0.3;
  const times: number[] = [];
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.mouse.move(x + 40, capo);
    const [longest = 0] = await traceTasks(browser, page, async () => {
      await page.mouse.down();
      for (const to of [y + height - 20, y + 20, capo]) {
        await page.mouse.move(x + 40, to, { steps: 30 });
      }
    });
    await page.mouse.up();
    times.push(longest);
  }
  return times;
}

/** Up and down the rungs at once after a change of the hand's question, so that the worker is planning all the while. */
async function keyTasks(page: Page): Promise<readonly number[]> {
  const longest = await watchTasks(page);
  const times: number[] = [];
  await page.getByRole('button', { name: /^Key and singer/ }).click();
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.getByRole('radio', { name: repeat % 2 === 0 ? 'free' : 'the record’s' }).click({ force: true });
    await page
      .getByRole('radio', { name: /^(?:Capo|No capo)/, checked: true })
      .first()
      .focus();
    await longest();
    await page.keyboard.press(repeat % 10 < 5 ? 'ArrowDown' : 'ArrowUp');
    times.push(await longest());
  }
  return times;
}
