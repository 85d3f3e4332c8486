import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, describe, expect, test } from 'vitest';
import { loadDocument } from '../../contract/load-document.ts';
import { copyTemplate, MIGRATIONS } from '../../test-support/database-template.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { madeOnce } from '../../test-support/made-once.ts';
import { plainTime } from '../../test-support/plain-time.ts';
import { bodyOf, documentOf } from '../../test-support/stored-song.ts';
import { createServices } from '../services.ts';
import { startLibraryTime } from '../time/library-time.ts';
import { createTimeRepository } from '../time/repository.ts';
import { openDatabase } from './connect.ts';

type Sample = { readonly migrations: number; readonly songs: readonly Record<string, unknown>[] };

const folder = mkdtempSync(join(tmpdir(), 'migrations-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const SAMPLES = ['library-0000.json'];

/** A database as before the first migration: to make one takes seconds, to empty a copy of the template does not. */
const emptyIn = madeOnce(async (empty) => {
  copyTemplate(empty);
  const { db, close } = await openDatabase({ folder: empty, migrationsFolder: MIGRATIONS });
  await db.execute(sql`drop schema public cascade`);
  await db.execute(sql`drop schema drizzle cascade`);
  await db.execute(sql`create schema public`);
  await close();
});

/** The migrations as they were when a sample was stored. */
function oldMigrations(count: number): string {
  const old = join(folder, `migrations-${count}`);
  cpSync(MIGRATIONS, old, { recursive: true });
  const journalFile = join(old, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(journalFile, 'utf8'));
  writeFileSync(journalFile, JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }));
  return old;
}

describe('a database of an older version', () => {
  test.each(SAMPLES)('stored as %s is brought up to date with every song as it was', async (name) => {
    const sample: Sample = JSON.parse(readFileSync(join(import.meta.dirname, 'samples', name), 'utf8'));
    const database = join(folder, name);
    await emptyIn(database);
    const old = await openDatabase({ folder: database, migrationsFolder: oldMigrations(sample.migrations) });
    await old.db.execute(
      sql`insert into songs select * from jsonb_populate_recordset(null::songs, ${JSON.stringify(sample.songs)}::jsonb)`,
    );
    await old.close();

    const { db, close } = await openDatabase({ folder: database, migrationsFolder: MIGRATIONS });
    const { songs, versions, settings, classes } = createServices(
      db,
      plainTime(() => new Date('2026-11-20T10:00:00Z')),
    );
    const listed = await songs.list();
    expect(listed).toHaveLength(sample.songs.length);
    for (const [index, stored] of sample.songs.entries()) {
      const opened = await songs.open(listed[index]?.id as never);
      expect({ ok: true, value: documentOf(opened) }).toEqual(loadDocument(stored['document']));
      expect(opened.revision).toBe(stored['revision']);
      await songs.save(opened.id, { baseRevision: opened.revision, document: documentOf(opened) });
      expect(await versions.list(opened.id)).toHaveLength(1);
    }
    expect((await settings.read()).chordStyle).toBe('letters');
    expect(await classes.list()).toEqual([]);
    await close();
  });

  test('of three migrations keeps its versions in their order, goes on after them, and purges nothing on its clock', async () => {
    const database = join(folder, 'versions');
    await emptyIn(database);
    const old = await openDatabase({ folder: database, migrationsFolder: oldMigrations(3) });
    const [alive, deleted] = ['0b8f6a52-9a65-4204-8dac-5275e987d79d', '1b8f6a52-9a65-4204-8dac-5275e987d79d'];
    const document = JSON.stringify(DEMO_SONGS[0]);
    for (const [id, deletedAt] of [
      [alive, null],
      [deleted, '2020-01-01T00:00:00Z'],
    ]) {
      await old.db.execute(
        sql`insert into songs (id, title, credit, sounding_key, shape_key, capo_fret, bars, revision, document, created_at, updated_at, deleted_at)
            values (${id}, 'One', '', '', '', 0, 0, 4, ${document}::jsonb, now(), now(), ${deletedAt})`,
      );
    }
    for (const [revision, day] of [
      [3, '2026-05-03'],
      [1, '2026-05-01'],
      [2, '2026-05-02'],
    ]) {
      await old.db.execute(
        sql`insert into song_versions (id, song_id, revision, reason, document, made_at)
            values (gen_random_uuid(), ${alive}, ${revision}, 'editing', ${document}::jsonb, ${day}::timestamptz)`,
      );
    }
    await old.close();

    const { db, close } = await openDatabase({ folder: database, migrationsFolder: MIGRATIONS });
    const clocks = { now: () => new Date('2031-01-01T00:00:00Z'), steadyMs: () => 0 };
    const { versions, songs } = createServices(db, await startLibraryTime(createTimeRepository(db), clocks));
    await versions.keepFrom(alive as never, bodyOf({ reason: 'conflict' }));
    expect((await versions.list(alive as never)).map(({ revision }) => revision)).toEqual([4, 3, 2, 1]);
    await songs.purge();
    await songs.restore(deleted as never);
    expect(await songs.list()).toHaveLength(2);
    await close();
  });
});
