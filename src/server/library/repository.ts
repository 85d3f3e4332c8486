import { eq, inArray } from 'drizzle-orm';
import type { SongId } from '../../contract/api.ts';
import type { BackupSong } from '../../contract/backup-schema.ts';
import type { Database } from '../db/connect.ts';
import { songs } from '../db/schema.ts';
import type { SongColumns } from '../songs/repository.ts';

/** A song of a backup without its document. */
type StoredRow = Omit<BackupSong, 'document'>;

/** Songs put into a database as a backup holds them, with their revisions and times. */
export function createStoredSongs(db: Database) {
  return {
    async insert(song: StoredRow, columns: SongColumns, document: unknown): Promise<void> {
      await db.insert(songs).values({ id: song.id, document, ...columns, ...timesOf(song) });
    },

    /** In the place of the song that has its id. */
    async replace(song: StoredRow, columns: SongColumns, document: unknown): Promise<void> {
      await db
        .update(songs)
        .set({ document, ...columns, ...timesOf(song) })
        .where(eq(songs.id, song.id));
    },

    /** Takes songs out with their kept versions. */
    async removeForGood(ids: readonly SongId[]): Promise<void> {
      if (ids.length > 0) {
        await db.delete(songs).where(inArray(songs.id, [...ids]));
      }
    },
  };
}

function timesOf({ revision, createdAt, updatedAt, deletedAt }: StoredRow) {
  return {
    revision,
    createdAt: new Date(createdAt),
    updatedAt: new Date(updatedAt),
    deletedAt: deletedAt === null ? null : new Date(deletedAt),
  };
}
