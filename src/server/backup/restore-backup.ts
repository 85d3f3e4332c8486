/*
 * Bringing a library back from a backup.
 *
 * The backup is read and checked as a whole before anything is touched. The new library is made beside the one that is there, damaged or
 * not, compared with the backup, closed and brought to the disk; then the two change places by two renames. The old one is never deleted.
 * Cut short at any moment, the next start finds the old or the new one and says which (finish-restore).
 */
import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isSameJson } from '../../core/kernel/canonical-json.ts';
import { moveDurably, removeDurably } from '../data-folder/durable-files.ts';
import { finishRestore, noteRestore } from '../data-folder/finish-restore.ts';
import { LibraryError } from '../data-folder/library-error.ts';
import { buildDatabase, type LibraryFiles, takeFolder } from '../data-folder/open-library.ts';
import { type FolderPaths, pathsIn } from '../data-folder/paths.ts';
import { type Database, openDatabase } from '../db/connect.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { AppError } from '../http/app-error.ts';
import { type CheckedLibrary, toChecked } from '../library/library-reader.ts';
import { EntryError, putBack } from '../library/put-back.ts';
import { openBackup } from './changes.ts';
import { createBackupRepository } from './repository.ts';

/** What came back, what could not be read and was left out, and where the library before it lies now (null: there was none). */
export type Restored = {
  readonly songs: number;
  readonly leftOut: readonly string[];
  readonly movedTo: string | null;
  /** Called once that was said: what remembers a restore that was cut short goes. */
  readonly settle: () => Promise<void>;
};

const ASIDE = 'library-before-restore';

/** Makes the library of a data folder anew from a backup file. */
export async function restoreBackup(file: string, folder: string, files: LibraryFiles, now: Date): Promise<Restored> {
  const scratch = join(tmpdir(), `golden-ladder-restore-${process.pid}.lines`);
  const refuse = (error: unknown): never => {
    throw error instanceof AppError ? new LibraryError(`${file}: ${error.message}`) : error;
  };
  try {
    return await openBackup(file, scratch)
      .then(toChecked)
      .then((library) => restoreLibrary(library, folder, files, now))
      .catch(refuse);
  } finally {
    await rm(scratch, { force: true });
  }
}

/** Makes the library of a data folder anew from one that was checked. */
async function restoreLibrary(
  backup: CheckedLibrary,
  folder: string,
  files: LibraryFiles,
  now: Date,
): Promise<Restored> {
  const places = pathsIn(folder);
  const lock = await takeFolder(places);
  try {
    await finishRestore(places, files.say ?? (() => undefined));
    const aside = existsSync(places.library)
      ? join(folder, `${ASIDE}-${now.toISOString().replace(/[:.]/g, '-')}`)
      : null;
    await noteRestore(places, aside);
    const done = await build(places, backup, files, now).catch(async (error: unknown) => {
      await removeDurably(places.restoring);
      await removeDurably(places.restoreNote);
      throw new LibraryError(sayWhyNot(error, places, aside !== null));
    });
    await moveDurably(places.restoring, places.restored);
    if (aside !== null) {
      await moveDurably(places.library, aside);
    }
    await moveDurably(places.restored, places.library);
    await removeDurably(places.firstStart);
    return { ...done, movedTo: aside, settle: () => removeDurably(places.restoreNote) };
  } finally {
    await lock.release();
  }
}

/** Makes the new library beside the old one, and holds it against the backup before it is closed. */
async function build(places: FolderPaths, backup: CheckedLibrary, files: LibraryFiles, now: Date) {
  await buildDatabase(places.restoring, files);
  const { db, close } = await openDatabase({
    folder: places.restoring,
    migrationsFolder: files.migrationsFolder,
    reserve: places.reserve,
  });
  try {
    const here = { songs: [], classes: [], results: [], settings: null };
    const { added, leftOut } = await db.transaction((transaction) =>
      putBack(transaction as unknown as Database, backup, {
        here,
        mode: 'replace',
        moment: { now, runMs: 0, day: 0 },
      }),
    );
    await compare(db, backup, leftOut);
    return { songs: added, leftOut };
  } finally {
    await close();
  }
}

async function compare(db: Database, { head, ids }: CheckedLibrary, leftOut: readonly string[]): Promise<void> {
  const repository = createBackupRepository(db);
  const { rows, isWhole } = await repository.listAbout();
  const made = await repository.readRest();
  const wanted = ids.filter((id) => !leftOut.includes(id)).sort();
  let read = 0;
  const isRead = await repository.eachSong(rows, () => {
    read += 1;
  });
  if (
    !isWhole ||
    !isRead ||
    read !== wanted.length ||
    !isSameJson(wanted, rows.map(({ id }) => id).sort()) ||
    made.classes.length !== head.classes.length ||
    made.results.length !== new Set(head.results.map(({ id }) => id)).size ||
    !isSameJson(made.settings, head.settings)
  ) {
    throw new Error('the new library is not what the backup holds');
  }
}

function sayWhyNot(error: unknown, { folder, library }: FolderPaths, isThere: boolean): string {
  const entry = error instanceof EntryError ? ` (${error.entry})` : '';
  const reason = isDiskFull(error)
    ? `The disk of ${folder} is full. Make room and bring it back again.`
    : `The backup could not be brought back${entry}.`;
  return `${reason} ${isThere ? `The library is as it was, in ${library}.` : 'There was no library, and none was made.'}`;
}
