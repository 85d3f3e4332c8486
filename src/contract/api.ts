/** The HTTP interface: what goes over the wire between browser and server. */
import * as z from 'zod';
import { SONG_LIMITS } from '../core/song/song-limits.ts';
import { loadDocument } from './load-document.ts';
import { oneLine } from './text.ts';

/** The id of a stored song. */
export const songIdSchema = z.uuid().brand('SongId');
export type SongId = z.infer<typeof songIdSchema>;

/** A saved song, upgraded and checked as a whole. */
const documentSchema = z.unknown().transform((value, context) => {
  const loaded = loadDocument(value);
  if (loaded.ok) {
    return loaded.value;
  }
  const { error } = loaded;
  const message = error.kind === 'malformed' ? error.findings.join('; ') : error.kind;
  context.addIssue({ code: 'custom', message });
  return z.NEVER;
});

/** A song in the list. */
const songSummarySchema = z.object({
  id: songIdSchema,
  title: z.string(),
  credit: z.string(),
  soundingKey: z.string(),
  shapeKey: z.string(),
  capoFret: z.int(),
  bars: z.int(),
  seconds: z.number().nullable(),
  revision: z.int(),
  updatedAt: z.iso.datetime(),
});
export type SongSummary = z.infer<typeof songSummarySchema>;

/** GET /api/songs. */
export const songListSchema = z.object({ songs: z.array(songSummarySchema) });

/** GET /api/songs/:id, and the answer to creating one. */
export const openSongSchema = z.object({ id: songIdSchema, revision: z.int(), document: documentSchema });
export type OpenSong = z.infer<typeof openSongSchema>;

/** POST /api/songs: a new song by its title, or a whole document. */
export const createSongSchema = z.union([
  z.strictObject({ title: oneLine(SONG_LIMITS.titleCharacters) }),
  z.strictObject({ document: documentSchema }),
]);
export type CreateSong = z.infer<typeof createSongSchema>;

/** PUT /api/songs/:id: the document and the revision it was made from. */
export const saveSongSchema = z.strictObject({ baseRevision: z.int().min(1), document: documentSchema });
export type SaveSong = z.infer<typeof saveSongSchema>;

/** The answer to a save. */
export const savedSongSchema = z.object({ revision: z.int() });

/** What the server says when it refuses. */
export const errorCodes = [
  'not-found',
  'invalid-input',
  'stale-revision',
  'too-large',
  'damaged-song',
  'internal',
] as const;
export type ErrorCode = (typeof errorCodes)[number];
export const errorSchema = z.object({ code: z.enum(errorCodes), message: z.string() });
