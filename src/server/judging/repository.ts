import { and, asc, desc, eq, isNotNull, isNull, ne, or, type SQL, sql } from 'drizzle-orm';
import type { SongJudgement } from '../../core/arrange/shapes/song-judgement.ts';
import type { Database } from '../db/connect.ts';
import { textOf } from '../db/json-text.ts';
import { songJudgements, songs } from '../db/schema.ts';
import type { SongColumns } from '../songs/columns.ts';

/** A song that is to be looked at. */
export type UnseenSong = { readonly id: string; readonly text: string; readonly contentHash: string };

/** Whether a song has still to be looked at: it has no judgement, or one of another document, engine or hand. Over songs joined with theirs. */
export function isUnjudged(current: string): SQL | undefined {
  return or(
    isNull(songJudgements.songId),
    sql`${songJudgements.contentHash} is distinct from ${songs.contentHash}`,
    ne(songJudgements.judgedWith, current),
  );
}

/** Reads what has not been looked at and writes what was found. */
export type JudgementRepository = ReturnType<typeof createJudgementRepository>;

/** The songs of a database that lack something that is worked out from them. */
export function createJudgementRepository(db: Database) {
  return {
    /** Ids of songs that an older program stored, without the columns that this one makes, deleted ones included. */
    async listWithoutColumns(most: number): Promise<readonly string[]> {
      const rows = await db
        .select({ id: songs.id })
        .from(songs)
        .where(isNull(songs.contentHash))
        .orderBy(asc(songs.id))
        .limit(most);
      return rows.map(({ id }) => id);
    },

    /** Ids of songs that were not judged, or as another document, or by another engine; the last changed first. */
    async listUnjudged(current: string, most: number): Promise<readonly string[]> {
      const rows = await db
        .select({ id: songs.id })
        .from(songs)
        .leftJoin(songJudgements, eq(songJudgements.songId, songs.id))
        .where(and(isNull(songs.deletedAt), isNotNull(songs.contentHash), isUnjudged(current)))
        .orderBy(desc(songs.updatedAt))
        .limit(most);
      return rows.map(({ id }) => id);
    },

    /** A song's document as it is stored now, with its mark; null where it is gone. */
    async find(id: string): Promise<UnseenSong | null> {
      const [row] = await db
        .select({ id: songs.id, text: textOf(songs.document), contentHash: songs.contentHash })
        .from(songs)
        .where(eq(songs.id, id));
      return row === undefined ? null : { ...row, contentHash: row.contentHash ?? '' };
    },

    /** Fills in what an older program left out; a song that was saved meanwhile has it. */
    async setColumns(id: string, columns: Partial<SongColumns> & { readonly contentHash: string }): Promise<void> {
      await db
        .update(songs)
        .set(columns)
        .where(and(eq(songs.id, id), isNull(songs.contentHash)));
    },

    /** Writes a judgement of a document, unless the song is gone. */
    async put(
      { id, contentHash }: Pick<UnseenSong, 'id' | 'contentHash'>,
      judgedWith: string,
      judgement: SongJudgement,
    ): Promise<void> {
      const { chords, shapes, hasNoBarre, isAllOpen } = judgement;
      await db.execute(sql`
        insert into song_judgements (song_id, content_hash, judged_with, chords, shapes, has_no_barre, is_all_open)
        select id, ${contentHash}, ${judgedWith}, ${chords}, ${sql.param([...shapes])}::text[], ${hasNoBarre}, ${isAllOpen}
        from songs where id = ${id}
        on conflict (song_id) do update set content_hash = excluded.content_hash, judged_with = excluded.judged_with,
          chords = excluded.chords, shapes = excluded.shapes, has_no_barre = excluded.has_no_barre, is_all_open = excluded.is_all_open`);
    },
  };
}
