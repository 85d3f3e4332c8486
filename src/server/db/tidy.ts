/*
 * Checkpoints and vacuums: the embedded engine does neither by itself, so that its journal and its tables grow with every save.
 *
 * They are done when the journal has grown by so much since the last time, or by a little and nobody has asked for anything for a while. A
 * checkpoint lets the journal's files be used again and keeps a start after a kill short; a vacuum lets the table use again what older states
 * of its rows took.
 */
import { getTableName, is, sql } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import type { Database } from './connect.ts';
import type { Engine } from './engine/engine.ts';
import { isInterrupted } from './engine/engine-errors.ts';
import { isDiskFull } from './file-trouble.ts';
import * as schema from './schema.ts';

const MEGABYTE = 1024 * 1024;
/** Growth of the journal after which it is done at once: less than one of its files. */
const AT_ONCE_BYTES = 12 * MEGABYTE;
/** … and after which it is done when it is quiet. */
const WHEN_QUIET_BYTES = MEGABYTE / 2;
const QUIET_MS = 3000;
const LOOK_MS = 400;

/** Whether it is time, by what was written since the last time and for how long it has been quiet. */
function isTidyDue(writtenBytes: number, quietMs: number): boolean {
  return writtenBytes >= AT_ONCE_BYTES || (writtenBytes >= WHEN_QUIET_BYTES && quietMs >= QUIET_MS);
}

const TABLES = Object.values(schema).flatMap((each) => (is(each, PgTable) ? [sql.identifier(getTableName(each))] : []));

/** Vacuums the tables and writes a checkpoint. */
export async function tidy(db: Database): Promise<void> {
  await db.execute(sql`vacuum (truncate) ${sql.join(TABLES, sql`, `)}`);
  await db.execute(sql`checkpoint`);
}

/** Tells from what was written, look by look, whether it is time to tidy. */
export function createTidyWatch(now: () => number) {
  let [tidiedAt, seen, quietSince] = [0, 0, now()];
  return {
    isDue: (journalBytes: number): boolean => {
      // An engine that was opened again counts from nothing.
      tidiedAt = Math.min(tidiedAt, journalBytes);
      if (journalBytes !== seen) {
        [seen, quietSince] = [journalBytes, now()];
      }
      return isTidyDue(journalBytes - tidiedAt, now() - quietSince);
    },
    tidied: (journalBytes: number): void => {
      tidiedAt = journalBytes;
    },
  };
}

/** Keeps a database tidy while it is open. */
export function keepTidy(db: Database, engine: Engine, say: (what: string) => void): { readonly stop: () => void } {
  const watch = createTidyWatch(() => performance.now());
  let isBusy = false;
  const look = async (): Promise<void> => {
    if (isBusy || !engine.isOpen() || !watch.isDue(engine.state().journalBytes)) {
      return;
    }
    isBusy = true;
    await tidy(db).catch((error: unknown) => {
      if (!isInterrupted(error) && !isDiskFull(error)) {
        say('the database could not be tidied');
      }
    });
    watch.tidied(engine.state().journalBytes);
    isBusy = false;
  };
  const timer = setInterval(() => void look(), LOOK_MS);
  timer.unref();
  return { stop: () => clearInterval(timer) };
}
