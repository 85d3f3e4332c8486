import type { Backup } from '../../contract/backup-schema.ts';
import type { LibraryPreview, RestoredLibrary, RestoreMode } from '../../contract/library-schema.ts';
import { writeLibraryText } from '../backup/library-text.ts';
import { createBackupRepository, gatherBackup } from '../backup/repository.ts';
import { type Database, isInterrupted } from '../db/connect.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { AppError } from '../http/app-error.ts';
import type { LibraryTime } from '../time/library-time.ts';
import { compareLibraries } from './compare.ts';
import { EntryError, putBack } from './put-back.ts';

/** What can be done with a library as a whole. */
export type LibraryService = ReturnType<typeof createLibraryService>;

/** Writes a backup of the library as it is, and says in which file it lies; null where there is nowhere to write it. */
export type KeepLibrary = () => Promise<string | null>;

const readLibrary = async (db: Database): Promise<Backup> => (await gatherBackup(createBackupRepository(db))).backup;

/** A library taken along and brought back. Bringing back is one transaction: all of it happens, or nothing. */
export function createLibraryService(db: Database, time: LibraryTime, keep: KeepLibrary) {
  return {
    /** Writes the whole library as canonical JSON, piece by piece. */
    take: async (write: (text: string) => Promise<void> | void): Promise<void> => {
      await writeLibraryText(createBackupRepository(db), write);
    },

    preview: async (backup: Backup): Promise<LibraryPreview> => {
      refuseDoubles(backup);
      return compareLibraries(await readLibrary(db), backup);
    },

    restore: async (backup: Backup, mode: RestoreMode): Promise<RestoredLibrary> => {
      refuseDoubles(backup);
      const keptIn = await keep();
      const moment = { now: time.now(), runMs: time.runMs(), day: await time.day() };
      const done = await db
        .transaction(async (transaction) => {
          const inside = transaction as unknown as Database;
          return putBack(inside, backup, { here: await readLibrary(inside), mode, moment });
        })
        .catch((error: unknown) => {
          if (isDiskFull(error) || isInterrupted(error)) {
            throw error;
          }
          const entry = error instanceof EntryError ? ` (${error.entry})` : '';
          throw new AppError('invalid-input', `The library could not be brought back${entry}. Nothing was changed.`);
        });
      return { ...done, leftOut: [...done.leftOut], keptIn };
    },
  };
}

function refuseDoubles({ songs, classes }: Backup): void {
  const ids = [...songs, ...classes].map(({ id }) => id);
  if (new Set(ids).size < ids.length) {
    throw new AppError('invalid-input', 'Two songs or classes of the backup have one id. Nothing was changed.');
  }
}
