/*
 * Bringing a library back from a backup.
 *
 * The backup is read and checked as a whole before anything is touched. The new library is made beside the one that is there, damaged or
 * not, compared with the backup, closed and brought to the disk; then the two change places by two renames. The old one is never deleted.
 * Cut short at any moment, the next start finds the old or the new one and says which (finish-restore).
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { type Backup, backupSchema } from '../../contract/backup-schema.ts';
import { isSameJson } from '../../core/kernel/canonical-json.ts';
import { moveDurably, removeDurably } from '../data-folder/durable-files.ts';
import { finishRestore, noteRestore } from '../data-folder/finish-restore.ts';
import { LibraryError } from '../data-folder/library-error.ts';
import { buildDatabase, type LibraryFiles, takeFolder } from '../data-folder/open-library.ts';
import { type FolderPlaces, placesIn } from '../data-folder/places.ts';
import { type Database, openDatabase } from '../db/connect.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { placeOf } from '../library/backup-entries.ts';
import { EntryError, putBack } from '../library/put-back.ts';
import { readBackupJson } from './read-backup.ts';
import { createBackupRepository, gatherBackup } from './repository.ts';

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
  const backup = await readBackup(file);
  const places = placesIn(folder);
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
async function build(places: FolderPlaces, backup: Backup, files: LibraryFiles, now: Date) {
  await buildDatabase(places.restoring, files);
  const { db, close } = await openDatabase({
    folder: places.restoring,
    migrationsFolder: files.migrationsFolder,
    reserve: places.reserve,
  });
  try {
    const { backup: here } = await gatherBackup(createBackupRepository(db));
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

async function compare(db: Database, backup: Backup, leftOut: readonly string[]): Promise<void> {
  const { backup: made, isWhole } = await gatherBackup(createBackupRepository(db));
  const wanted = backup.songs.filter(({ id }) => !leftOut.includes(id)).map(({ id, revision }) => ({ id, revision }));
  const found = made.songs.map(({ id, revision }) => ({ id, revision }));
  const inOrder = (entries: typeof found) => [...entries].sort((a, b) => (a.id < b.id ? -1 : 1));
  if (
    !isWhole ||
    !isSameJson(inOrder(wanted), inOrder(found)) ||
    made.classes.length !== backup.classes.length ||
    !isSameJson(made.settings, backup.settings)
  ) {
    throw new Error('the new library is not what the backup holds');
  }
}

async function readBackup(file: string): Promise<Backup> {
  const read = await readBackupJson(file);
  const parsed = 'value' in read ? backupSchema.safeParse(read.value) : null;
  if (parsed?.success === true) {
    return parsed.data;
  }
  const place = placeOf(parsed?.error.issues[0]?.path ?? []);
  throw new LibraryError(
    'fault' in read
      ? `${file} ${FAULTS[read.fault]}. Nothing was changed.`
      : `${file} is no backup of a Golden Ladder library, or of a newer one${place === null ? '' : ` (${place})`}. Nothing was changed.`,
  );
}

const FAULTS = {
  unreadable: 'cannot be read',
  'not-utf-8': 'is no backup: it is not UTF-8, or it is damaged',
  'no-json': 'is no backup: it is no JSON, or it is damaged',
} as const;

function sayWhyNot(error: unknown, { folder, library }: FolderPlaces, isThere: boolean): string {
  const entry = error instanceof EntryError ? ` (${error.entry})` : '';
  const reason = isDiskFull(error)
    ? `The disk of ${folder} is full. Make room and bring it back again.`
    : `The backup could not be brought back${entry}.`;
  return `${reason} ${isThere ? `The library is as it was, in ${library}.` : 'There was no library, and none was made.'}`;
}
