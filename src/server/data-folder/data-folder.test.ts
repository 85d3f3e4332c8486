import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { MIGRATIONS, templateFile } from '../../test-support/database-template.ts';
import { createSongRepository } from '../songs/repository.ts';
import { createSongService } from '../songs/service.ts';
import { lockFolder } from './folder-lock.ts';
import { LibraryError, openLibrary } from './open-library.ts';

const folder = mkdtempSync(join(tmpdir(), 'library-'));
const files = { migrationsFolder: MIGRATIONS, templateFile: templateFile() };
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a data folder', () => {
  test('is locked by one process at a time', async () => {
    const first = await lockFolder(folder);
    expect(first).not.toBeNull();
    expect(await lockFolder(folder)).toBeNull();
    await first?.release();
    const again = await lockFolder(folder);
    expect(again).not.toBeNull();
    await again?.release();
  });

  test('is created from the template, keeps its songs, and refuses a second owner with a sentence', async () => {
    const data = join(folder, 'deep', 'data');
    const library = await openLibrary(data, files);
    expect(library.isNew).toBe(true);
    const songs = createSongService(createSongRepository(library.db), () => new Date());
    const { id } = await songs.create({ title: 'Kept' });
    await expect(openLibrary(data, files)).rejects.toThrow(LibraryError);
    await expect(openLibrary(data, files)).rejects.toThrow(/Another Golden Ladder/);
    await library.close();

    const again = await openLibrary(data, files);
    expect(again.isNew).toBe(false);
    const kept = createSongService(createSongRepository(again.db), () => new Date());
    expect((await kept.open(id)).document.facts.title).toBe('Kept');
    await again.close();
    expect(existsSync(join(data, 'library.unfinished'))).toBe(false);
  });
});
