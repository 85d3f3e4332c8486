import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import type { Server } from 'node:http';
import { basename, dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { listBackups } from './backup/backup-files.ts';
import { readBackupsOf } from './backup/backup-source.ts';
import { createBackupRepository } from './backup/repository.ts';
import { scheduleBackups } from './backup/schedule.ts';
import { writeBackup } from './backup/write-backup.ts';
import { LibraryError, sayWhyNot } from './data-folder/library-error.ts';
import { type Library, openLibrary } from './data-folder/open-library.ts';
import { BACKUPS, pathsIn } from './data-folder/paths.ts';
import { watchFolder } from './data-folder/watch-folder.ts';
import type { Database } from './db/connect.ts';
import { freeBytesOf } from './db/engine/room.ts';
import { isDamage, isDiskFull } from './db/file-trouble.ts';
import { keepTidy } from './db/tidy.ts';
import { addDemo, readDemoSongs } from './demo/add-demo.ts';
import { createHelper } from './helper/helper.ts';
import { createPages } from './http/pages.ts';
import { createJudgementRepository } from './judging/repository.ts';
import { createJudging } from './judging/service.ts';
import { THREADED_LIBRARY_READER } from './library/library-reader.ts';
import { createServices } from './services.ts';
import { complaintAboutAccess, needsPassword } from './sessions/access.ts';
import { LEAST_CHARACTERS, preparePassword } from './sessions/password.ts';
import { createSessionRepository } from './sessions/repository.ts';
import { createSessionService } from './sessions/service.ts';
import { createStateService } from './state/service.ts';
import { type LibraryTime, MACHINE_CLOCKS, startLibraryTime } from './time/library-time.ts';
import { createTimeRepository } from './time/repository.ts';

const DEFAULT_PORT = 5186;
/** Everything has ended so long after it was asked to, whatever the engine does; in ms. */
const LAST_BACKUP_MS = 2000;
const CLOSE_MS = 2000;
const END_MS = 4700;
/** How often the disk is looked at while it is too full to save, in ms. */
const LOOK_MS = 2000;

const here = dirname(fileURLToPath(import.meta.url));
const port = Number(process.env['PORT'] ?? DEFAULT_PORT);
const host = process.env['GOLDEN_LADDER_HOST'] ?? '127.0.0.1';
const access = { host, origin: process.env['GOLDEN_LADDER_ORIGIN'] ?? null };
const password = process.env['GOLDEN_LADDER_PASSWORD'] ?? '';
const extraNames = (process.env['GOLDEN_LADDER_NAMES'] ?? '').split(',').flatMap((name) => name.trim() || []);
const places = pathsIn(resolve(process.env['GOLDEN_LADDER_DATA'] ?? 'data'));
const wantsDemo = process.env['GOLDEN_LADDER_DEMO'] !== 'off';
const logger = pino({ level: process.env['GOLDEN_LADDER_LOG'] ?? 'warn' }, pino.destination(2));

const demoSongs = () => readDemoSongs(join(here, 'demo-songs.json'));

/** Ends with a sentence on stderr instead of a stack. */
function stop(message: string): never {
  process.stderr.write(`${message}\n`);
  process.exit(1);
}

function listen(app: ReturnType<typeof createApp>): Promise<Server> {
  return new Promise((listening) => {
    const server = app.listen(port, host, (error?: Error) => {
      if (error !== undefined) {
        stop(`Port ${port} is not free on ${host}. Set PORT to another number and start again.`);
      }
      listening(server);
    });
  });
}

/** What a new library starts with, all of it or nothing; a first start that was cut short is finished by the next. */
async function putInFirst({ db, settle }: Library, time: LibraryTime): Promise<void> {
  await db.transaction(async (transaction) => {
    const services = createServices(transaction as unknown as Database, time);
    if (wantsDemo && (await services.songs.list()).length === 0) {
      await addDemo(services, demoSongs());
    }
  });
  await settle();
}

async function openHere(): Promise<{ readonly library: Library; readonly time: LibraryTime }> {
  const template = join(here, 'template.tar.gz');
  const library = await openLibrary(places.folder, {
    migrationsFolder: join(here, 'db', 'migrations'),
    templateFile: existsSync(template) ? template : null,
    say: (sentence) => void process.stderr.write(`${sentence}\n`),
  });
  const [newest] = await listBackups(places.backups);
  const time = await startLibraryTime(createTimeRepository(library.db), MACHINE_CLOCKS, newest?.keptAtMs);
  if (library.isNew) {
    await putInFirst(library, time);
  }
  return { library, time };
}

/** Ends with a sentence where the program was told to start as it cannot. */
function refuseBadSettings(): void {
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    stop(`PORT is ${process.env['PORT']}; it has to be a number from 1 to 65535.`);
  }
  const complaint = complaintAboutAccess(access, password, LEAST_CHARACTERS);
  if (complaint !== null) {
    stop(complaint);
  }
}

/** Everything that is done with an open library besides answering. */
function startServices({ db, engine }: Library, time: LibraryTime) {
  const helper = createHelper();
  const isShort = (): boolean => engine.state().isShort;
  const source = { repository: createBackupRepository(db), helper };
  const writeOne = (isLast: boolean): Promise<string | null> =>
    writeBackup(source, places.backups, { now: time.now(), runMs: time.runMs(), isLast }, async (isWhole) => {
      if (!isWhole || services.recovery.list().length > 0) {
        await services.recovery.look();
      }
      return services.recovery.list().length === 0;
    });
  const services = createServices(db, time, {
    helper,
    reader: THREADED_LIBRARY_READER,
    onChange: () => judging.soon(),
    backups: {
      keep: async () => {
        const file = (await writeOne(false)) ?? (await listBackups(places.backups))[0]?.file ?? null;
        return file === null ? null : join(BACKUPS, basename(file));
      },
      source: readBackupsOf(places.backups),
    },
  });
  const judging = createJudging({
    repository: createJudgementRepository(db),
    settings: services.settings,
    helper,
    mayWrite: () => !isShort(),
  });
  const schedule = scheduleBackups(async (isLast) => {
    if (!isShort()) {
      await time.mark();
      await services.songs.purge();
    }
    await writeOne(isLast);
  }, logger);
  const state = createStateService({
    isOpen: engine.isOpen,
    isShort,
    freeBytes: () => freeBytesOf(places.folder),
    backup: schedule.state,
    unreadable: services.recovery.list,
  });
  return { services, state, judging, schedule, helper, isShort };
}

async function start(): Promise<void> {
  refuseBadSettings();
  const { library, time } = await openHere();
  const { db, engine } = library;
  const { services, state, judging, schedule, helper, isShort } = startServices(library, time);
  const webFolder = join(here, '..', 'web');
  const pages = existsSync(join(webFolder, 'index.html')) ? await createPages(webFolder) : null;
  const sessions = needsPassword(access)
    ? createSessionService(createSessionRepository(db), await preparePassword(password), MACHINE_CLOCKS)
    : null;
  const { incoming } = places;
  await rm(incoming, { recursive: true, force: true });
  const app = createApp({ services, state, incoming, pages, demoSongs, logger, access, sessions, extraNames });
  const server = await listen(app);
  process.stdout.write(`Golden Ladder is ready: http://${host}:${port}\n`);
  judging.soon();
  const tidying = keepTidy(db, engine, (what) => logger.warn(what));
  const looking = setInterval(() => void (isShort() && engine.look()), LOOK_MS);
  const watching = watchFolder(places.library, () => {
    stop(
      `The library in ${places.folder} is not there any more: its folder was moved or removed while Golden Ladder was running. What was not saved waits in the browser; put the folder back and start again.`,
    );
  });
  endOn(['SIGTERM', 'SIGINT'], async () => {
    server.close();
    server.closeAllConnections();
    clearInterval(looking);
    watching.stop();
    tidying.stop();
    await judging.stop();
    await schedule.stop(LAST_BACKUP_MS);
    await helper.close();
    await library.close(CLOSE_MS);
  });
}

/** Ends in time when it is told to: as it should be where that can be done, and in any case. */
function endOn(signals: readonly NodeJS.Signals[], end: () => Promise<void>): void {
  let isEnding = false;
  const begin = (): void => {
    if (!isEnding) {
      isEnding = true;
      setTimeout(() => process.kill(process.pid, 'SIGKILL'), END_MS).unref();
      void end()
        .catch(() => undefined)
        .then(() => process.exit(0));
    }
  };
  for (const signal of signals) {
    process.on(signal, begin);
  }
}

start().catch(async (error: unknown) => {
  logger.debug({ reason: error instanceof Error ? error.name : 'unknown' }, 'start failed');
  if (error instanceof LibraryError) {
    stop(error.message);
  }
  const [newest] = await listBackups(places.backups);
  stop(
    isDamage(error) || isDiskFull(error)
      ? sayWhyNot(error, places.folder, newest?.file ?? null)
      : 'Golden Ladder could not start, for a reason it does not know. The library was left as it is.',
  );
});
