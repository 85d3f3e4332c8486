/* What the last backup and the last whole one before it held, so that the next one knows what has changed. It lies beside them, and is made anew where it is lost. */
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { writeFileWhole } from '../data-folder/durable-files.ts';
import type { AboutSong } from './repository.ts';

const lastBackupSchema = z.strictObject({
  /** The last backup, and a mark of all it stands for. */
  newest: z.string(),
  state: z.string(),
  /** The last whole one, when it was kept, and its songs with a mark of each. */
  whole: z.string(),
  wholeKeptAtMs: z.number(),
  songs: z.record(z.string(), z.string()),
});

/** What is known of the last backups of a folder. */
export type LastBackup = z.infer<typeof lastBackupSchema>;

const NAME = 'last-backup.json';

/** Reads it; null where there is none that can be read. */
export async function readLastBackup(folder: string): Promise<LastBackup | null> {
  try {
    return lastBackupSchema.parse(JSON.parse(await readFile(join(folder, NAME), 'utf8')));
  } catch {
    return null;
  }
}

/** Writes it. */
export async function writeLastBackup(folder: string, last: LastBackup): Promise<void> {
  await writeFileWhole(join(folder, NAME), JSON.stringify(last));
}

/** A mark of each song: another one when anything of it is another. */
export function marksOf(songs: readonly AboutSong[]): Readonly<Record<string, string>> {
  return Object.fromEntries(
    songs.map(({ id, revision, updatedAt, deletedAt, contentHash }) => [
      id,
      [revision, updatedAt, deletedAt ?? '', contentHash ?? ''].join(' '),
    ]),
  );
}

/** A mark of a whole library. */
export function stateOf(marks: Readonly<Record<string, string>>, rest: string): string {
  return createHash('sha256')
    .update(JSON.stringify(Object.entries(marks)))
    .update(rest)
    .digest('base64');
}
