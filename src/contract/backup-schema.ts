/** A backup of a whole library as JSON. */
import * as z from 'zod';
import { RESULT_LIMITS } from '../core/rehearse/drill-result.ts';
import { drillResultSchema } from './practice-schema.ts';
import { revisionSchema } from './revision.ts';

/** The version of the backup's own form; documents inside carry their own. */
export const BACKUP_VERSION = 3;

/** A song in a backup; its document is checked when it is read. */
export const backupSongSchema = z.object({
  id: z.uuid(),
  revision: revisionSchema,
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
  document: z.unknown(),
});

/** One song in a backup; the document is as it was stored, whatever its version. */
export type BackupSong = z.infer<typeof backupSongSchema>;

/** A class in a backup; its value is checked when it is read. */
export const backupClassSchema = z.object({
  id: z.uuid(),
  revision: revisionSchema,
  createdAt: z.iso.datetime(),
  value: z.unknown(),
});

/** One class in a backup. */
export type BackupClass = z.infer<typeof backupClassSchema>;

/** A backup file; the first version knew no classes, the second no results of drills. */
export const backupSchema = z.object({
  kind: z.literal('golden-ladder-library'),
  backupVersion: z.int().min(1).max(BACKUP_VERSION),
  songs: z.array(backupSongSchema),
  classes: z.array(backupClassSchema).default([]),
  results: z.array(drillResultSchema).max(RESULT_LIMITS.kept).default([]),
  settings: z.unknown(),
});
export type Backup = z.infer<typeof backupSchema>;
