import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { settings } from '../db/schema.ts';

const ROW = 'library';

/** Reads and writes the library's one row of settings; the value is as the database holds it. */
export type SettingsRepository = ReturnType<typeof createSettingsRepository>;

/** The settings of a database. */
export function createSettingsRepository(db: Database) {
  return {
    async find(): Promise<unknown> {
      const [row] = await db.select({ value: settings.value }).from(settings).where(eq(settings.id, ROW));
      return row?.value ?? null;
    },

    /** Takes them away: the library then has what every new one starts with. */
    async clear(): Promise<void> {
      await db.delete(settings).where(eq(settings.id, ROW));
    },

    async store(value: unknown): Promise<void> {
      await db.insert(settings).values({ id: ROW, value }).onConflictDoUpdate({ target: settings.id, set: { value } });
    },
  };
}
