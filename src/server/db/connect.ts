import { readFile } from 'node:fs/promises';
import { PGlite } from '@electric-sql/pglite';
import { readMigrationFiles } from 'drizzle-orm/migrator';
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
  try {
    await refuseNewer(client, migrationsFolder);
    await migrate(db, { migrationsFolder });
  } catch (error) {
    await client.close();
    throw error;
  }
  return { db, close: () => client.close() };
}

/** The database has been through migrations that this program does not know. */
export class NewerDatabaseError extends Error {
  override readonly name = 'NewerDatabaseError';
}

/** Migrations are known by the time they were made; one that is later than our last is a newer program's. */
async function refuseNewer(client: PGlite, migrationsFolder: string): Promise<void> {
  const { rows: tables } = await client.query("select 1 where to_regclass('drizzle.__drizzle_migrations') is not null");
  const { rows } =
    tables.length === 0
      ? { rows: [] }
      : await client.query<{ last: string }>('select max(created_at) as last from drizzle.__drizzle_migrations');
  const known = readMigrationFiles({ migrationsFolder }).at(-1)?.folderMillis ?? 0;
  if (Number(rows[0]?.last ?? 0) > known) {
    throw new NewerDatabaseError('migrations of a newer program');
  }
}

/** A migrated, empty database as a compressed archive, from which a new data folder starts quickly. */
export async function dumpTemplate(migrationsFolder: string): Promise<Buffer> {
  const client = await PGlite.create({ startParams: START_PARAMS });
  await migrate(drizzle(client, { schema }), { migrationsFolder });
  const dump = await client.dumpDataDir('gzip');
  await client.close();
  return Buffer.from(await dump.arrayBuffer());
}
