import type * as z from 'zod';
import {
  type CreateSong,
  type ErrorCode,
  errorSchema,
  type KeepVersion,
  type KeptVersion,
  type OpenSong,
  openSongSchema,
  openVersionSchema,
  type SaveSong,
  type SongId,
  savedSongSchema,
  type VersionId,
  versionListSchema,
} from '../../contract/api.ts';
import {
  type ClassId,
  classListSchema,
  type OpenClass,
  openClassSchema,
  type SaveClass,
} from '../../contract/class-schema.ts';
import {
  type LibraryPreview,
  libraryPreviewSchema,
  type RestoredLibrary,
  type RestoreMode,
  restoredLibrarySchema,
} from '../../contract/library-schema.ts';
import { type Session, sessionSchema } from '../../contract/session-schema.ts';
import { type SettingsChange, settingsSchema } from '../../contract/settings-schema.ts';
import {
  type DeletedSongs,
  deletedSongsSchema,
  type SongChoices,
  type SongList,
  type SongQuery,
  songChoicesSchema,
  songListSchema,
  toSongParameters,
} from '../../contract/song-list-schema.ts';
import { type LibraryState, libraryStateSchema } from '../../contract/state-schema.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import type { GuitarClass } from '../../core/song/document/guitar-class.ts';
import type { LibrarySettings } from '../../core/song/document/settings.ts';
import { signedOut } from './signed-out.ts';
import { type Upload, uploadFile } from './upload.ts';

/** Why a request came to nothing: the server's own code, or that it did not answer, or not as agreed. */
export class ApiError extends Error {
  override readonly name = 'ApiError';
  readonly code: ErrorCode | 'no-answer' | 'odd-answer';

  constructor(code: ApiError['code'], message: string) {
    super(message);
    this.code = code;
  }
}

/** Sends a request; what is answered otherwise than with success is thrown as the reason it gives. */
export function send(path: string, init: RequestInit = {}): Promise<Response> {
  return answerTo(() =>
    fetch(path, {
      ...init,
      headers: init.body === undefined ? {} : { 'Content-Type': 'application/json' },
    }).catch(() => {
      throw new ApiError('no-answer', 'Golden Ladder’s server does not answer.');
    }),
  );
}

/**
 * Asks the server. What was asked before somebody signed in here, and is refused for want of it only afterwards, is asked again: who has
 * given the password is not asked for it a second time.
 */
async function answerTo(ask: () => Promise<Response>): Promise<Response> {
  const { signIns } = signedOut.getState();
  const response = await ask();
  const isBehind = response.status === 401 && signIns !== signedOut.getState().signIns;
  return isBehind ? answerTo(ask) : answered(response);
}

/** An answer that is none of what was asked for is thrown as the reason it gives. */
async function answered(response: Response): Promise<Response> {
  if (response.ok) {
    return response;
  }
  const parsed = errorSchema.safeParse(await response.json().catch(() => null));
  if (parsed.data?.code === 'signed-out') {
    signedOut.setState({ isSignedOut: true });
  }
  throw parsed.success
    ? new ApiError(parsed.data.code, parsed.data.message)
    : new ApiError('odd-answer', `The server answered with status ${response.status}.`);
}

/** Sends a request and reads its answer as it was agreed. */
export async function read<T>(path: string, schema: z.ZodType<T>, init?: RequestInit): Promise<T> {
  return checked(await send(path, init), schema);
}

async function checked<T>(response: Response, schema: z.ZodType<T>): Promise<T> {
  const parsed = schema.safeParse(await response.json().catch(() => null));
  if (!parsed.success) {
    throw new ApiError('odd-answer', 'The server’s answer could not be read.');
  }
  return parsed.data;
}

/** A file sent as it is, with how far it is. */
function sendFile(path: string, file: File, upload: Upload): Promise<Response> {
  return answerTo(async () => {
    const response = await uploadFile(path, file, upload);
    if (response === null) {
      throw new ApiError('no-answer', 'Golden Ladder’s server does not answer, or the file cannot be read any more.');
    }
    return response;
  });
}

/** A request with a body. */
export const json = (method: string, body: unknown): RequestInit => ({ method, body: JSON.stringify(body) });

/** The server's songs, each answer checked against the contract. */
export const api = {
  findSongs: (query: Partial<SongQuery>): Promise<SongList> =>
    read(`/api/songs?${new URLSearchParams(toSongParameters(query))}`, songListSchema),
  readSongChoices: (): Promise<SongChoices> => read('/api/songs/choices', songChoicesSchema),
  openSong: (id: SongId): Promise<OpenSong> => read(`/api/songs/${id}`, openSongSchema),
  readDeletedSongs: (): Promise<DeletedSongs> => read('/api/songs/deleted', deletedSongsSchema),
  noteOpened: async (id: SongId): Promise<void> => {
    await send(`/api/songs/${id}/opened`, json('POST', {}));
  },
  createSong: (song: CreateSong): Promise<OpenSong> => read('/api/songs', openSongSchema, json('POST', song)),
  saveSong: async (id: SongId, save: SaveSong): Promise<number> =>
    (await read(`/api/songs/${id}`, savedSongSchema, json('PUT', save))).revision,
  deleteSong: async (id: SongId): Promise<void> => {
    await send(`/api/songs/${id}`, { method: 'DELETE' });
  },
  /** Brings what there is of a song that cannot be read back as a song of its own. */
  recoverSong: (id: SongId): Promise<OpenSong> => read(`/api/songs/${id}/recover`, openSongSchema, json('POST', {})),
  readState: (): Promise<LibraryState> => read('/api/state', libraryStateSchema),
  restoreSong: async (id: SongId): Promise<void> => {
    await send(`/api/songs/${id}/restore`, { method: 'POST' });
  },
  listVersions: async (id: SongId): Promise<readonly KeptVersion[]> =>
    (await read(`/api/songs/${id}/versions`, versionListSchema)).versions,
  openVersion: async (id: SongId, version: VersionId): Promise<SongDocument> =>
    (await read(`/api/songs/${id}/versions/${version}`, openVersionSchema)).document,
  keepVersion: async (id: SongId, version: KeepVersion): Promise<void> => {
    await send(`/api/songs/${id}/versions`, json('POST', version));
  },
  readSettings: (): Promise<LibrarySettings> => read('/api/settings', settingsSchema),
  changeSettings: (change: SettingsChange): Promise<LibrarySettings> =>
    read('/api/settings', settingsSchema, json('PATCH', change)),
  listClasses: async (): Promise<readonly OpenClass[]> => (await read('/api/classes', classListSchema)).classes,
  createClass: (value: GuitarClass): Promise<OpenClass> => read('/api/classes', openClassSchema, json('POST', value)),
  saveClass: (id: ClassId, save: SaveClass): Promise<OpenClass> =>
    read(`/api/classes/${id}`, openClassSchema, json('PUT', save)),
  deleteClass: async (id: ClassId): Promise<void> => {
    await send(`/api/classes/${id}`, { method: 'DELETE' });
  },
  /** The whole library as text, to be kept as a file. */
  takeLibrary: async (): Promise<Blob> => (await send('/api/library')).blob(),
  previewLibrary: async (file: File, upload: Upload): Promise<LibraryPreview> =>
    checked(await sendFile('/api/library/preview', file, upload), libraryPreviewSchema),
  restoreLibrary: async (file: File, mode: RestoreMode, upload: Upload): Promise<RestoredLibrary> =>
    checked(await sendFile(`/api/library/restore?mode=${mode}`, file, upload), restoredLibrarySchema),
  readSession: (): Promise<Session> => read('/api/session', sessionSchema),
  signIn: async (password: string): Promise<void> => {
    await send('/api/session', json('POST', { password }));
  },
  signOut: async (): Promise<void> => {
    await send('/api/session', { method: 'DELETE' });
  },
  /** Signs every browser out, this one too. */
  signOutAll: async (): Promise<void> => {
    await send('/api/sessions', { method: 'DELETE' });
  },
  addDemoSongs: async (): Promise<void> => {
    await send('/api/demo-songs', { method: 'POST' });
  },
};

/** The part of the client that an open song needs. */
export type SongApi = Pick<typeof api, 'saveSong' | 'createSong' | 'openSong' | 'deleteSong' | 'keepVersion'>;
