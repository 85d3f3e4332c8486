import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { sql } from 'drizzle-orm';
import { pino } from 'pino';
import { afterAll, describe, expect, test, vi } from 'vitest';
import type { SongId } from '../../contract/api.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { newSong } from '../../core/song/document/new-song.ts';
import { LIBRARY_FILES } from '../../test-support/database-template.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { madeOnce } from '../../test-support/made-once.ts';
import { plainTime } from '../../test-support/plain-time.ts';
import { runs } from '../../test-support/runs.ts';
import { documentOf } from '../../test-support/stored-song.ts';
import { LibraryError } from '../data-folder/library-error.ts';
import { type Library, openLibrary } from '../data-folder/open-library.ts';
import { createDemoClass } from '../demo/demo-class.ts';
import { INLINE_HELPER } from '../helper/helper.ts';
import { createServices } from '../services.ts';
import { listBackups } from './backup-files.ts';
import type { LibrarySource } from './library-text.ts';
import { createBackupRepository } from './repository.ts';
import { restoreBackup } from './restore-backup.ts';
import { scheduleBackups } from './schedule.ts';
import { writeBackup } from './write-backup.ts';

const root = mkdtempSync(join(tmpdir(), 'backup-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

const retitled = (song: SongDocument | undefined, title: string): SongDocument => {
  const base = song ?? newSong(title);
  return { ...base, facts: { ...base.facts, title } };
};

const NOW = new Date('2026-05-04T10:20:30.400Z');
const later = (hours: number): Date => new Date(NOW.getTime() + hours * 3_600_000);
/** A moment of a library that has run so many hours. */
const ranFor = (hours: number) => ({ now: later(hours), runMs: hours * 3_600_000 });

/** A library with nothing but settings. */
const emptyLibrary = (settings: () => unknown): LibrarySource => ({
  helper: INLINE_HELPER,
  repository: {
    listAbout: async () => ({ rows: [], isWhole: true }),
    eachSong: async () => true,
    readRest: async () => ({
      kind: 'golden-ladder-library',
      backupVersion: 3,
      classes: [],
      results: [],
      settings: settings(),
    }),
  },
});

const servicesOf = ({ db }: Library) =>
  createServices(
    db,
    plainTime(() => NOW),
  );

/** A data folder whose library was made and closed. */
const libraryIn = madeOnce(async (data) => (await openLibrary(data, LIBRARY_FILES)).close());

/** The same with ninety songs, so that it counts as large. */
const largeIn = madeOnce(async (data): Promise<readonly SongId[]> => {
  const library = await openLibrary(data, LIBRARY_FILES);
  const { songs } = servicesOf(library);
  const ids: SongId[] = [];
  for (let each = 0; each < 90; each += 1) {
    ids.push((await songs.create(retitled(DEMO_SONGS[each % 5], `Song ${each}`))).id);
  }
  await library.close();
  return ids;
});

async function openLarge(data: string) {
  const ids = await largeIn(data);
  const library = await openLibrary(data, LIBRARY_FILES);
  const { songs } = servicesOf(library);
  return { library, songs, ids, source: { repository: createBackupRepository(library.db), helper: INLINE_HELPER } };
}

describe('backups', () => {
  test('are written whole, only when something changed, and bring every song back as it was', async () => {
    const [data, backups] = [join(root, 'data'), join(root, 'data', 'backups')];
    const library = await openLibrary(data, LIBRARY_FILES);
    const { songs, settings, classes } = servicesOf(library);
    const repository = { repository: createBackupRepository(library.db), helper: INLINE_HELPER };
    const [document] = DEMO_SONGS;
    const kept = await songs.create(document as never);
    const deleted = await songs.create(newSong('Deleted'));
    await songs.remove(deleted.id);
    await settings.change({ chordStyle: 'signs' });
    const wednesday = await classes.create(createDemoClass());

    const file = await writeBackup(repository, backups, ranFor(0));
    expect(file).toBe(join(backups, 'library-000001-m0000000-2026-05-04T10-20-30-400Z.json'));
    expect(await writeBackup(repository, backups, ranFor(1))).toBeNull();
    await songs.create(newSong('New'));
    expect(await writeBackup(repository, backups, ranFor(2))).not.toBeNull();
    expect(await listBackups(backups)).toHaveLength(2);

    await expect(restoreBackup(file ?? '', data, LIBRARY_FILES, later(3))).rejects.toThrow(/stop it first/);
    await library.close();
    const restored = await restoreBackup(file ?? '', data, LIBRARY_FILES, later(3));
    expect(restored).toMatchObject({ songs: 2, leftOut: [] });
    expect(existsSync(restored.movedTo ?? '')).toBe(true);

    const again = await openLibrary(data, LIBRARY_FILES);
    const services = createServices(
      again.db,
      plainTime(() => later(4)),
    );
    expect(await services.songs.list()).toMatchObject([{ title: 'Tin Roof Almanac', revision: 1 }]);
    expect(documentOf(await services.songs.open(kept.id))).toEqual(document);
    await services.songs.restore(deleted.id);
    expect((await services.settings.read()).chordStyle).toBe('signs');
    expect(await services.classes.list()).toEqual([wednesday]);
    await again.close();
  });

  test('of a large library write what changed, and with the whole one before it bring back all', async () => {
    const [data, backups] = [join(root, 'large'), join(root, 'large', 'backups')];
    const { library, songs, source, ids } = await openLarge(data);
    const [first, second, third] = ids as [SongId, SongId, SongId];
    const whole = await writeBackup(source, backups, ranFor(0));
    expect(statSync(whole ?? '').size).toBeGreaterThan(1_000_000);
    await songs.save(first, { baseRevision: 1, document: retitled(DEMO_SONGS[0], 'Changed') });
    await songs.create(newSong('New'));
    await songs.remove(second);
    await library.db.execute(sql`delete from songs where id = ${third}`);
    const changes = await writeBackup(source, backups, ranFor(1));
    expect(basename(changes ?? '')).toMatch(/^library-000002-m0000060-s000001-/);
    expect(statSync(changes ?? '').size).toBeLessThan(100_000);
    expect(await writeBackup(source, backups, ranFor(2))).toBeNull();
    // The same again, of which the last one before an end looks at no more than it writes.
    await songs.save(first, { baseRevision: 2, document: retitled(DEMO_SONGS[0], 'Changed again') });
    const last = await writeBackup(source, backups, { ...ranFor(3), isLast: true });
    const rows = (await source.repository.listAbout()).rows.map(({ contentHash, title, ...row }) => [title, row]);
    await library.close();

    expect(await restoreBackup(last ?? '', data, LIBRARY_FILES, later(4))).toMatchObject({ songs: 90, leftOut: [] });
    const again = await openLibrary(data, LIBRARY_FILES);
    const back = (await createBackupRepository(again.db).listAbout()).rows;
    expect(back.map(({ contentHash, title, ...row }) => [title, row])).toEqual(rows);
    await again.close();

    rmSync(whole ?? '');
    await expect(restoreBackup(last ?? '', data, LIBRARY_FILES, later(5))).rejects.toThrow(
      /It holds what changed since library-000001-.* cannot be read beside it.*Nothing was changed/,
    );
  });

  test('of a large library are whole again after a day, or when much has changed; what is needed is not thinned', async () => {
    const folder = join(root, 'rounds');
    const { library, songs, source, ids } = await openLarge(join(root, 'rounds-data'));
    let revision = 1;
    const hoursApart = (24 * 4) / runs(48, 24);
    for (let hour = 0; hour < 24 * 4; hour += hoursApart) {
      await songs.save(ids[0] as SongId, { baseRevision: revision, document: newSong(`Hour ${hour}`) });
      revision += 1;
      await writeBackup(source, folder, ranFor(hour));
    }
    const kept = await listBackups(folder);
    expect(kept.filter(({ since }) => since === null).length).toBeLessThan(6);
    for (const { since } of kept) {
      expect(since === null || kept.some(({ sequence }) => sequence === since)).toBe(true);
    }
    for (const id of ids.slice(1, 40)) {
      await songs.save(id, { baseRevision: 1, document: newSong('Much') });
    }
    expect(basename((await writeBackup(source, folder, ranFor(96))) ?? '')).not.toContain('-s');
    await library.close();
  });

  test('of another kind, damaged or not there change nothing', async () => {
    const data = join(root, 'untouched');
    await libraryIn(data);
    const broken = join(root, 'broken.json');
    for (const text of [
      '',
      '{',
      '{"kind":"other"}',
      '{"kind":"golden-ladder-library","backupVersion":99,"songs":[]}',
    ]) {
      writeFileSync(broken, text);
      await expect(restoreBackup(broken, data, LIBRARY_FILES, NOW)).rejects.toThrow(/Nothing was changed/);
    }
    await expect(restoreBackup(join(root, 'nowhere.json'), data, LIBRARY_FILES, NOW)).rejects.toThrow(
      /Nothing was changed/,
    );
    expect(readdirSync(data).sort()).toEqual(['first-start', 'folder.lock', 'library', 'room.reserve']);
  });

  test('keep what cannot be read in the file and name it', async () => {
    const data = join(root, 'partly');
    const file = join(root, 'partly.json');
    const song = { revision: 1, createdAt: NOW.toISOString(), updatedAt: NOW.toISOString(), deletedAt: null };
    const [document] = DEMO_SONGS;
    const ids = ['0b8f6a52-9a65-4204-8dac-5275e987d79d', '1b8f6a52-9a65-4204-8dac-5275e987d79d'];
    const songs = [
      { ...song, id: ids[0], document },
      { ...song, id: ids[1], document: { formatVersion: 99 } },
    ];
    writeFileSync(file, JSON.stringify({ kind: 'golden-ladder-library', backupVersion: 1, songs, settings: null }));
    expect(await restoreBackup(file, data, LIBRARY_FILES, NOW)).toMatchObject({
      songs: 1,
      leftOut: [ids[1]],
      movedTo: null,
    });
  });

  test('that cannot be written leave no half file, are said in the log, and stop nothing', async () => {
    const log: string[] = [];
    const logger = pino({ level: 'warn' }, { write: (line: string) => void log.push(line) });
    const repository = emptyLibrary(() => null);
    const schedule = scheduleBackups(() => writeBackup(repository, '/dev/full/backups', ranFor(0)), logger);
    await vi.waitFor(() => expect(schedule.state().failingSince).not.toBeNull());
    expect(schedule.state().trouble).toBe('other');
    await schedule.stop(60_000);
    expect(log.join('')).toContain('no backup could be written');
  });

  test('are not thinned by a clock that is 400 days ahead for one start, and come in their order whatever it said', async () => {
    const folder = join(root, 'wrong-clock');
    let title = 0;
    const repository = emptyLibrary(() => title);
    const write = async (clockHours: number, ranHours: number): Promise<void> => {
      title += 1;
      await writeBackup(repository, folder, { now: later(clockHours), runMs: ranHours * 3_600_000 });
    };
    for (let hour = 0; hour < 20; hour += 1) {
      await write(hour, hour);
    }
    await write(400 * 24, 20);
    await write(21, 21);
    const kept = await listBackups(folder);
    expect(kept).toHaveLength(22);
    expect(kept.map(({ file }) => JSON.parse(readFileSync(file, 'utf8')).settings)).toEqual(
      Array.from({ length: 22 }, (_, index) => 22 - index),
    );
  });

  test('of an older program come before all others, in the order of their dates', async () => {
    const folder = join(root, 'older');
    mkdirSync(folder);
    for (const day of ['05', '03', '04']) {
      writeFileSync(join(folder, `library-2026-05-${day}T10-20-30-400Z.json`), '{}');
    }
    await writeBackup(
      emptyLibrary(() => 1),
      folder,
      { now: new Date('2020-01-01T00:00:00Z'), runMs: 0 },
    );
    const listed = (await listBackups(folder)).map(({ file }) => file.slice(folder.length + 1));
    expect(listed).toEqual([
      'library-000001-m0000000-2020-01-01T00-00-00-000Z.json',
      'library-2026-05-05T10-20-30-400Z.json',
      'library-2026-05-04T10-20-30-400Z.json',
      'library-2026-05-03T10-20-30-400Z.json',
    ]);
  });

  test('that cannot be brought back name the entry, say where the library lies, and print nothing of what they hold', async () => {
    const data = join(root, 'named');
    await libraryIn(data);
    const song = { revision: 1, createdAt: NOW.toISOString(), updatedAt: NOW.toISOString(), deletedAt: null };
    const [document] = DEMO_SONGS;
    const id = '0b8f6a52-9a65-4204-8dac-5275e987d79d';
    const refusalOf = async (backup: object): Promise<string> => {
      const file = join(root, 'named.json');
      writeFileSync(
        file,
        JSON.stringify({
          kind: 'golden-ladder-library',
          backupVersion: 2,
          songs: [],
          classes: [],
          settings: null,
          ...backup,
        }),
      );
      return restoreBackup(file, data, LIBRARY_FILES, NOW).then(
        () => 'brought back',
        (error: unknown) => (error instanceof LibraryError ? error.message : 'another error'),
      );
    };
    const twice = await refusalOf({
      songs: [
        { ...song, id, document },
        { ...song, id, document },
      ],
    });
    expect(twice).toBe(
      `${join(root, 'named.json')}: Two of its songs or classes have one id (song 2). Nothing was changed.`,
    );
    const unstorable = await refusalOf({ settings: { chordStyle: 'a\u0000b' } });
    expect(unstorable).toContain('(the settings)');
    expect(await refusalOf({ songs: [{ ...song, id, document, revision: 0 }] })).toContain('(song 1)');
    expect([twice, unstorable].join()).not.toMatch(/insert|Tin Roof|select/);
    const still = await openLibrary(data, LIBRARY_FILES);
    await still.close();
    expect(readdirSync(data).filter((name) => /restor/.test(name))).toEqual([]);
  });

  test('are thinned by age', async () => {
    const folder = join(root, 'thinned');
    let title = 0;
    const repository = emptyLibrary(() => title);
    for (let hour = 0; hour < 24 * 40; hour += 6) {
      title += 1;
      await writeBackup(repository, folder, ranFor(hour));
    }
    const kept = await listBackups(folder);
    expect(kept.length).toBeLessThan(45);
    expect(kept.length).toBeGreaterThan(33);
    expect(JSON.parse(readFileSync(kept[0]?.file ?? '', 'utf8')).settings).toBe(title);
    expect(readdirSync(folder).filter((name) => name.endsWith('.unfinished'))).toEqual([]);
  });
});
