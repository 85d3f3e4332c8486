import type { Page } from '@playwright/test';

/** Starts to note long tasks; the function that comes back gives the longest since the last look (0: none over 50 ms). */
export async function watchTasks(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const noted = window as unknown as { longest: number };
    noted.longest = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        noted.longest = Math.max(noted.longest, entry.duration);
      }
    }).observe({ type: 'longtask' });
  });
  return async () => {
    await page.waitForTimeout(120);
    return page.evaluate(() => {
      const noted = window as unknown as { longest: number };
      const { longest } = noted;
      noted.longest = 0;
      return longest;
    });
  };
}
