import { and, eq } from 'drizzle-orm';
import type { ClassId } from '../../contract/class-schema.ts';
import { nextRevision } from '../../contract/revision.ts';
import type { GuitarClass } from '../../core/song/document/guitar-class.ts';
import type { Database } from '../db/connect.ts';
import { classes } from '../db/schema.ts';

/** A class as the database holds it; the value may be from an older program. */
export type ClassRow = { readonly id: string; readonly revision: number; readonly value: unknown };

/** Reads and writes classes. */
export type ClassRepository = ReturnType<typeof createClassRepository>;

const COLUMNS = { id: classes.id, revision: classes.revision, value: classes.value };

/** The classes of a database. */
export function createClassRepository(db: Database) {
  return {
    list(): Promise<readonly ClassRow[]> {
      return db.select(COLUMNS).from(classes).orderBy(classes.createdAt, classes.id);
    },

    async insert(id: ClassId, value: GuitarClass, createdAt: Date): Promise<void> {
      await db.insert(classes).values({ id, revision: 1, value, createdAt });
    },

    /** Puts a class in as a backup holds it. */
    async insertStored(row: ClassRow, createdAt: Date): Promise<void> {
      await db.insert(classes).values({ ...row, createdAt });
    },

    /** Writes over a revision; the new one, or null where the stored one is another or gone. */
    async update(id: ClassId, base: number, value: GuitarClass): Promise<number | null> {
      const [row] = await db
        .update(classes)
        .set({ value, revision: nextRevision(base) })
        .where(and(eq(classes.id, id), eq(classes.revision, base)))
        .returning({ revision: classes.revision });
      return row?.revision ?? null;
    },

    /** Whether there was such a class. */
    async remove(id: ClassId): Promise<boolean> {
      const gone = await db.delete(classes).where(eq(classes.id, id)).returning({ id: classes.id });
      return gone.length > 0;
    },
  };
}
