/*
 * Bringing a library back from a backup.
 *
 * The backup is read and checked as a whole before anything is touched. The library that is there, damaged or not, is moved
 * aside and never deleted; a new one is made from nothing in its place.
 */
import { existsSync } from 'node:fs';
import { readFile, rename } from 'node:fs/promises';
import { join } from 'node:path';
import { type Backup, backupSchema } from '../../contract/backup-schema.ts';
import { lockFolder } from '../data-folder/folder-lock.ts';
import { DATABASE, LibraryError, type LibraryFiles, openLibrary } from '../data-folder/open-library.ts';
import { putBack } from '../library/put-back.ts';
import { createBackupRepository, gatherBackup } from './repository.ts';

/** What came back, what could not be read and was left out, and where the library before it lies now (null: there was none). */
export type Restored = {
  readonly songs: number;
  readonly leftOut: readonly string[];
  readonly movedTo: string | null;
};

/** Makes the library of a data folder anew from a backup file. */
export async function restoreBackup(file: string, folder: string, files: LibraryFiles, now: Date): Promise<Restored> {
  const backup = await readBackup(file);
  const lock = existsSync(folder) ? await lockFolder(folder) : { release: async () => undefined };
  if (lock === null) {
    throw new LibraryError(`A Golden Ladder is using the data folder ${folder}. Stop it first; nothing was changed.`);
  }
  const movedTo = await moveAside(folder, now).finally(lock.release);
  const library = await openLibrary(folder, files);
  try {
    const here = await gatherBackup(createBackupRepository(library.db));
    const { added, leftOut } = await putBack(library.db, backup, { here, mode: 'replace', now });
    return { songs: added, leftOut, movedTo };
  } finally {
    await library.close();
  }
}

async function readBackup(file: string): Promise<Backup> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new LibraryError(`The backup ${file} cannot be read. Nothing was changed.`);
  });
  const parsed = backupSchema.safeParse(parseJson(text));
  if (!parsed.success) {
    throw new LibraryError(`${file} is no backup of a Golden Ladder library, or of a newer one. Nothing was changed.`);
  }
  return parsed.data;
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

async function moveAside(folder: string, now: Date): Promise<string | null> {
  const database = join(folder, DATABASE);
  if (!existsSync(database)) {
    return null;
  }
  const aside = join(folder, `${DATABASE}-before-restore-${now.toISOString().replace(/[:.]/g, '-')}`);
  await rename(database, aside);
  return aside;
}
