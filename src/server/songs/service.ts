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
import { newSong } from '../../core/song/new-song.ts';
import { UNTITLED } from '../../core/song/song-limits.ts';
import { AppError } from '../http/app-error.ts';
import type { VersionService } from '../versions/service.ts';
import { columnsOf } from './columns.ts';
import type { SongRepository } from './repository.ts';

/** What can be done with the songs of a library. */
export type SongService = ReturnType<typeof createSongService>;

const DAYS_HIDDEN = 30;
const DAY_MS = 24 * 60 * 60 * 1000;

/** The rules around stored songs: revisions, deletion with a way back, and checked documents. */
export function createSongService(
  repository: SongRepository,
  versions: Pick<VersionService, 'findDue' | 'keepReplaced'>,
  clock: () => Date,
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
      await repository.insert(id, columnsOf(document), document, clock());
      return { id, revision: 1, document };
    },

    async save(id: SongId, { baseRevision, document }: SaveSong): Promise<number> {
      const content = { columns: columnsOf(document), document };
      const replaced = await versions.findDue(id);
      const revision = await repository.update(id, baseRevision, content, clock());
      if (revision !== null) {
        if (replaced?.revision === baseRevision) {
          await versions.keepReplaced(replaced);
        }
        return revision;
      }
      if ((await repository.find(id)) === null) {
        throw notFound();
      }
      throw new AppError(
        'stale-revision',
        'This song was saved from somewhere else in the meantime. Nothing was overwritten.',
      );
    },

    async remove(id: SongId): Promise<void> {
      if (!(await repository.hide(id, clock()))) {
        throw notFound();
      }
    },

    async restore(id: SongId): Promise<void> {
      if (!(await repository.unhide(id))) {
        throw notFound();
      }
    },

    /** Removes for good what has been hidden for 30 days. */
    purge: (): Promise<void> => repository.purgeHiddenBefore(new Date(clock().getTime() - DAYS_HIDDEN * DAY_MS)),
  };
}
