import { readMigrationFiles } from 'drizzle-orm/migrator';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { createEngine, type Engine } from './engine/engine.ts';
import { ENGINE_PATIENCE, type EnginePatience, isInterrupted } from './engine/engine-errors.ts';
import { EngineStream } from './engine/engine-stream.ts';
import * as schema from './schema.ts';

/** The library's database, through PostgreSQL's own driver. */
export type Database = NodePgDatabase<typeof schema>;

/** An open database and how to close it; `close` takes at most so many ms. */
export type OpenedDatabase = {
  readonly db: Database;
  readonly engine: Engine;
  readonly close: (ms?: number) => Promise<void>;
};

/** Where a database lies and what it is opened with. */
export type DatabasePlace = {
  readonly folder: string;
  readonly migrationsFolder: string;
  /** The file that keeps room on the disk. */
  readonly reserve?: string | null;
  readonly patience?: EnginePatience;
  /** Hears what went wrong, without contents. */
  readonly say?: (what: string) => void;
};

const CLOSE_MS = 60_000;

/** Opens a database, bringing it up to the newest migration. */
export async function openDatabase(place: DatabasePlace): Promise<OpenedDatabase> {
  const { folder, migrationsFolder, reserve = null, patience = ENGINE_PATIENCE } = place;
  const engine = createEngine({ folder, reserve }, patience, place.say ?? (() => undefined));
  await engine.open();
  const pool = createPool(engine, patience);
  const db = drizzle(pool, { schema });
  let closing: Promise<void> | null = null;
  const closeOnce = async (ms: number): Promise<void> => {
    // Its one connection may be waiting for an engine that hangs.
    await Promise.race([pool.end(), new Promise((resolve) => setTimeout(resolve, ms / 2))]);
    await engine.close(ms / 2);
  };
  const close = (ms = CLOSE_MS): Promise<void> => {
    closing ??= closeOnce(ms);
    return closing;
  };
  try {
    if (await isBehind(db, migrationsFolder)) {
      await migrate(db, { migrationsFolder });
    }
    await engine.guard();
  } catch (error) {
    await close();
    throw error;
  }
  return { db, engine, close };
}

/** One connection: a second user waits while a transaction is open. Reading that was interrupted is done again. */
function createPool(engine: Engine, { waitMs }: EnginePatience): pg.Pool {
  const pool = new pg.Pool({
    max: 1,
    idleTimeoutMillis: 0,
    user: 'postgres',
    database: 'postgres',
    stream: () => new EngineStream(engine, waitMs) as never,
  });
  // A connection that breaks while nobody uses it is made anew by the next.
  pool.on('error', () => undefined);
  const query = pool.query.bind(pool) as (...args: readonly unknown[]) => Promise<unknown>;
  const queryAgain = async (...args: readonly unknown[]): Promise<unknown> => {
    try {
      return await query(...args);
    } catch (error) {
      if (isInterrupted(error) && isReading(args[0])) {
        return query(...args);
      }
      throw error;
    }
  };
  return Object.assign(pool, { query: queryAgain });
}

function isReading(asked: unknown): boolean {
  const text = typeof asked === 'object' && asked !== null && 'text' in asked ? asked.text : asked;
  return typeof text === 'string' && /^\s*select\b/i.test(text);
}

/** The database has been through migrations that this program does not know. */
export class NewerDatabaseError extends Error {
  override readonly name = 'NewerDatabaseError';
}

/** Whether migrations are missing. They are known by the time they were made; one that is later than our last is a newer program's. */
async function isBehind(db: Database, migrationsFolder: string): Promise<boolean> {
  const known = readMigrationFiles({ migrationsFolder }).at(-1)?.folderMillis ?? 0;
  const { rows } = await db.execute("select to_regclass('drizzle.__drizzle_migrations') is not null as there");
  if (rows[0]?.['there'] !== true) {
    return true;
  }
  const newest = await db.execute('select max(created_at) as last from drizzle.__drizzle_migrations');
  const last = Number(newest.rows[0]?.['last'] ?? 0);
  if (last > known) {
    throw new NewerDatabaseError('migrations of a newer program');
  }
  return last < known;
}
