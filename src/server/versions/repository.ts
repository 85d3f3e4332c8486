import { and, desc, eq, inArray } from 'drizzle-orm';
import type { SongId, VersionId, VersionReason } from '../../contract/api.ts';
import type { Database } from '../db/connect.ts';
import { asJson, textOf } from '../db/json-text.ts';
import { songVersions } from '../db/schema.ts';
import type { Copy } from './thinning.ts';

/** A kept version. */
export type StoredVersion = {
  readonly id: VersionId;
  readonly revision: number;
  readonly reason: VersionReason;
  readonly madeAt: Date;
  /** When it was kept, in ms of the library's time. */
  readonly keptAtMs: number;
  /** The document as the database holds it, still to be checked. */
  readonly text: string;
};

const WHOLE = {
  id: songVersions.id,
  revision: songVersions.revision,
  reason: songVersions.reason,
  madeAt: songVersions.madeAt,
  keptAtMs: songVersions.keptAtMs,
  text: textOf(songVersions.document),
};
type VersionRow = Pick<typeof songVersions.$inferSelect, 'id' | 'revision' | 'reason' | 'madeAt' | 'keptAtMs'> & {
  readonly text: string;
};

/** Reads and writes kept versions. */
export type VersionRepository = ReturnType<typeof createVersionRepository>;

/** The kept versions of a database. */
export function createVersionRepository(db: Database) {
  const toVersion = (row: VersionRow): StoredVersion => ({
    id: row.id as VersionId,
    revision: row.revision,
    reason: row.reason as VersionReason,
    madeAt: row.madeAt,
    keptAtMs: row.keptAtMs,
    text: row.text,
  });
  return {
    /** Newest first. */
    async list(songId: SongId): Promise<readonly StoredVersion[]> {
      const rows = await db
        .select(WHOLE)
        .from(songVersions)
        .where(eq(songVersions.songId, songId))
        .orderBy(desc(songVersions.sequence));
      return rows.map(toVersion);
    },

    /** When the newest one was kept, in ms of the library's time, or null. */
    async findNewestTime(songId: SongId): Promise<number | null> {
      const [row] = await db
        .select({ keptAtMs: songVersions.keptAtMs })
        .from(songVersions)
        .where(eq(songVersions.songId, songId))
        .orderBy(desc(songVersions.sequence))
        .limit(1);
      return row?.keptAtMs ?? null;
    },

    async find(songId: SongId, id: VersionId): Promise<StoredVersion | null> {
      const [row] = await db
        .select(WHOLE)
        .from(songVersions)
        .where(and(eq(songVersions.songId, songId), eq(songVersions.id, id)));
      return row === undefined ? null : toVersion(row);
    },

    /** Ids and places in time only, for thinning. */
    async listPlaces(songId: SongId): Promise<readonly (Copy & { readonly id: VersionId })[]> {
      const rows = await db
        .select({ id: songVersions.id, sequence: songVersions.sequence, keptAtMs: songVersions.keptAtMs })
        .from(songVersions)
        .where(eq(songVersions.songId, songId));
      return rows.map((row) => ({ ...row, id: row.id as VersionId }));
    },

    async insert(songId: SongId, { text, ...version }: StoredVersion): Promise<void> {
      await db.insert(songVersions).values({ ...version, document: asJson(text), songId });
    },

    async remove(ids: readonly VersionId[]): Promise<void> {
      if (ids.length > 0) {
        await db.delete(songVersions).where(inArray(songVersions.id, [...ids]));
      }
    },
  };
}
