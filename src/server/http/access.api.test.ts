import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openSongSchema } from '../../contract/api.ts';
import { songListSchema } from '../../contract/song-list-schema.ts';
import { runs } from '../../test-support/runs.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const http = () => supertest(server.url);

type Sent = {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string;
};
type Answer = { readonly status: number; readonly text: string };

/**
 * Sends a request as it is, with headers that a well-behaved client would not send; each over a connection of its own, since one that
 * stood idle may be closed by the server just as it is taken again.
 */
function send({ method, path, headers, body }: Sent): Promise<Answer> {
  return new Promise((resolve) => {
    const outgoing = httpRequest(server.url + path, {
      method,
      headers,
      setHost: headers['Host'] === undefined,
      agent: false,
    });
    outgoing.on('response', (response) => {
      let text = '';
      response.on('data', (chunk) => {
        text += chunk;
      });
      response.on('close', () => resolve({ status: response.statusCode ?? 0, text }));
    });
    outgoing.on('error', () => resolve({ status: 0, text: '' }));
    outgoing.end(body);
  });
}

describe('the door', () => {
  test.each([
    ['a foreign Host', { Host: 'evil.example' }],
    ['a Host that only begins like ours', { Host: '127.0.0.1.evil.example' }],
    ['the Origin of another site', { Origin: 'http://evil.example' }],
    ['the Origin of another program on this machine', { Origin: 'http://127.0.0.1:1' }],
    ['an Origin without a name', { Origin: 'null' }],
    ['a fetch from another site', { 'Sec-Fetch-Site': 'cross-site' }],
  ])('refuses %s, reading and writing', async (_, headers) => {
    for (const [method, path, body] of [
      ['GET', '/api/songs', ''],
      ['POST', '/api/songs', '{"title":"Smuggled"}'],
      ['POST', '/API/songs', '{"title":"Smuggled"}'],
      ['POST', '/Api/Songs/', '{"title":"Smuggled"}'],
    ] as const) {
      const answer = await send({
        method,
        path,
        headers: { ...headers, 'Content-Type': 'application/json' },
        body,
      });
      expect(answer.status).toBe(400);
    }
    expect((await server.songs.list()).some(({ title }) => title === 'Smuggled')).toBe(false);
  });

  test('lets our own page in', async () => {
    const own = { Origin: server.url, 'Sec-Fetch-Site': 'same-origin' };
    expect((await send({ method: 'GET', path: '/api/songs', headers: own, body: '' })).status).toBe(200);
  });

  test('answers carry a strict policy with a fresh nonce, and no hint of what serves them', async () => {
    const [first, second] = [await http().get('/api/health'), await http().get('/api/health')];
    expect(first.headers['content-security-policy']).toContain("default-src 'none'");
    expect(first.headers['content-security-policy']).not.toContain('unsafe');
    expect(first.headers['content-security-policy']).not.toBe(second.headers['content-security-policy']);
    expect(first.headers['x-powered-by']).toBeUndefined();
  });

  test('the log names requests, never their contents', async () => {
    await http().post('/api/songs').send({ title: 'Secret title' });
    expect(server.log.join('')).toContain('/api/songs');
    expect(server.log.join('')).not.toContain('Secret');
  });

  test('the log of a request that failed inside names no contents either', async () => {
    const failing = await startTestServer();
    await failing.database.execute(sql`drop table songs cascade`);
    const answer = await supertest(failing.url).post('/api/songs').send({ title: 'Secret failure' });
    expect(answer.status).toBe(500);
    expect(answer.text).not.toMatch(/songs|insert|Secret/);
    expect(failing.log.join('')).toContain('request failed');
    expect(failing.log.join('')).not.toContain('Secret');
    await failing.close();
  });

  test('refuses a flood, and lets others through again when it is over', async () => {
    const limited = await startTestServer({ requestsInTenSeconds: 20 });
    const statuses = await Promise.all(
      Array.from({ length: 30 }, async () => (await supertest(limited.url).get('/api/songs')).status),
    );
    expect(statuses.filter((status) => status === 429)).toHaveLength(10);
    await limited.close();
  });
});

describe('fuzzed requests', () => {
  test('never bring the server down, say nothing from inside, and change nothing where they are refused', async () => {
    const song = openSongSchema.parse((await http().post('/api/songs').send({ title: 'Guarded' })).body);
    const before = (await server.songs.list()).length;
    const hex = fc.constantFrom(song.id, song.id.replace('a', 'b'), '1', '%00', '..', "' or 1=1 --");
    const path = fc.oneof(
      fc.constantFrom('/api/songs', '/api/settings', '/api/demo-song', '/api/nothing', '/api//songs', '/api/%ff'),
      hex.map((id) => `/api/songs/${encodeURIComponent(id)}`),
      hex.map((id) => `/api/songs/${id}/versions`),
      fc.webPath().map((tail) => `/api${tail}`),
    );
    const markup = '<img src=x onerror=alert(1)>';
    const body = fc.oneof(
      fc.json(),
      fc.string(),
      fc.constantFrom('', '{', '[]', 'null', '{"title":1}', `{"title":"${'x'.repeat(201)}"}`, '{"__proto__":{"x":1}}'),
      fc.record({ baseRevision: fc.anything(), document: fc.anything() }).map((value) => asJson(value)),
      fc.constant(asJson({ baseRevision: 1, document: { ...song.document, colour: markup } })),
      fc.constant(asJson({ baseRevision: 7, document: song.document })),
      fc.constant(asJson({ title: markup })),
      fc.record({ chordStyle: fc.string(), ownTunings: fc.anything() }).map((value) => asJson(value)),
    );
    const request = fc.record({
      method: fc.constantFrom('GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS', 'HEAD', 'PROPFIND'),
      path,
      body,
      type: fc.constantFrom(
        'application/json',
        'application/json',
        'text/plain',
        'multipart/form-data',
        '',
        'application/json; charset=x',
      ),
    });
    const answers: (Answer & { readonly sent: Sent })[] = [];
    for (const { type, ...rest } of fc.sample(request, { numRuns: runs(10_000), seed: 77 })) {
      const isOwnSong = rest.path.endsWith(song.id);
      const method = rest.method === 'DELETE' && isOwnSong ? 'PROPFIND' : rest.method;
      const hasBody = !['GET', 'HEAD', 'OPTIONS'].includes(method);
      const sent: Sent = { ...rest, method, headers: { 'Content-Type': type }, body: hasBody ? rest.body : '' };
      answers.push({ ...(await send(sent)), sent });
    }
    expect(answers.filter(({ status }) => status === 0)).toEqual([]);
    expect(answers.filter(({ status }) => status >= 500)).toEqual([]);
    expect(answers.filter(({ text }) => /node_modules|\.ts:\d|at \w+ \(|PGlite|drizzle/.test(text))).toEqual([]);
    expect((await http().get('/api/health')).body).toEqual({ status: 'ok' });

    const { songs } = songListSchema.parse((await http().get('/api/songs')).body);
    const created = answers.filter(({ status, sent }) => status === 201 && sent.path === '/api/songs');
    expect(songs).toHaveLength(before + created.length);
    expect(songs.find(({ id }) => id === song.id)).toMatchObject({ title: 'Guarded', revision: 1 });
  });

  test('that are no HTTP at all leave it up', async () => {
    const port = Number(new URL(server.url).port);
    const garbage = fc.sample(fc.uint8Array({ maxLength: 400 }), { numRuns: runs(300), seed: 4 });
    await Promise.all(
      garbage.map(
        (bytes) =>
          new Promise<void>((resolve) => {
            const socket = connect(port, '127.0.0.1', () => socket.end(bytes));
            socket.on('error', () => resolve());
            socket.on('close', () => resolve());
            socket.resume();
          }),
      ),
    );
    expect((await http().get('/api/health')).status).toBe(200);
  });
});

function asJson(value: unknown): string {
  try {
    return (
      JSON.stringify(value, (_key, inner: unknown) => (typeof inner === 'bigint' ? String(inner) : inner)) ?? 'null'
    );
  } catch {
    return '{"a":';
  }
}
