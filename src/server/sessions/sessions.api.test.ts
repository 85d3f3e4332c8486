import fc from 'fast-check';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { runs, someOf } from '../../test-support/runs.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { listApiMounts } from '../api-routes.ts';
import { QUIET_STATE } from '../state/service.ts';
import { complaintAboutAccess, needsSession } from './access.ts';
import { createGuesses } from './guesses.ts';
import { LEAST_CHARACTERS } from './password.ts';

const PASSWORD = 'seven wooden capos';
const NEARBY = { host: '0.0.0.0', origin: null };
const PROXIED = { host: '127.0.0.1', origin: 'https://songs.example' };
const ELSEWHERE = '192.0.2.7';
const SOME_ID = '019a4d2b-9a65-4204-8dac-5275e987d79d';

type Route = { readonly method: string; readonly path: string };
type Layer = { readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> } };

/** Every route of the API, from the routers themselves. */
function listRoutes(): readonly Route[] {
  const services = new Proxy({}, { get: () => new Proxy({}, { get: () => () => undefined }) }) as never;
  const mounts = listApiMounts({ services, incoming: '', state: QUIET_STATE, sessions: null, demoSongs: () => [] });
  return mounts.flatMap(({ path, router }) =>
    (router.stack as unknown as readonly Layer[]).flatMap(({ route }) =>
      Object.keys(route?.methods ?? {}).map((method) => ({
        method,
        path: `${path}${route?.path === '/' ? '' : route?.path}`.replace(/:\w+/g, SOME_ID),
      })),
    ),
  );
}

const ROUTES = listRoutes();

const ask = (server: TestServer, { method, path }: Route, cookie = '') => {
  const request = supertest(server.url)[method as 'get'](path).set('Cookie', cookie);
  return method === 'get' || method === 'delete' ? request : request.send({});
};
const signIn = async (server: TestServer, password = PASSWORD): Promise<string> => {
  const answer = await supertest(server.url).post('/api/session').send({ password }).expect(204);
  return String(answer.headers['set-cookie']);
};

test('the routes that are gone through are all there are', () => {
  expect(ROUTES.length).toBeGreaterThan(20);
  expect(ROUTES).toContainEqual({ method: 'get', path: '/api/library' });
  expect(ROUTES).toContainEqual({ method: 'put', path: `/api/songs/${SOME_ID}` });
  expect(ROUTES).toContainEqual({ method: 'delete', path: '/api/sessions' });
});

describe.each([
  ['from another machine', { access: NEARBY, remoteAddress: ELSEWHERE }, ROUTES],
  ['from this machine through a proxy that was named', { access: PROXIED }, someOf(ROUTES)],
  ['from another machine to a server behind a proxy', { access: PROXIED, remoteAddress: ELSEWHERE }, someOf(ROUTES)],
] as const)('a library with a password, asked %s', (_, options, routes) => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer({ ...options, password: PASSWORD });
  });
  afterAll(() => server.close());

  test.each(routes)('$method $path needs a session, has one, and has none after signing out', async (route) => {
    expect((await ask(server, route)).body).toMatchObject({ code: 'signed-out' });
    expect((await ask(server, route, 'golden-ladder=made-up')).status).toBe(401);
    if (route.path.endsWith('/sessions')) {
      return;
    }
    const cookie = await signIn(server);
    expect((await ask(server, route, cookie)).status).not.toBe(401);
    await supertest(server.url).delete('/api/session').set('Cookie', cookie).expect(204);
    expect((await ask(server, route, cookie)).status).toBe(401);
  });

  test('says whether a session is needed and there, and signs all browsers out at once', async () => {
    const session = (cookie: string) => supertest(server.url).get('/api/session').set('Cookie', cookie);
    expect((await session('')).body).toEqual({ isNeeded: true, isSignedIn: false });
    const [one, other] = [await signIn(server), await signIn(server)];
    expect((await session(one)).body).toEqual({ isNeeded: true, isSignedIn: true });
    await supertest(server.url).delete('/api/sessions').set('Cookie', one).expect(204);
    expect((await session(other)).body).toEqual({ isNeeded: true, isSignedIn: false });
    await supertest(server.url).get('/api/songs').set('Cookie', other).expect(401);
  });

  test('gives a cookie that no script reads and no other site sends', async () => {
    const cookie = await signIn(server);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    expect(/Secure/.test(cookie)).toBe(options.access.origin !== null);
  });

  test('keeps nothing in the database that would let anybody in', async () => {
    const cookie = await signIn(server);
    const token = /golden-ladder=([^;]+)/.exec(cookie)?.[1] ?? '';
    const { rows } = await server.database.execute('select * from sessions');
    expect(JSON.stringify(rows)).not.toContain(token);
    expect(server.log.join('')).not.toContain(PASSWORD);
    expect(server.log.join('')).not.toContain(token);
  });
});

describe('a library with a password, asked from this machine', () => {
  test.each(ROUTES)('$method $path needs none', async (route) => {
    const server = await localServer;
    expect((await ask(server, route)).status).not.toBe(401);
  });

  const localServer = startTestServer({ access: NEARBY, password: PASSWORD });
  afterAll(async () => (await localServer).close());

  test.each(['Forwarded', 'X-Forwarded-For', 'X-Forwarded-Host', 'X-Forwarded-Proto', 'X-Real-IP', 'Via'])(
    'refuses what was passed on, by its %s header, for the API and its pages',
    async (header) => {
      const server = await localServer;
      for (const path of ['/api/songs', '/api/session', '/api/health', '/']) {
        const answer = await supertest(server.url).get(path).set(header, 'for=192.0.2.9');
        expect(answer.status).toBe(400);
        expect(answer.body.message).toContain('GOLDEN_LADDER_ORIGIN');
      }
    },
  );
});

describe('a proxy that was named', () => {
  test('may pass requests on, for its own origin and no other', async () => {
    const server = await startTestServer({ access: PROXIED, password: PASSWORD });
    const cookie = await signIn(server);
    const get = (origin: string) =>
      supertest(server.url)
        .get('/api/songs')
        .set({ Cookie: cookie, Origin: origin, Host: 'songs.example', 'X-Forwarded-For': ELSEWHERE });
    await get('https://songs.example').expect(200);
    await get('https://songs.example.evil').expect(400);
    await get('http://songs.example').expect(200);
    await server.close();
  });
});

describe('guesses', () => {
  test('are slowed after five from one address, and the right one is not heard before its time', async () => {
    const server = await startTestServer({ access: NEARBY, remoteAddress: ELSEWHERE, password: PASSWORD });
    const guess = (password: string) => supertest(server.url).post('/api/session').send({ password });
    for (let time = 0; time < 5; time += 1) {
      expect((await guess('wrong')).body).toEqual({ code: 'signed-out', message: 'That is not the password.' });
    }
    await guess('wrong').expect(401);
    const early = await guess(PASSWORD);
    expect([early.status, early.body.code]).toEqual([429, 'too-many-requests']);
    server.time.now = new Date(server.time.now.getTime() + 60_000);
    await guess(PASSWORD).expect(204);
    await server.close();
  });

  test('wait twice as long each time, up to a quarter of an hour, each address by itself', () => {
    let now = 0;
    const guesses = createGuesses(() => now);
    const waits = Array.from({ length: 22 }, () => {
      guesses.wrong('a');
      const wait = guesses.waitMs('a');
      now += wait;
      return wait;
    });
    expect(waits.slice(0, 8)).toEqual([0, 0, 0, 0, 0, 1000, 2000, 4000]);
    expect(waits.at(-1)).toBe(15 * 60 * 1000);
    expect(guesses.waitMs('b')).toBe(0);
    guesses.right('a');
    expect(guesses.waitMs('a')).toBe(0);
  });

  test('from many addresses together wait too', () => {
    const guesses = createGuesses(() => 0);
    for (let address = 0; address < 60; address += 1) {
      guesses.wrong(`address ${address}`);
    }
    expect(guesses.waitMs('another')).toBeGreaterThan(0);
  });
});

describe('how a library may be reached', () => {
  test.each([
    [{ host: '127.0.0.1', origin: null }, '', null],
    [{ host: '::1', origin: null }, '', null],
    [{ host: 'localhost', origin: null }, '', null],
    [{ host: '0.0.0.0', origin: null }, '', /GOLDEN_LADDER_HOST is 0\.0\.0\.0: everyone nearby.*12 characters/],
    [{ host: '192.0.2.1', origin: null }, 'elevenchars', /12 characters or more/],
    [{ host: '192.0.2.1', origin: null }, 'twelve chars', null],
    [{ host: '127.0.0.1', origin: 'https://songs.example' }, '', /everyone who reaches it/],
    [{ host: '127.0.0.1', origin: 'songs.example' }, PASSWORD, /has to be an address such as/],
    [{ host: '127.0.0.1', origin: 'https://songs.example/path' }, PASSWORD, /without a path/],
  ])('%o with the password “%s”', (access, password, complaint) => {
    const said = complaintAboutAccess(access, password, LEAST_CHARACTERS);
    expect(complaint === null ? said : complaint.test(said ?? '')).toBe(complaint === null ? null : true);
    expect(said ?? '').not.toContain(PASSWORD);
  });

  test('a session is asked of everybody but this machine, and of this machine behind a proxy', () => {
    const address = fc.constantFrom(
      '127.0.0.1',
      '127.9.9.9',
      '::1',
      '::ffff:127.0.0.1',
      ELSEWHERE,
      '::ffff:192.0.2.7',
      undefined,
    );
    const access = fc.record({
      host: fc.constantFrom('127.0.0.1', '0.0.0.0', '192.0.2.1'),
      origin: fc.constantFrom(null, 'https://songs.example'),
    });
    fc.assert(
      fc.property(address, access, (from, to) => {
        const isHere = from !== undefined && /127\.\d|::1$/.test(from);
        const isClosed = to.host === '127.0.0.1' && to.origin === null;
        expect(needsSession({ address: from, headers: {} }, to)).toBe(!isClosed && (to.origin !== null || !isHere));
      }),
      { numRuns: runs(300), seed: 9 },
    );
  });
});
