/*
 * Everything that is written outside the engine, written so that a power cut cannot take it back: a file is brought to the disk, and
 * then the folder that has its name. What a name shows is either the old or the new, never half.
 */
import { constants } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';

/** What a file is called until it is whole. */
export const UNFINISHED_ENDING = '.unfinished';

/** Brings the names of a folder to the disk. */
async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, constants.O_RDONLY);
  await handle.sync().finally(() => handle.close());
}

/** Makes a folder and those above it, each with its name on the disk. */
export async function makeFolder(folder: string): Promise<void> {
  const first = await mkdir(folder, { recursive: true });
  if (first === undefined) {
    return;
  }
  for (let made = folder; made.length >= first.length; made = dirname(made)) {
    await syncFolder(dirname(made));
  }
}

/** Brings a folder with all it holds to the disk: files before the folder that has their names. */
export async function syncTree(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    await (entry.isDirectory() ? syncTree(path) : syncFile(path));
  }
  await syncFolder(folder);
}

async function syncFile(file: string): Promise<void> {
  const handle = await open(file, 'r+');
  await handle.sync().finally(() => handle.close());
}

/** A file that is being written under another name until it is whole. */
export type WholeFile = {
  readonly write: (text: string) => Promise<void>;
  /** Puts it in place, on the disk when this comes back. */
  readonly finish: () => Promise<void>;
  /** Takes back what was written; nothing once it is in place. */
  readonly discard: () => Promise<void>;
};

/** Begins a file that is to be put in place: whole and on the disk, or not there at all. */
export async function beginFile(file: string): Promise<WholeFile> {
  const unfinished = `${file}${UNFINISHED_ENDING}`;
  const handle = await open(unfinished, 'w', 0o600);
  let isClosed = false;
  return {
    write: async (text) => {
      await handle.appendFile(text, 'utf8');
    },
    finish: async () => {
      await handle.sync();
      isClosed = true;
      await handle.close();
      await moveDurably(unfinished, file);
    },
    discard: async () => {
      if (!isClosed) {
        isClosed = true;
        await handle.close();
      }
      await rm(unfinished, { force: true });
    },
  };
}

/** Puts a file in place: whole and on the disk when this comes back, or not there at all. */
export async function writeFileWhole(file: string, text: string): Promise<void> {
  const writing = await beginFile(file);
  try {
    await writing.write(text);
    await writing.finish();
  } catch (error) {
    await writing.discard();
    throw error;
  }
}

/** Gives a file or folder another name, on the disk when this comes back. */
export async function moveDurably(from: string, to: string): Promise<void> {
  await rename(from, to);
  await syncFolder(dirname(to));
  if (dirname(from) !== dirname(to)) {
    await syncFolder(dirname(from));
  }
}

/** Takes a file or a folder with all it holds away; nothing where it is not there. */
export async function removeDurably(path: string): Promise<void> {
  if ((await stat(path).catch(() => null)) !== null) {
    await rm(path, { recursive: true, force: true });
    await syncFolder(dirname(path));
  }
}

/** Takes away what was being written when the power went. */
export async function removeUnfinished(folder: string): Promise<void> {
  const names = await readdir(folder).catch((): string[] => []);
  for (const name of names.filter((found) => found.endsWith(UNFINISHED_ENDING))) {
    await rm(join(folder, basename(name)), { recursive: true, force: true });
  }
}
