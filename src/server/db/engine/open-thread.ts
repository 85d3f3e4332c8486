import type { Worker } from 'node:worker_threads';
import { startThread } from '../../threads/start-thread.ts';
import { createAnswerQueue } from './answer-queue.ts';
import { EngineInterrupted, type EnginePatience, EngineRefused } from './engine-errors.ts';
import { engineProgram } from './engine-program.ts';
import type { EngineReport, EngineRequest, EngineSettings, EngineStart, EngineState } from './messages.ts';

/** Little, since the engine’s own memory is not counted in it. */
const YOUNG_MB = 8;

/** One opened engine in its thread, until it ends. */
export type OpenThread = {
  readonly exchange: (bytes: Uint8Array<ArrayBuffer>) => Promise<Uint8Array>;
  /** Looks at the room on the disk; with `guard` writing is refused from now on while there is none. */
  readonly look: (kind: 'guard' | 'look') => Promise<void>;
  readonly state: () => EngineState;
  /** Closes it as the engine wants to be closed, at most for so many ms; then it is ended. */
  readonly close: (ms: number) => Promise<void>;
  /** Ends it whatever it does; what waits is refused as interrupted. */
  readonly end: (why: string) => Promise<void>;
  /** Resolves when it has ended, with why. */
  readonly ended: Promise<string>;
};

/** Opens an engine in a new thread; refused with what the engine said. `onEnding` is called at once when it begins to end. */
export async function openThread(
  settings: EngineSettings,
  patience: EnginePatience,
  onEnding: () => void,
): Promise<OpenThread> {
  const start: EngineStart = { ...settings, program: await engineProgram() };
  const thread = startThread('engine-thread', { workerData: start, youngMb: YOUNG_MB });
  let state = await readyState(thread, patience.openMs);
  const queue = createAnswerQueue(patience.answerMs, () => void end('did not answer in time'));
  let isEnded = false;
  let tellEnded: (why: string) => void;
  const ended = new Promise<string>((resolve) => {
    tellEnded = resolve;
  });

  const end = async (why: string): Promise<void> => {
    if (!isEnded) {
      isEnded = true;
      onEnding();
      queue.refuseAll();
      await thread.terminate();
      tellEnded(why);
    }
  };
  const hear = (report: EngineReport): void => {
    if (report.kind === 'answer' || report.kind === 'looked') {
      state = report.state;
      queue.answer(report.kind === 'answer' ? report.bytes : NOTHING);
    } else if (report.kind === 'died') {
      void end('stopped');
    } else if (report.kind === 'closed') {
      void end('was closed');
    }
  };
  thread.on('message', hear);
  thread.on('error', () => void end('broke'));
  thread.on('exit', () => void end('ended'));

  const ask = (request: EngineRequest): Promise<Uint8Array> => {
    if (isEnded) {
      return Promise.reject(new EngineInterrupted('the database engine has ended'));
    }
    thread.postMessage(request, request.kind === 'exchange' ? [request.bytes.buffer] : []);
    return queue.wait();
  };
  return {
    exchange: (bytes) => ask({ kind: 'exchange', bytes }),
    look: (kind) =>
      ask({ kind }).then(
        () => undefined,
        () => undefined,
      ),
    state: () => state,
    close: async (ms) => {
      thread.postMessage({ kind: 'close' } satisfies EngineRequest);
      const late = setTimeout(() => void end('did not close in time'), ms);
      await ended;
      clearTimeout(late);
    },
    end,
    ended,
  };
}

const NOTHING = new Uint8Array(0);

/** The state a thread is ready with. One that is not, or not in time, is ended and refused. */
function readyState(thread: Worker, ms: number): Promise<EngineState> {
  return new Promise((resolve, reject) => {
    const refuse = (said: readonly string[]): void => {
      stopHearing();
      thread.on('error', () => undefined);
      void thread.terminate().then(() => reject(new EngineRefused(said)));
    };
    const hear = (report: EngineReport): void => {
      if (report.kind === 'ready') {
        stopHearing();
        resolve(report.state);
      } else if (report.kind === 'refused') {
        refuse(report.said);
      }
    };
    const broke = (error: Error): void => refuse([error.message]);
    const ended = (): void => refuse([]);
    const late = setTimeout(() => refuse(['it took too long']), ms);
    const stopHearing = (): void => {
      clearTimeout(late);
      thread.off('message', hear).off('error', broke).off('exit', ended);
    };
    thread.on('message', hear).once('error', broke).once('exit', ended);
  });
}
