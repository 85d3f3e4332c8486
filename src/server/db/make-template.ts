/* Run by the build in a process of its own: making a database takes 800 MB, which the server should never hold. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';

/** A migrated, empty database as a compressed archive, from which a new data folder starts quickly. */
async function dumpTemplate(migrationsFolder: string): Promise<Buffer> {
  const client = await PGlite.create();
  await migrate(drizzle(client), { migrationsFolder });
  const dump = await client.dumpDataDir('gzip');
  await client.close();
  return Buffer.from(await dump.arrayBuffer());
}

const [migrationsFolder, file] = process.argv.slice(2);
if (migrationsFolder === undefined || file === undefined) {
  throw new Error('usage: make-template MIGRATIONS_FOLDER FILE');
}
await mkdir(dirname(file), { recursive: true });
await writeFile(file, await dumpTemplate(migrationsFolder));
