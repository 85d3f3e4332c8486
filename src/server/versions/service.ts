import { randomUUID } from 'node:crypto';
import {
  type KeptVersion,
  type SongId,
  type VersionId,
  type VersionReason,
  versionIdSchema,
} from '../../contract/api.ts';
import type { Helper } from '../helper/helper.ts';
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
export function createVersionService(
  versions: VersionRepository,
  songs: SongRepository,
  { time, helper }: { readonly time: LibraryTime; readonly helper: Helper },
) {
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

  const keep = async (songId: SongId, revision: number, text: string, reason: VersionReason): Promise<VersionId> => {
    const id = versionIdSchema.parse(randomUUID());
    const keptAtMs = time.runMs();
    await versions.insert(songId, { id, revision, reason, text, madeAt: time.now(), keptAtMs });
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
    async keepReplaced({ id, revision, text }: StoredSong): Promise<void> {
      await keep(id, revision, text, 'editing').catch(() => null);
    },

    /** Keeps what a body says: a given song, or the stored one. */
    async keepFrom(songId: SongId, body: Uint8Array): Promise<VersionId> {
      const { reason, text } = await helper.run('read-version', body);
      const stored = await songs.find(songId);
      if (stored === null) {
        throw new AppError('not-found', 'There is no such song. It may have been deleted.');
      }
      return keep(songId, stored.revision, text ?? stored.text, reason);
    },

    /** Newest first, each with what changed from it to the next newer one. */
    async list(songId: SongId): Promise<readonly KeptVersion[]> {
      const stored = await songs.find(songId);
      if (stored === null) {
        throw new AppError('not-found', 'There is no such song. It may have been deleted.');
      }
      const kept = await versions.list(songId);
      const changes = await helper.run('list-changes', { now: stored.text, versions: kept.map(({ text }) => text) });
      return kept.map(({ id, revision, reason, madeAt }, index) => ({
        id,
        revision,
        reason,
        madeAt: madeAt.toISOString(),
        changes: changes[index] ?? null,
      }));
    },

    /** A kept version as JSON of the newest form. */
    async open(songId: SongId, id: VersionId): Promise<string> {
      const version: StoredVersion | null = await versions.find(songId, id);
      if (version === null) {
        throw new AppError('not-found', 'There is no such version. It may have been thinned out.');
      }
      const shown = await helper.run('show-document', version.text);
      if ('fault' in shown) {
        throw new AppError('damaged-song', 'This version cannot be read. It was left as it is.');
      }
      return shown.text;
    },
  };
}
