import { describe, expect, test } from 'vitest';
import type { FromWorker, ToWorker } from '../../worker/messages.ts';
import { createCoreWorker, JobDropped, unlessDropped } from './core-worker.ts';

/** A worker that answers when it is told to. */
function startWorker() {
  const sent: ToWorker[] = [];
  const port: Parameters<typeof createCoreWorker>[0] extends () => infer P ? P : never = {
    postMessage: (message) => void sent.push(message),
    onmessage: null,
    onerror: null,
  };
  const worker = createCoreWorker(() => port);
  const answer = (message: FromWorker): void => port.onmessage?.({ data: message } as MessageEvent<FromWorker>);
  return { worker, sent, answer, port };
}
const outcomeOf = (result: Promise<unknown>): Promise<unknown> => result.catch((error: Error) => error.name);

describe('what the planner is asked', () => {
  test('is answered, with what is found on the way', async () => {
    const { worker, answer, sent } = startWorker();
    const shares: number[] = [];
    const { result } = worker.ask<'read-chart'>({ kind: 'read-chart', text: 'one' }, (share) => shares.push(share));
    const requestId = sent[0]?.requestId ?? -1;
    answer({ kind: 'progress', requestId, share: 0.5 });
    answer({ kind: 'done', requestId, result: 'read' as never });
    expect([shares, await result]).toEqual([[0.5], 'read']);
  });

  test('settles as dropped when it is cancelled, and the worker hears of it', async () => {
    const { worker, sent } = startWorker();
    const job = worker.ask<'read-chart'>({ kind: 'read-chart', text: 'one' });
    const outcome = outcomeOf(job.result);
    job.cancel();
    job.cancel();
    expect(await outcome).toBe('JobDropped');
    expect(sent.map(({ kind }) => kind)).toEqual(['read-chart', 'cancel']);
  });

  test('settles as dropped when a newer request of its kind comes, and one of another kind leaves it alone', async () => {
    const { worker, answer, sent } = startWorker();
    const first = outcomeOf(worker.ask<'read-chart'>({ kind: 'read-chart', text: 'one' }).result);
    const other = worker.ask<'read-loose'>({ kind: 'read-loose', text: 'two', choices: {} }).result;
    const second = worker.ask<'read-chart'>({ kind: 'read-chart', text: 'three' }).result;
    expect(await first).toBe('JobDropped');
    for (const { requestId } of sent.slice(1)) {
      answer({ kind: 'done', requestId, result: requestId as never });
    }
    expect(await Promise.all([other, second])).toEqual(sent.slice(1).map(({ requestId }) => requestId));
  });

  test('is refused when the worker breaks', async () => {
    const { worker, port } = startWorker();
    const outcome = outcomeOf(worker.ask<'read-chart'>({ kind: 'read-chart', text: 'one' }).result);
    port.onerror?.(new Event('error') as ErrorEvent);
    expect(await outcome).toBe('Error');
  });

  test('that was dropped is no failure', () => {
    const heard: string[] = [];
    const handle = unlessDropped((error) => heard.push(error.message));
    handle(new JobDropped('not wanted'));
    handle(new Error('broken'));
    handle('odd');
    expect(heard).toEqual(['broken', 'odd']);
  });
});
