import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { libraryPreviewSchema, type RestoreMode, restoredLibrarySchema } from '../../contract/library-schema.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { newSong } from '../../core/song/document/new-song.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { createDemoClass } from '../demo/demo-class.ts';
import { type LibraryReader, PLAIN_LIBRARY_READER, THREADED_LIBRARY_READER } from './library-reader.ts';

let here: TestServer;
let there: TestServer;
beforeAll(async () => {
  [here, there] = await Promise.all([startTestServer(), startTestServer()]);
});
afterAll(() => Promise.all([here.close(), there.close()]));

const take = async (server: TestServer): Promise<string> => (await fetch(`${server.url}/api/library`)).text();
const post = (server: TestServer, path: string, body: unknown): Promise<Response> =>
  fetch(`${server.url}/api/library/${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: typeof body === 'string' || body instanceof Uint8Array ? (body as BodyInit) : JSON.stringify(body),
  });
const bringBack = async (server: TestServer, backup: unknown, mode: RestoreMode) =>
  restoredLibrarySchema.parse(await (await post(server, `restore?mode=${mode}`, backup)).json());
const preview = async (server: TestServer, backup: unknown) =>
  libraryPreviewSchema.parse(await (await post(server, 'preview', backup)).json());

const listOf = async <T>(items: AsyncIterable<T>): Promise<readonly T[]> => {
  const list: T[] = [];
  for await (const item of items) {
    list.push(item);
  }
  return list;
};

const PAPER_BOAT = songFromChart('title: Paper Boat\nkey: C\n\n| C | G |\n');
const retitled = (song: SongDocument, title: string): SongDocument => ({ ...song, facts: { ...song.facts, title } });

describe('a whole library', () => {
  test('comes in pieces, song by song, and others are answered while it does', async () => {
    const server = await startTestServer();
    for (let song = 0; song < 60; song += 1) {
      await server.songs.create(retitled(PAPER_BOAT, `Song ${song}`));
    }
    const answers: string[] = [];
    const taking = take(server).then((text) => {
      answers.push('library');
      return text;
    });
    for (let asked = 0; asked < 5; asked += 1) {
      await fetch(`${server.url}/api/health`);
      answers.push('health');
    }
    expect(JSON.parse(await taking).songs).toHaveLength(60);
    expect(answers.indexOf('library')).toBeGreaterThan(0);
    await server.close();
  });

  test('that comes packed, or nests deeper than any, is refused before it is read', async () => {
    const packed = await fetch(`${here.url}/api/library/preview`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' },
      body: gzipSync('['.repeat(1_000_000)),
    });
    expect([packed.status, (await packed.json()).code]).toEqual([400, 'invalid-input']);
    const deep = await post(here, 'preview', '['.repeat(1_000_000));
    expect([deep.status, (await deep.json()).message]).toEqual([
      413,
      'It nests deeper than 60 levels; no library does.',
    ]);
  });

  test('taken along and brought back into an empty library is the same bytes', async () => {
    for (const document of DEMO_SONGS) {
      await here.songs.create(document as never);
    }
    const removed = await here.songs.create(newSong('Removed'));
    await here.songs.remove(removed.id);
    await fetch(`${here.url}/api/classes`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(createDemoClass()),
    });
    for (const settings of [{}, { chordStyle: 'signs' }]) {
      await fetch(`${here.url}/api/settings`, {
        method: 'PATCH',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(settings),
      });
      const text = await take(here);
      const done = await bringBack(there, JSON.parse(text), 'replace');
      expect(done).toMatchObject({ leftOut: [], keptIn: null });
      expect(await take(there)).toBe(text);
    }
    const headers = (await fetch(`${here.url}/api/library`)).headers;
    expect(headers.get('content-disposition')).toContain('golden-ladder-library.json');
  });

  test('is looked at before it is brought back: what would come in, differ, or go, and nothing changes by looking', async () => {
    const before = await take(there);
    const backup = JSON.parse(await take(here));
    const [first, second, third] = backup.songs;
    first.document = retitled(first.document, 'Later There');
    first.updatedAt = '2027-01-01T00:00:00.000Z';
    second.document = retitled(second.document, 'Earlier There');
    second.updatedAt = '2020-01-01T00:00:00.000Z';
    third.id = '1b8f6a52-9a65-4204-8dac-5275e987d79d';
    backup.songs.push({ ...third, id: '2b8f6a52-9a65-4204-8dac-5275e987d79d', document: { formatVersion: 99 } });
    backup.classes = [];
    const seen = await preview(there, backup);
    const counts = new Map<string, number>();
    for (const { comparison } of seen.songs) {
      counts.set(comparison, (counts.get(comparison) ?? 0) + 1);
    }
    expect(Object.fromEntries(counts)).toEqual({
      'newer-there': 1,
      'newer-here': 1,
      added: 1,
      'only-here': 1,
      unreadable: 1,
      same: 5,
    });
    expect(seen.songs.find(({ comparison }) => comparison === 'newer-there')?.name).toBe('Later There');
    expect(seen.classes.map(({ comparison }) => comparison)).toEqual(['only-here']);
    expect(seen.settingsDiffer).toBe(false);
    expect(await take(there)).toBe(before);
  });

  test('merged keeps what is here, takes what is missing or later, and keeps what gave way as a version', async () => {
    const mine = await there.songs.create(PAPER_BOAT as never);
    const backup = JSON.parse(await take(there));
    const own = backup.songs.find(({ id }: { id: string }) => id === mine.id);
    own.document = retitled(PAPER_BOAT, 'Paper Boat, later');
    own.updatedAt = '2027-01-01T00:00:00.000Z';
    const added = { ...own, id: '3b8f6a52-9a65-4204-8dac-5275e987d79d', document: retitled(PAPER_BOAT, 'Only There') };
    const only = { ...backup, songs: [own, added], classes: [], settings: { chordStyle: 'letters' } };
    const before = (await there.songs.list()).length;
    expect(await bringBack(there, only, 'merge')).toMatchObject({ added: 1, changed: 1, removed: 0 });
    const titles = (await there.songs.list()).map(({ title }) => title);
    expect(titles).toHaveLength(before + 1);
    expect(titles).toEqual(expect.arrayContaining(['Paper Boat, later', 'Only There', 'Tin Roof Almanac']));
    // A page that has the song open is told that its revision is stale.
    const opened = await there.songs.open(mine.id);
    expect(opened.revision).toBe(mine.revision + 1);
    const versions = await (await fetch(`${there.url}/api/songs/${mine.id}/versions`)).json();
    expect(versions.versions[0]).toMatchObject({ reason: 'before-import' });
    // Merging the same again changes nothing; settings and classes stay as they are here.
    const text = await take(there);
    expect(await bringBack(there, only, 'merge')).toMatchObject({ added: 0, changed: 0, removed: 0 });
    expect(await take(there)).toBe(text);
    expect(JSON.parse(text).settings.chordStyle).toBe('signs');
    expect(JSON.parse(text).classes).toHaveLength(1);
  });

  test('merged brings back a song that was deleted since', async () => {
    const backup = JSON.parse(await take(there));
    const [alive] = await there.songs.list();
    if (alive !== undefined) {
      await there.songs.remove(alive.id);
      const seen = await preview(there, backup);
      expect(seen.songs.find(({ id }) => id === alive.id)?.comparison).toBe('added');
      expect(await bringBack(there, backup, 'merge')).toMatchObject({ added: 1, changed: 0 });
      expect((await there.songs.list()).map(({ id }) => id)).toContain(alive.id);
    }
    expect(alive).toBeDefined();
  });

  test('put in the place of what is here takes out what the backup does not have', async () => {
    const backup = JSON.parse(await take(here));
    const done = await bringBack(there, backup, 'replace');
    expect(done.removed).toBe(2);
    expect(JSON.parse(await take(there)).songs.map(({ id }: { id: string }) => id)).toEqual(
      backup.songs.map(({ id }: { id: string }) => id),
    );
  });

  test('that cannot be put back whole leaves the library as it was', async () => {
    const before = await take(there);
    const backup = JSON.parse(before);
    // The database refuses U+0000 in a class, after all songs have gone in.
    backup.songs = backup.songs.map((song: { document: SongDocument }) => ({
      ...song,
      document: retitled(song.document, 'Half way'),
    }));
    backup.classes = [
      { ...backup.classes[0], id: '4b8f6a52-9a65-4204-8dac-5275e987d79d', value: { name: 'a\u0000b' } },
    ];
    const refused = await post(there, 'restore?mode=replace', backup);
    expect(refused.status).toBe(400);
    expect((await refused.json()).message).toContain('Nothing was changed');
    expect(await take(there)).toBe(before);
    expect((await there.songs.list()).map(({ title }) => title)).not.toContain('Half way');
  });

  test.each([
    ['no backup', 'merge', { kind: 'other' }, 400],
    ['a newer one', 'merge', { kind: 'golden-ladder-library', backupVersion: 99, songs: [], settings: null }, 400],
    ['without a mode', '', { kind: 'golden-ladder-library', backupVersion: 2, songs: [], settings: null }, 400],
    ['torn JSON', 'merge', '{"backup": ', 400],
    ['half a library', 'merge', '{"kind":"golden-ladder-library","backupVersion":2,"songs":[', 400],
    ['not UTF-8', 'merge', Buffer.from([0x7b, 0xff, 0xfe, 0x7d]), 400],
  ] as const)('that is %s is refused, and nothing changes', async (_, mode, body, status) => {
    const before = await take(there);
    const refused = await post(there, `restore?mode=${mode}`, body);
    expect([refused.status, (await refused.json()).message]).toEqual([status, expect.any(String)]);
    expect(await take(there)).toBe(before);
  });

  test('has each song on a line, and is read just so when it is laid out otherwise', async () => {
    const text = await take(there);
    const songs = JSON.parse(text).songs.length;
    expect(text.split('\n')).toHaveLength(songs + 3);
    const library = JSON.parse(text);
    const plain = await preview(there, text);
    expect(plain.songs.every(({ comparison }) => comparison === 'same')).toBe(true);
    const { songs: _songs, ...head } = library;
    for (const other of [
      JSON.stringify(library),
      JSON.stringify(library, null, 2),
      JSON.stringify({ songs: library.songs, ...head }),
    ]) {
      expect(await preview(there, other)).toEqual(plain);
    }
  });

  test('is read in a thread to just the same', async () => {
    const file = join(tmpdir(), `library-${process.pid}.json`);
    writeFileSync(file, await take(there));
    const [scratch, empty] = [`${file}.lines`, { songs: [], classes: [], results: [], settings: null }];
    const plain = await PLAIN_LIBRARY_READER.compare({ file, scratch, here: empty });
    expect(await THREADED_LIBRARY_READER.compare({ file, scratch, here: empty })).toEqual(plain);
    const gather = async (reader: LibraryReader) =>
      reader.withLibrary(file, scratch, async ({ head, ids, songs }) => ({ head, ids, songs: await listOf(songs()) }));
    expect(await gather(THREADED_LIBRARY_READER)).toEqual(await gather(PLAIN_LIBRARY_READER));
    writeFileSync(file, '{"kind":"other"}');
    await expect(THREADED_LIBRARY_READER.compare({ file, scratch, here: empty })).rejects.toThrow(
      /no library of this program/,
    );
    rmSync(file);
  });

  test('with one id twice is refused', async () => {
    const backup = JSON.parse(await take(there));
    backup.songs.push(backup.songs[0]);
    const refused = await post(there, 'restore?mode=merge', backup);
    expect([refused.status, (await refused.json()).message]).toEqual([400, expect.stringContaining('have one id')]);
  });
});
