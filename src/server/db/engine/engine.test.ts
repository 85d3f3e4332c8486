import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, afterEach, describe, expect, test } from 'vitest';
import { copyTemplate, MIGRATIONS } from '../../../test-support/database-template.ts';
import { runs } from '../../../test-support/runs.ts';
import { type DatabasePlace, type OpenedDatabase, openDatabase } from '../connect.ts';
import { isDiskFull } from '../file-trouble.ts';
import { tidy } from '../tidy.ts';
import { isInterrupted } from './engine-errors.ts';
import { START_PARAMETERS } from './start-parameters.ts';

const root = mkdtempSync(join(tmpdir(), 'engine-'));
const opened: OpenedDatabase[] = [];
afterEach(async () => {
  await Promise.all(opened.splice(0).map((each) => each.close(2000)));
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

/** No test is timed: a machine that is busy may take long to open a database. */
const PATIENT = { answerMs: 600_000, openMs: 600_000, waitMs: 600_000 };

/** A database of its own in a folder. */
async function open(place: Partial<DatabasePlace> = {}): Promise<OpenedDatabase & { readonly folder: string }> {
  const folder = place.folder ?? mkdtempSync(join(root, 'library-'));
  if (!existsSync(join(folder, 'PG_VERSION'))) {
    copyTemplate(folder);
  }
  const database = await openDatabase({ migrationsFolder: MIGRATIONS, patience: PATIENT, ...place, folder });
  opened.push(database);
  return { ...database, folder };
}

const put = ({ db }: OpenedDatabase, id: string, text = 'x') =>
  db.execute(sql`insert into settings values (${id}, ${JSON.stringify(text)}::jsonb)`);
const count = async ({ db }: OpenedDatabase): Promise<number> =>
  Number((await db.execute(sql`select count(*) as n from settings`)).rows[0]?.['n']);

/** Gives an engine something to do that takes for ever, and waits until it is at it. */
async function keepBusy({ db }: OpenedDatabase): Promise<void> {
  void db.execute(sql`select pg_sleep(3600)`).catch(() => undefined);
  await new Promise((resolve) => setTimeout(resolve, 50));
}

describe('a commit', () => {
  test('is one sync of the journal, and reading is none', async () => {
    const database = await open();
    await put(database, 'first');
    const before = database.engine.state().syncs;
    for (let row = 0; row < 20; row += 1) {
      await put(database, `row ${row}`);
    }
    expect(database.engine.state().syncs - before).toBe(20);
    expect(await count(database)).toBe(21);
    expect(database.engine.state().syncs - before).toBe(20);
  });

  test('waits for the disk by PostgreSQL’s own settings', async () => {
    const { db } = await open();
    const { rows } = await db.execute(
      sql`select name, setting from pg_settings where name in ('fsync', 'wal_sync_method', 'full_page_writes', 'synchronous_commit', 'data_checksums') order by name`,
    );
    expect(rows.map(({ name, setting }) => `${name} ${setting}`)).toEqual([
      'data_checksums on',
      'fsync on',
      'full_page_writes on',
      'synchronous_commit on',
      'wal_sync_method fsync',
    ]);
    expect(START_PARAMETERS).not.toContain('-F');
  });

  test('of a new table syncs its file and the folder that has its name, with the checkpoint', async () => {
    const { db, engine } = await open();
    await db.execute(sql`checkpoint`);
    const before = engine.state().syncs;
    await db.execute(sql`create table fresh (id int)`);
    await db.execute(sql`checkpoint`);
    expect(engine.state().syncs - before).toBeGreaterThan(3);
  });
});

describe('a statement that fails', () => {
  test('holds up nobody who waits behind it, reading, writing or in a transaction', async () => {
    const database = await open();
    const { db } = database;
    for (let round = 0; round < 3; round += 1) {
      const failing = db.execute(sql`select 1 / 0`).catch(() => 'failed');
      const waiting = [
        count(database),
        db.transaction((inner) => inner.execute(sql`select 1`)),
        put(database, `row ${round}`).then(() => round),
      ];
      expect(await failing).toBe('failed');
      expect(await Promise.all(waiting)).toHaveLength(3);
    }
    expect(await count(database)).toBe(3);
  });
});

describe('an engine that is interrupted', () => {
  test('is opened again with all that was committed; what reads meanwhile only waits', async () => {
    const said: string[] = [];
    const database = await open({ say: (what) => said.push(what) });
    await put(database, 'kept');
    const reading = count(database);
    await database.engine.interrupt();
    expect(await reading).toBe(1);
    expect(await count(database)).toBe(1);
    expect(said).toEqual(['the database engine was interrupted and is opened again']);
  });

  test('refuses what was being written as interrupted, and writes again when it is open', async () => {
    const database = await open();
    const writing = put(database, 'cut', 'x'.repeat(3_000_000)).then(
      () => 'written',
      (error: unknown) => (isInterrupted(error) ? 'interrupted' : 'failed'),
    );
    await new Promise((resolve) => setTimeout(resolve, 5));
    await database.engine.interrupt();
    expect(['interrupted', 'written']).toContain(await writing);
    await put(database, 'after');
    expect(await count(database)).toBeGreaterThanOrEqual(1);
  });

  test('that hangs is ended when its time is over, and opened again', async () => {
    const said: string[] = [];
    const database = await open({ patience: { ...PATIENT, answerMs: 4000 }, say: (what) => said.push(what) });
    await put(database, 'kept');
    const hanging = database.db.execute(sql`select pg_sleep(3600)`).catch(isInterrupted);
    expect(await hanging).not.toBe(false);
    expect(said[0]).toBe('the database engine did not answer in time and is opened again');
    await database.engine.interrupt();
    expect(await count(database)).toBe(1);
  });

  test('is closed in time although it hangs', async () => {
    const database = await open();
    await keepBusy(database);
    await database.close(1000);
    expect(database.engine.isOpen()).toBe(false);
  });

  test('opens after an end without closing, in one go of syncs', async () => {
    const first = await open();
    await put(first, 'kept');
    // An idle one may close properly before its time is over, on a machine that holds this process up.
    await keepBusy(first);
    await first.engine.close(0);
    const again = await open({ folder: first.folder });
    expect(await count(again)).toBe(1);
    expect(again.engine.state().syncs).toBeGreaterThan(500);
    await again.close();
    const third = await open({ folder: first.folder });
    expect(third.engine.state().syncs).toBeLessThan(20);
  });
});

describe('a library that is edited all day', () => {
  test('stays small where it is tidied, and grows where it is not', async () => {
    const database = await open();
    const sizeOf = (): number => {
      const files = readdirSync(database.folder, { recursive: true, withFileTypes: true });
      return files.reduce(
        (sum, file) => sum + (file.isFile() ? statSync(join(file.parentPath, file.name)).size : 0),
        0,
      );
    };
    const text = Array.from({ length: 9000 }, (_, index) => `${index * 7919} `).join('');
    await put(database, 'edited');
    const edit = async (times: number): Promise<void> => {
      for (let time = 0; time < times; time += 1) {
        await database.db.execute(
          sql`update settings set value = ${JSON.stringify(text + time)}::jsonb where id = 'edited'`,
        );
      }
    };
    const rounds = runs(6, 3);
    for (let round = 0; round < rounds; round += 1) {
      await edit(60);
      await tidy(database.db);
    }
    const tidied = sizeOf();
    expect(tidied).toBeLessThan(120 * 1024 * 1024);
    await edit(60 * rounds);
    // As many edits again, and nobody tidies.
    expect(sizeOf()).toBeGreaterThan(tidied + (rounds / 6) * 5 * 1024 * 1024);
  });
});

/** A small file system of its own; null where this user may not make one. */
async function mountSmall(megabytes: number): Promise<string | null> {
  const folder = mkdtempSync(join(root, 'disk-'));
  const run = (command: string, args: readonly string[]): Promise<boolean> =>
    new Promise((resolve) => {
      const child = spawn(command, args, { stdio: 'ignore' });
      child.once('error', () => resolve(false));
      child.once('exit', (code) => resolve(code === 0));
    });
  return (await run('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder])) ? folder : null;
}

const canMount = process.getuid?.() === 0 && process.platform === 'linux';

describe.runIf(canMount)('a disk that fills up', () => {
  const disks: string[] = [];
  afterAll(async () => {
    for (const disk of disks) {
      await new Promise((resolve) => spawn('umount', ['-l', disk]).once('exit', resolve));
    }
  });

  test('refuses to write in time, goes on reading, gives its reserve up when it has to, and recovers by itself', async () => {
    const disk = await mountSmall(160);
    if (disk === null) {
      return;
    }
    disks.push(disk);
    const folder = join(disk, 'library');
    await new Promise((resolve) => spawn('mkdir', [folder]).once('exit', resolve));
    const reserve = join(disk, 'room.reserve');
    const database = await open({ folder, reserve });
    await put(database, 'kept');
    expect(statSync(reserve).size).toBe(32 * 1024 * 1024);

    const { bavail, bsize } = (await import('node:fs')).statfsSync(disk);
    writeFileSync(join(disk, 'filler'), Buffer.alloc(bavail * bsize - 3 * 1024 * 1024, 1));
    const refusal = await put(database, 'too much').catch((error: unknown) => error);
    expect(isDiskFull(refusal)).toBe(true);
    expect(await count(database)).toBe(1);
    expect(database.engine.state().isShort).toBe(true);

    rmSync(join(disk, 'filler'));
    await database.engine.look();
    await put(database, 'now there is room');
    expect(database.engine.state().isShort).toBe(false);
    expect(await count(database)).toBe(2);

    // In the middle of one statement another program takes all that is left: the reserve lets it end.
    const left = (await import('node:fs')).statfsSync(disk);
    writeFileSync(join(disk, 'filler'), Buffer.alloc(left.bavail * left.bsize - 17 * 1024 * 1024, 1));
    await put(database, 'large', 'y'.repeat(1000)).catch(() => undefined);
    await database.db
      .execute(
        sql`insert into settings select 'many ' || n, to_jsonb(repeat(md5(n::text), 600)) from generate_series(1, 1800) n`,
      )
      .catch(() => undefined);
    expect(await count(database)).toBeGreaterThanOrEqual(2);
    rmSync(join(disk, 'filler'));
    await database.engine.look();
    await put(database, 'after all');
    expect(existsSync(reserve)).toBe(true);
    expect(await count(database)).toBeGreaterThanOrEqual(3);
  });
});
