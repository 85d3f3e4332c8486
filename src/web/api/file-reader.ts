/*
 * Files are read in a worker of their own, so that the planner answers meanwhile. There is one as long as files are read; a reading that
 * is not wanted any more ends with its worker, whatever that is doing.
 */
import type { FromFileWorker, ToFileWorker } from '../../worker/messages-file.ts';

/** What a file holds, or why it was refused. */
export type FileOutcome = Extract<FromFileWorker, { kind: 'done' }>['read'];

/** What is needed of a worker. */
type Port = {
  postMessage: (message: ToFileWorker) => void;
  onmessage: ((event: MessageEvent<FromFileWorker>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
  terminate: () => void;
};

/** A reader whose worker is started with the first file. */
export function createFileReader(startWorker: () => Port) {
  let port: Port | null = null;
  let settle: ((outcome: FileOutcome | null) => void) | null = null;

  const end = (outcome: FileOutcome | null): void => {
    port?.terminate();
    port = null;
    settle?.(outcome);
    settle = null;
  };
  return {
    /** Reads a file; resolves to null when `stop` came first. Only one is read at a time: a second one stops the first. */
    read: (
      file: File,
      players: ToFileWorker['players'],
      onProgress: (share: number) => void,
    ): Promise<FileOutcome | null> => {
      if (settle !== null) {
        end(null);
      }
      port ??= startWorker();
      const current = port;
      return new Promise((resolve) => {
        settle = resolve;
        current.onmessage = ({ data }) => {
          if (data.kind === 'progress') {
            onProgress(data.share);
          } else {
            settle = null;
            resolve(data.read);
          }
        };
        current.onerror = () =>
          end({ ok: false, error: 'The reader stopped: the file may hold more than this machine can read.' });
        current.postMessage({ file, players });
      });
    },
    /** Ends what is being read, and the worker: its room is given back. */
    stop: (): void => end(null),
  };
}

/** The page's reader of files. */
export const fileReader = createFileReader(
  () => new Worker(new URL('../../worker/file-worker.ts', import.meta.url), { type: 'module' }),
);
