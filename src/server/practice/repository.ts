import { desc, eq, lte } from 'drizzle-orm';
import { type DrillResult, RESULT_LIMITS } from '../../core/rehearse/drill-result.ts';
import type { Database } from '../db/connect.ts';
import { practiceResults } from '../db/schema.ts';

/** Reads and writes what came of drills. */
export type PracticeRepository = ReturnType<typeof createPracticeRepository>;

type Row = typeof practiceResults.$inferSelect;

/** The results of a database. */
export function createPracticeRepository(db: Database) {
  return {
    /** The latest results, of one song or of all. */
    async list(songId: string | null, most: number): Promise<readonly DrillResult[]> {
      const rows = await db
        .select()
        .from(practiceResults)
        .where(songId === null ? undefined : eq(practiceResults.songId, songId))
        .orderBy(desc(practiceResults.doneAt), practiceResults.id)
        .limit(most);
      return rows.map(toResult);
    },

    /** Puts results in; those that are there stay as they are. The oldest give way where there are too many. */
    async put(results: readonly DrillResult[]): Promise<void> {
      if (results.length === 0) {
        return;
      }
      await db
        .insert(practiceResults)
        .values(results.map(({ doneAt, ...rest }) => ({ ...rest, doneAt: new Date(doneAt) })))
        .onConflictDoNothing();
      const [oldest] = await db
        .select({ doneAt: practiceResults.doneAt })
        .from(practiceResults)
        .orderBy(desc(practiceResults.doneAt))
        .offset(RESULT_LIMITS.kept)
        .limit(1);
      if (oldest !== undefined) {
        await db.delete(practiceResults).where(lte(practiceResults.doneAt, oldest.doneAt));
      }
    },

    async remove(id: string): Promise<boolean> {
      const gone = await db
        .delete(practiceResults)
        .where(eq(practiceResults.id, id))
        .returning({ id: practiceResults.id });
      return gone.length > 0;
    },

    async clear(): Promise<void> {
      await db.delete(practiceResults);
    },
  };
}

function toResult({ doneAt, ...row }: Row): DrillResult {
  return {
    ...row,
    drill: row.drill as DrillResult['drill'],
    countedBy: row.countedBy as DrillResult['countedBy'],
    doneAt: doneAt.toISOString(),
  };
}
