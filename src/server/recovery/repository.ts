import { desc, eq, isNotNull, type SQL, sql } from 'drizzle-orm';
import type { SongId } from '../../contract/api.ts';
import type { Database } from '../db/connect.ts';
import { readRows, unlessDamaged } from '../db/damage.ts';
import { rescuedSongs, songs, songVersions } from '../db/schema.ts';

/** A song's row where that much can be read. */
export type SongRow = { readonly id: SongId; readonly title: string; readonly isDeleted: boolean };

/** A kept version of a song, newest first. */
export type VersionRow = { readonly madeAt: Date; readonly document: unknown };

/** Reads what can still be read of a damaged library. */
export type RecoveryRepository = ReturnType<typeof createRecoveryRepository>;

/** The songs of a database, page by page and song by song where that is needed. */
export function createRecoveryRepository(db: Database) {
  const selectIds = (within: SQL | undefined) =>
    db.select({ songId: songVersions.songId }).from(songVersions).where(within);
  return {
    /** Every row that can be read, deleted ones included; whether pages had to be passed over. */
    async listSongs(): Promise<{ readonly rows: readonly SongRow[]; readonly isWhole: boolean }> {
      const { rows, isWhole } = await readRows(db, songs, (within) =>
        db
          .select({ id: songs.id, title: songs.title, isDeleted: isNotNull(songs.deletedAt) })
          .from(songs)
          .where(within),
      );
      return {
        isWhole,
        rows: rows.map((row) => ({ ...row, id: row.id as SongId, isDeleted: row.isDeleted === true })),
      };
    },

    /** Whether a song's document can be read from the disk. */
    async canRead(id: SongId): Promise<boolean> {
      const read = await unlessDamaged(db.select({ document: songs.document }).from(songs).where(eq(songs.id, id)));
      return read !== null;
    },

    /** The songs that have kept versions. */
    async listVersionedSongs(): Promise<ReadonlySet<SongId>> {
      const { rows } = await readRows(db, songVersions, (within) => selectIds(within));
      return new Set(rows.map(({ songId }) => songId as SongId));
    },

    /** The newest kept version of a song that can be read, or null. */
    async findNewestVersion(songId: SongId): Promise<VersionRow | null> {
      const ids = await unlessDamaged(
        db
          .select({ id: songVersions.id, madeAt: songVersions.madeAt })
          .from(songVersions)
          .where(eq(songVersions.songId, songId))
          .orderBy(desc(songVersions.sequence)),
      );
      for (const { id, madeAt } of ids ?? []) {
        const read = await unlessDamaged(
          db.select({ document: songVersions.document }).from(songVersions).where(eq(songVersions.id, id)),
        );
        if (read?.[0] !== undefined) {
          return { madeAt, document: read[0].document };
        }
      }
      return null;
    },

    async listRescued(): Promise<ReadonlySet<SongId>> {
      const { rows } = await readRows(db, rescuedSongs, (within) => db.select().from(rescuedSongs).where(within));
      return new Set(rows.map(({ id }) => id as SongId));
    },

    /**
     * Makes the table of songs whole again: pages that cannot be read become empty ones, and its indexes are made anew. What lay on those
     * pages has to be known from elsewhere by then.
     */
    async repair(): Promise<void> {
      await db.execute(sql`set zero_damaged_pages = on`);
      try {
        await db.execute(sql`vacuum (disable_page_skipping) songs`);
        await db.execute(sql`reindex table songs`);
      } finally {
        await db.execute(sql`reset zero_damaged_pages`);
      }
    },

    /** Notes that a song was brought back as another, and hides what is left of it where that can be done. */
    async markRescued(id: SongId, deletedAt: Date, deletedOnDay: number): Promise<void> {
      await db.insert(rescuedSongs).values({ id }).onConflictDoNothing();
      await unlessDamaged(db.update(songs).set({ deletedAt, deletedOnDay }).where(eq(songs.id, id)));
    },
  };
}
