import { mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from '../server/app.ts';
import { type Database, openDatabase } from '../server/db/connect.ts';
import { createDemoSongs } from '../server/demo/demo-songs.ts';
import { createServices, type Services } from '../server/services.ts';
import type { Access } from '../server/sessions/access.ts';
import { preparePassword } from '../server/sessions/password.ts';
import { createSessionRepository } from '../server/sessions/repository.ts';
import { createSessionService } from '../server/sessions/service.ts';
import { createSongRepository } from '../server/songs/repository.ts';
import { startLibraryTime } from '../server/time/library-time.ts';
import { createTimeRepository } from '../server/time/repository.ts';
import { copyTemplate, MIGRATIONS } from './database-template.ts';

/** A real server over a real database, on a free port of this machine. */
export type TestServer = {
  readonly url: string;
  readonly log: readonly string[];
  /** The server's time; move it on as a test needs. */
  readonly time: { now: Date };
  readonly songs: Services['songs'];
  readonly database: Database;
  readonly repository: ReturnType<typeof createSongRepository>;
  readonly stop: () => Promise<void>;
  readonly start: () => Promise<void>;
  readonly close: () => Promise<void>;
};

/** How a test server differs from the usual one. */
export type TestServerOptions = {
  readonly requestsInTenSeconds?: number;
  readonly access?: Access;
  readonly password?: string;
  /** Where its requests seem to come from. */
  readonly remoteAddress?: string;
};

/** A password is checked hundreds of times; what it really costs is paid by the browser's tests. */
const QUICK_ROUNDS = 16;

/** Starts one; `stop` and `start` take it off the line and back with its data. */
export async function startTestServer(options: TestServerOptions = {}): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'test-server-'));
  copyTemplate(folder);
  const database = await openDatabase({ folder, migrationsFolder: MIGRATIONS });
  const time = { now: new Date('2026-03-01T12:00:00Z') };
  const log: string[] = [];
  const repository = createSongRepository(database.db);
  const clocks = { now: () => time.now, steadyMs: () => time.now.getTime() };
  const services = createServices(database.db, await startLibraryTime(createTimeRepository(database.db), clocks));
  const logger = pino({ level: 'debug' }, { write: (line: string) => void log.push(line) });
  const app = createApp({
    services,
    pages: null,
    demoSongs: createDemoSongs,
    logger,
    requestsInTenSeconds: options.requestsInTenSeconds ?? 1_000_000,
    ...(options.access === undefined ? {} : { access: options.access }),
    sessions:
      options.password === undefined
        ? null
        : createSessionService(
            createSessionRepository(database.db),
            await preparePassword(options.password, QUICK_ROUNDS),
            clocks,
          ),
  });
  let server: Server | null = null;
  let port = 0;
  const start = (): Promise<void> =>
    new Promise((started) => {
      server = app.listen(port, '127.0.0.1', () => {
        const address = server?.address();
        port = typeof address === 'object' && address !== null ? address.port : 0;
        started();
      });
      const { remoteAddress } = options;
      if (remoteAddress !== undefined) {
        server.on('connection', (socket) => Object.defineProperty(socket, 'remoteAddress', { value: remoteAddress }));
      }
    });
  const stop = (): Promise<void> =>
    new Promise((stopped) => {
      server?.close(() => stopped());
      server?.closeAllConnections();
    });
  await start();
  return {
    get url() {
      return `http://127.0.0.1:${port}`;
    },
    log,
    time,
    songs: services.songs,
    database: database.db,
    repository,
    start,
    stop,
    close: async () => {
      await stop();
      await database.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
