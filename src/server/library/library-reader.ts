/*
 * Files with whole libraries, read in a thread of their own that lives as long as that takes: a library of thousands of songs takes many
 * seconds, and large single songs of others are not to wait for it.
 */
import type { Worker } from 'node:worker_threads';
import type { LibraryPreview } from '../../contract/library-schema.ts';
import { AppError } from '../http/app-error.ts';
import { startThread } from '../threads/start-thread.ts';
import { compareLibraries, type LibraryHere } from './compare.ts';
import { type LibraryFile, type LibraryHead, openLibraryFile } from './file/open-library-file.ts';
import type { FromLibraryThread, ToLibraryThread } from './messages.ts';
import { checkLibrary, type IncomingSong, prepareSongs } from './prepare.ts';

/** A library that was checked as a whole, and its songs, ready to be put in. */
export type CheckedLibrary = {
  readonly head: LibraryHead;
  readonly ids: readonly string[];
  readonly songs: () => AsyncIterable<IncomingSong>;
};

/** What is compared; `left` ends it. */
export type CompareQuestion = {
  readonly file: string;
  readonly scratch: string;
  readonly here: LibraryHere;
  readonly left?: AbortSignal;
};

/** Reads a file with a library. `scratch` is where it may be written to in another layout. */
export type LibraryReader = {
  readonly compare: (question: CompareQuestion) => Promise<LibraryPreview>;
  /** Opens one and hands it to some work, with which it is closed. */
  readonly withLibrary: <T>(file: string, scratch: string, work: (library: CheckedLibrary) => Promise<T>) => Promise<T>;
};

/** Reads on the thread that asks, where nobody waits for it. */
export const PLAIN_LIBRARY_READER: LibraryReader = {
  compare: async ({ file, scratch, here }) => compareLibraries(here, await openLibraryFile(file, scratch)),
  withLibrary: async (file, scratch, work) => {
    return work(await toChecked(await openLibraryFile(file, scratch)));
  },
};

/** Checks an opened library as a whole. */
export async function toChecked(library: LibraryFile): Promise<CheckedLibrary> {
  return { head: library.head, ids: await checkLibrary(library), songs: () => prepareSongs(library) };
}

/** Room for a library's thread, in MB; a file that takes more is refused. */
const THREAD_MB = 250;

/** Reads in threads. */
export const THREADED_LIBRARY_READER: LibraryReader = {
  compare: ({ file, scratch, here, left }) =>
    inThread(async (ask) => {
      const answer = await ask({ kind: 'compare', file, scratch, here });
      return answer.kind === 'compared' ? answer.preview : stopped();
    }, left),
  withLibrary: (file, scratch, work) =>
    inThread(async (ask) => {
      const checked = await ask({ kind: 'check', file, scratch });
      if (checked.kind !== 'checked') {
        return stopped();
      }
      const songs = async function* (): AsyncGenerator<IncomingSong> {
        for (let kind: 'songs' | 'more' = 'songs'; ; kind = 'more') {
          const answer = await ask({ kind });
          if (answer.kind !== 'songs' || answer.songs.length === 0) {
            return;
          }
          yield* answer.songs;
        }
      };
      return work({ head: checked.head, ids: checked.ids, songs });
    }),
};

type Ask = (message: ToLibraryThread) => Promise<FromLibraryThread>;

/** Does some work with a thread that answers one question at a time, and ends it. */
async function inThread<T>(work: (ask: Ask) => Promise<T>, left?: AbortSignal): Promise<T> {
  const thread = startThread('library-thread', { oldMb: THREAD_MB });
  left?.addEventListener('abort', () => void thread.terminate());
  try {
    return await work((message) => askThread(thread, message));
  } finally {
    await thread.terminate();
  }
}

function askThread(thread: Worker, message: ToLibraryThread): Promise<FromLibraryThread> {
  return new Promise((resolve, reject) => {
    const forget = (): void => {
      thread.off('message', hear).off('error', broke).off('exit', broke);
    };
    const hear = (answer: FromLibraryThread): void => {
      forget();
      if (answer.kind === 'refused') {
        reject(new AppError(answer.code, answer.message));
      } else {
        resolve(answer);
      }
    };
    const broke = (): void => {
      forget();
      reject(
        new AppError('too-large', 'Reading this library takes more room than there is for it. Nothing was changed.'),
      );
    };
    thread.once('message', hear).once('error', broke).once('exit', broke);
    thread.postMessage(message);
  });
}

function stopped(): never {
  throw new AppError('internal', 'The library could not be read.');
}
