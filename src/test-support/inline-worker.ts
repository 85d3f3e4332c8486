/* A web worker that works in the page's own thread, in its own slices: screens under test get real answers. */
import { createJobs } from '../worker/jobs.ts';
import type { FromWorker, ToWorker } from '../worker/messages.ts';

class InlineWorker {
  onmessage: ((event: { readonly data: FromWorker }) => void) | null = null;
  onerror: ((event: unknown) => void) | null = null;
  readonly #take = createJobs({
    post: (message) => this.onmessage?.({ data: structuredClone(message) }),
    nowMs: () => performance.now(),
    later: (work) => void setTimeout(work),
  });

  postMessage(message: ToWorker): void {
    this.#take(structuredClone(message));
  }

  terminate(): void {
    this.onmessage = null;
  }
}

/**
 * Lets the page start such workers. A page has one worker for good, and what one file of tests has loaded serves the next: a test that gave
 * the page a worker of its own would leave it to all that come after.
 */
export function installInlineWorker(): void {
  (globalThis as { Worker?: unknown }).Worker = InlineWorker;
}
