import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, afterEach, describe, expect, test } from 'vitest';
import type { SongId } from '../../contract/api.ts';
import { LIBRARY_FILES } from '../../test-support/database-template.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { madeOnce } from '../../test-support/made-once.ts';
import { plainTime } from '../../test-support/plain-time.ts';
import { bodyOf, documentOf } from '../../test-support/stored-song.ts';
import { listBackups } from '../backup/backup-files.ts';
import { readBackupsOf } from '../backup/backup-source.ts';
import { createBackupRepository } from '../backup/repository.ts';
import { writeBackup } from '../backup/write-backup.ts';
import { type Library, openLibrary } from '../data-folder/open-library.ts';
import { pathsIn } from '../data-folder/paths.ts';
import { isDamage } from '../db/file-trouble.ts';
import { INLINE_HELPER } from '../helper/helper.ts';
import { createServices, type Services } from '../services.ts';

const root = mkdtempSync(join(tmpdir(), 'recovery-'));
const NOW = new Date('2026-05-04T10:20:30.400Z');
let open: Library | null = null;
afterEach(async () => {
  await open?.close();
  open = null;
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

async function openHere(data: string): Promise<{ readonly library: Library; readonly services: Services }> {
  const library = await openLibrary(data, LIBRARY_FILES);
  open = library;
  const services = createServices(
    library.db,
    plainTime(() => NOW),
    { backups: { keep: async () => null, source: readBackupsOf(pathsIn(data).backups) } },
  );
  return { library, services };
}

type Places = { readonly file: string; readonly pages: readonly number[] };

/** The file of a table below its database, and the pages on which a song's document lies. */
async function pagesOfDocument({ db }: Library, id: SongId): Promise<Places> {
  const { rows: tables } = await db.execute(
    sql`select reltoastrelid::regclass::text as name, pg_relation_filepath(reltoastrelid) as file from pg_class where relname = 'songs'`,
  );
  const { rows } = await db.execute(
    sql`select distinct (ctid::text::point)[0]::int as page from ${sql.raw(String(tables[0]?.['name']))} where chunk_id = (select pg_column_toast_chunk_id(document) from songs where id = ${id})`,
  );
  return { file: String(tables[0]?.['file']), pages: rows.map(({ page }) => Number(page)) };
}

async function pagesOfRow({ db }: Library, id: SongId): Promise<Places> {
  const { rows } = await db.execute(
    sql`select pg_relation_filepath('songs') as file, (ctid::text::point)[0]::int as page from songs where id = ${id}`,
  );
  return { file: String(rows[0]?.['file']), pages: [Number(rows[0]?.['page'])] };
}

const PAGE_BYTES = 8192;

/** What a disk does that fails: other bytes in the middle of a page. */
function spoil(data: string, { file, pages }: Places): void {
  const descriptor = openSync(join(pathsIn(data).library, file), 'r+');
  for (const page of pages) {
    writeSync(descriptor, Buffer.alloc(PAGE_BYTES / 2, 0xa5), 0, PAGE_BYTES / 2, page * PAGE_BYTES + PAGE_BYTES / 4);
  }
  closeSync(descriptor);
}

/** A data folder with a library of the demo songs. */
const demoIn = madeOnce(async (data): Promise<readonly SongId[]> => {
  const { library, services } = await openHere(data);
  const ids: SongId[] = [];
  for (const document of DEMO_SONGS) {
    ids.push((await services.songs.create(document)).id);
  }
  await library.close();
  return ids;
});

/** A library of the demo songs whose first song is damaged on the disk in one way or another. */
async function damaged(name: string, pagesOf: typeof pagesOfRow, isBackedUp: boolean, isKept: boolean) {
  const data = join(root, name);
  const ids = await demoIn(data);
  const { library, services } = await openHere(data);
  const [first] = ids as [SongId];
  if (isKept) {
    await services.versions.keepFrom(first, bodyOf({ reason: 'before-restore' }));
  }
  if (isBackedUp) {
    await writeBackup(
      { repository: createBackupRepository(library.db), helper: INLINE_HELPER },
      pathsIn(data).backups,
      { now: NOW, runMs: 0 },
    );
  }
  await library.db.execute(sql`vacuum songs`);
  const pages = await pagesOf(library, first);
  await library.close();
  spoil(data, pages);
  return { data, first, others: ids.slice(1) };
}

describe('a song whose document lies on a damaged page', () => {
  test.each([
    ['with a kept version', true, true, 'version'],
    ['with a backup', true, false, 'backup'],
  ])('%s is named and comes back from it; the others open as ever', async (name, isBackedUp, isKept, from) => {
    const { data, first, others } = await damaged(name, pagesOfDocument, isBackedUp, isKept);
    const { library, services } = await openHere(data);
    expect(await services.songs.list()).toHaveLength(7);
    expect(await services.songs.open(first).then(() => 'read', isDamage)).toBe(true);
    await services.recovery.look();
    const unreadable = services.recovery.list();
    expect(unreadable).toContainEqual({
      id: first,
      title: 'Tin Roof Almanac',
      rescue: { from, madeAt: NOW.toISOString() },
    });
    // Its neighbours may have a piece on the same pages; every other song opens.
    const readable = others.filter((id) => !unreadable.some((each) => each.id === id));
    expect(readable.length).toBeGreaterThanOrEqual(2);
    for (const id of readable) {
      expect(documentOf(await services.songs.open(id)).facts.title).not.toBe('');
    }
    const repository = createBackupRepository(library.db);
    const { rows } = await repository.listAbout();
    const read: string[] = [];
    const isWhole = await repository.eachSong(rows, ({ id: readId }) => void read.push(readId));
    expect([read.length, isWhole && read.length === rows.length]).toEqual([readable.length, false]);

    const back = await services.recovery.recover(first);
    expect(documentOf(back)).toEqual(DEMO_SONGS[0]);
    expect(await services.songs.list()).toHaveLength(7);
    await services.recovery.look();
    expect(services.recovery.list().map(({ id }) => id)).not.toContain(first);
  });

  test('without any other copy is named, and cannot be brought back', async () => {
    const { data, first } = await damaged('alone', pagesOfDocument, false, false);
    const { services } = await openHere(data);
    await services.recovery.look();
    expect(services.recovery.list()).toContainEqual({ id: first, title: 'Tin Roof Almanac', rescue: null });
    await expect(services.recovery.recover(first)).rejects.toThrow(/neither a kept version nor a backup/);
  });
});

test('songs whose very rows lie on a damaged page are known from the newest backup and come back together', async () => {
  const { data } = await damaged('rows', pagesOfRow, true, false);
  const { services } = await openHere(data);
  const listed = await services.songs.list();
  await services.recovery.look();
  const unreadable = services.recovery.list();
  expect(listed.length + unreadable.length).toBe(7);
  expect(unreadable.map(({ title }) => title)).toContain('Tin Roof Almanac');
  expect(new Set(unreadable.map(({ rescue }) => rescue?.from))).toEqual(new Set(['backup']));
  const [first] = unreadable as [(typeof unreadable)[number]];
  await services.recovery.recover(first.id);
  const titles = (await services.songs.list()).map(({ title }) => title).sort();
  expect(titles).toEqual(DEMO_SONGS.map(({ facts }) => facts.title).sort());
  await services.recovery.look();
  expect(services.recovery.list()).toEqual([]);
});

test('no backup is thinned away while songs cannot be read', async () => {
  const { data } = await damaged('thinning', pagesOfDocument, true, false);
  const { library } = await openHere(data);
  const repository = { repository: createBackupRepository(library.db), helper: INLINE_HELPER };
  const asked: boolean[] = [];
  // The second finds nothing changed, and asks all the same.
  for (const runMs of [1e12, 2e12]) {
    await writeBackup(repository, pathsIn(data).backups, { now: NOW, runMs }, async (isWhole) => {
      asked.push(isWhole);
      return isWhole;
    });
  }
  expect(asked).toEqual([false, false]);
  expect(await listBackups(pathsIn(data).backups)).toHaveLength(1);
});
