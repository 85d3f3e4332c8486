/*
 * Rows on pages of the disk that cannot be read.
 *
 * One bad page makes every statement fail that reads over it. What is beside it is reached page by page: the pages that fail are passed
 * over, and the rest is there.
 */
import { getTableName, type SQL, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Database } from './connect.ts';
import { isDamage } from './file-trouble.ts';

/** The rows that could be read, and whether pages had to be passed over. */
export type ReadRows<T> = { readonly rows: readonly T[]; readonly isWhole: boolean };

/** Reads a table's rows; `select` is given what to keep to (nothing, or the rows of one page). */
export async function readRows<T>(
  db: Database,
  table: PgTable,
  select: (within: SQL | undefined) => Promise<readonly T[]>,
): Promise<ReadRows<T>> {
  const whole = await unlessDamaged(select(undefined));
  if (whole !== null) {
    return { rows: whole, isWhole: true };
  }
  const found: T[] = [];
  const pages = await countPages(db, table);
  for (let page = 0; page < pages; page += 1) {
    const within = sql`${table}.ctid >= ${`(${page},0)`}::tid and ${table}.ctid < ${`(${page + 1},0)`}::tid`;
    found.push(...((await unlessDamaged(select(within))) ?? []));
  }
  return { rows: found, isWhole: false };
}

/** What comes of reading, or null where it is damaged. */
export async function unlessDamaged<T>(reading: PromiseLike<T>): Promise<T | null> {
  try {
    return await reading;
  } catch (error) {
    if (isDamage(error)) {
      return null;
    }
    throw error;
  }
}

async function countPages(db: Database, table: PgTable): Promise<number> {
  const { rows } = await db.execute(
    sql`select pg_relation_size(${getTableName(table)}::regclass) / current_setting('block_size')::int as pages`,
  );
  return Number(rows[0]?.['pages'] ?? 0);
}
