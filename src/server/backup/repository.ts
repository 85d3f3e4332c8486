import { asc, inArray } from 'drizzle-orm';
import { BACKUP_VERSION, type Backup } from '../../contract/backup-schema.ts';
import { RESULT_LIMITS } from '../../core/rehearse/drill-result.ts';
import type { Database } from '../db/connect.ts';
import { readRows, unlessDamaged } from '../db/damage.ts';
import { textOf } from '../db/json-text.ts';
import { classes, songs } from '../db/schema.ts';
import type { SongHere } from '../library/compare.ts';
import { createPracticeRepository } from '../practice/repository.ts';
import { createSettingsRepository } from '../settings/repository.ts';

/** Reads everything a backup holds. */
export type BackupRepository = ReturnType<typeof createBackupRepository>;

/** A stored song without its document. */
export type AboutSong = SongHere & { readonly createdAt: string };

/** A stored song with its document as the database holds it. */
export type StoredBackupSong = AboutSong & { readonly text: string };

const ABOUT = {
  id: songs.id,
  title: songs.title,
  revision: songs.revision,
  createdAt: songs.createdAt,
  updatedAt: songs.updatedAt,
  deletedAt: songs.deletedAt,
  contentHash: songs.contentHash,
};

/** How many songs are held at once. */
const AT_ONCE = 8;

/** All songs, deleted ones included, the classes, and the settings, as the database holds them. */
export function createBackupRepository(db: Database) {
  const readTexts = (ids: readonly string[]) =>
    db
      .select({ id: songs.id, text: textOf(songs.document) })
      .from(songs)
      .where(inArray(songs.id, [...ids]));
  /** Those of some songs that can be read; one by one where they cannot be read together. */
  const readSome = async (ids: readonly string[]): Promise<ReadonlyMap<string, string>> => {
    const together = await unlessDamaged(readTexts(ids));
    if (together !== null) {
      return new Map(together.map(({ id, text }) => [id, text]));
    }
    const found = new Map<string, string>();
    for (const id of ids) {
      for (const { text } of (await unlessDamaged(readTexts([id]))) ?? []) {
        found.set(id, text);
      }
    }
    return found;
  };
  /** Every row that can be read, in the order of ids, and whether those are all. */
  const listAbout = async (): Promise<{ readonly rows: readonly AboutSong[]; readonly isWhole: boolean }> => {
    const { rows, isWhole } = await readRows(db, songs, (within) => db.select(ABOUT).from(songs).where(within));
    const about = rows.map((row) => ({
      ...row,
      createdAt: row.createdAt.toISOString(),
      updatedAt: row.updatedAt.toISOString(),
      deletedAt: row.deletedAt?.toISOString() ?? null,
    }));
    return { rows: about.sort((a, b) => (a.id < b.id ? -1 : 1)), isWhole };
  };
  return {
    listAbout,

    /** Hands out those of some songs that can be read, a few at a time; answers whether that was all of them. */
    async eachSong(
      rows: readonly AboutSong[],
      take: (song: StoredBackupSong) => void | Promise<void>,
    ): Promise<boolean> {
      let isWhole = true;
      for (let from = 0; from < rows.length; from += AT_ONCE) {
        const some = rows.slice(from, from + AT_ONCE);
        const texts = await readSome(some.map(({ id }) => id));
        for (const row of some) {
          const text = texts.get(row.id);
          if (text === undefined) {
            isWhole = false;
          } else {
            await take({ ...row, text });
          }
        }
      }
      return isWhole;
    },

    /** All of a backup but its songs. */
    async readRest(): Promise<Omit<Backup, 'songs'>> {
      const { rows } = await readRows(db, classes, async (within) =>
        db.select().from(classes).where(within).orderBy(asc(classes.id)),
      );
      return {
        kind: 'golden-ladder-library',
        backupVersion: BACKUP_VERSION,
        classes: rows.map(({ createdAt, ...row }) => ({ ...row, createdAt: createdAt.toISOString() })),
        results: [...(await createPracticeRepository(db).list(null, RESULT_LIMITS.kept))],
        settings: await createSettingsRepository(db).find(),
      };
    },
  };
}
