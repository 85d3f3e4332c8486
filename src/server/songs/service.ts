import { randomUUID } from 'node:crypto';
import {
  type CreateSong,
  type OpenSong,
  type SaveSong,
  type SongId,
  type SongSummary,
  songIdSchema,
} from '../../contract/api.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { nextRevision } from '../../contract/revision.ts';
import { isSameJson } from '../../core/kernel/canonical-json.ts';
import { newSong } from '../../core/song/new-song.ts';
import { UNTITLED } from '../../core/song/song-limits.ts';
import { isInterrupted } from '../db/connect.ts';
import { AppError } from '../http/app-error.ts';
import type { LibraryTime } from '../time/library-time.ts';
import type { VersionService } from '../versions/service.ts';
import { columnsOf } from './columns.ts';
import type { SongRepository } from './repository.ts';

/** What can be done with the songs of a library. */
export type SongService = ReturnType<typeof createSongService>;

const DAYS_HIDDEN = 30;

/** The rules around stored songs: revisions, deletion with a way back, and checked documents. */
export function createSongService(
  repository: SongRepository,
  versions: Pick<VersionService, 'findDue' | 'keepReplaced'>,
  time: LibraryTime,
) {
  const notFound = () => new AppError('not-found', 'There is no such song. It may have been deleted.');
  return {
    list: (): Promise<readonly SongSummary[]> => repository.list(),

    async open(id: SongId): Promise<OpenSong> {
      const stored = await repository.find(id);
      if (stored === null) {
        throw notFound();
      }
      const loaded = loadDocument(stored.document);
      if (loaded.ok) {
        return { id, revision: stored.revision, document: loaded.value };
      }
      throw loaded.error.kind === 'newer-version'
        ? new AppError(
            'damaged-song',
            'This song was saved by a newer Golden Ladder. Update to open it; nothing was changed.',
          )
        : new AppError('damaged-song', 'This song cannot be read. It was left as it is.');
    },

    async create(input: CreateSong): Promise<OpenSong> {
      const document = 'document' in input ? input.document : newSong(input.title.trim() || UNTITLED);
      const id = songIdSchema.parse(randomUUID());
      await repository.insert(id, columnsOf(document), document, time.now());
      return { id, revision: 1, document };
    },

    async save(id: SongId, { baseRevision, document }: SaveSong): Promise<number> {
      const content = { columns: columnsOf(document), document };
      const replaced = await versions.findDue(id);
      const update = (): Promise<number | null> => repository.update(id, baseRevision, content, time.now());
      // Where the engine was interrupted it is not known whether the save was taken; what follows finds out.
      const revision = await update().catch((error: unknown) => {
        if (isInterrupted(error)) {
          return update();
        }
        throw error;
      });
      if (revision !== null) {
        if (replaced?.revision === baseRevision) {
          await versions.keepReplaced(replaced);
        }
        return revision;
      }
      const stored = await repository.find(id);
      if (stored === null) {
        throw notFound();
      }
      if (stored.revision === nextRevision(baseRevision) && isSameJson(stored.document, document)) {
        // This save was taken before; its answer was lost on the way.
        return stored.revision;
      }
      throw new AppError(
        'stale-revision',
        'This song was saved from somewhere else in the meantime. Nothing was overwritten.',
      );
    },

    async remove(id: SongId): Promise<void> {
      if (!(await repository.hide(id, time.now(), await time.day()))) {
        throw notFound();
      }
    },

    async restore(id: SongId): Promise<void> {
      if (!(await repository.unhide(id))) {
        throw notFound();
      }
    },

    /** Removes for good what has been hidden for 30 days on which the program ran. */
    async purge(): Promise<void> {
      await repository.purgeHiddenUpTo((await time.day()) - DAYS_HIDDEN);
    },
  };
}
