/*
 * Backups beside the database: one JSON file at a time.
 *
 * A file is on the disk before it has a backup's name, so that what has one is always whole. When nothing changed since the newest
 * backup none is written. Old ones are thinned by age; none is while songs of the library cannot be read, since an old backup may be
 * all there is of them.
 */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { beginFile, makeFolder, removeDurably, removeUnfinished } from '../data-folder/durable-files.ts';
import { freeBytesOf, LEAST_FREE_BYTES } from '../db/engine/room.ts';
import { BACKUPS_KEPT, listExpired } from '../versions/thinning.ts';
import { listBackups, nextBackupFile } from './backup-files.ts';
import type { BackupRepository } from './repository.ts';

/** When a backup is written: by the machine's clock, and in ms of the library's time. */
export type BackupMoment = { readonly now: Date; readonly runMs: number };

/** Asked before old backups are thinned, with whether the whole library could be read. */
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
    const { hash, isWhole } = await writeLibrary(repository, async (text) => {
      if (freeBytesOf(folder) < LEAST_FREE_BYTES) {
        throw new BackupError('there is no room for it');
      }
      await writing.write(text);
    });
    const [newest] = before;
    if (newest !== undefined && (await hashOf(newest.file)) === hash) {
      await writing.discard();
      return null;
    }
    await writing.finish();
    for (const { file } of (await mayThin(isWhole)) ? listExpired([...before, made], runMs, BACKUPS_KEPT) : []) {
      await removeDurably(file);
    }
    return made.file;
  } catch (error) {
    await writing.discard();
    throw error;
  }
}

/** The canonical JSON of a library, song by song, so that it is never held as a whole; its hash tells whether anything changed. */
async function writeLibrary(repository: BackupRepository, write: (text: string) => Promise<void>) {
  const hash = createHash('sha256');
  const put = async (text: string): Promise<void> => {
    hash.update(text);
    await write(text);
  };
  const rest = toCanonicalJson({ ...(await repository.readRest()), songs: [] });
  await put(rest.slice(0, -END.length));
  let separator = '';
  const isWhole = await repository.eachSong(async (song) => {
    await put(separator + toCanonicalJson(song));
    separator = ',';
  });
  await put(END);
  return { hash: hash.digest('hex'), isWhole };
}

/** How a backup ends: its songs are the last of its parts in the order of their names. */
const END = ']}';

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
