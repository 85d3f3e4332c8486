import type { LibraryPreview, RestoredLibrary, RestoreMode } from '../../contract/library-schema.ts';
import { writeLibraryText } from '../backup/library-text.ts';
import { createBackupRepository } from '../backup/repository.ts';
import type { Database } from '../db/connect.ts';
import { isInterrupted } from '../db/engine/engine-errors.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import type { Helper } from '../helper/helper.ts';
import { AppError } from '../http/app-error.ts';
import { fillColumns } from '../judging/fill-columns.ts';
import { createJudgementRepository } from '../judging/repository.ts';
import type { LibraryTime } from '../time/library-time.ts';
import type { LibraryHere } from './compare.ts';
import type { LibraryReader } from './library-reader.ts';
import { EntryError, putBack } from './put-back.ts';

/** What can be done with a library as a whole. */
export type LibraryService = ReturnType<typeof createLibraryService>;

/** Writes a backup of the library as it is, and says in which file it lies; null where there is nowhere to write it. */
export type KeepLibrary = () => Promise<string | null>;

/** A file with a library that was sent, and where it may be written to in another layout. */
export type SentLibrary = { readonly file: string; readonly scratch: string };

/** What the service works with besides the database. */
export type LibraryMeans = {
  readonly time: LibraryTime;
  readonly keep: KeepLibrary;
  readonly helper: Helper;
  readonly reader: LibraryReader;
  readonly onChange: () => void;
};

/** A library taken along and brought back. Bringing back is one transaction: all of it happens, or nothing. */
export function createLibraryService(db: Database, { time, keep, helper, reader, onChange }: LibraryMeans) {
  /** What is here, with a mark for every song, those of an older program included. */
  const readHere = async (from: Database): Promise<LibraryHere> => {
    await fillColumns(createJudgementRepository(from), helper);
    const repository = createBackupRepository(from);
    const { classes, results, settings } = await repository.readRest();
    return { songs: (await repository.listAbout()).rows, classes, results, settings };
  };
  return {
    /** Writes the whole library as JSON, piece by piece. */
    take: async (write: (text: string) => Promise<void> | void): Promise<void> => {
      await writeLibraryText({ repository: createBackupRepository(db), helper }, write);
    },

    /** What bringing a library back would change. It ends when whoever asked does not wait any more. */
    preview: async ({ file, scratch }: SentLibrary, left?: AbortSignal): Promise<LibraryPreview> =>
      reader.compare({ file, scratch, here: await readHere(db), ...(left === undefined ? {} : { left }) }),

    restore: ({ file, scratch }: SentLibrary, mode: RestoreMode): Promise<RestoredLibrary> =>
      reader.withLibrary(file, scratch, async (library) => {
        const keptIn = await keep();
        const moment = { now: time.now(), runMs: time.runMs(), day: await time.day() };
        const done = await db
          .transaction(async (transaction) => {
            const inside = transaction as unknown as Database;
            return putBack(inside, library, { here: await readHere(inside), mode, moment });
          })
          .catch((error: unknown) => {
            if (isDiskFull(error) || isInterrupted(error) || error instanceof AppError) {
              throw error;
            }
            const entry = error instanceof EntryError ? ` (${error.entry})` : '';
            throw new AppError('invalid-input', `The library could not be brought back${entry}. Nothing was changed.`);
          });
        onChange();
        return { ...done, leftOut: [...done.leftOut], keptIn };
      }),
  };
}
