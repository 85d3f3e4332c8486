import { asc } from 'drizzle-orm';
import { BACKUP_VERSION, type Backup, type BackupClass, type BackupSong } from '../../contract/backup-schema.ts';
import type { Database } from '../db/connect.ts';
import { classes, songs } from '../db/schema.ts';
import { createSettingsRepository } from '../settings/repository.ts';

/** Reads everything a backup holds. */
export type BackupRepository = ReturnType<typeof createBackupRepository>;

/** Everything a library holds, as a backup. */
export async function gatherBackup(repository: BackupRepository): Promise<Backup> {
  return {
    kind: 'golden-ladder-library',
    backupVersion: BACKUP_VERSION,
    songs: [...(await repository.readSongs())],
    classes: [...(await repository.readClasses())],
    settings: await repository.readSettings(),
  };
}

/** All songs, deleted ones included, the classes, and the settings, as the database holds them. */
export function createBackupRepository(db: Database) {
  return {
    async readSongs(): Promise<readonly BackupSong[]> {
      const rows = await db
        .select({
          id: songs.id,
          revision: songs.revision,
          createdAt: songs.createdAt,
          updatedAt: songs.updatedAt,
          deletedAt: songs.deletedAt,
          document: songs.document,
        })
        .from(songs)
        .orderBy(asc(songs.id));
      return rows.map((row) => ({
        ...row,
        createdAt: row.createdAt.toISOString(),
        updatedAt: row.updatedAt.toISOString(),
        deletedAt: row.deletedAt?.toISOString() ?? null,
      }));
    },

    async readClasses(): Promise<readonly BackupClass[]> {
      const rows = await db.select().from(classes).orderBy(asc(classes.id));
      return rows.map(({ createdAt, ...row }) => ({ ...row, createdAt: createdAt.toISOString() }));
    },

    readSettings: createSettingsRepository(db).find,
  };
}
