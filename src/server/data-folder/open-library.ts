import { existsSync } from 'node:fs';
import { mkdir, open, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { listBackups } from '../backup/backup-files.ts';
import { type OpenedDatabase, openDatabase } from '../db/connect.ts';
import { freeBytesOf, sizeOf } from '../db/engine/room.ts';
import { makeFolder, moveDurably, removeDurably, removeUnfinished, syncTree, writeFileWhole } from './durable-files.ts';
import { finishRestore } from './finish-restore.ts';
import { type FolderLock, lockFolder } from './folder-lock.ts';
import { LibraryError, sayWhyNot } from './library-error.ts';
import { type FolderPaths, pathsIn } from './paths.ts';
import { unpackTemplate } from './unpack-template.ts';

/** An open library: its database, whether it still lacks what a new one starts with, and how to close it. */
export type Library = OpenedDatabase & {
  readonly isNew: boolean;
  /** Called once a new library has what it starts with. */
  readonly settle: () => Promise<void>;
};

/** Where the parts of the build lie that the library needs, and who hears what is said while it is opened. */
export type LibraryFiles = {
  readonly migrationsFolder: string;
  readonly templateFile: string | null;
  readonly say?: (sentence: string) => void;
};

/**
 * Opens the library in a data folder, creating both when they are not there. A new database is made beside its place and
 * moved there when it is complete, so that a start that was cut short leaves nothing half made; what is still to be put into it
 * is remembered until it is in. What cannot be opened is left as it is.
 */
export async function openLibrary(folder: string, files: LibraryFiles): Promise<Library> {
  const places = pathsIn(folder);
  const say = files.say ?? (() => undefined);
  const lock = await takeFolder(places);
  try {
    await finishRestore(places, say);
    const isThere = existsSync(places.library);
    checkRoom(places, isThere ? LEAST_ROOM_BYTES : NEW_LIBRARY_BYTES);
    await (isThere ? prepare(places, say) : createDatabase(places, files));
    const opened = await openDatabase({
      folder: places.library,
      migrationsFolder: files.migrationsFolder,
      reserve: places.reserve,
      say,
    });
    return {
      ...opened,
      isNew: existsSync(places.firstStart),
      settle: () => removeDurably(places.firstStart),
      close: (ms) => opened.close(ms).finally(lock.release),
    };
  } catch (error) {
    await lock.release();
    const [newest] = await listBackups(places.backups);
    throw error instanceof LibraryError
      ? error
      : new LibraryError(sayWhyNot(error, folder, newest === undefined ? null : newest.file));
  }
}

/** Makes sure that the folder is there, can be written, and belongs to this process alone. */
export async function takeFolder({ folder, lock: lockFile }: FolderPaths): Promise<FolderLock> {
  try {
    await makeFolder(folder);
    const probe = join(folder, 'writable.probe');
    await open(probe, 'w').then((handle) => handle.close());
    await rm(probe, { force: true });
  } catch (error) {
    throw new LibraryError(
      `The data folder ${folder} cannot be written (${codeOf(error)}). Give yourself the right to write there, or set GOLDEN_LADDER_DATA to another folder.`,
    );
  }
  const lock = await lockFolder(folder, lockFile);
  if (lock === null) {
    throw new LibraryError(
      `Another Golden Ladder is using the data folder ${folder}. Use that one, or stop it first; two at once would lose data.`,
    );
  }
  await removeUnfinished(folder);
  return lock;
}

const MEGABYTE = 1024 * 1024;
/** Room that the database needs to open: its journal grows by 16 MB at a time. */
const LEAST_ROOM_BYTES = 32 * MEGABYTE;
/** Room that a new library takes, its reserve included. */
export const NEW_LIBRARY_BYTES = 112 * MEGABYTE;

/** The reserve counts as room: it is there to be given up. */
function checkRoom({ folder, reserve }: FolderPaths, needed: number): void {
  const complaint = complaintAboutRoom(freeBytesOf(folder) + sizeOf(reserve), folder, needed);
  if (complaint !== null) {
    throw new LibraryError(complaint);
  }
}

/** What is wrong with so much free room, in a sentence; null for enough. */
export function complaintAboutRoom(
  freeBytes: number,
  folder: string,
  needed: number = LEAST_ROOM_BYTES,
): string | null {
  return freeBytes >= needed
    ? null
    : `The disk of the data folder ${folder} is full: ${Math.floor(freeBytes / MEGABYTE)} MB are free, ${needed / MEGABYTE} MB are needed. Make room and start again; nothing was changed.`;
}

/** Files without which a database is none; the engine would make a new one over what is left. */
const ESSENTIAL_FILES = ['PG_VERSION', 'global/pg_control', 'base', 'pg_wal'] as const;
/** The engine's own lock. The folder is this process's alone by now, so one that lies here is of a process that is gone. */
const ENGINE_LOCK = 'postmaster.pid';

/** Looks whether a library is whole enough to be opened, and takes away what an end without closing left. */
async function prepare({ library }: FolderPaths, say: (sentence: string) => void): Promise<void> {
  for (const name of ESSENTIAL_FILES) {
    const found = await stat(join(library, name)).catch((error: unknown) => {
      if (codeOf(error) === 'ENOENT' || codeOf(error) === 'ENOTDIR') {
        return null;
      }
      throw error;
    });
    if (found === null || (found.isFile() && found.size === 0)) {
      throw new Error(`${name} is missing or empty`);
    }
  }
  const lock = join(library, ENGINE_LOCK);
  if (existsSync(lock)) {
    say(
      'The library was not closed the last time. It is being looked through and brought to the disk, which takes some seconds.',
    );
    await removeDurably(lock);
  }
}

/** Unpacks the template; without one (in development) the database is made from nothing, which takes seconds. */
async function createDatabase(places: FolderPaths, files: LibraryFiles): Promise<void> {
  await buildDatabase(places.unfinished, files);
  await writeFileWhole(places.firstStart, 'A new library: the next start puts in what it starts with.\n');
  await moveDurably(places.unfinished, places.library);
}

/** Makes an empty database in a folder, in the place of what is left of an earlier try; all of it is on the disk. */
export async function buildDatabase(database: string, { templateFile, migrationsFolder }: LibraryFiles): Promise<void> {
  await removeDurably(database);
  if (templateFile === null) {
    const { close } = await openDatabase({ folder: database, migrationsFolder });
    await close();
    await syncTree(database);
  } else {
    await mkdir(database, { mode: 0o700 });
    await unpackTemplate(templateFile, database);
    await rm(join(database, ENGINE_LOCK), { force: true });
  }
}

/** The system's code of an error, for people who look it up. */
function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : 'unknown';
}
