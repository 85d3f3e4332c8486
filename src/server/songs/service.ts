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
import { formatKey } from '../../core/harmony/key.ts';
import type { SongDocument } from '../../core/song/document.ts';
import { newSong } from '../../core/song/new-song.ts';
import { mainPartOf } from '../../core/song/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played-bars.ts';
import { songKeysOf } from '../../core/song/song-keys.ts';
import { UNTITLED } from '../../core/song/song-limits.ts';
import { AppError } from '../http/app-error.ts';
import type { SongColumns, SongRepository } from './repository.ts';

/** What can be done with the songs of a library. */
export type SongService = ReturnType<typeof createSongService>;

const DAYS_HIDDEN = 30;
const DAY_MS = 24 * 60 * 60 * 1000;

/** The rules around stored songs: revisions, deletion with a way back, and checked documents. */
export function createSongService(repository: SongRepository, clock: () => Date) {
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
      const revision = await repository.update(id, baseRevision, content, clock());
      if (revision !== null) {
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

/** What the list shows of a song, computed by the core. */
function columnsOf(document: SongDocument): SongColumns {
  const part = mainPartOf(document);
  const { sounding, shape } = songKeysOf(document, part);
  const { bars, seconds } = totalsOf(listPlayedBars(document));
  const { title, credit } = document.facts;
  return {
    title,
    credit,
    soundingKey: bars === 0 ? '' : formatKey(sounding),
    shapeKey: bars === 0 ? '' : formatKey(shape),
    capoFret: part.setup.capoFret,
    bars,
    seconds,
  };
}
