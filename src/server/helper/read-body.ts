/* Bodies of requests that hold a song, from their bytes to what is stored. */
import { keepVersionSchema, parseCreateSong, saveSongSchema, type VersionReason } from '../../contract/api.ts';
import { AppError } from '../http/app-error.ts';
import { refuseOddJson } from '../http/json-bounds.ts';
import { type PreparedSong, prepareSong } from '../songs/prepared-song.ts';

/** A body that creates a song. */
export type CreateBody = { readonly title: string } | { readonly song: PreparedSong };

/** A body that saves one onto a revision. */
export type SaveBody = { readonly baseRevision: number; readonly song: PreparedSong };

/** A body that keeps a version: a given song, or null for the one that is stored. */
export type VersionBody = { readonly reason: VersionReason; readonly text: string | null };

/** Reads a body that creates a song. */
export function readCreateBody(bytes: Uint8Array): CreateBody {
  const body = parseCreateSong(readJson(bytes));
  return 'title' in body ? { title: body.title } : { song: prepareSong(body.document) };
}

/** Reads a body that saves a song. */
export function readSaveBody(bytes: Uint8Array): SaveBody {
  const { baseRevision, document } = saveSongSchema.parse(readJson(bytes));
  return { baseRevision, song: prepareSong(document) };
}

/** Reads a body that keeps a version. */
export function readVersionBody(bytes: Uint8Array): VersionBody {
  const { reason, document } = keepVersionSchema.parse(readJson(bytes));
  return { reason, text: document === undefined ? null : JSON.stringify(document) };
}

function readJson(bytes: Uint8Array): unknown {
  refuseOddJson(bytes);
  try {
    return JSON.parse(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('utf8'));
  } catch {
    throw new AppError('invalid-input', 'The request could not be read.');
  }
}
