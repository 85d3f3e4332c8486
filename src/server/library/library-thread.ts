/* The thread that reads one library, and ends with it. */
import { parentPort } from 'node:worker_threads';
import { toAppError } from '../http/to-app-error.ts';
import { compareLibraries } from './compare.ts';
import { type LibraryFile, openLibraryFile } from './file/open-library-file.ts';
import type { FromLibraryThread, ToLibraryThread } from './messages.ts';
import { checkLibrary, type IncomingSong, prepareSongs } from './prepare.ts';

/** Characters of songs that are handed over at once. */
const BATCH = 500_000;

let library: LibraryFile | null = null;
let songs: AsyncGenerator<IncomingSong> | null = null;

async function answer(message: ToLibraryThread): Promise<FromLibraryThread> {
  switch (message.kind) {
    case 'compare': {
      const opened = await openLibraryFile(message.file, message.scratch);
      return { kind: 'compared', preview: await compareLibraries(message.here, opened) };
    }
    case 'check': {
      library = await openLibraryFile(message.file, message.scratch);
      return { kind: 'checked', head: library.head, ids: await checkLibrary(library) };
    }
    case 'songs':
      songs = library === null ? null : prepareSongs(library);
      return { kind: 'songs', songs: await takeSongs() };
    case 'more':
      return { kind: 'songs', songs: await takeSongs() };
  }
}

async function takeSongs(): Promise<readonly IncomingSong[]> {
  const taken: IncomingSong[] = [];
  let size = 0;
  while (songs !== null && size < BATCH) {
    const next = await songs.next();
    if (next.done === true) {
      songs = null;
    } else {
      taken.push(next.value);
      size += next.value.text.length;
    }
  }
  return taken;
}

parentPort?.on('message', (message: ToLibraryThread) => {
  void answer(message)
    .catch((error: unknown): FromLibraryThread => {
      const { code, message: words } = toAppError(error);
      return { kind: 'refused', code, message: words };
    })
    .then((said) => parentPort?.postMessage(said));
});
