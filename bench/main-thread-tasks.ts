import type { Browser, Page } from '@playwright/test';

type TraceEvent = {
  readonly name: string;
  readonly ph: string;
  readonly pid: number;
  readonly tid: number;
  /** Length in microseconds. */
  readonly dur?: number;
  readonly args?: { readonly name?: string };
};

/** The tasks on the page's own thread while something is done, longest first, in ms. */
export async function traceTasks(browser: Browser, page: Page, act: () => Promise<void>): Promise<readonly number[]> {
  await browser.startTracing(page, {
    categories: ['toplevel', 'devtools.timeline', 'disabled-by-default-devtools.timeline'],
  });
  await act();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: readonly TraceEvent[];
  };
  const threads = new Set(
    traceEvents
      .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  return traceEvents
    .filter(({ name, ph, pid, tid }) => name === 'RunTask' && ph === 'X' && threads.has(`${pid} ${tid}`))
    .map(({ dur }) => (dur ?? 0) / 1000)
    .sort((a, b) => b - a);
}
