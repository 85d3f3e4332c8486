/*
 * Backups beside the database: JSON files that are on the disk before they have a backup's name, so that what has one is always whole.
 *
 * When nothing changed since the newest backup none is written. Of a library that is large, what changed since the last whole backup is
 * written, until that is a day old or much has changed; every song is read all the same, so that damage is found. Old backups are thinned
 * by age, and a whole one stays as long as one that needs it; none is thinned while songs of the library cannot be read, since an old
 * backup may be all there is of them.
 */
import { existsSync } from 'node:fs';
import { stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { beginFile, makeFolder, removeDurably, removeUnfinished } from '../data-folder/durable-files.ts';
import { freeBytesOf, LEAST_FREE_BYTES } from '../db/engine/room.ts';
import { BACKUPS_KEPT, listExpired } from '../versions/thinning.ts';
import { type BackupFile, listBackups, nextBackupFile } from './backup-files.ts';
import { CHANGES_KIND } from './changes.ts';
import { type LastBackup, marksOf, readLastBackup, stateOf, writeLastBackup } from './last-backup.ts';
import { type LibrarySource, type WantedSongs, writeSongsText } from './library-text.ts';
import type { AboutSong } from './repository.ts';

/** When a backup is written: by the machine's clock, and in ms of the library's time. */
export type BackupMoment = {
  readonly now: Date;
  readonly runMs: number;
  /** Whether the program ends: then nothing is looked at but what is written. */
  readonly isLast?: boolean;
};

/** Asked each time whether old backups may be thinned, with whether the whole library could be read. */
export type MayThin = (isWhole: boolean) => Promise<boolean>;

/** Why no backup could be written. */
export class BackupError extends Error {
  override readonly name = 'BackupError';
}

/** A whole backup smaller than this is written again instead of what changed: one file is simpler than two. */
const SMALL_BYTES = 1_000_000;
/** What has changed is written as long as it is at most such a share of the songs, and the whole backup is no older. */
const MOST_CHANGED = 1 / 4;
const WHOLE_MS = 24 * 60 * 60 * 1000;

type Plan = { readonly rest: object; readonly songs: WantedSongs };

/** Writes a backup when something changed since the newest one, and thins the old ones; answers its file, or null. */
export async function writeBackup(
  source: LibrarySource,
  folder: string,
  { now, runMs, isLast = false }: BackupMoment,
  mayThin: MayThin = async (isWhole) => isWhole,
): Promise<string | null> {
  await makeFolder(folder);
  await removeUnfinished(folder);
  const before = await listBackups(folder);
  const about = await source.repository.listAbout();
  const rest = await source.repository.readRest();
  const marks = marksOf(about.rows);
  const state = stateOf(marks, toCanonicalJson(rest));
  const last = await readLastBackup(folder);
  const isSame = last?.state === state && before[0] !== undefined && basename(before[0].file) === last.newest;
  const since = await wholeBefore(folder, last, marks, runMs);
  const seen = isLast ? about.rows.filter(({ id }) => since === null || since.songs[id] !== marks[id]) : about.rows;
  const plan: Plan = since === null ? { rest, songs: about } : changesSince(since, rest, seen, marks);
  const made = nextBackupFile(folder, before, { now, runMs, since: sequenceOf(before, since) });
  // What is damaged is looked for although nothing has changed since.
  const isRead = isSame
    ? isLast || (await source.repository.eachSong(about.rows, () => undefined))
    : await writePlan(source, made, plan);
  const thins = !isLast && (await mayThin(about.isWhole && isRead));
  if (isSame) {
    return null;
  }
  const newest = basename(made.file);
  await writeLastBackup(
    folder,
    since === null
      ? { newest, state, whole: newest, wholeKeptAtMs: runMs, songs: { ...marks } }
      : { ...since, newest, state },
  );
  for (const { file } of thins ? listUnneeded([...before, made], runMs) : []) {
    await removeDurably(file);
  }
  return made.file;
}

/** The last whole backup, where it is large, not too old, and not too much has changed since; else null: a whole one is written. */
async function wholeBefore(
  folder: string,
  last: LastBackup | null,
  marks: Readonly<Record<string, string>>,
  runMs: number,
): Promise<LastBackup | null> {
  if (last === null || runMs - last.wholeKeptAtMs > WHOLE_MS || runMs < last.wholeKeptAtMs) {
    return null;
  }
  const file = join(folder, last.whole);
  if (!existsSync(file) || (await stat(file)).size < SMALL_BYTES) {
    return null;
  }
  const changed = Object.entries(marks).filter(([id, mark]) => last.songs[id] !== mark).length;
  return changed <= Object.keys(last.songs).length * MOST_CHANGED ? last : null;
}

function changesSince(
  { whole, songs }: LastBackup,
  rest: object,
  rows: readonly AboutSong[],
  marks: Readonly<Record<string, string>>,
): Plan {
  const gone = Object.keys(songs).filter((id) => marks[id] === undefined);
  return {
    rest: { ...rest, kind: CHANGES_KIND, since: whole, gone },
    songs: { rows, isWanted: ({ id }) => songs[id] !== marks[id] },
  };
}

async function writePlan(source: LibrarySource, made: BackupFile, { rest, songs }: Plan): Promise<boolean> {
  const writing = await beginFile(made.file);
  const folder = join(made.file, '..');
  try {
    const isRead = await writeSongsText(source, rest, songs, async (text) => {
      if (freeBytesOf(folder) < LEAST_FREE_BYTES) {
        throw new BackupError('there is no room for it');
      }
      await writing.write(text);
    });
    await writing.finish();
    return isRead;
  } catch (error) {
    await writing.discard();
    throw error;
  }
}

function sequenceOf(before: readonly BackupFile[], since: LastBackup | null): number | null {
  return before.find(({ file }) => basename(file) === since?.whole)?.sequence ?? null;
}

/** Backups that may go by their age, and that no other needs that stays. */
function listUnneeded(backups: readonly BackupFile[], runMs: number): readonly BackupFile[] {
  const expired = new Set(listExpired(backups, runMs, BACKUPS_KEPT));
  const needed = new Set(backups.flatMap((each) => (expired.has(each) ? [] : [each.since])));
  return [...expired].filter(({ sequence }) => !needed.has(sequence));
}
