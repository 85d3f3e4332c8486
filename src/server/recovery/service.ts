/*
 * Songs that lie on a damaged part of the disk.
 *
 * The others open as ever. These are named, with the newest state of each that can be read: a kept version, or else what the
 * newest backup that has it holds. Brought back, a song comes in under an id of its own, so that nothing has to be written where the disk
 * is damaged. A song whose very row cannot be read is known by its versions and by the newest backup.
 */
import type { SongId } from '../../contract/api.ts';
import type { BackupSong } from '../../contract/backup-schema.ts';
import { loadDocument } from '../../contract/load-document.ts';
import type { UnreadableSong } from '../../contract/state-schema.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { UNTITLED } from '../../core/song/document/song-limits.ts';
import { unlessDamaged } from '../db/damage.ts';
import { AppError } from '../http/app-error.ts';
import type { LibraryFile } from '../library/file/open-library-file.ts';
import type { SongService, SongText } from '../songs/service.ts';
import type { LibraryTime } from '../time/library-time.ts';
import type { RecoveryRepository } from './repository.ts';

/** The backups of a library, newest first, each read when it is asked for; null where it cannot be. */
export type BackupSource = () => AsyncIterable<{ readonly madeAt: Date; readonly library: LibraryFile | null }>;

/** What can be done about songs that cannot be read. */
export type RecoveryService = ReturnType<typeof createRecoveryService>;

type Rescue = { readonly from: 'version' | 'backup'; readonly madeAt: Date; readonly document: SongDocument };

/** Finds songs that cannot be read and brings them back from what else there is of them. */
export function createRecoveryService(
  repository: RecoveryRepository,
  songs: Pick<SongService, 'create'>,
  backups: BackupSource,
  time: LibraryTime,
) {
  let unreadable: readonly UnreadableSong[] = [];

  const findRescue = async (id: SongId): Promise<Rescue | null> => {
    const version = await repository.findNewestVersion(id);
    const loaded = version === null ? null : loadDocument(version.document);
    return version !== null && loaded?.ok === true
      ? { from: 'version', madeAt: version.madeAt, document: loaded.value }
      : findInBackups(backups(), id);
  };

  const listMissing = async (known: ReadonlySet<SongId>): Promise<readonly SongId[]> => {
    const versioned = await repository.listVersionedSongs();
    const [newest] = await firstOf(backups());
    const backed: SongId[] = [];
    for await (const { id, deletedAt } of songsUntilDamage(newest?.library ?? null)) {
      backed.push(...(deletedAt === null ? [id as SongId] : []));
    }
    return [...new Set([...versioned, ...backed])].filter((id) => !known.has(id));
  };

  const describe = async (id: SongId, title: string | null): Promise<UnreadableSong> => {
    const rescue = await findRescue(id);
    return {
      id,
      title: title ?? rescue?.document.facts.title ?? UNTITLED,
      rescue: rescue === null ? null : { from: rescue.from, madeAt: rescue.madeAt.toISOString() },
    };
  };

  const look = async (): Promise<void> => {
    const { rows, isWhole } = await repository.listSongs();
    const rescued = await repository.listRescued();
    const found: UnreadableSong[] = [];
    for (const { id, title, isDeleted } of rows) {
      if (!isDeleted && !rescued.has(id) && !(await repository.canRead(id))) {
        found.push(await describe(id, title));
      }
    }
    const missing = isWhole ? [] : await listMissing(new Set([...rows.map(({ id }) => id), ...rescued]));
    for (const id of missing) {
      found.push(await describe(id, null));
    }
    unreadable = found;
  };

  const bringBack = async (id: SongId, { document }: Rescue): Promise<SongText> => {
    const song = await songs.create(document);
    await repository.markRescued(id, time.now(), await time.day());
    unreadable = unreadable.filter((each) => each.id !== id);
    return song;
  };

  const findRescues = async (wanted: readonly UnreadableSong[]): Promise<readonly (readonly [SongId, Rescue])[]> => {
    const found: (readonly [SongId, Rescue])[] = [];
    for (const { id } of wanted) {
      const rescue = await findRescue(id);
      found.push(...(rescue === null ? [] : [[id, rescue] as const]));
    }
    return found;
  };

  return {
    /** What was found when it was last looked for. */
    list: (): readonly UnreadableSong[] => unreadable,

    /** Looks through the whole library, a song at a time: done when something of it was found damaged. */
    look,

    /**
     * Brings the newest readable state of a song back as a song of its own. Where the table itself is damaged, so that nothing can be put
     * into it, all songs that are in danger come back together, and the table is made whole.
     */
    async recover(id: SongId): Promise<SongText> {
      const rescue = await findRescue(id);
      if (rescue === null) {
        throw new AppError('not-found', 'There is no other copy of this song, neither a kept version nor a backup.');
      }
      const song = await unlessDamaged(bringBack(id, rescue));
      if (song !== null) {
        return song;
      }
      const others = await findRescues(unreadable.filter((each) => each.id !== id));
      await repository.repair();
      for (const [otherId, other] of others) {
        await bringBack(otherId, other);
      }
      return bringBack(id, rescue);
    },
  };
}

async function findInBackups(backups: ReturnType<BackupSource>, id: SongId): Promise<Rescue | null> {
  for await (const { madeAt, library } of backups) {
    for await (const song of songsUntilDamage(library)) {
      const document = song.id === id ? readSong(song) : null;
      if (document !== null) {
        return { from: 'backup', madeAt, document };
      }
    }
  }
  return null;
}

/** The songs of a backup as far as it can be read. */
async function* songsUntilDamage(library: LibraryFile | null): AsyncGenerator<BackupSong> {
  try {
    yield* library?.songs() ?? [];
  } catch {
    // What lies behind the damage cannot be reached; an older backup may have it.
  }
}

function readSong(song: BackupSong): SongDocument | null {
  const loaded = loadDocument(song.document);
  return loaded.ok ? loaded.value : null;
}

async function firstOf<T>(source: AsyncIterable<T>): Promise<readonly T[]> {
  for await (const first of source) {
    return [first];
  }
  return [];
}
