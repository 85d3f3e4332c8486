import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { basename, dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { createBackupRepository } from './backup/repository.ts';
import { scheduleBackups } from './backup/schedule.ts';
import { listBackups, writeBackup } from './backup/write-backup.ts';
import { BACKUPS, LibraryError, openLibrary } from './data-folder/open-library.ts';
import { addDemoClass } from './demo/demo-class.ts';
import { addDemoSongs } from './demo/demo-songs.ts';
import { createPages } from './http/pages.ts';
import { createServices } from './services.ts';

const DEFAULT_PORT = 5186;

const here = dirname(fileURLToPath(import.meta.url));
const port = Number(process.env['PORT'] ?? DEFAULT_PORT);
const host = process.env['GOLDEN_LADDER_HOST'] ?? '127.0.0.1';
const extraNames = (process.env['GOLDEN_LADDER_NAMES'] ?? '').split(',').flatMap((name) => name.trim() || []);
const dataFolder = resolve(process.env['GOLDEN_LADDER_DATA'] ?? 'data');
const wantsDemo = process.env['GOLDEN_LADDER_DEMO'] !== 'off';
const logger = pino({ level: process.env['GOLDEN_LADDER_LOG'] ?? 'warn' }, pino.destination(2));

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

async function start(): Promise<void> {
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    stop(`PORT is ${process.env['PORT']}; it has to be a number from 1 to 65535.`);
  }
  const template = join(here, 'template.tar.gz');
  const library = await openLibrary(dataFolder, {
    migrationsFolder: join(here, 'db', 'migrations'),
    templateFile: existsSync(template) ? template : null,
  });
  const backupFolder = join(dataFolder, BACKUPS);
  const backups = createBackupRepository(library.db);
  const backUp = (): Promise<string | null> => writeBackup(backups, backupFolder, new Date());
  const services = createServices(
    library.db,
    () => new Date(),
    async () => {
      const file = (await backUp()) ?? (await listBackups(backupFolder))[0]?.file ?? null;
      return file === null ? null : join(BACKUPS, basename(file));
    },
  );
  const { songs, classes } = services;
  if (library.isNew && wantsDemo) {
    await addDemoSongs(songs);
    await addDemoClass(classes);
  }
  await songs.purge();
  const webFolder = join(here, '..', 'web');
  const pages = existsSync(join(webFolder, 'index.html')) ? await createPages(webFolder) : null;
  const server = await listen(createApp({ services, pages, logger, extraNames }));
  process.stdout.write(`Golden Ladder is ready: http://${host}:${port}\n`);
  const schedule = scheduleBackups(backUp, logger);
  const close = (): void => {
    server.close(() => {
      void schedule
        .stop()
        .then(library.close)
        .then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.once('SIGTERM', close);
  process.once('SIGINT', close);
}

start().catch((error: unknown) => {
  stop(error instanceof LibraryError ? error.message : `Golden Ladder could not start: ${String(error).slice(0, 400)}`);
});
