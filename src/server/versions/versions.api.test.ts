import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { type OpenSong, openSongSchema, openVersionSchema, versionListSchema } from '../../contract/api.ts';
import type { Part, SongDocument } from '../../core/song/document/document.ts';
import { changePart, mainPartOf } from '../../core/song/document/parts.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { runs } from '../../test-support/runs.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { listExpired, VERSIONS_KEPT } from './thinning.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const http = () => supertest(server.url);
const newSong = async (): Promise<OpenSong> =>
  openSongSchema.parse((await http().post('/api/songs').send({ title: 'One' })).body);
const titled = (document: SongDocument, title: string): SongDocument => ({
  ...document,
  facts: { ...document.facts, title },
});
const listed = async (song: OpenSong) =>
  versionListSchema.parse((await http().get(`/api/songs/${song.id}/versions`)).body).versions;
const minutes = (count: number): void => {
  server.time.now = new Date(server.time.now.getTime() + count * 60_000);
};

describe('kept versions', () => {
  test('are made at most every ten minutes of editing, and say what changed to the next', async () => {
    const song = await newSong();
    for (const [index, title] of ['Two', 'Three', 'Four', 'Five'].entries()) {
      await http()
        .put(`/api/songs/${song.id}`)
        .send({ baseRevision: index + 1, document: titled(song.document, title) })
        .expect(200);
      minutes(index === 1 ? 11 : 3);
    }
    const versions = await listed(song);
    expect(versions.map(({ revision, reason }) => [revision, reason])).toEqual([
      [3, 'editing'],
      [1, 'editing'],
    ]);
    expect(versions.map(({ changes }) => changes)).toEqual([
      [{ kind: 'fact', fact: 'title' }],
      [{ kind: 'fact', fact: 'title' }],
    ]);
    const opened = await http().get(`/api/songs/${song.id}/versions/${versions[1]?.id}`);
    expect(openVersionSchema.parse(opened.body).document.facts.title).toBe('One');
  });

  test('are listed whatever was changed: right hand, ornaments, levels, parts', async () => {
    const demo = DEMO_SONGS.find((each) => mainPartOf(each).ornaments.length > 0);
    const document = demo ?? expect.unreachable();
    const created = await http().post('/api/songs').send({ document }).expect(201);
    const song = openSongSchema.parse(created.body);
    const onPart = (change: (part: Part) => Part): SongDocument =>
      changePart(document, mainPartOf(document).id, change);
    const others: readonly (readonly [string, SongDocument])[] = [
      ['right-hand', onPart((part) => ({ ...part, patterns: part.patterns.slice(1) }))],
      ['ornaments', onPart((part) => ({ ...part, ornaments: part.ornaments.slice(1) }))],
      ['levels', onPart((part) => ({ ...part, firstLevel: part.firstLevel === 'bass' ? 'triads' : 'bass' }))],
      ['part-changed', onPart((part) => ({ ...part, name: 'First guitar' }))],
    ];
    for (const [, other] of others) {
      minutes(1);
      await http().post(`/api/songs/${song.id}/versions`).send({ reason: 'conflict', document: other }).expect(201);
    }
    const kinds = (await listed(song)).flatMap(({ changes }) => (changes ?? []).map(({ kind }) => kind));
    for (const [kind] of others) {
      expect(kinds).toContain(kind);
    }
  });

  test('are kept on demand: what is stored, or what one side of a conflict holds', async () => {
    const song = await newSong();
    await http().post(`/api/songs/${song.id}/versions`).send({ reason: 'before-restore' }).expect(201);
    minutes(1);
    const mine = titled(song.document, 'Mine');
    await http().post(`/api/songs/${song.id}/versions`).send({ reason: 'conflict', document: mine }).expect(201);
    expect((await listed(song)).map(({ reason, changes }) => [reason, changes])).toEqual([
      ['conflict', [{ kind: 'fact', fact: 'title' }]],
      ['before-restore', [{ kind: 'fact', fact: 'title' }]],
    ]);
  });

  test('are not made by a save that is refused', async () => {
    const song = await newSong();
    await http().put(`/api/songs/${song.id}`).send({ baseRevision: 9, document: song.document }).expect(409);
    expect(await listed(song)).toEqual([]);
  });

  test('that cannot be kept do not undo the save they belong to', async () => {
    const failing = await startTestServer();
    const song = openSongSchema.parse((await supertest(failing.url).post('/api/songs').send({ title: 'One' })).body);
    await failing.database.execute(sql`alter table song_versions add constraint full_disk check (false)`);
    const document = titled(song.document, 'Two');
    await supertest(failing.url).put(`/api/songs/${song.id}`).send({ baseRevision: 1, document }).expect(200);
    expect((await failing.songs.open(song.id)).revision).toBe(2);
    await failing.close();
  });

  test('go with their song, and one of another song is not there', async () => {
    const [song, other] = [await newSong(), await newSong()];
    const { body } = await http().post(`/api/songs/${song.id}/versions`).send({ reason: 'before-import' });
    await http().get(`/api/songs/${other.id}/versions/${body.id}`).expect(404);
    await http().get(`/api/songs/${song.id}/versions/nonsense`).expect(404);
    await http().delete(`/api/songs/${song.id}`).expect(204);
    await http().get(`/api/songs/${song.id}/versions`).expect(404);
    minutes(31 * 24 * 60);
    await server.songs.purge();
  });

  test.each([[{}], [{ reason: 'editing' }], [{ reason: 'conflict', document: {} }]])('refuse %o', async (body) => {
    const song = await newSong();
    await http().post(`/api/songs/${song.id}/versions`).send(body).expect(400);
  });
});

describe('thinning', () => {
  const HOUR = 3_600_000;
  const now = 1_000_000 * HOUR;
  /** A copy of so many hours ago; an older one has the lower number. */
  const aged = (hours: number) => ({ sequence: -hours, keptAtMs: now - hours * HOUR });

  test('keeps all of two hours, then one an hour, a day, a week, and nothing older than a year', () => {
    const every20Minutes = Array.from({ length: 3 * 24 * 400 }, (_, index) => aged(index / 3));
    const gone = new Set(listExpired(every20Minutes, now, VERSIONS_KEPT));
    const kept = every20Minutes.filter((copy) => !gone.has(copy));
    const between = (from: number, to: number) =>
      kept.filter(({ keptAtMs }) => {
        const hours = (now - keptAtMs) / HOUR;
        return hours > from && hours <= to;
      }).length;
    expect(between(-1, 2)).toBe(7);
    expect(between(2, 48)).toBeGreaterThanOrEqual(45);
    // The last ten stay in any case: three more.
    expect(between(2, 48)).toBeLessThanOrEqual(50);
    expect(between(48, 31 * 24)).toBeLessThanOrEqual(30);
    expect(between(31 * 24, 366 * 24)).toBeLessThanOrEqual(49);
    expect(between(366 * 24, 1e6)).toBe(0);
  });

  test('never drops the last ten, and what it keeps is kept again later until its time has come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9000 }), { minLength: 1, maxLength: 60 }), (hours) => {
        const copies = hours.map(aged);
        const gone = listExpired(copies, now, VERSIONS_KEPT);
        const kept = copies.filter((copy) => !gone.includes(copy));
        const inOrder = [...copies].sort((a, b) => b.sequence - a.sequence);
        expect(kept).toEqual(expect.arrayContaining(inOrder.slice(0, 10)));
        expect(listExpired(kept, now, VERSIONS_KEPT)).toEqual([]);
      }),
      { numRuns: runs(500), seed: 8 },
    );
  });
});
