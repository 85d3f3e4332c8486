import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, describe, expect, test } from 'vitest';
import { MIGRATIONS, templateFile } from '../../test-support/database-template.ts';
import { plainTime } from '../../test-support/plain-time.ts';
import { createServices } from '../services.ts';
import { lockFolder } from './folder-lock.ts';
import { LibraryError } from './library-error.ts';
import { complaintAboutRoom, NEW_LIBRARY_BYTES, openLibrary } from './open-library.ts';
import { placesIn } from './places.ts';

const folder = mkdtempSync(join(tmpdir(), 'library-'));
const files = { migrationsFolder: MIGRATIONS, templateFile: templateFile() };
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a data folder', () => {
  test('is locked by one process at a time', async () => {
    const first = await lockFolder(folder, placesIn(folder).lock);
    expect(first).not.toBeNull();
    expect(await lockFolder(folder, placesIn(folder).lock)).toBeNull();
    await first?.release();
    const again = await lockFolder(folder, placesIn(folder).lock);
    expect(again).not.toBeNull();
    await again?.release();
  });

  test('is created from the template, keeps its songs, and refuses a second owner with a sentence', async () => {
    const data = join(folder, 'deep', 'data');
    const library = await openLibrary(data, files);
    expect(library.isNew).toBe(true);
    await library.settle();
    const songs = createServices(
      library.db,
      plainTime(() => new Date()),
    ).songs;
    const { id } = await songs.create({ title: 'Kept' });
    await expect(openLibrary(data, files)).rejects.toThrow(LibraryError);
    await expect(openLibrary(data, files)).rejects.toThrow(/Another Golden Ladder/);
    await library.close();

    const again = await openLibrary(data, files);
    expect(again.isNew).toBe(false);
    const kept = createServices(
      again.db,
      plainTime(() => new Date()),
    ).songs;
    expect((await kept.open(id)).document.facts.title).toBe('Kept');
    await again.close();
    expect(existsSync(join(data, 'library.unfinished'))).toBe(false);
  });

  test.each([
    ['without its version', (data: string) => rmSync(join(data, 'library', 'PG_VERSION'))],
    ['with an empty control file', (data: string) => writeFileSync(join(data, 'library', 'global', 'pg_control'), '')],
    [
      'with a spoilt control file',
      (data: string) => writeFileSync(join(data, 'library', 'global', 'pg_control'), 'x'.repeat(8192)),
    ],
    ['that is a file', (data: string) => replaceByFile(join(data, 'library'))],
  ])('%s is said to be damaged, points to the newest backup, and is left as it is', async (name, spoil) => {
    const data = join(folder, name.replaceAll(' ', '-'));
    const library = await openLibrary(data, files);
    await library.close();
    mkdirSync(join(data, 'backups'));
    writeFileSync(join(data, 'backups', 'library-2026-05-04T10-20-30-400Z.json'), '{}');
    spoil(data);
    const before = fingerprintOf(data);
    const refusal = openLibrary(data, files);
    await expect(refusal).rejects.toThrow(/damaged/);
    await expect(refusal).rejects.toThrow(/npm run restore -- .*10-20-30-400Z\.json/);
    expect(fingerprintOf(data)).toBe(before);
    expect(await lockFolder(data, placesIn(data).lock).then((lock) => lock?.release())).toBeUndefined();
  });

  test('of a newer version is refused and stays as it is', async () => {
    const data = join(folder, 'newer');
    const library = await openLibrary(data, files);
    await library.db.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('x', 99999999999999)`,
    );
    await library.close();
    await expect(openLibrary(data, files)).rejects.toThrow(/made by a newer Golden Ladder/);
    await expect(openLibrary(data, files)).rejects.toThrow(/nothing was changed/);
  });

  test('that cannot be written, or cannot be a folder, gets a sentence with a way out', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    await expect(openLibrary(file, files)).rejects.toThrow(/cannot be written \(EEXIST\).*GOLDEN_LADDER_DATA/);
    await expect(openLibrary(join(file, 'below'), files)).rejects.toThrow(/cannot be written \(ENOTDIR\)/);
  });

  test('on a full disk is refused before anything is touched', () => {
    expect(complaintAboutRoom(10 * 1024 * 1024, '/somewhere')).toMatch(/is full: 10 MB are free, 32 MB are needed/);
    expect(complaintAboutRoom(32 * 1024 * 1024, '/somewhere')).toBeNull();
    expect(complaintAboutRoom(64 * 1024 * 1024, '/somewhere', NEW_LIBRARY_BYTES)).toMatch(/112 MB are needed/);
  });
});

function replaceByFile(path: string): void {
  rmSync(path, { recursive: true });
  writeFileSync(path, 'not a database');
}

/** The names and contents of everything below a folder. */
function fingerprintOf(path: string): string {
  const hash = createHash('sha256');
  for (const entry of readdirSync(path, { recursive: true, withFileTypes: true })) {
    hash.update(join(entry.parentPath, entry.name));
    hash.update(entry.isFile() ? readFileSync(join(entry.parentPath, entry.name)) : '');
  }
  return hash.digest('hex');
}
