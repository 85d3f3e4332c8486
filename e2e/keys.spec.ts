import { expect, type Page } from '@playwright/test';
import { someOf } from '../src/test-support/runs.ts';
import { cleanUp, newFolder, start, URL_BASE } from './servers.ts';
import { openFound } from './stored-songs.ts';
import { test } from './test.ts';

test.afterEach(cleanUp);

/** Presses Tab until a control with a name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let press = 0; press < 60; press += 1) {
    const focused = await page.evaluate(() => {
      const element = document.activeElement;
      return element?.getAttribute('aria-label') ?? element?.textContent ?? '';
    });
    if (name.test(focused)) {
      return;
    }
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never reached ${name}`);
}

test('the whole road goes by keys alone, from an empty library to the printed page', async ({ page }) => {
  await start(newFolder(), { GOLDEN_LADDER_DEMO: 'off' });
  await page.addInitScript(() => {
    window.print = () => document.documentElement.setAttribute('data-printed', 'yes');
  });
  await page.goto(`${URL_BASE}/`);
  await expect(page.getByText('No songs yet')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toContainText('New song');
  await page.keyboard.press('Escape');
  await tabTo(page, /^New song$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Chart of the song' })).toBeVisible();
  await page.keyboard.press('e');
  await page.keyboard.press('Control+A');
  await page.keyboard.insertText('title: By Keys\nkey: Bb\n\n| Bb | F | Gm | Eb |\n');
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await expect(page.getByRole('radio', { name: /^No capo/ })).toBeChecked();
  await tabTo(page, /^No capo/);
  for (let fret = 0; fret < 2; fret += 1) {
    await page.keyboard.press('ArrowDown');
  }
  await expect(page.getByRole('radio', { name: /^Capo 2/ })).toBeChecked();
  await page.keyboard.press('g');
  await expect(page.getByRole('radio', { name: /best capo$/ })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: /^Capo 2/ })).toBeChecked();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('radio', { name: /best capo$/ })).toBeChecked();
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'What it adds up to' })).toBeVisible();
  await page.keyboard.press('7');
  await expect(page.getByText('Fits one page.')).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.locator('html[data-printed=yes]')).toBeAttached();
  await page.keyboard.press('0');
  await expect(page.getByRole('link', { name: 'By Keys' })).toBeVisible();
});

test('the focus is always to be seen', async ({ page }) => {
  await openFound(page, 'Tin Roof Almanac', 'capo');
  for (const key of someOf(['1', '2', '3', '4', '7'], 3)) {
    await page.keyboard.press('Escape');
    await page.keyboard.press(key);
    await page.waitForLoadState('networkidle');
    for (let press = 0; press < 25; press += 1) {
      await page.keyboard.press('Tab');
      const findUnseen = () =>
        page.evaluate(() => {
          const focused = document.activeElement;
          if (focused === null || focused === document.body) {
            return null;
          }
          const ring = (element: Element | null): boolean => {
            const style = element === null ? null : getComputedStyle(element);
            return style !== null && style.outlineStyle !== 'none' && Number.parseFloat(style.outlineWidth) >= 2;
          };
          const isSeen = ring(focused) || ring(focused.closest('label, .cm-editor'));
          return isSeen ? null : focused.outerHTML.slice(0, 160);
        });
      // The chart editor draws its ring a moment after it is focused.
      await expect.poll(findUnseen, { timeout: 20_000 }).toBeNull();
    }
  }
});
