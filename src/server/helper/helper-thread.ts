/* The thread that does what would hold up everybody: tasks come one after the other, each answered by its number. */
import { parentPort } from 'node:worker_threads';
import { reasonOf } from '../http/error-handler.ts';
import { toAppError } from '../http/to-app-error.ts';
import type { HelperAnswer, HelperRequest } from './messages.ts';
import { runTask } from './tasks.ts';

parentPort?.on('message', ({ number, name, input }: HelperRequest) => {
  parentPort?.postMessage(answer(number, () => runTask(name, input)));
});

function answer(number: number, work: () => unknown): HelperAnswer {
  try {
    return { number, output: work() };
  } catch (error) {
    const { code, message } = toAppError(error);
    return { number, refusal: { code, message, reason: code === 'internal' ? reasonOf(error) : null } };
  }
}
