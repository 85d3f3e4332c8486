/** How the library stands: what a person should know of it. */
import * as z from 'zod';
import { songIdSchema } from './api.ts';

/** Where the newest readable state of a song lies that cannot be read itself. */
const rescueSchema = z.object({ from: z.enum(['version', 'backup']), madeAt: z.iso.datetime() });

/** A song that lies on a damaged part of the disk; without a rescue there is no other copy of it. */
export const unreadableSongSchema = z.object({
  id: songIdSchema,
  title: z.string(),
  rescue: rescueSchema.nullable(),
});
export type UnreadableSong = z.infer<typeof unreadableSongSchema>;

/** Why no backup can be written. */
const backupTroubleSchema = z.enum(['no-room', 'no-right', 'other']);
export type BackupTrouble = z.infer<typeof backupTroubleSchema>;

/** One thing to know. */
const noticeSchema = z.discriminatedUnion('kind', [
  /** The disk is too full to save. */
  z.object({ kind: z.literal('no-room'), freeMegabytes: z.int() }),
  /** The engine is being opened again; saves wait. */
  z.object({ kind: z.literal('reopening') }),
  z.object({ kind: z.literal('backup-failing'), since: z.iso.datetime(), reason: backupTroubleSchema }),
  z.object({ kind: z.literal('unreadable-songs'), songs: z.array(unreadableSongSchema) }),
]);
export type LibraryNotice = z.infer<typeof noticeSchema>;

/** GET /api/state. */
export const libraryStateSchema = z.object({ notices: z.array(noticeSchema) });
export type LibraryState = z.infer<typeof libraryStateSchema>;
