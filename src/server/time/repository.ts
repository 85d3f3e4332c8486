import { count, eq } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { libraryClock, runDays } from '../db/schema.ts';

const ROW = 'library';

/** How far the library's time had come when that was last written, and what the machine's clock said then. */
export type StoredTime = { readonly runMs: number; readonly seenAt: Date };

/** Reads and writes the library's time. */
export type TimeRepository = ReturnType<typeof createTimeRepository>;

/** The time of a library. */
export function createTimeRepository(db: Database) {
  return {
    async find(): Promise<StoredTime | null> {
      const [row] = await db.select().from(libraryClock).where(eq(libraryClock.id, ROW));
      return row === undefined ? null : { runMs: row.runMs, seenAt: row.seenAt };
    },

    async store(time: StoredTime): Promise<void> {
      await db
        .insert(libraryClock)
        .values({ id: ROW, ...time })
        .onConflictDoUpdate({ target: libraryClock.id, set: time });
    },

    /** Notes a day, `2026-05-04`, as one on which the program ran. */
    async addDay(day: string): Promise<void> {
      await db.insert(runDays).values({ day }).onConflictDoNothing();
    },

    async countDays(): Promise<number> {
      const [row] = await db.select({ days: count() }).from(runDays);
      return row?.days ?? 0;
    },
  };
}
