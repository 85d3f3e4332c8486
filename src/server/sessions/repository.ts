import { eq, lt } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { sessions } from '../db/schema.ts';

/** Reads and writes sessions by the marks of their tokens. */
export type SessionRepository = ReturnType<typeof createSessionRepository>;

/** The sessions of a library. */
export function createSessionRepository(db: Database) {
  return {
    async isThere(mark: string): Promise<boolean> {
      return (await db.select({ mark: sessions.mark }).from(sessions).where(eq(sessions.mark, mark))).length > 0;
    },

    async insert(mark: string, madeAt: Date): Promise<void> {
      await db.insert(sessions).values({ mark, madeAt });
    },

    async remove(mark: string): Promise<void> {
      await db.delete(sessions).where(eq(sessions.mark, mark));
    },

    async removeAll(): Promise<void> {
      await db.delete(sessions);
    },

    async removeOlder(time: Date): Promise<void> {
      await db.delete(sessions).where(lt(sessions.madeAt, time));
    },
  };
}
