/*
 * The page's side of the worker: each request is a promise with a way to cancel it. What is cancelled, and what gives way to a newer
 * request of its kind, is rejected as dropped; who asked is not interested in the answer any more.
 */
import type { FromWorker, ToWorker, WorkerRequest, WorkerResults } from '../../worker/messages.ts';

/** A request as the page states it; the number is given here. */
type Asked<K extends WorkerRequest['kind']> = Omit<Extract<WorkerRequest, { kind: K }>, 'requestId'>;

/** A job that is under way. */
export type WorkerJob<K extends WorkerRequest['kind']> = {
  readonly result: Promise<WorkerResults[K]>;
  readonly cancel: () => void;
};

/** What is needed of a worker. */
type Port = {
  postMessage: (message: ToWorker) => void;
  onmessage: ((event: MessageEvent<FromWorker>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
};

/** A job was cancelled, or gave way to a newer one of its kind. */
export class JobDropped extends Error {
  override readonly name = 'JobDropped';
}

/** A handler of failures that passes over jobs that were dropped. */
export function unlessDropped(onFailure: (error: Error) => void): (error: unknown) => void {
  return (error) => {
    if (!(error instanceof JobDropped)) {
      onFailure(error instanceof Error ? error : new Error(String(error)));
    }
  };
}

type Waiting = {
  readonly kind: WorkerRequest['kind'];
  readonly resolve: (result: never) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: (share: number) => void;
  readonly onFound: (found: never) => void;
};

/** Talks to a worker that is started with the first request. */
export function createCoreWorker(startWorker: () => Port) {
  const waiting = new Map<number, Waiting>();
  let port: Port | null = null;
  let lastId = 0;

  const listen = ({ data }: MessageEvent<FromWorker>): void => {
    const job = waiting.get(data.requestId);
    if (job === undefined) {
      return;
    }
    if (data.kind === 'progress') {
      job.onProgress(data.share);
      return;
    }
    if (data.kind === 'found') {
      job.onFound(data.found as never);
      return;
    }
    waiting.delete(data.requestId);
    if (data.kind === 'done') {
      job.resolve(data.result as never);
    } else {
      job.reject(new Error(data.message));
    }
  };

  /** Settles a job whose answer is not wanted any more; whether it was under way. */
  const drop = (id: number): boolean => {
    const job = waiting.get(id);
    waiting.delete(id);
    job?.reject(new JobDropped('The answer is not wanted any more.'));
    return job !== undefined;
  };

  const start = (): Port => {
    const started = startWorker();
    started.onmessage = listen;
    started.onerror = () => {
      port = null;
      for (const job of waiting.values()) {
        job.reject(new Error('The reader stopped. What was typed is kept; change it to try again.'));
      }
      waiting.clear();
    };
    return started;
  };

  return {
    /** Starts the worker before it is needed. */
    warm: (): void => {
      port ??= start();
    },
    /** Asks for a result; `onProgress` hears shares from 0 to 1 on the way, `onFound` what is known so far. */
    ask: <K extends WorkerRequest['kind']>(
      request: Asked<K>,
      onProgress: (share: number) => void = () => undefined,
      onFound: (found: WorkerResults[K]) => void = () => undefined,
    ): WorkerJob<K> => {
      lastId += 1;
      const requestId = lastId;
      port ??= start();
      const current = port;
      for (const [id, { kind }] of waiting) {
        if (kind === request.kind) {
          drop(id);
        }
      }
      const result = new Promise<WorkerResults[K]>((resolve, reject) => {
        waiting.set(requestId, { kind: request.kind, resolve, reject, onProgress, onFound });
        current.postMessage({ ...request, requestId } as unknown as WorkerRequest);
      });
      const cancel = (): void => {
        if (drop(requestId)) {
          current.postMessage({ kind: 'cancel', requestId });
        }
      };
      return { result, cancel };
    },
  };
}

/** The page's one worker. */
export const coreWorker = createCoreWorker(
  () => new Worker(new URL('../../worker/main.ts', import.meta.url), { type: 'module' }),
);
