import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { HAS_ALL_CASES, runs } from '../src/test-support/runs.ts';
import { STEPS } from '../src/web/app/steps.ts';

/** The screens of a song, by the ends of their addresses. */
export const SCREENS_OF_SONG: readonly string[] = [...STEPS.map(({ path }) => path), 'listen'];

/** Makes a new, empty song by the button and waits for its chart. */
export async function newSong(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song' }).click();
  await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toBeVisible();
}

/**
 * Goes to a screen as a person does, by a link where one is shown and else by its address, and waits until nothing more of it is drawn.
 * By a link the program is not loaded anew.
 */
export async function goTo(page: Page, address: string): Promise<void> {
  const { pathname } = new URL(address, page.url());
  const link = page.locator(`a[href="${pathname}"]`).first();
  if (await link.isVisible()) {
    await link.click();
    await page.waitForURL((url) => url.pathname === pathname);
  } else {
    await page.goto(address);
  }
  await expect(page.locator('main').first()).not.toBeEmpty();
  await page.waitForLoadState('networkidle');
  await untilStill(page);
}

/** How long nothing changes on a screen that is drawn to its end, and how long one is waited for that goes on changing, in ms. */
const STILL = { forMs: 400, withinMs: 20_000 };

function untilStill(page: Page): Promise<void> {
  return page.evaluate(
    ({ forMs, withinMs }) =>
      new Promise<void>((resolve) => {
        const end = (): void => {
          watch.disconnect();
          resolve();
        };
        setTimeout(end, withinMs);
        let timer = setTimeout(end, forMs);
        const watch = new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(end, forMs);
        });
        watch.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
    STILL,
  );
}

/** Waits until the sign says that everything is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: 'all saved' })).toBeVisible();
}

/** The demo songs that screens are looked at with: a short one, which takes axe seconds, and with all cases a long one too. */
export const SONGS_LOOKED_AT: readonly string[] = ['Kettle On', 'Tin Roof Almanac'].slice(0, runs(2, 1));

/** The rules of axe that are gone by: those that are named, each, or each but contrast. */
type AxeRules = readonly string[] | 'all' | 'but contrast';

/**
 * Fails with what axe finds on the screen as it stands. Contrast takes it four times as long as all other rules: where none are named it is
 * looked at with all cases only. The screens themselves are looked at for it in any case (accessibility.spec.ts).
 */
export async function expectNoAxeFindings(
  page: Page,
  rules: AxeRules = HAS_ALL_CASES ? 'all' : 'but contrast',
): Promise<void> {
  // What passes is not told, and no page is opened beside this one to gather frames: there are none.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);
  if (rules === 'but contrast') {
    axe.disableRules('color-contrast');
  } else if (rules !== 'all') {
    axe.withRules([...rules]);
  }
  const { violations } = await axe.analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`),
  ).toEqual([]);
}

/** Collects what the page complains about: errors, and what its policy blocked. */
export function collectComplaints(page: Page): readonly string[] {
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') {
      complaints.push(message.text());
    }
  });
  return complaints;
}
