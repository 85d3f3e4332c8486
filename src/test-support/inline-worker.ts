/* A web worker that works in the page's own thread, in its own slices: screens under test get real answers. */
import { vi } from 'vitest';
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

/** Lets the page start such workers; called before the first question is asked. */
export function installInlineWorker(): void {
  vi.stubGlobal('Worker', InlineWorker);
}
