import { randomUUID } from 'node:crypto';
import {
  type KeptVersion,
  type SongId,
  type VersionId,
  type VersionReason,
  versionIdSchema,
} from '../../contract/api.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { listChanges } from '../../core/song/changes.ts';
import type { SongDocument } from '../../core/song/document.ts';
import { AppError } from '../http/app-error.ts';
import type { SongRepository, StoredSong } from '../songs/repository.ts';
import type { LibraryTime } from '../time/library-time.ts';
import type { StoredVersion, VersionRepository } from './repository.ts';
import { listExpired, VERSIONS_KEPT } from './thinning.ts';

/** What can be done with kept versions. */
export type VersionService = ReturnType<typeof createVersionService>;

/** Editing keeps a version no oftener than this. */
const EDITING_GAP_MS = 10 * 60 * 1000;

/** The rules around kept versions: when one is made, which stay, and what changed from each to the next. */
export function createVersionService(versions: VersionRepository, songs: SongRepository, time: LibraryTime) {
  /** When the newest version of a song was kept, as far as it was asked for: every save asks, and only this service keeps. */
  const newestTimes = new Map<SongId, number>();
  const findNewestTime = async (songId: SongId): Promise<number | null> => {
    const known = newestTimes.get(songId);
    const newest = known ?? (await versions.findNewestTime(songId));
    if (known === undefined && newest !== null) {
      newestTimes.set(songId, newest);
    }
    return newest;
  };

  const keep = async (
    songId: SongId,
    revision: number,
    document: unknown,
    reason: VersionReason,
  ): Promise<VersionId> => {
    const id = versionIdSchema.parse(randomUUID());
    const keptAtMs = time.runMs();
    await versions.insert(songId, { id, revision, reason, document, madeAt: time.now(), keptAtMs });
    newestTimes.set(songId, keptAtMs);
    const expired = listExpired(await versions.listPlaces(songId), keptAtMs, VERSIONS_KEPT);
    await versions.remove(expired.map((version) => version.id));
    return id;
  };

  return {
    /** Asked before a save: the stored song that the save would replace, when it is time to keep it; else null. */
    async findDue(songId: SongId): Promise<StoredSong | null> {
      const newest = await findNewestTime(songId);
      const isDue = newest === null || time.runMs() - newest >= EDITING_GAP_MS;
      return isDue ? songs.find(songId) : null;
    },

    /**
     * Keeps what a save has replaced. The save is taken already: where this fails (a disk that is just full, say) the save
     * stands, and the next one tries again.
     */
    async keepReplaced({ id, revision, document }: StoredSong): Promise<void> {
      await keep(id, revision, document, 'editing').catch(() => null);
    },

    /** Keeps a given document, or the stored one where none is given. */
    async keep(songId: SongId, reason: VersionReason, document: SongDocument | null): Promise<VersionId> {
      const stored = await songs.find(songId);
      if (stored === null) {
        throw new AppError('not-found', 'There is no such song. It may have been deleted.');
      }
      return keep(songId, stored.revision, document ?? stored.document, reason);
    },

    /** Newest first, each with what changed from it to the next newer one. */
    async list(songId: SongId): Promise<readonly KeptVersion[]> {
      const stored = await songs.find(songId);
      if (stored === null) {
        throw new AppError('not-found', 'There is no such song. It may have been deleted.');
      }
      let newer = readDocument(stored.document);
      return (await versions.list(songId)).map((version) => {
        const document = readDocument(version.document);
        const changes = document === null || newer === null ? null : listChanges(document, newer);
        newer = document ?? newer;
        const { id, revision, reason, madeAt } = version;
        return { id, revision, reason, madeAt: madeAt.toISOString(), changes };
      });
    },

    async open(songId: SongId, id: VersionId): Promise<SongDocument> {
      const version: StoredVersion | null = await versions.find(songId, id);
      const document = version === null ? null : readDocument(version.document);
      if (version === null) {
        throw new AppError('not-found', 'There is no such version. It may have been thinned out.');
      }
      if (document === null) {
        throw new AppError('damaged-song', 'This version cannot be read. It was left as it is.');
      }
      return document;
    },
  };
}

function readDocument(value: unknown): SongDocument | null {
  const loaded = loadDocument(value);
  return loaded.ok ? loaded.value : null;
}
