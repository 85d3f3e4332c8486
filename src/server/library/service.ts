import type { Backup } from '../../contract/backup-schema.ts';
import type { LibraryPreview, RestoredLibrary, RestoreMode } from '../../contract/library-schema.ts';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { createBackupRepository, gatherBackup } from '../backup/repository.ts';
import type { Database } from '../db/connect.ts';
import { AppError } from '../http/app-error.ts';
import { compareLibraries } from './compare.ts';
import { putBack } from './put-back.ts';

/** What can be done with a library as a whole. */
export type LibraryService = ReturnType<typeof createLibraryService>;

/** Writes a backup of the library as it is, and says in which file it lies; null where there is nowhere to write it. */
export type KeepLibrary = () => Promise<string | null>;

const readLibrary = (db: Database): Promise<Backup> => gatherBackup(createBackupRepository(db));

/** A library taken along and brought back. Bringing back is one transaction: all of it happens, or nothing. */
export function createLibraryService(db: Database, clock: () => Date, keep: KeepLibrary) {
  return {
    /** The whole library as canonical JSON. */
    take: async (): Promise<string> => toCanonicalJson(await readLibrary(db)),

    preview: async (backup: Backup): Promise<LibraryPreview> => {
      refuseDoubles(backup);
      return compareLibraries(await readLibrary(db), backup);
    },

    restore: async (backup: Backup, mode: RestoreMode): Promise<RestoredLibrary> => {
      refuseDoubles(backup);
      const keptIn = await keep();
      const done = await db
        .transaction(async (transaction) => {
          const inside = transaction as unknown as Database;
          return putBack(inside, backup, { here: await readLibrary(inside), mode, now: clock() });
        })
        .catch((error: unknown) => {
          throw new AppError(
            'invalid-input',
            `The library could not be brought back. Nothing was changed. (${nameOf(error)})`,
          );
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

/** What kind of thing went wrong, without anything of what a query was given. */
function nameOf(error: unknown): string {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error;
  return cause instanceof Error ? (cause.message.split('\n')[0] ?? cause.name).slice(0, 120) : 'unknown';
}
