/*
 * Work on large songs in a thread of its own, so that nobody waits for it who asks for something small.
 *
 * What is small is done at once: the way to the thread and back would take longer, and large work of others may be under way there. The
 * thread is started when it is needed and ended when it has had nothing to do for a while, so that it takes no room.
 */
import type { Worker } from 'node:worker_threads';
import { AppError } from '../http/app-error.ts';
import { startThread } from '../threads/start-thread.ts';
import type { HelperAnswer, HelperRequest } from './messages.ts';
import { LONG_TASKS, runTask, sizeOfTask, type TaskName, type Tasks } from './tasks.ts';

/** Does tasks; `close` ends what is under way. */
export type Helper = {
  readonly run: <N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]) => Promise<ReturnType<Tasks[N]>>;
  readonly close: () => Promise<void>;
};

/** Input of so many bytes or characters is worked on in less than a slice of time. */
const SMALL = 40_000;
const IDLE_MS = 5000;

type Waiting = { readonly resolve: (output: never) => void; readonly reject: (error: Error) => void };

/** Does everything at once, where there is no thread to be kept free. */
export const INLINE_HELPER: Helper = {
  run: async (name, input) => runTask(name, input),
  close: async () => undefined,
};

/** A helper with a thread. */
export function createHelper(): Helper {
  const waiting = new Map<number, Waiting>();
  let thread: Worker | null = null;
  let idle: ReturnType<typeof setTimeout> | undefined;
  let last = 0;

  const hear = (answer: HelperAnswer): void => {
    const job = waiting.get(answer.number);
    waiting.delete(answer.number);
    if ('refusal' in answer) {
      const { code, message, reason } = answer.refusal;
      job?.reject(reason === null ? new AppError(code, message) : new Error(reason));
    } else {
      job?.resolve(answer.output as never);
    }
    if (waiting.size === 0) {
      idle = setTimeout(() => void end(), IDLE_MS);
      idle.unref();
    }
  };
  const end = async (): Promise<void> => {
    const ending = thread;
    thread = null;
    clearTimeout(idle);
    for (const { reject } of waiting.values()) {
      reject(new AppError('paused', 'This was stopped before it was done. Try again in a moment.'));
    }
    waiting.clear();
    await ending?.terminate();
  };
  const start = (): Worker => {
    const started = startThread('helper-thread', {});
    started.unref();
    started.on('message', hear);
    started.on('error', () => void end());
    return started;
  };
  return {
    run: async (name, input) => {
      if (sizeOfTask(input) < SMALL && !LONG_TASKS.has(name)) {
        return runTask(name, input);
      }
      clearTimeout(idle);
      thread ??= start();
      last += 1;
      const number = last;
      const current = thread;
      return new Promise((resolve, reject) => {
        waiting.set(number, { resolve, reject });
        current.postMessage({ number, name, input } satisfies HelperRequest);
      });
    },
    close: end,
  };
}
