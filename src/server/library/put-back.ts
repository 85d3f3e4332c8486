/*
 * A backup put into a database: beside what is there, or in its place. Everything is done through one database handle, so that a transaction
 * holds all of it or nothing.
 */
import { randomUUID } from 'node:crypto';
import { type SongId, versionIdSchema } from '../../contract/api.ts';
import type { Backup, BackupSong } from '../../contract/backup-schema.ts';
import type { RestoreMode } from '../../contract/library-schema.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { nextRevision } from '../../contract/revision.ts';
import { isSameJson } from '../../core/kernel/canonical-json.ts';
import { createClassRepository } from '../classes/repository.ts';
import { type Database, isInterrupted } from '../db/connect.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { createSettingsRepository } from '../settings/repository.ts';
import { prepareSong } from '../songs/prepared-song.ts';
import { createVersionRepository } from '../versions/repository.ts';
import { placeOf } from './backup-entries.ts';
import { isRevived } from './compare.ts';
import { createStoredSongs } from './repository.ts';

/** What was done: songs that came in, were changed, were taken out, and the ids of those that could not be read. */
export type PutBack = {
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
  readonly leftOut: readonly string[];
};

type Work = {
  readonly here: Backup;
  readonly mode: RestoreMode;
  readonly moment: Moment;
};

/** When it is done: by the machine's clock, in ms of the library's time, and on which of its days. */
export type Moment = { readonly now: Date; readonly runMs: number; readonly day: number };

/** Puts a backup into a database that holds what `here` says. */
export async function putBack(db: Database, backup: Backup, work: Work): Promise<PutBack> {
  const { here, mode } = work;
  const isReplacing = mode === 'replace';
  const songs = createStoredSongs(db);
  const byId = new Map(here.songs.map((song) => [song.id, song]));
  const done = { added: 0, changed: 0, removed: 0, leftOut: [] as string[] };
  if (isReplacing) {
    const kept = new Set(backup.songs.map(({ id }) => id));
    const gone = here.songs.filter(({ id }) => !kept.has(id)).map(({ id }) => id as SongId);
    await songs.removeForGood(gone);
    done.removed = gone.length;
  }
  for (const [index, song] of backup.songs.entries()) {
    const outcome = await named(['songs', index], putSong(db, song, byId.get(song.id) ?? null, work));
    if (outcome === 'left-out') {
      done.leftOut.push(song.id);
    } else if (outcome !== 'as-it-was') {
      done[outcome] += 1;
    }
  }
  await putClasses(db, backup, work);
  if (isReplacing) {
    const settings = createSettingsRepository(db);
    const putting =
      backup.settings === null || backup.settings === undefined ? settings.clear() : settings.store(backup.settings);
    await named(['settings'], putting);
  }
  return done;
}

/** An entry of a backup could not be put in; what is full or interrupted is no fault of an entry and goes on as it is. */
export class EntryError extends Error {
  override readonly name = 'EntryError';
  readonly entry: string;

  constructor(entry: string, cause: unknown) {
    super(`${entry} could not be put in`, { cause });
    this.entry = entry;
  }
}

async function named<T>(path: readonly (string | number)[], putting: Promise<T>): Promise<T> {
  try {
    return await putting;
  } catch (error) {
    throw isDiskFull(error) || isInterrupted(error) ? error : new EntryError(placeOf(path) ?? 'the backup', error);
  }
}

/** One song: a new one as it was stored; one that is here by the later of both where they are merged; what gives way is kept as a version. */
async function putSong(
  db: Database,
  song: BackupSong,
  here: BackupSong | null,
  { mode, moment }: Work,
): Promise<'added' | 'changed' | 'as-it-was' | 'left-out'> {
  const songs = createStoredSongs(db);
  const loaded = loadDocument(song.document);
  if (!loaded.ok) {
    return 'left-out';
  }
  if (here === null) {
    await songs.insert(song, { ...prepareSong(loaded.value), day: moment.day });
    return 'added';
  }
  const isEqual = isSameJson(here.document, loaded.value);
  const revives = isRevived(here, song);
  const isTaken = mode === 'replace' || revives || (!isEqual && song.updatedAt > here.updatedAt);
  if (!isEqual) {
    await keepVersion(db, isTaken ? here : song, mode, moment);
  }
  if (!isTaken || (isEqual && here.deletedAt === song.deletedAt)) {
    return 'as-it-was';
  }
  // A page that has the song open was made from the old revision, and has to hear that it is stale.
  const revision = song.revision > here.revision ? song.revision : nextRevision(here.revision);
  await songs.replace({ ...song, revision }, { ...prepareSong(loaded.value), day: moment.day });
  return revives ? 'added' : 'changed';
}

/** What gives way stays among the versions of the song. */
async function keepVersion(db: Database, song: BackupSong, mode: RestoreMode, moment: Moment): Promise<void> {
  const id = versionIdSchema.parse(randomUUID());
  const reason = mode === 'replace' ? 'before-restore' : 'before-import';
  const { revision, document } = song;
  await createVersionRepository(db).insert(song.id as SongId, {
    id,
    revision,
    reason,
    text: JSON.stringify(document),
    madeAt: moment.now,
    keptAtMs: moment.runMs,
  });
}

async function putClasses(db: Database, backup: Backup, { here, mode }: Work): Promise<void> {
  const classes = createClassRepository(db);
  const known = new Set(here.classes.map(({ id }) => id));
  if (mode === 'replace') {
    for (const { id } of here.classes) {
      await classes.remove(id as Parameters<typeof classes.remove>[0]);
    }
  }
  for (const [index, { id, revision, createdAt, value }] of backup.classes.entries()) {
    if (mode === 'replace' || !known.has(id)) {
      await named(['classes', index], classes.insertStored({ id, revision, value }, new Date(createdAt)));
    }
  }
}
