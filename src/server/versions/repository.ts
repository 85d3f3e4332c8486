import { and, desc, eq, inArray } from 'drizzle-orm';
import type { SongId, VersionId, VersionReason } from '../../contract/api.ts';
import type { Database } from '../db/connect.ts';
import { songVersions } from '../db/schema.ts';

/** A kept version; the document is as the database holds it and still to be checked. */
export type StoredVersion = {
  readonly id: VersionId;
  readonly revision: number;
  readonly reason: VersionReason;
  readonly madeAt: Date;
  readonly document: unknown;
};

/** Reads and writes kept versions. */
export type VersionRepository = ReturnType<typeof createVersionRepository>;

/** The kept versions of a database. */
export function createVersionRepository(db: Database) {
  const toVersion = (row: typeof songVersions.$inferSelect): StoredVersion => ({
    id: row.id as VersionId,
    revision: row.revision,
    reason: row.reason as VersionReason,
    madeAt: row.madeAt,
    document: row.document,
  });
  return {
    /** Newest first. */
    async list(songId: SongId): Promise<readonly StoredVersion[]> {
      const rows = await db
        .select()
        .from(songVersions)
        .where(eq(songVersions.songId, songId))
        .orderBy(desc(songVersions.madeAt), desc(songVersions.revision));
      return rows.map(toVersion);
    },

    /** When the newest one was made, or null. */
    async findNewestTime(songId: SongId): Promise<Date | null> {
      const [row] = await db
        .select({ madeAt: songVersions.madeAt })
        .from(songVersions)
        .where(eq(songVersions.songId, songId))
        .orderBy(desc(songVersions.madeAt))
        .limit(1);
      return row?.madeAt ?? null;
    },

    async find(songId: SongId, id: VersionId): Promise<StoredVersion | null> {
      const [row] = await db
        .select()
        .from(songVersions)
        .where(and(eq(songVersions.songId, songId), eq(songVersions.id, id)));
      return row === undefined ? null : toVersion(row);
    },

    /** Ids and times only, for thinning. */
    async listTimes(songId: SongId): Promise<readonly { readonly id: VersionId; readonly madeAt: Date }[]> {
      const rows = await db
        .select({ id: songVersions.id, madeAt: songVersions.madeAt })
        .from(songVersions)
        .where(eq(songVersions.songId, songId));
      return rows.map(({ id, madeAt }) => ({ id: id as VersionId, madeAt }));
    },

    async insert(songId: SongId, version: StoredVersion): Promise<void> {
      await db.insert(songVersions).values({ ...version, songId });
    },

    async remove(ids: readonly VersionId[]): Promise<void> {
      if (ids.length > 0) {
        await db.delete(songVersions).where(inArray(songVersions.id, [...ids]));
      }
    },
  };
}
