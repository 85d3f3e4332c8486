import { readFile } from 'node:fs/promises';
import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import * as schema from './schema.ts';

/** The library's database. */
export type Database = PgliteDatabase<typeof schema>;

/** An open database and how to close it. */
export type OpenedDatabase = { readonly db: Database; readonly close: () => Promise<void> };

/** Small buffers: the library is small, and the server should stay near 200 MB. */
const START_PARAMS = [...PGlite.defaultStartParams, '-c', 'shared_buffers=16MB'];

/** Opens the database in a folder (undefined: in memory), bringing it up to the newest migration. */
export async function openDatabase(
  folder: string | undefined,
  migrationsFolder: string,
  templateFile: string | null,
): Promise<OpenedDatabase> {
  const template = templateFile === null ? null : new Blob([await readFile(templateFile)]);
  const client = await PGlite.create({
    ...(folder === undefined ? {} : { dataDir: folder }),
    ...(template === null ? {} : { loadDataDir: template }),
    startParams: START_PARAMS,
  });
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder });
  return { db, close: () => client.close() };
}

/** A migrated, empty database as a compressed archive, from which a new data folder starts quickly. */
export async function dumpTemplate(migrationsFolder: string): Promise<Buffer> {
  const client = await PGlite.create({ startParams: START_PARAMS });
  await migrate(drizzle(client, { schema }), { migrationsFolder });
  const dump = await client.dumpDataDir('gzip');
  await client.close();
  return Buffer.from(await dump.arrayBuffer());
}
