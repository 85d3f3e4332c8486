/* Run by the build in a process of its own: making a database takes 800 MB, which the server should never hold. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { dumpTemplate } from './connect.ts';

const [migrationsFolder, file] = process.argv.slice(2);
if (migrationsFolder === undefined || file === undefined) {
  throw new Error('usage: make-template MIGRATIONS_FOLDER FILE');
}
await mkdir(dirname(file), { recursive: true });
await writeFile(file, await dumpTemplate(migrationsFolder));
