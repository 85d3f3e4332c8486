import { type Browser, type BrowserContextOptions, expect, type Page } from '@playwright/test';
import { HAS_ALL_CASES, someOf } from '../src/test-support/runs.ts';
import { STEPS } from '../src/web/app/steps.ts';
import { collectComplaints, expectNoAxeFindings, goTo, SCREENS_OF_SONG } from './pages.ts';
import { findSong } from './stored-songs.ts';
import { test } from './test.ts';

async function openAt(browser: Browser, baseURL: string | undefined, options: BrowserContextOptions): Promise<Page> {
  const context = await browser.newContext({
    locale: 'en-GB',
    ...(baseURL === undefined ? {} : { baseURL }),
    ...options,
  });
  return context.newPage();
}

/** The address without a step of the demo song with the most kinds of things. */
const findFirstSong = (page: Page): Promise<string> => findSong(page, 'Tin Roof Almanac');

/** What can be pressed and is smaller than so many px; links inside sentences are let be. */
function smallTargets(page: Page, least: number): Promise<readonly string[]> {
  return page.evaluate((px) => {
    const wanted = 'a[href], button, input, select, textarea, summary, [role="tab"], [role="radio"], [role="option"]';
    return [...document.querySelectorAll<HTMLElement>(wanted)].flatMap((element) => {
      const target = element.closest('label') ?? element;
      const { width, height } = target.getBoundingClientRect();
      const isShown = width > 0 && height > 0 && element.checkVisibility() && element.tabIndex >= 0;
      const block = element.closest('p, li, td, small, dd');
      const isInSentence =
        element.tagName === 'A' && block !== null && block.textContent?.trim() !== element.textContent?.trim();
      const isOffScreen = target.getBoundingClientRect().right < 0;
      // What stands on the printed page stands where it is printed.
      const isDrawn = element.closest('svg, [data-sheet-places]') !== null;
      return isShown && !isInSentence && !isOffScreen && !isDrawn && (width < px - 0.5 || height < px - 0.5)
        ? [
            `${element.tagName} “${(element.textContent || element.getAttribute('aria-label') || '').slice(0, 40)}” ${Math.round(width)}x${Math.round(height)}`,
          ]
        : [];
    });
  }, least);
}

/** Low windows of a desk, a phone on its side and upright, a desk at 200 %: every second one, and with all cases each. */
const VIEWPORTS = [
  { width: 1280, height: 480 },
  { width: 1366, height: 650 },
  { width: 844, height: 390 },
  { width: 1280, height: 600 },
  { width: 360, height: 640 },
  { width: 640, height: 400 },
];
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
const TABLET = { width: 820, height: 1180 };
const SMALL_DESK = { width: 1024, height: 768 };

/** Makes the page as large, and waits until it has been drawn so. */
async function resize(page: Page, size: { readonly width: number; readonly height: number }): Promise<void> {
  await page.setViewportSize(size);
  await page.evaluate(
    () => new Promise<void>((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => drawn()))),
  );
}

/** How far the page is wider than what shows it, in px. */
const overflow = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** How far the search of the list is higher than the room that is kept for it while it is on its way, in px: the songs would move under a finger. */
const searchBeyondRoom = (page: Page): Promise<number> =>
  page.getByRole('search').evaluate((search) => {
    const room = search.parentElement ?? search;
    return search.getBoundingClientRect().height - Number.parseFloat(getComputedStyle(room).minHeight);
  });

/** What axe looks for at a small size; colours, which take it longest, on every third screen at one of the two, with all cases everywhere. */
function rulesAt(screen: number, isOnTablet: boolean): readonly string[] {
  const looksAtColours = HAS_ALL_CASES || (screen % 3 === 0 && isOnTablet === (screen % 2 === 1));
  return [...(looksAtColours ? ['color-contrast'] : []), 'scrollable-region-focusable', 'target-size'];
}

const screensOf = (song: string): readonly string[] => [
  '/',
  '/settings',
  '/classes',
  ...SCREENS_OF_SONG.map((step) => `${song}/${step}`),
];

test('on a phone and a tablet everything that can be pressed is 44 px large, nothing scrolls sideways, and axe finds nothing', async ({
  browser,
  baseURL,
}) => {
  const page = await openAt(browser, baseURL, PHONE);
  const complaints = collectComplaints(page);
  const screens = screensOf(await findFirstSong(page));
  await page.goto('/');
  for (const [index, address] of screens.entries()) {
    await page.setViewportSize(PHONE.viewport);
    await goTo(page, address);
    for (const size of [PHONE.viewport, TABLET]) {
      await resize(page, size);
      expect(await smallTargets(page, 44), `${address} at ${size.width}`).toEqual([]);
      expect(await overflow(page), `${address} at ${size.width}`).toBeLessThanOrEqual(0);
      expect(address === '/' ? await searchBeyondRoom(page) : 0).toBeLessThanOrEqual(0);
      await expectNoAxeFindings(page, rulesAt(index, size === TABLET));
    }
  }
  expect(complaints).toEqual([]);
  await page.context().close();
});

test('at a desk everything that can be pressed is at least 24 px large, and nothing scrolls sideways on a small screen', async ({
  page,
}) => {
  await page.goto('/');
  for (const address of screensOf(await findFirstSong(page))) {
    await goTo(page, address);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('a, button, [role="radio"], label[data-rac]')].flatMap((element) => {
        const { width, height } = element.getBoundingClientRect();
        const isShown = width > 1 && height > 1 && !element.matches('input');
        return isShown && (width < 24 || height < 24)
          ? [`${Math.round(width)}x${Math.round(height)} ${element.outerHTML.slice(0, 100)}`]
          : [];
      }),
    );
    expect(small, address).toEqual([]);
    expect(address === '/' ? await searchBeyondRoom(page) : 0).toBeLessThanOrEqual(0);
    await resize(page, SMALL_DESK);
    expect(await overflow(page), address).toBe(0);
    await page.setViewportSize({ width: 1280, height: 800 });
  }
});

test('what a tap selects opens next to it', async ({ browser, baseURL }) => {
  const page = await openAt(browser, baseURL, PHONE);
  const song = await findFirstSong(page);
  await page.goto(`${song}/shapes`);
  await page
    .locator('label')
    .filter({ has: page.getByRole('radio', { name: /^D\./ }) })
    .tap();
  const sheet = page.getByRole('complementary', { name: 'The chosen shape' });
  await expect(sheet.getByRole('heading', { name: 'D, xx0232' })).toBeInViewport();
  await sheet.getByRole('button', { name: /^Chosen: D/ }).tap();
  await expect(sheet.getByRole('heading', { name: 'D, xx0232' })).toBeHidden();
  await goTo(page, `${song}/map`);
  await page.locator('button[data-place]').nth(2).tap();
  await expect(
    page.getByRole('complementary', { name: 'Beside the map' }).getByRole('heading').first(),
  ).toBeInViewport();
  await page.context().close();
});

test('every step can be pressed at any height, in landscape on a phone, and at 200 %', async ({ page }) => {
  const song = await findFirstSong(page);
  await page.goto(`${song}/song`);
  for (const viewport of someOf(VIEWPORTS, 3)) {
    await page.setViewportSize(viewport);
    for (const { path } of STEPS) {
      const link = page.getByRole('navigation', { name: 'Steps' }).locator(`a[href$="/${path}"]`);
      await expect(link).toBeInViewport({ ratio: 1 });
      await link.click();
      await page.waitForURL(`${song}/${path}`);
      expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(
        0,
      );
    }
  }
});
