import { existsSync } from 'node:fs';
import { mkdir, open, rename, rm, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { extract } from 'tar';
import { listBackups } from '../backup/write-backup.ts';
import { type Database, NewerDatabaseError, openDatabase } from '../db/connect.ts';
import { type FolderLock, lockFolder } from './folder-lock.ts';

/** Why the library cannot be opened, in a sentence that says what to do. */
export class LibraryError extends Error {
  override readonly name = 'LibraryError';
}

/** An open library: its database, whether the folder is new, and how to close it. */
export type Library = { readonly db: Database; readonly isNew: boolean; readonly close: () => Promise<void> };

/** Where the parts of the build lie that the library needs. */
export type LibraryFiles = { readonly migrationsFolder: string; readonly templateFile: string | null };

/** The database inside a data folder. */
export const DATABASE = 'library';
/** The backups inside a data folder. */
export const BACKUPS = 'backups';
const UNFINISHED = 'library.unfinished';

/**
 * Opens the library in a data folder, creating both when they are not there. A new database is made beside its place and
 * moved there when it is complete, so that a start that was cut short leaves nothing half made. What cannot be opened is
 * left as it is.
 */
export async function openLibrary(folder: string, files: LibraryFiles): Promise<Library> {
  const lock = await takeFolder(folder);
  const database = join(folder, DATABASE);
  const isNew = !existsSync(database);
  try {
    await checkRoom(folder);
    await (isNew ? createDatabase(folder, files) : checkWhole(database));
    const { db, close } = await openDatabase(database, files.migrationsFolder, null);
    return { db, isNew, close: () => closeAll(close, lock) };
  } catch (error) {
    await lock.release();
    throw error instanceof LibraryError ? error : new LibraryError(await sayWhyNot(error, folder));
  }
}

/** Makes sure that the folder is there, can be written, and belongs to this process alone. */
async function takeFolder(folder: string): Promise<FolderLock> {
  try {
    await mkdir(folder, { recursive: true });
    const probe = join(folder, 'writable.probe');
    await open(probe, 'w').then((handle) => handle.close());
    await rm(probe, { force: true });
  } catch (error) {
    throw new LibraryError(
      `The data folder ${folder} cannot be written (${reasonOf(error)}). Give yourself the right to write there, or set GOLDEN_LADDER_DATA to another folder.`,
    );
  }
  const lock = await lockFolder(folder);
  if (lock === null) {
    throw new LibraryError(
      `Another Golden Ladder is using the data folder ${folder}. Use that one, or stop it first; two at once would lose data.`,
    );
  }
  return lock;
}

/** Room that the database needs to work at all: its journal alone grows by 16 MB at a time. */
const LEAST_ROOM_BYTES = 64 * 1024 * 1024;

async function checkRoom(folder: string): Promise<void> {
  const { bavail, bsize } = await statfs(folder);
  const complaint = complaintAboutRoom(bavail * bsize, folder);
  if (complaint !== null) {
    throw new LibraryError(complaint);
  }
}

/** What is wrong with so much free room, in a sentence; null for enough. */
export function complaintAboutRoom(freeBytes: number, folder: string): string | null {
  return freeBytes >= LEAST_ROOM_BYTES
    ? null
    : `The disk of the data folder ${folder} is full: ${Math.floor(freeBytes / 1024 / 1024)} MB are free, ${LEAST_ROOM_BYTES / 1024 / 1024} MB are needed. Make room and start again; nothing was changed.`;
}

/** Files without which a database is none; the engine would make a new one over what is left. */
const ESSENTIAL_FILES = ['PG_VERSION', 'global/pg_control', 'base', 'pg_wal'] as const;

async function checkWhole(database: string): Promise<void> {
  for (const name of ESSENTIAL_FILES) {
    const found = await stat(join(database, name)).catch(() => null);
    if (found === null || (found.isFile() && found.size === 0)) {
      throw new Error(`${name} is missing or empty`);
    }
  }
}

async function sayWhyNot(error: unknown, folder: string): Promise<string> {
  if (error instanceof NewerDatabaseError) {
    return `The library in ${folder} was made by a newer Golden Ladder. Update this one, or choose another folder with GOLDEN_LADDER_DATA; nothing was changed.`;
  }
  const [newest] = await listBackups(join(folder, BACKUPS));
  const wayOut =
    newest === undefined
      ? 'There is no backup beside it; keep the folder, and choose another with GOLDEN_LADDER_DATA to go on.'
      : `The newest backup can be brought back with: npm run restore -- ${newest.file}`;
  return `The library in ${folder} is damaged (${reasonOf(error)}). It was left as it is. ${wayOut}`;
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
  const isCoded = error instanceof Error && 'code' in error && typeof error.code === 'string';
  return isCoded
    ? String(error.code)
    : ((error instanceof Error ? error.message : String(error)).split('\n')[0]?.slice(0, 200) ?? '');
}
