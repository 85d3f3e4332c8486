import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { extract } from 'tar';
import { type Database, openDatabase } from '../db/connect.ts';
import { type FolderLock, lockFolder } from './folder-lock.ts';

/** Why the library cannot be opened. */
export class LibraryError extends Error {
  override readonly name = 'LibraryError';
}

/** An open library: its database, whether the folder is new, and how to close it. */
export type Library = { readonly db: Database; readonly isNew: boolean; readonly close: () => Promise<void> };

/** Where the parts of the build lie that the library needs. */
export type LibraryFiles = { readonly migrationsFolder: string; readonly templateFile: string | null };

const DATABASE = 'library';
const UNFINISHED = 'library.unfinished';

/**
 * Opens the library in a data folder, creating both when they are not there. A new database is made beside its place and
 * moved there when it is complete, so that a start that was cut short leaves nothing half made.
 */
export async function openLibrary(folder: string, files: LibraryFiles): Promise<Library> {
  await mkdir(folder, { recursive: true }).catch((error: unknown) => {
    throw new LibraryError(`The data folder ${folder} cannot be created: ${reasonOf(error)}`);
  });
  const lock = await lockFolder(folder);
  if (lock === null) {
    throw new LibraryError(
      `Another Golden Ladder is using the data folder ${folder}. Use that one, or stop it first; two at once would lose data.`,
    );
  }
  const database = join(folder, DATABASE);
  const isNew = !existsSync(database);
  try {
    if (isNew) {
      await createDatabase(folder, files);
    }
    const { db, close } = await openDatabase(database, files.migrationsFolder, null);
    return { db, isNew, close: () => closeAll(close, lock) };
  } catch (error) {
    await lock.release();
    throw new LibraryError(`The library in ${folder} cannot be opened: ${reasonOf(error)}`);
  }
}

/** Unpacks the template; without one (in development) the database is made from nothing, which takes seconds. */
async function createDatabase(folder: string, files: LibraryFiles): Promise<void> {
  const unfinished = join(folder, UNFINISHED);
  await rm(unfinished, { recursive: true, force: true });
  if (files.templateFile === null) {
    const { close } = await openDatabase(unfinished, files.migrationsFolder, null);
    await close();
  } else {
    await mkdir(unfinished);
    await extract({ file: files.templateFile, cwd: unfinished });
  }
  await rename(unfinished, join(folder, DATABASE));
}

async function closeAll(close: () => Promise<void>, lock: FolderLock): Promise<void> {
  await close();
  await lock.release();
}

/** The first line of an error's message: database errors carry pages of their own source. */
function reasonOf(error: unknown): string {
  return (error instanceof Error ? error.message : String(error)).split('\n')[0]?.slice(0, 300) ?? '';
}
