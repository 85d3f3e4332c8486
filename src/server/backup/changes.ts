/*
 * A backup of what changed: everything but its songs, those that changed since a whole backup, and the ids of those that are gone. It is read
 * together with the whole one, which lies beside it.
 */
import { dirname, join } from 'node:path';
import * as z from 'zod';
import { backupSchema } from '../../contract/backup-schema.ts';
import { AppError } from '../http/app-error.ts';
import { checkHead, type LibraryFile, openLines } from '../library/file/open-library-file.ts';

/** The kind of such a file. */
export const CHANGES_KIND = 'golden-ladder-changes';

const changesSchema = backupSchema.extend({
  kind: z.literal(CHANGES_KIND),
  since: z.string().regex(/^library-[\w-]+\.json$/),
  gone: z.array(z.string()),
});

/** Opens a backup: a whole one, or what changed with the whole one before it, as one library. */
export async function openBackup(file: string, scratch: string): Promise<LibraryFile> {
  const opened = await openLines(file, scratch);
  const changes = changesSchema.safeParse(opened.head);
  if (!changes.success) {
    return { head: checkHead(opened.head), songs: opened.songs };
  }
  const { since, gone, songs: _none, kind: _kind, ...head } = changes.data;
  const whole = await openBackup(join(dirname(file), since), `${scratch}.whole`).catch((error: unknown) => {
    const why = error instanceof AppError ? ` ${error.message}` : '';
    throw new AppError(
      'invalid-input',
      `It holds what changed since ${since}, which cannot be read beside it.${why} Nothing was changed.`,
    );
  });
  return {
    head: { ...head, kind: whole.head.kind },
    songs: async function* () {
      const replaced = new Set(gone);
      for await (const song of opened.songs()) {
        replaced.add(song.id);
        yield song;
      }
      for await (const song of whole.songs()) {
        if (!replaced.has(song.id)) {
          yield song;
        }
      }
    },
  };
}
