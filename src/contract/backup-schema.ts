/** A backup of a whole library as JSON. */
import * as z from 'zod';

/** The version of the backup's own form; documents inside carry their own. */
export const BACKUP_VERSION = 1;

const backupSongSchema = z.object({
  id: z.uuid(),
  revision: z.int().min(1),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
  document: z.unknown(),
});

/** One song in a backup; the document is as it was stored, whatever its version. */
export type BackupSong = z.infer<typeof backupSongSchema>;

/** A backup file. */
export const backupSchema = z.object({
  kind: z.literal('golden-ladder-library'),
  backupVersion: z.int().min(1).max(BACKUP_VERSION),
  songs: z.array(backupSongSchema),
  settings: z.unknown(),
});
export type Backup = z.infer<typeof backupSchema>;
