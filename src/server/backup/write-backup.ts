/*
 * Backups beside the database: one JSON file at a time.
 *
 * A file is on the disk before it has a backup's name, so that what has one is always whole. When nothing changed since the newest
 * backup none is written. Old ones are thinned by age; none is while songs of the library cannot be read, since an old backup may be
 * all there is of them.
 */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { beginFile, makeFolder, removeDurably, removeUnfinished } from '../data-folder/durable-files.ts';
import { freeBytesOf, LEAST_FREE_BYTES } from '../db/engine/room.ts';
import { BACKUPS_KEPT, listExpired } from '../versions/thinning.ts';
import { listBackups, nextBackupFile } from './backup-files.ts';
import { writeLibraryText } from './library-text.ts';
import type { BackupRepository } from './repository.ts';

/** When a backup is written: by the machine's clock, and in ms of the library's time. */
export type BackupMoment = { readonly now: Date; readonly runMs: number };

/** Asked each time whether old backups may be thinned, with whether the whole library could be read. */
export type MayThin = (isWhole: boolean) => Promise<boolean>;

/** Why no backup could be written. */
export class BackupError extends Error {
  override readonly name = 'BackupError';
}

/** Writes a backup when something changed since the newest one, and thins the old ones; answers its file, or null. */
export async function writeBackup(
  repository: BackupRepository,
  folder: string,
  { now, runMs }: BackupMoment,
  mayThin: MayThin = async (isWhole) => isWhole,
): Promise<string | null> {
  await makeFolder(folder);
  await removeUnfinished(folder);
  const before = await listBackups(folder);
  const made = nextBackupFile(folder, before, now, runMs);
  const writing = await beginFile(made.file);
  try {
    const hash = createHash('sha256');
    const isWhole = await writeLibraryText(repository, async (text) => {
      hash.update(text);
      if (freeBytesOf(folder) < LEAST_FREE_BYTES) {
        throw new BackupError('there is no room for it');
      }
      await writing.write(text);
    });
    // Asked in any case: what is damaged is looked for although nothing has changed since.
    const thins = await mayThin(isWhole);
    const [newest] = before;
    if (newest !== undefined && (await hashOf(newest.file)) === hash.digest('hex')) {
      await writing.discard();
      return null;
    }
    await writing.finish();
    for (const { file } of thins ? listExpired([...before, made], runMs, BACKUPS_KEPT) : []) {
      await removeDurably(file);
    }
    return made.file;
  } catch (error) {
    await writing.discard();
    throw error;
  }
}

/** The hash of a file's contents; of one that cannot be read, nothing's. */
async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  try {
    for await (const piece of createReadStream(file)) {
      hash.update(piece as Buffer);
    }
  } catch {
    return '';
  }
  return hash.digest('hex');
}
