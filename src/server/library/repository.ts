import { eq, inArray } from 'drizzle-orm';
import type { SongId } from '../../contract/api.ts';
import type { BackupSong } from '../../contract/backup-schema.ts';
import type { Database } from '../db/connect.ts';
import { asJson, textOf } from '../db/json-text.ts';
import { songs } from '../db/schema.ts';
import type { StoredContent } from '../songs/repository.ts';

/** A song of a backup without its document. */
type StoredRow = Omit<BackupSong, 'document'>;

/** What a song is put in with: its document and columns, and the library's day on which one counts as deleted. */
type Content = StoredContent & { readonly day: number };

/** Songs put into a database as a backup holds them, with their revisions and times. */
export function createStoredSongs(db: Database) {
  return {
    async insert(song: StoredRow, content: Content): Promise<void> {
      await db.insert(songs).values({ id: song.id, ...valuesOf(song, content) });
    },

    /** In the place of the song that has its id. */
    async replace(song: StoredRow, content: Content): Promise<void> {
      await db.update(songs).set(valuesOf(song, content)).where(eq(songs.id, song.id));
    },

    /** The document of a song that is there, as the database holds it. */
    async readText(id: string): Promise<string> {
      const [row] = await db
        .select({ text: textOf(songs.document) })
        .from(songs)
        .where(eq(songs.id, id));
      return row?.text ?? 'null';
    },

    /** Takes songs out with their kept versions. */
    async removeForGood(ids: readonly SongId[]): Promise<void> {
      if (ids.length > 0) {
        await db.delete(songs).where(inArray(songs.id, [...ids]));
      }
    },
  };
}

function valuesOf({ revision, createdAt, updatedAt, deletedAt }: StoredRow, { columns, text, day }: Content) {
  return {
    ...columns,
    document: asJson(text),
    revision,
    createdAt: new Date(createdAt),
    updatedAt: new Date(updatedAt),
    deletedAt: deletedAt === null ? null : new Date(deletedAt),
    deletedOnDay: deletedAt === null ? null : day,
  };
}
