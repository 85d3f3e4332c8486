/** The HTTP interface: what goes over the wire between browser and server. */
import * as z from 'zod';
import type { ChordSymbol } from '../core/harmony/chord-symbol.ts';
import { isQuality } from '../core/harmony/quality.ts';
import { isNoteName } from '../core/pitch/note-name.ts';
import { PART_CHANGES, PLAIN_CHANGES, SECTION_CHANGES, type SongChange } from '../core/song/changes.ts';
import type { Facts } from '../core/song/document/document.ts';
import { SONG_LIMITS } from '../core/song/document/song-limits.ts';
import { loadDocument } from './load-document.ts';
import { revisionSchema } from './revision.ts';
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

/** GET /api/songs/:id, and the answer to creating one. */
export const openSongSchema = z.object({ id: songIdSchema, revision: z.int(), document: documentSchema });
export type OpenSong = z.infer<typeof openSongSchema>;

const newTitleSchema = z.strictObject({ title: oneLine(SONG_LIMITS.titleCharacters) });
const newDocumentSchema = z.strictObject({ document: documentSchema });

/** POST /api/songs: a new song by its title, or a whole document. */
export type CreateSong = z.infer<typeof newTitleSchema> | z.infer<typeof newDocumentSchema>;

/** Reads the body of POST /api/songs; throws what is wrong with it as the one or the other of its forms. */
export function parseCreateSong(value: unknown): CreateSong {
  const isWhole = typeof value === 'object' && value !== null && 'document' in value;
  return (isWhole ? newDocumentSchema : newTitleSchema).parse(value);
}

/** PUT /api/songs/:id: the document and the revision it was made from. */
export const saveSongSchema = z.strictObject({ baseRevision: revisionSchema, document: documentSchema });
export type SaveSong = z.infer<typeof saveSongSchema>;

/** The answer to a save. */
export const savedSongSchema = z.object({ revision: z.int() });

/** The id of a kept version of a song. */
export const versionIdSchema = z.uuid().brand('VersionId');
export type VersionId = z.infer<typeof versionIdSchema>;

/** Why a version was kept: while editing, or before something replaced it. */
const versionReasonSchema = z.enum(['editing', 'before-restore', 'before-import', 'conflict']);
export type VersionReason = z.infer<typeof versionReasonSchema>;

const noteName = z.custom<ChordSymbol['root']>((value) => typeof value === 'string' && isNoteName(value));
const chordSchema: z.ZodType<ChordSymbol> = z.object({
  root: noteName,
  quality: z.custom<ChordSymbol['quality']>((value) => typeof value === 'string' && isQuality(value)),
  bass: noteName.nullable(),
});
/** A difference between two versions; its kinds are those that the core finds. */
export const songChangeSchema: z.ZodType<SongChange> = z.union([
  z.object({ kind: z.literal('fact'), fact: z.custom<keyof Facts>((value) => typeof value === 'string') }),
  z.object({ kind: z.enum(SECTION_CHANGES), name: z.string(), bars: z.int() }),
  z.object({ kind: z.literal('section-renamed'), from: z.string(), to: z.string() }),
  z.object({ kind: z.enum(PLAIN_CHANGES) }),
  z.object({ kind: z.literal('capo'), part: z.string(), from: z.int(), to: z.int() }),
  z.object({ kind: z.literal('tuning'), part: z.string(), from: z.string(), to: z.string() }),
  z.object({ kind: z.literal('shapes'), part: z.string(), chords: z.array(chordSchema) }),
  z.object({ kind: z.enum(PART_CHANGES), part: z.string() }),
]);

/** A kept version in the list: `changes` lead from it to the next newer one; null where one of them cannot be read. */
const keptVersionSchema = z.object({
  id: versionIdSchema,
  revision: z.int(),
  reason: versionReasonSchema,
  madeAt: z.iso.datetime(),
  changes: z.array(songChangeSchema).readonly().nullable(),
});
export type KeptVersion = z.infer<typeof keptVersionSchema>;

/** GET /api/songs/:id/versions, newest first. */
export const versionListSchema = z.object({ versions: z.array(keptVersionSchema) });

/** GET /api/songs/:id/versions/:versionId. */
export const openVersionSchema = z.object({ document: documentSchema });

/** POST /api/songs/:id/versions: keeps a document, or what is stored now. */
export const keepVersionSchema = z.strictObject({
  reason: versionReasonSchema.exclude(['editing']),
  document: documentSchema.exactOptional(),
});
export type KeepVersion = z.infer<typeof keepVersionSchema>;

/** What the server says when it refuses. */
export const errorCodes = [
  'not-found',
  'invalid-input',
  'stale-revision',
  'too-large',
  'damaged-song',
  'disk-full',
  'too-many-requests',
  'paused',
  'signed-out',
  'internal',
] as const;
export type ErrorCode = (typeof errorCodes)[number];
export const errorSchema = z.object({ code: z.enum(errorCodes), message: z.string() });
