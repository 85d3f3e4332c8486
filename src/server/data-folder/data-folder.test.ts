import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, describe, expect, test } from 'vitest';
import { newSong } from '../../core/song/document/new-song.ts';
import { LIBRARY_FILES } from '../../test-support/database-template.ts';
import { madeOnce } from '../../test-support/made-once.ts';
import { plainTime } from '../../test-support/plain-time.ts';
import { documentOf } from '../../test-support/stored-song.ts';
import { EngineRefused } from '../db/engine/engine-errors.ts';
import { createServices } from '../services.ts';
import {
  beginFile,
  makeFolder,
  removeDurably,
  removeUnfinished,
  UNFINISHED_ENDING,
  writeFileWhole,
} from './durable-files.ts';
import { noteRestore } from './finish-restore.ts';
import { lockFolder } from './folder-lock.ts';
import { LibraryError, sayWhyNot } from './library-error.ts';
import { complaintAboutRoom, NEW_LIBRARY_BYTES, openLibrary } from './open-library.ts';
import { pathsIn } from './paths.ts';

const folder = mkdtempSync(join(tmpdir(), 'library-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A data folder whose library was made and closed. */
const libraryIn = madeOnce(async (data) => (await openLibrary(data, LIBRARY_FILES)).close());

describe('a data folder', () => {
  test('is locked by one process at a time', async () => {
    const first = await lockFolder(folder, pathsIn(folder).lock);
    expect(first).not.toBeNull();
    expect(await lockFolder(folder, pathsIn(folder).lock)).toBeNull();
    await first?.release();
    const again = await lockFolder(folder, pathsIn(folder).lock);
    expect(again).not.toBeNull();
    await again?.release();
  });

  test('is created from the template, keeps its songs, and refuses a second owner with a sentence', async () => {
    const data = join(folder, 'deep', 'data');
    const library = await openLibrary(data, LIBRARY_FILES);
    expect(library.isNew).toBe(true);
    await library.settle();
    const songs = createServices(
      library.db,
      plainTime(() => new Date()),
    ).songs;
    const { id } = await songs.create(newSong('Kept'));
    await expect(openLibrary(data, LIBRARY_FILES)).rejects.toThrow(LibraryError);
    await expect(openLibrary(data, LIBRARY_FILES)).rejects.toThrow(/Another Golden Ladder/);
    await library.close();

    const again = await openLibrary(data, LIBRARY_FILES);
    expect(again.isNew).toBe(false);
    const kept = createServices(
      again.db,
      plainTime(() => new Date()),
    ).songs;
    expect(documentOf(await kept.open(id)).facts.title).toBe('Kept');
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
    await libraryIn(data);
    mkdirSync(join(data, 'backups'), { recursive: true });
    writeFileSync(join(data, 'backups', 'library-2026-05-04T10-20-30-400Z.json'), '{}');
    spoil(data);
    const before = fingerprintOf(data);
    const refusal = openLibrary(data, LIBRARY_FILES);
    await expect(refusal).rejects.toThrow(/damaged/);
    await expect(refusal).rejects.toThrow(/npm run restore -- .*10-20-30-400Z\.json/);
    expect(fingerprintOf(data)).toBe(before);
    expect(await lockFolder(data, pathsIn(data).lock).then((lock) => lock?.release())).toBeUndefined();
  });

  test.each([
    ['empty', ''],
    ['of a process that is gone', '4194304\n/nowhere\n1700000000\n5432\n\n\n  5432001         0\n'],
    ['of this very process', `${process.pid}\n/nowhere\n`],
  ])('with a lock of the engine that is %s opens, and says that it was not closed', async (name, text) => {
    const data = join(folder, `lock-${name.replaceAll(' ', '-')}`);
    await libraryIn(data);
    writeFileSync(join(data, 'library', 'postmaster.pid'), text);
    const said: string[] = [];
    const library = await openLibrary(data, { ...LIBRARY_FILES, say: (sentence) => said.push(sentence) });
    expect(said).toEqual([expect.stringMatching(/^The library was not closed the last time\./)]);
    await library.close();
  });

  test('whose first start was cut short before its songs were in is new to the next one', async () => {
    const data = join(folder, 'cut-short');
    await libraryIn(data);
    const again = await openLibrary(data, LIBRARY_FILES);
    expect(again.isNew).toBe(true);
    await again.settle();
    await again.close();
    const third = await openLibrary(data, LIBRARY_FILES);
    expect(third.isNew).toBe(false);
    await third.close();
  });

  test('is locked across processes by the kernel, on a file that stays, and free after kill -9', async () => {
    const data = join(folder, 'kernel');
    mkdirSync(data);
    const file = pathsIn(data).lock;
    const program = `const { tryLock } = require('fs-native-extensions'); const fd = require('fs').openSync(${JSON.stringify(file)}, 'a+'); console.log(tryLock(fd)); setInterval(() => {}, 1000);`;
    const other = spawn('node', ['-e', program], { cwd: process.cwd() });
    expect(String(await new Promise((heard) => other.stdout.once('data', heard)))).toBe('true\n');
    expect(await lockFolder(data, file)).toBeNull();
    other.kill('SIGKILL');
    await new Promise((ended) => other.once('exit', ended));
    const lock = await lockFolder(data, file);
    expect(lock).not.toBeNull();
    await lock?.release();
    expect(existsSync(file)).toBe(true);
  });

  test('of a newer version is refused and stays as it is', async () => {
    const data = join(folder, 'newer');
    const library = await openLibrary(data, LIBRARY_FILES);
    await library.db.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('x', 99999999999999)`,
    );
    await library.close();
    await expect(openLibrary(data, LIBRARY_FILES)).rejects.toThrow(/made by a newer Golden Ladder/);
    await expect(openLibrary(data, LIBRARY_FILES)).rejects.toThrow(/nothing was changed/);
  });

  test('that cannot be written, or cannot be a folder, gets a sentence with a way out', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    await expect(openLibrary(file, LIBRARY_FILES)).rejects.toThrow(/cannot be written \(EEXIST\).*GOLDEN_LADDER_DATA/);
    await expect(openLibrary(join(file, 'below'), LIBRARY_FILES)).rejects.toThrow(/cannot be written \(ENOTDIR\)/);
  });

  test('on a full disk is refused before anything is touched', () => {
    expect(complaintAboutRoom(10 * 1024 * 1024, '/somewhere')).toMatch(/is full: 10 MB are free, 32 MB are needed/);
    expect(complaintAboutRoom(32 * 1024 * 1024, '/somewhere')).toBeNull();
    expect(complaintAboutRoom(64 * 1024 * 1024, '/somewhere', NEW_LIBRARY_BYTES)).toMatch(/112 MB are needed/);
  });
});

describe('what hinders a library', () => {
  const coded = (code: string) => Object.assign(new Error('x'), { code });
  test.each([
    ['a right that is missing', coded('EACCES'), /cannot be read and written by the user/],
    ['a read-only disk', coded('EROFS'), /cannot be read and written by the user/],
    [
      'what the engine may not read',
      new EngineRefused(['FATAL:  could not open file "global/pg_control": Permission denied']),
      /cannot be read and written by the user/,
    ],
    [
      'an engine without room',
      new EngineRefused(['PANIC:  could not write to file "pg_wal/xlogtemp.42": No space left on device']),
      /is full\. Make room/,
    ],
    ['an engine that aborts', new EngineRefused(['Aborted(). Build with -sASSERTIONS for more info.']), /is damaged/],
    ['an engine that runs out of stack', new RangeError('Maximum call stack size exceeded'), /is damaged/],
  ])('%s is said in a sentence, with nothing of what was said inside', (_, error, sentence) => {
    const said = sayWhyNot(error, '/somewhere', '/somewhere/backups/b.json');
    expect(said).toMatch(sentence);
    expect(said).not.toMatch(/ASSERTIONS|call stack|FATAL|PANIC|pg_|xlog|EACCES/);
    expect(said.includes('npm run restore')).toBe(/is damaged/.test(said));
  });
});

describe('a restore that was cut short', () => {
  const start = async (data: string) => {
    const said: string[] = [];
    const library = await openLibrary(data, { ...LIBRARY_FILES, say: (sentence) => said.push(sentence) });
    const songs = await createServices(
      library.db,
      plainTime(() => new Date()),
    ).songs.list();
    await library.close();
    return {
      said: said.filter((sentence) => sentence.startsWith('Bringing back')),
      titles: songs.map(({ title }) => title),
    };
  };

  const bothIn = madeOnce(async (data) => {
    for (const title of ['New', 'Old']) {
      const library = await openLibrary(data, LIBRARY_FILES);
      await library.settle();
      await createServices(
        library.db,
        plainTime(() => new Date()),
      ).songs.create(newSong(title));
      await library.close();
      if (title === 'New') {
        renameSync(pathsIn(data).library, join(data, 'made'));
      }
    }
  });

  /** A data folder with an old library, and a new one made beside it. */
  const prepare = async (
    name: string,
  ): Promise<{ readonly data: string; readonly made: string; readonly aside: string }> => {
    const data = join(folder, name);
    await bothIn(data);
    return { data, made: join(data, 'made'), aside: join(data, 'library-before-restore-x') };
  };

  test.each([
    ['while the new library was made', 'restoring', false],
    ['when it was complete', 'restored', false],
    ['between the two renames', 'restored', true],
    ['after the second', 'library', true],
  ] as const)('%s leaves one library whole, and the next start says which', async (name, place, isAside) => {
    const { data, made, aside } = await prepare(`restore ${name}`);
    const places = pathsIn(data);
    await noteRestore(places, aside);
    if (isAside) {
      renameSync(places.library, aside);
    }
    renameSync(made, places[place]);
    const { said, titles } = await start(data);
    expect(titles).toEqual([isAside ? 'New' : 'Old']);
    expect(said).toEqual([
      expect.stringMatching(
        isAside ? /the one from the backup\. The one before it lies in/ : /the one that was there before/,
      ),
    ]);
    expect((await start(data)).said).toEqual([]);
    expect(readdirSync(data).filter((entry) => /restoring|restored|restore\.json/.test(entry))).toEqual([]);
    expect(existsSync(aside)).toBe(isAside);
  });
});

describe('files written durably', () => {
  test('are whole or not there, and what was left unfinished goes', async () => {
    const data = join(folder, 'durable');
    await makeFolder(join(data, 'a', 'b'));
    await writeFileWhole(join(data, 'whole'), 'text');
    writeFileSync(join(data, `half${UNFINISHED_ENDING}`), 'te');
    const writing = await beginFile(join(data, 'other'));
    await writing.write('te');
    expect(readdirSync(data).sort()).toEqual(['a', 'half.unfinished', 'other.unfinished', 'whole']);
    await writing.discard();
    await removeUnfinished(data);
    expect(readdirSync(data).sort()).toEqual(['a', 'whole']);
    await removeDurably(join(data, 'a'));
    await removeDurably(join(data, 'nothing'));
    expect(readdirSync(data)).toEqual(['whole']);
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
