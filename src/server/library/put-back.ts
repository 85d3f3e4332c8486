/*
 * A backup put into a database: beside what is there, or in its place. Everything is done through one database handle, so that a transaction
 * holds all of it or nothing.
 */
import { randomUUID } from 'node:crypto';
import { type SongId, versionIdSchema } from '../../contract/api.ts';
import type { RestoreMode } from '../../contract/library-schema.ts';
import { nextRevision } from '../../contract/revision.ts';
import { createClassRepository } from '../classes/repository.ts';
import type { Database } from '../db/connect.ts';
import { isInterrupted } from '../db/engine/engine-errors.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { createPracticeRepository } from '../practice/repository.ts';
import { createSettingsRepository } from '../settings/repository.ts';
import { createVersionRepository } from '../versions/repository.ts';
import { placeOf } from './backup-entries.ts';
import { isRevived, type LibraryHere, type SongHere } from './compare.ts';
import type { LibraryHead } from './file/open-library-file.ts';
import type { CheckedLibrary } from './library-reader.ts';
import type { IncomingSong } from './prepare.ts';
import { createStoredSongs } from './repository.ts';

/** What was done: songs that came in, were changed, were taken out, and the ids of those that could not be read. */
export type PutBack = {
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
  readonly leftOut: readonly string[];
};

type Work = {
  readonly here: LibraryHere;
  readonly mode: RestoreMode;
  readonly moment: Moment;
};

/** When it is done: by the machine's clock, in ms of the library's time, and on which of its days. */
export type Moment = { readonly now: Date; readonly runMs: number; readonly day: number };

/** Puts a library into a database that holds what `here` says. */
export async function putBack(db: Database, library: CheckedLibrary, work: Work): Promise<PutBack> {
  const { here, mode } = work;
  const isReplacing = mode === 'replace';
  const songs = createStoredSongs(db);
  const byId = new Map(here.songs.map((song) => [song.id, song]));
  const done = { added: 0, changed: 0, removed: 0, leftOut: [] as string[] };
  if (isReplacing) {
    const kept = new Set(library.ids);
    const gone = here.songs.filter(({ id }) => !kept.has(id)).map(({ id }) => id as SongId);
    await songs.removeForGood(gone);
    done.removed = gone.length;
  }
  let index = 0;
  for await (const song of library.songs()) {
    const outcome = await named(['songs', index], putSong(db, song, byId.get(song.about.id) ?? null, work));
    if (outcome === 'left-out') {
      done.leftOut.push(song.about.id);
    } else if (outcome !== 'as-it-was') {
      done[outcome] += 1;
    }
    index += 1;
  }
  await putClasses(db, library.head, work);
  await putResults(db, library.head, work);
  if (isReplacing) {
    const settings = createSettingsRepository(db);
    const stored = library.head.settings;
    await named(['settings'], stored === null || stored === undefined ? settings.clear() : settings.store(stored));
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

type Outcome = 'added' | 'changed' | 'as-it-was' | 'left-out';
type ReadableSong = IncomingSong & { readonly prepared: NonNullable<IncomingSong['prepared']> };

/** One song: a new one as it was stored; one that is here gives way or stays. */
async function putSong(db: Database, song: IncomingSong, here: SongHere | null, work: Work): Promise<Outcome> {
  const { about, prepared } = song;
  if (prepared === null) {
    return 'left-out';
  }
  if (here !== null) {
    return putOver(db, { ...song, prepared }, here, work);
  }
  await createStoredSongs(db).insert(about, { ...prepared, day: work.moment.day });
  return 'added';
}

/** A song that is here too: the later of both stays where they are merged; what gives way is kept as a version. */
async function putOver(
  db: Database,
  { about, text, contentHash, prepared }: ReadableSong,
  here: SongHere,
  { mode, moment }: Work,
): Promise<Outcome> {
  const isEqual = [contentHash, prepared.columns.contentHash].includes(here.contentHash ?? '');
  const revives = isRevived(here, about);
  const isTaken = mode === 'replace' || revives || (!isEqual && about.updatedAt > here.updatedAt);
  if (!isEqual) {
    const there = { id: about.id, revision: about.revision, text };
    await keepVersion(db, isTaken ? await storedOf(db, here) : there, mode, moment);
  }
  if (!isTaken || (isEqual && here.deletedAt === about.deletedAt)) {
    return 'as-it-was';
  }
  // A page that has the song open was made from the old revision, and has to hear that it is stale.
  const revision = about.revision > here.revision ? about.revision : nextRevision(here.revision);
  await createStoredSongs(db).replace({ ...about, revision }, { ...prepared, day: moment.day });
  return revives ? 'added' : 'changed';
}

type Replaced = { readonly id: string; readonly revision: number; readonly text: string };

async function storedOf(db: Database, { id, revision }: SongHere): Promise<Replaced> {
  return { id, revision, text: await createStoredSongs(db).readText(id) };
}

/** What gives way stays among the versions of the song. */
async function keepVersion(db: Database, song: Replaced, mode: RestoreMode, moment: Moment): Promise<void> {
  const id = versionIdSchema.parse(randomUUID());
  const reason = mode === 'replace' ? 'before-restore' : 'before-import';
  const { revision, text } = song;
  await createVersionRepository(db).insert(song.id as SongId, {
    id,
    revision,
    reason,
    text,
    madeAt: moment.now,
    keptAtMs: moment.runMs,
  });
}

/** Results of drills: those of the file beside those that are here, or in their place; none is ever changed. */
async function putResults(db: Database, { results }: LibraryHead, { mode }: Work): Promise<void> {
  const practice = createPracticeRepository(db);
  if (mode === 'replace') {
    await practice.clear();
  }
  for (let from = 0; from < results.length; from += RESULTS_AT_ONCE) {
    await named(['results', from], practice.put(results.slice(from, from + RESULTS_AT_ONCE)));
  }
}

const RESULTS_AT_ONCE = 500;

async function putClasses(db: Database, head: LibraryHead, { here, mode }: Work): Promise<void> {
  const classes = createClassRepository(db);
  const known = new Set(here.classes.map(({ id }) => id));
  if (mode === 'replace') {
    for (const { id } of here.classes) {
      await classes.remove(id as Parameters<typeof classes.remove>[0]);
    }
  }
  for (const [index, { id, revision, createdAt, value }] of head.classes.entries()) {
    if (mode === 'replace' || !known.has(id)) {
      await named(['classes', index], classes.insertStored({ id, revision, value }, new Date(createdAt)));
    }
  }
}
