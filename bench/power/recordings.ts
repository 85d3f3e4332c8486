/* What is recorded: a library's life from its first start to a backup brought back. */
import { cpSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { SongDocument } from '../../src/core/song/document/document.ts';
import { openDatabase } from '../../src/server/db/connect.ts';
import { type Disk, type DiskRecord, readDisk, readRecords } from './disk-image.ts';
import { type Acknowledged, type Document, ROOT, retitled, speakTo, startProgram } from './recorded-server.ts';

/** One recorded run: the disk before it, what happened on it, what was acknowledged, and what else must hold. */
export type Recorded = {
  readonly name: string;
  readonly before: Disk;
  readonly records: readonly DiskRecord[];
  readonly acknowledged: readonly Acknowledged[];
  /** The songs that may be there, by their ids in order, one list for each state that is right; null where any is. */
  readonly states: readonly (readonly string[])[] | null;
  /** The songs that the first start put in. */
  readonly demoSongs: number;
};

const DEMO_SONGS = 7;

const SERVER = 'dist/server/main.mjs';
const RESTORE = 'dist/server/restore.mjs';

/** How long the recorded sessions are. */
export type Size = { readonly saves: number; readonly longSong: SongDocument };

/** How many runs {@link recordings} records. */
export const RECORDINGS = 5;

/** Records them one after the other as they are asked for, on one data folder. */
export async function* recordings(
  work: string,
  recorder: string,
  port: number,
  size: Size,
): AsyncGenerator<Recorded, void, undefined> {
  const data = join(work, 'data');
  mkdirSync(data, { recursive: true });
  const acknowledged: Acknowledged[] = [];
  let run = 0;
  const record = async (
    name: string,
    states: Recorded['states'],
    act: (folder: string) => Promise<void>,
  ): Promise<Recorded> => {
    run += 1;
    const folder = join(work, `record-${run}`);
    mkdirSync(folder);
    const before = readDisk(data);
    await act(folder);
    return {
      name,
      before,
      records: readRecords(folder),
      acknowledged: [...acknowledged],
      states,
      demoSongs: DEMO_SONGS,
    };
  };
  const serve = async (folder: string, act: () => Promise<void>, signal: NodeJS.Signals): Promise<void> => {
    const server = await startProgram({ script: SERVER, data, port }, { recorder, folder });
    await act();
    await server.end(signal);
  };
  const speaker = speakTo(port, acknowledged);
  const long = size.longSong as unknown as Document;
  let edited = { id: '', revision: 1 };
  const saveOften = async (saves: number): Promise<void> => {
    for (let save = 0; save < saves; save += 1) {
      const revision = edited.revision + 1;
      edited = { id: edited.id, revision: await speaker.save(edited.id, edited.revision, retitled(long, revision)) };
    }
  };

  yield await record('a first start, a few saves, and its end', null, (folder) =>
    serve(
      folder,
      async () => {
        edited = { id: (await speaker.create(retitled(long, 1))).id, revision: 1 };
        await saveOften(6);
      },
      'SIGTERM',
    ),
  );
  yield await record('a session with checkpoints, ended by a kill', null, (folder) =>
    serve(
      folder,
      async () => {
        await saveOften(size.saves);
        await speaker.remove((await speaker.create(retitled(long, 1))).id);
        await speaker.create(retitled(long, 1));
        await saveOften(4);
      },
      'SIGKILL',
    ),
  );
  yield await record('a start after a kill, a few saves, a backup, and its end', null, (folder) =>
    serve(folder, () => saveOften(6), 'SIGTERM'),
  );
  const backups = readdirSync(join(data, 'backups'))
    .filter((name) => name.startsWith('library-'))
    .sort();
  const oldest = join(data, 'backups', backups[0] ?? '');
  const there = await listSongs(data, port);
  const restore = await record('a backup brought back', [there, songsOf(oldest)], async (folder) => {
    const program = await startProgram({ script: RESTORE, args: [oldest], data, port }, { recorder, folder });
    if ((await program.ended) !== 0) {
      throw new Error('the backup could not be brought back');
    }
  });
  yield { ...restore, acknowledged: [] };
  yield await recordUpgrade({ work, recorder, port, long });
}

type Upgrade = { readonly work: string; readonly recorder: string; readonly port: number; readonly long: Document };

/** A library of an older version: its first start makes new tables, and so new files. */
async function recordUpgrade({ work, recorder, port, long }: Upgrade): Promise<Recorded> {
  const data = join(work, 'older');
  await makeOlderLibrary(join(data, 'library'), join(work, 'older-migrations'));
  const folder = join(work, 'record-older');
  mkdirSync(folder);
  const before = readDisk(data);
  const acknowledged: Acknowledged[] = [];
  const speaker = speakTo(port, acknowledged);
  const server = await startProgram({ script: SERVER, data, port }, { recorder, folder });
  const { id } = await speaker.create(retitled(long, 1));
  await speaker.save(id, await speaker.save(id, 1, retitled(long, 2)), retitled(long, 3));
  await server.end('SIGTERM');
  const name = 'an older library brought up to date, and its end';
  return { name, before, records: readRecords(folder), acknowledged, states: null, demoSongs: 0 };
}

/** Makes an empty library as the program of three migrations made it. */
async function makeOlderLibrary(library: string, migrationsFolder: string): Promise<void> {
  mkdirSync(library, { recursive: true });
  cpSync(join(ROOT, 'src', 'server', 'db', 'migrations'), migrationsFolder, { recursive: true });
  const file = join(migrationsFolder, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8'));
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, OLDER_MIGRATIONS) }));
  const { close } = await openDatabase({ folder: library, migrationsFolder });
  await close();
}

const OLDER_MIGRATIONS = 3;

function songsOf(backup: string): readonly string[] {
  const { songs } = JSON.parse(readFileSync(backup, 'utf8')) as { songs: { id: string; deletedAt: string | null }[] };
  return songs
    .filter(({ deletedAt }) => deletedAt === null)
    .map(({ id }) => id)
    .sort();
}

/** The songs of a library, by the ids in order. */
async function listSongs(data: string, port: number): Promise<readonly string[]> {
  const server = await startProgram({ script: SERVER, data, port }, null);
  const { songs } = (await (await fetch(`http://127.0.0.1:${port}/api/songs`)).json()) as { songs: { id: string }[] };
  await server.end('SIGTERM');
  return songs.map(({ id }) => id).sort();
}
