import { asc, inArray } from 'drizzle-orm';
import { BACKUP_VERSION, type Backup, type BackupSong } from '../../contract/backup-schema.ts';
import type { Database } from '../db/connect.ts';
import { readRows, unlessDamaged } from '../db/damage.ts';
import { classes, songs } from '../db/schema.ts';
import { createSettingsRepository } from '../settings/repository.ts';

/** Reads everything a backup holds. */
export type BackupRepository = ReturnType<typeof createBackupRepository>;

/** A library as a backup, and whether all of it could be read. */
export type Gathered = { readonly backup: Backup; readonly isWhole: boolean };

/** Everything a library holds, as a backup; what lies on damaged pages of the disk is left out. */
export async function gatherBackup(repository: BackupRepository): Promise<Gathered> {
  const songs: BackupSong[] = [];
  const isWhole = await repository.eachSong((song) => {
    songs.push(song);
  });
  const rest = await repository.readRest();
  return { isWhole, backup: { ...rest, songs } };
}

const ABOUT = {
  id: songs.id,
  revision: songs.revision,
  createdAt: songs.createdAt,
  updatedAt: songs.updatedAt,
  deletedAt: songs.deletedAt,
};

/** How many songs are held at once. */
const AT_ONCE = 20;

/** All songs, deleted ones included, the classes, and the settings, as the database holds them. */
export function createBackupRepository(db: Database) {
  const readDocuments = (ids: readonly string[]) =>
    db
      .select({ id: songs.id, document: songs.document })
      .from(songs)
      .where(inArray(songs.id, [...ids]));
  /** Those of some songs that can be read; one by one where they cannot be read together. */
  const readSome = async (ids: readonly string[]): Promise<ReadonlyMap<string, unknown>> => {
    const together = await unlessDamaged(readDocuments(ids));
    if (together !== null) {
      return new Map(together.map(({ id, document }) => [id, document]));
    }
    const found = new Map<string, unknown>();
    for (const id of ids) {
      for (const { document } of (await unlessDamaged(readDocuments([id]))) ?? []) {
        found.set(id, document);
      }
    }
    return found;
  };
  return {
    /** Hands out every song that can be read, in the order of their ids, a few at a time; answers whether that was all of them. */
    async eachSong(take: (song: BackupSong) => void | Promise<void>): Promise<boolean> {
      const about = await readRows(db, songs, (within) => db.select(ABOUT).from(songs).where(within));
      const rows = [...about.rows].sort((a, b) => (a.id < b.id ? -1 : 1));
      let isWhole = about.isWhole;
      for (let from = 0; from < rows.length; from += AT_ONCE) {
        const some = rows.slice(from, from + AT_ONCE);
        const documents = await readSome(some.map(({ id }) => id));
        for (const row of some) {
          if (documents.has(row.id)) {
            await take({
              ...row,
              createdAt: row.createdAt.toISOString(),
              updatedAt: row.updatedAt.toISOString(),
              deletedAt: row.deletedAt?.toISOString() ?? null,
              document: documents.get(row.id),
            });
          } else {
            isWhole = false;
          }
        }
      }
      return isWhole;
    },

    /** All of a backup but its songs. */
    async readRest(): Promise<Omit<Backup, 'songs'>> {
      const { rows } = await readRows(db, classes, async (within) =>
        db.select().from(classes).where(within).orderBy(asc(classes.id)),
      );
      return {
        kind: 'golden-ladder-library',
        backupVersion: BACKUP_VERSION,
        classes: rows.map(({ createdAt, ...row }) => ({ ...row, createdAt: createdAt.toISOString() })),
        settings: await createSettingsRepository(db).find(),
      };
    },
  };
}
