/* Unpacks, once, the migrated database from which the server's tests start; a fresh one costs seconds, a copy of one next to nothing. */
import { cpSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleForNode } from '../../scripts/bundle.mjs';
import { makeTemplate, templatePath } from '../../scripts/template.mjs';
import { unpackTemplate } from '../server/data-folder/unpack-template.ts';
import { BUNDLED_THREADS, THREAD_SOURCES } from '../server/threads/start-thread.ts';

const root = join(import.meta.dirname, '..', '..');

/** Where the migrations lie. */
export const MIGRATIONS = join(root, 'src', 'server', 'db', 'migrations');

/** What a library is made of. */
export const LIBRARY_FILES = { migrationsFolder: MIGRATIONS, templateFile: templatePath() };

/** Where the template lies unpacked. */
const UNPACKED = LIBRARY_FILES.templateFile.replace('.tar.gz', '');

/** A database of its own in a folder. */
export function copyTemplate(folder: string): void {
  cpSync(UNPACKED, folder, { recursive: true });
}

/** Vitest's global set-up: the database, and the threads of the server bundled as they are when it is built. */
export async function setup(): Promise<void> {
  const threads = join(root, 'node_modules', '.cache', 'golden-ladder', 'threads');
  const here = join(root, 'src', 'server', 'threads');
  await bundleForNode(
    Object.fromEntries(Object.entries(THREAD_SOURCES).map(([name, source]) => [name, join(here, source)])),
    threads,
  );
  process.env[BUNDLED_THREADS] = threads;
  const file = await makeTemplate();
  if (!existsSync(UNPACKED)) {
    const unfinished = `${UNPACKED}.unfinished`;
    rmSync(unfinished, { recursive: true, force: true });
    mkdirSync(unfinished, { mode: 0o700 });
    await unpackTemplate(file, unfinished);
    renameSync(unfinished, UNPACKED);
  }
}
