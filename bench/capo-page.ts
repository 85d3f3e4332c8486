import type { Browser, Page } from '@playwright/test';
import { watchTasks } from './long-tasks.ts';
import { type Row, summarise } from './row.ts';

const REPEATS = 20;
const TASK_LIMIT_MS = 50;

/** The Capo step of the demo song with most chords: keys pressed while the worker plans, and the plan itself. */
export async function benchCapoPage(browser: Browser, base: string): Promise<readonly Row[]> {
  const page = await (await browser.newContext()).newPage();
  await page.goto(base);
  await page.getByRole('link', { name: 'A Letter to the Lighthouse Cook' }).click();
  await page.getByText('golden rung').waitFor();
  const tasks = await keyTasks(page);
  const cold = await coldPlans(page);
  return [
    {
      name: 'longest task of a key that moves the capo while the worker plans',
      ...summarise(tasks),
      reference: null,
      limitMs: TASK_LIMIT_MS,
    },
    {
      name: 'all rungs of a 10-chord song, from a reload of its Capo step',
      ...summarise(cold),
      reference: null,
      limitMs: null,
    },
  ];
}

/** Up and down the rungs; each move is a new question, which drops the one under way. */
async function keyTasks(page: Page): Promise<readonly number[]> {
  const longest = await watchTasks(page);
  const times: number[] = [];
  await page.getByRole('radio', { name: /^Capo 2/ }).focus();
  await longest();
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    await page.keyboard.press(repeat % 10 < 5 ? 'ArrowDown' : 'ArrowUp');
    times.push(await longest());
  }
  return times;
}

async function coldPlans(page: Page): Promise<readonly number[]> {
  const times: number[] = [];
  for (let repeat = 0; repeat < REPEATS / 4; repeat += 1) {
    const startedAt = performance.now();
    await page.reload();
    await page.getByText('golden rung').waitFor();
    times.push(performance.now() - startedAt);
  }
  return times;
}
