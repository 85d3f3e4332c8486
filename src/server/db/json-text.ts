import { type SQL, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';

/** A column of JSON as its text, which is not taken apart on the way. */
export function textOf(column: PgColumn): SQL<string> {
  return sql<string>`${column}::text`;
}

/** A text of JSON for a column of JSON, which is not put together again on the way. */
export function asJson(text: string): SQL {
  return sql`${text}::jsonb`;
}
