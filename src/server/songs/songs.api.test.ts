import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { longChart } from '../../../bench/long-chart.ts';
import { openSongSchema } from '../../contract/api.ts';
import { deletedSongsSchema, songListSchema } from '../../contract/song-list-schema.ts';
import type { Pass, Section, SongDocument } from '../../core/song/document/document.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { documentOf } from '../../test-support/stored-song.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';

/** A song of so many bars, a multiple of 40, made of one section over and over. */
const songOfBars = (bars: number): SongDocument => {
  const one = songFromChart(longChart(40));
  const [section] = one.map.sections;
  const [pass] = one.map.form;
  let nextId = 10_000;
  const withNewIds = <T>(value: T): T =>
    JSON.parse(JSON.stringify(value), (key, inner: unknown) => {
      if (key === 'id') {
        nextId += 1;
        return nextId;
      }
      return inner;
    });
  const sections = Array.from(
    { length: bars / 40 },
    (_, index) => ({ ...withNewIds(section), name: `Part ${index}` }) as Section,
  );
  const form = sections.map(({ id }) => ({ ...withNewIds(pass), sectionId: id }) as Pass);
  return { ...one, nextId: nextId + 1, map: { sections, form } };
};

const DAY_MS = 24 * 3600 * 1000;
let server: TestServer;
const http = () => supertest(server.url);
const newSong = async (title = 'A song') =>
  openSongSchema.parse((await http().post('/api/songs').send({ title })).body);
const listed = async () => songListSchema.parse((await http().get('/api/songs')).body).songs;

beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

describe('songs', () => {
  test('are created, listed with what the core says of them, opened and saved', async () => {
    const song = await newSong();
    const document = songFromChart('title: Small\nkey: Bb\ntempo: 60\ncapo: 3\nchords: shapes\n\n| G | D |\n');
    const saved = await http().put(`/api/songs/${song.id}`).send({ baseRevision: 1, document });
    expect(saved.body).toEqual({ revision: 2 });
    expect((await listed()).find(({ id }) => id === song.id)).toMatchObject({
      title: 'Small',
      soundingKey: 'Bb',
      shapeKey: 'G',
      capoFret: 3,
      bars: 2,
      seconds: 8,
      revision: 2,
    });
    const opened = openSongSchema.parse((await http().get(`/api/songs/${song.id}`)).body);
    expect(opened).toEqual({ id: song.id, revision: 2, document });
  });

  test('come back from the database equal, whatever order its JSON keeps', async () => {
    const [document] = DEMO_SONGS;
    const created = await http().post('/api/songs').send({ document });
    expect(created.status).toBe(201);
    const opened = openSongSchema.parse((await http().get(`/api/songs/${created.body.id}`)).body);
    expect(opened.document).toEqual(document);
  });

  test('a save based on an old revision is refused and changes nothing', async () => {
    const song = await newSong();
    const mine = { ...song.document, facts: { ...song.document.facts, title: 'Mine' } };
    await http().put(`/api/songs/${song.id}`).send({ baseRevision: 1, document: mine }).expect(200);
    const late = await http().put(`/api/songs/${song.id}`).send({ baseRevision: 1, document: song.document });
    expect(late.status).toBe(409);
    expect(late.body.code).toBe('stale-revision');
    expect(documentOf(await server.songs.open(song.id)).facts.title).toBe('Mine');
  });

  test('the same save sent again, because its answer was lost, is taken once and not refused', async () => {
    const song = await newSong();
    const mine = { ...song.document, facts: { ...song.document.facts, title: 'Twice' } };
    for (let time = 0; time < 3; time += 1) {
      const answer = await http().put(`/api/songs/${song.id}`).send({ baseRevision: 1, document: mine });
      expect([answer.status, answer.body]).toEqual([200, { revision: 2 }]);
    }
  });

  test('a song whose revision is the last there can be is saved again', async () => {
    const song = await newSong();
    await server.database.execute(`update songs set revision = 2147483647 where id = '${song.id}'`);
    const mine = { ...song.document, facts: { ...song.document.facts, title: 'After the last' } };
    const answer = await http().put(`/api/songs/${song.id}`).send({ baseRevision: 2_147_483_647, document: mine });
    expect(answer.body).toEqual({ revision: 1 });
    await http().put(`/api/songs/${song.id}`).send({ baseRevision: 2_147_483_648, document: mine }).expect(400);
  });

  test('two saves at once onto one revision: exactly one is taken', async () => {
    const song = await newSong();
    const answers = await Promise.all(
      [1, 2, 3, 4].map((each) => {
        const document = { ...song.document, facts: { ...song.document.facts, title: `Save ${each}` } };
        return http().put(`/api/songs/${song.id}`).send({ baseRevision: 1, document });
      }),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
  });

  test('a deleted song is gone from the list, can be brought back for 30 days, and is then purged; a clock that jumps ahead purges nothing', async () => {
    const [kept, purged] = [await newSong('Kept'), await newSong('Purged')];
    await http().delete(`/api/songs/${kept.id}`).expect(204);
    await http().delete(`/api/songs/${kept.id}`).expect(404);
    expect((await listed()).map(({ id }) => id)).not.toContain(kept.id);
    await http().get(`/api/songs/${kept.id}`).expect(404);
    await http().post(`/api/songs/${kept.id}/restore`).expect(204);
    await http().get(`/api/songs/${kept.id}`).expect(200);
    await http().delete(`/api/songs/${purged.id}`).expect(204);
    server.time.now = new Date(server.time.now.getTime() + 400 * DAY_MS);
    await server.songs.purge();
    await http().post(`/api/songs/${purged.id}/restore`).expect(204);
    await http().delete(`/api/songs/${purged.id}`).expect(204);
    for (let day = 0; day < 30; day += 1) {
      server.time.now = new Date(server.time.now.getTime() + DAY_MS);
      await server.songs.purge();
    }
    await http().post(`/api/songs/${purged.id}/restore`).expect(404);
    await http().get(`/api/songs/${kept.id}`).expect(200);
  });
});

describe('the last songs', () => {
  test('that were deleted are listed with the days that are left, last deleted first; an empty try is not', async () => {
    const [one, two, empty] = [await newSong('Gone first'), await newSong('Gone last'), await newSong('')];
    for (const { id } of [one, two, empty]) {
      await http().delete(`/api/songs/${id}`);
      server.time.now = new Date(server.time.now.getTime() + 1000);
    }
    const { songs } = deletedSongsSchema.parse((await http().get('/api/songs/deleted')).body);
    const own = songs.filter(({ title }) => title.startsWith('Gone') || title === empty.document.facts.title);
    expect(own.map(({ title, daysLeft }) => [title, daysLeft])).toEqual([
      ['Gone last', 30],
      ['Gone first', 30],
    ]);
    await http().post(`/api/songs/${one.id}/restore`).expect(204);
    const left = deletedSongsSchema.parse((await http().get('/api/songs/deleted')).body).songs;
    expect(left.map(({ id }) => id)).not.toContain(one.id);
  });

  test('that were opened come first, before those that were only changed; what is not there cannot be opened', async () => {
    const [opened, changed] = [await newSong('Opened'), await newSong('Changed')];
    server.time.now = new Date(server.time.now.getTime() + 60_000);
    await http().post(`/api/songs/${opened.id}/opened`).expect(204);
    const { songs } = songListSchema.parse((await http().get('/api/songs?sort=opened')).body);
    const ids = songs.map(({ id }) => id);
    expect(ids.indexOf(opened.id)).toBeLessThan(ids.indexOf(changed.id));
    expect(ids[0]).toBe(opened.id);
    await http().post('/api/songs/not-an-id/opened').expect(404);
  });
});

describe('bad input', () => {
  test.each([
    ['no body', undefined],
    ['a title that is no text', { title: 3 }],
    ['a title with U+0000', { title: 'a\u0000' }],
    ['a property nobody knows', { title: 'x', colour: 'red' }],
    ['a document of another kind', { document: { formatVersion: 1 } }],
    ['a document of a newer version', { document: { formatVersion: 99 } }],
  ])('%s is refused with a sentence', async (_, body) => {
    const answer = await http().post('/api/songs').send(body);
    expect(answer.status).toBe(400);
    expect(answer.body).toMatchObject({ code: 'invalid-input', message: expect.stringMatching(/\w/) });
  });

  test('malformed JSON is the sender’s fault, not ours', async () => {
    const answer = await http().post('/api/songs').set('Content-Type', 'application/json').send('{"title": ');
    expect(answer.status).toBe(400);
    expect(answer.body.code).toBe('invalid-input');
  });

  test('a body that is not UTF-8 is refused and not read as something else', async () => {
    const body = Buffer.concat([Buffer.from('{"title":"a'), Buffer.from([0xff, 0xfe]), Buffer.from('"}')]);
    const answer = await http()
      .post('/api/songs')
      .set('Content-Type', 'application/json')
      .send(body.toString('latin1'));
    expect(answer.status).toBe(201);
    const raw = await fetch(`${server.url}/api/songs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body,
    });
    expect(raw.status).toBe(400);
    expect(await raw.json()).toMatchObject({ code: 'invalid-input', message: expect.stringContaining('UTF-8') });
  });

  test('a body beyond the limit is refused as too large', async () => {
    const answer = await http()
      .post('/api/songs')
      .send({ title: 'x'.repeat(7_000_000) });
    expect(answer.status).toBe(413);
    expect(answer.body.code).toBe('too-large');
  });

  test.each(['/api/songs/1', '/api/songs/019a4d2b-9a65-4204-8dac-5275e987d79d', '/api/nothing'])(
    '%s is not there',
    async (path) => {
      expect((await http().get(path)).status).toBe(404);
    },
  );

  test('a song longer than a new one may be is refused; one that was stored before is opened, and saved when it is no longer than it was', async () => {
    const tooLong = songOfBars(1200);
    const refused = await http().post('/api/songs').send({ document: tooLong });
    expect([refused.status, refused.body]).toEqual([
      413,
      { code: 'too-large', message: 'It has 1,200 bars as written; a song has at most 1,000.' },
    ]);
    const stored = await server.songs.create(tooLong);
    const opened = openSongSchema.parse((await http().get(`/api/songs/${stored.id}`)).body);
    expect(opened.document).toEqual(tooLong);
    const save = async (baseRevision: number, document: unknown) =>
      (await http().put(`/api/songs/${stored.id}`).send({ baseRevision, document })).status;
    expect(await save(1, songOfBars(1240))).toBe(413);
    expect(await save(1, { ...tooLong, facts: { ...tooLong.facts, title: 'As long' } })).toBe(200);
    expect(await save(2, songOfBars(1160))).toBe(200);
    expect(await save(3, tooLong)).toBe(413);
  });

  test('a body over three megabytes is refused before it is read', async () => {
    const answer = await http()
      .post('/api/songs')
      .send({ title: 'x'.repeat(3_200_000) });
    expect([answer.status, answer.body.code]).toEqual([413, 'too-large']);
  });

  test('a damaged document in the database is said to be damaged, and left alone', async () => {
    const song = await newSong('Damaged');
    await server.repository.update(
      song.id,
      1,
      { columns: columns('Damaged'), text: '{"formatVersion":1,"odd":true}' },
      server.time.now,
    );
    const answer = await http().get(`/api/songs/${song.id}`);
    expect(answer.status).toBe(500);
    expect(answer.body.code).toBe('damaged-song');
    expect(JSON.parse((await server.repository.find(song.id))?.text ?? '')).toEqual({ formatVersion: 1, odd: true });
    expect((await listed()).map(({ id }) => id)).toContain(song.id);
  });
});

const columns = (title: string) => ({
  title,
  credit: '',
  soundingKey: '',
  shapeKey: '',
  capoFret: 0,
  bars: 0,
  seconds: null,
  contentHash: '',
  searchText: '',
  sortTitle: '',
  sortCredit: '',
  tags: [],
});
