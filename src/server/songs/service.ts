import { randomUUID } from 'node:crypto';
import { type SaveSong, type SongId, songIdSchema } from '../../contract/api.ts';
import { nextRevision } from '../../contract/revision.ts';
import { type DeletedSongs, EVERY_SONG, type SongSummary } from '../../contract/song-list-schema.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { newSong } from '../../core/song/document/new-song.ts';
import { NEW_SONG_SIZE, UNTITLED } from '../../core/song/document/song-limits.ts';
import { boundsAfter, findExcess, type SongSize, sayExcess } from '../../core/song/played/song-size.ts';
import { isInterrupted } from '../db/engine/engine-errors.ts';
import type { Helper } from '../helper/helper.ts';
import { AppError } from '../http/app-error.ts';
import type { LibraryTime } from '../time/library-time.ts';
import type { VersionService } from '../versions/service.ts';
import { type PreparedSong, prepareSong } from './prepared-song.ts';
import type { SongRepository } from './repository.ts';
import type { SongSearch } from './search/repository.ts';

/** A song as it is sent: its document as JSON. */
export type SongText = { readonly id: SongId; readonly revision: number; readonly text: string };

/** What can be done with the songs of a library. */
export type SongService = ReturnType<typeof createSongService>;

type Keeping = Pick<VersionService, 'findDue' | 'keepReplaced'>;

const DAYS_HIDDEN = 30;
/** So many deleted songs are listed. */
const MOST_DELETED = 100;

/** The rules around stored songs: revisions, deletion with a way back, and checked documents. */
export function createSongService(
  { songs: repository, search }: { readonly songs: SongRepository; readonly search: SongSearch },
  versions: Keeping,
  { time, helper, onChange }: { readonly time: LibraryTime; readonly helper: Helper; readonly onChange: () => void },
) {
  const create = async (song: PreparedSong): Promise<SongText> => {
    const id = songIdSchema.parse(randomUUID());
    await repository.insert(id, song, time.now());
    onChange();
    return { id, revision: 1, text: song.text };
  };

  const save = createSaving(repository, versions, time);
  return {
    find: search.find,
    list: async (): Promise<readonly SongSummary[]> => (await search.find(EVERY_SONG)).songs,
    listChoices: search.listChoices,

    /** A song as JSON of the newest form. */
    async open(id: SongId): Promise<SongText> {
      const stored = await repository.find(id);
      if (stored === null) {
        throw notFound();
      }
      const shown = await helper.run('show-document', stored.text);
      if ('text' in shown) {
        return { id, revision: stored.revision, text: shown.text };
      }
      throw shown.fault === 'newer-version'
        ? new AppError(
            'damaged-song',
            'This song was saved by a newer Golden Ladder. Update to open it; nothing was changed.',
          )
        : new AppError('damaged-song', 'This song cannot be read. It was left as it is.');
    },

    /** Creates a song from a body: a title, or a whole song within the bounds of a new one. */
    async createFrom(body: Uint8Array): Promise<SongText> {
      const read = await helper.run('read-create', body);
      if ('title' in read) {
        return create(prepareSong(newSong(read.title.trim() || UNTITLED)));
      }
      refuseExcess(read.song.size, NEW_SONG_SIZE);
      return create(read.song);
    },

    /** Creates a song that is known to be one, whatever its size. */
    create: (document: SongDocument): Promise<SongText> => create(prepareSong(document)),

    /** Saves a song from a body onto the revision it was made from; answers the new revision. */
    async saveFrom(id: SongId, body: Uint8Array): Promise<number> {
      const { baseRevision, song } = await helper.run('read-save', body);
      if (findExcess(song.size, NEW_SONG_SIZE) !== null) {
        const stored = await repository.find(id);
        refuseExcess(song.size, boundsAfter(await helper.run('measure', stored?.text ?? 'null')));
      }
      const revision = await save(id, baseRevision, song);
      onChange();
      return revision;
    },

    save: (id: SongId, { baseRevision, document }: SaveSong): Promise<number> =>
      save(id, baseRevision, prepareSong(document)),

    async remove(id: SongId): Promise<void> {
      if (!(await repository.hide(id, time.now(), await time.day()))) {
        throw notFound();
      }
    },

    /** The deleted songs that can be brought back, last deleted first; empty tries are no songs. */
    async listDeleted(): Promise<DeletedSongs> {
      const [hidden, today] = [await repository.listHidden(MOST_DELETED), await time.day()];
      return {
        songs: hidden
          .filter(({ title, bars }) => bars > 0 || title !== UNTITLED)
          .map(({ id, title, deletedAt, onDay }) => ({
            id,
            title,
            deletedAt: (deletedAt ?? time.now()).toISOString(),
            daysLeft: Math.max(0, DAYS_HIDDEN - (today - (onDay ?? today))),
          })),
      };
    },

    noteOpened: (id: SongId): Promise<void> => repository.noteOpened(id, time.now()),

    async restore(id: SongId): Promise<void> {
      if (!(await repository.unhide(id))) {
        throw notFound();
      }
      onChange();
    },

    /** Removes for good what has been hidden for 30 days on which the program ran. */
    async purge(): Promise<void> {
      await repository.purgeHiddenUpTo((await time.day()) - DAYS_HIDDEN);
    },
  };
}

/** Saves a prepared song onto the revision it was made from. */
function createSaving(repository: SongRepository, versions: Keeping, time: LibraryTime) {
  return async (id: SongId, baseRevision: number, song: PreparedSong): Promise<number> => {
    const replaced = await versions.findDue(id);
    const update = (): Promise<number | null> => repository.update(id, baseRevision, song, time.now());
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
    if (stored.revision === nextRevision(baseRevision) && stored.contentHash === song.columns.contentHash) {
      // This save was taken before; its answer was lost on the way.
      return stored.revision;
    }
    throw new AppError(
      'stale-revision',
      'This song was saved from somewhere else in the meantime. Nothing was overwritten.',
    );
  };
}

function refuseExcess(size: SongSize, most: SongSize): void {
  const excess = findExcess(size, most);
  if (excess !== null) {
    throw new AppError('too-large', sayExcess(excess));
  }
}

function notFound(): AppError {
  return new AppError('not-found', 'There is no such song. It may have been deleted.');
}
