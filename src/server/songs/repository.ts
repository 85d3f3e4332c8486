import { and, asc, desc, eq, isNotNull, isNull, lte } from 'drizzle-orm';
import { type SongId, songIdSchema } from '../../contract/api.ts';
import { nextRevision } from '../../contract/revision.ts';
import type { Database } from '../db/connect.ts';
import { asJson, textOf } from '../db/json-text.ts';
import { songs } from '../db/schema.ts';
import type { PreparedSong } from './prepared-song.ts';

/** What is stored of a song. */
export type StoredContent = Pick<PreparedSong, 'columns' | 'text'>;

/** A stored song; the text is its document as the database holds it, still to be checked. */
export type StoredSong = {
  readonly id: SongId;
  readonly revision: number;
  readonly text: string;
  /** Null where an older program stored it. */
  readonly contentHash: string | null;
};

/** A deleted song that can still be brought back, with the day of the library's count on which it was deleted. */
export type HiddenSong = {
  readonly id: SongId;
  readonly title: string;
  readonly bars: number;
  readonly deletedAt: Date | null;
  readonly onDay: number | null;
};

/** Reads and writes songs. */
export type SongRepository = ReturnType<typeof createSongRepository>;

/** The songs of a database. Deleted songs are seen by restore and purge only. */
export function createSongRepository(db: Database) {
  const alive = (id: SongId) => and(eq(songs.id, id), isNull(songs.deletedAt));
  return {
    async find(id: SongId): Promise<StoredSong | null> {
      const [row] = await db
        .select({ revision: songs.revision, text: textOf(songs.document), contentHash: songs.contentHash })
        .from(songs)
        .where(alive(id));
      return row === undefined ? null : { id, ...row };
    },

    async insert(id: SongId, { columns, text }: StoredContent, now: Date): Promise<void> {
      const document = asJson(text);
      await db.insert(songs).values({ id, ...columns, revision: 1, document, createdAt: now, updatedAt: now });
    },

    /** Saves only onto the revision it was made from; answers the new revision, or null when that is gone. */
    async update(
      id: SongId,
      baseRevision: number,
      { columns, text }: StoredContent,
      now: Date,
    ): Promise<number | null> {
      const [row] = await db
        .update(songs)
        .set({ ...columns, document: asJson(text), revision: nextRevision(baseRevision), updatedAt: now })
        .where(and(alive(id), eq(songs.revision, baseRevision)))
        .returning({ revision: songs.revision });
      return row?.revision ?? null;
    },

    async hide(id: SongId, deletedAt: Date, deletedOnDay: number): Promise<boolean> {
      const rows = await db.update(songs).set({ deletedAt, deletedOnDay }).where(alive(id)).returning({ id: songs.id });
      return rows.length > 0;
    },

    /** Notes that somebody has it open now. */
    async noteOpened(id: SongId, openedAt: Date): Promise<void> {
      await db.update(songs).set({ openedAt }).where(alive(id));
    },

    /** The hidden songs, last deleted first. */
    async listHidden(most: number): Promise<readonly HiddenSong[]> {
      const rows = await db
        .select({
          id: songs.id,
          title: songs.title,
          bars: songs.bars,
          deletedAt: songs.deletedAt,
          onDay: songs.deletedOnDay,
        })
        .from(songs)
        .where(isNotNull(songs.deletedAt))
        .orderBy(desc(songs.deletedAt), asc(songs.id))
        .limit(most);
      return rows.map(({ id, title, bars, deletedAt, onDay }) => ({
        id: songIdSchema.parse(id),
        title,
        bars,
        deletedAt,
        onDay,
      }));
    },

    async unhide(id: SongId): Promise<boolean> {
      const rows = await db
        .update(songs)
        .set({ deletedAt: null, deletedOnDay: null })
        .where(and(eq(songs.id, id), isNotNull(songs.deletedAt)))
        .returning({ id: songs.id });
      return rows.length > 0;
    },

    /** Removes what was hidden on a day of the library's count or before it. */
    async purgeHiddenUpTo(day: number): Promise<void> {
      await db.delete(songs).where(and(isNotNull(songs.deletedAt), lte(songs.deletedOnDay, day)));
    },
  };
}
