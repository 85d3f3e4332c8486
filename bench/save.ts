/* What a save costs beside a bare insert of the same document that waits for the disk. */
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { openDatabase } from '../src/server/db/connect.ts';
import { createDemoSongs } from '../src/server/demo/demo-songs.ts';
import { startBuiltServer } from './built-server.ts';
import { type Document, ROOT, retitled, speakTo } from './power/recorded-server.ts';
import { type Row, summarise } from './row.ts';

const REPEATS = 20;
const WARM_UP = 150;
/** A save may cost so many bare inserts. */
const SAVE_SHARE = 5;
const MEMORY_SONGS = 500;

/** A save over HTTP of a demo song, three times in turn with bare inserts into a table of the same engine. */
export async function benchSave(port: number): Promise<readonly Row[]> {
  const work = mkdtempSync(join(tmpdir(), 'golden-ladder-save-'));
  const song = createDemoSongs()[0] as unknown as Document;
  const server = await startBuiltServer(port, join(work, 'data'));
  mkdirSync(join(work, 'bare'));
  const bare = await openDatabase({
    folder: join(work, 'bare'),
    migrationsFolder: join(ROOT, 'src', 'server', 'db', 'migrations'),
  });
  try {
    await bare.db.execute(sql`create table bare (id uuid primary key, document jsonb)`);
    const text = JSON.stringify(song);
    const insert = () => bare.db.execute(sql`insert into bare values (${randomUUID()}, ${text}::jsonb)`);
    const speaker = speakTo(port, []);
    const { id } = await speaker.create(song);
    let revision = 1;
    const save = async (): Promise<void> => {
      revision = await speaker.save(id, revision, retitled(song, revision + 1));
    };
    await timesOf(WARM_UP, save);
    await timesOf(WARM_UP, insert);
    const rows: Row[] = [];
    for (const round of ['first', 'second', 'third']) {
      const saving = summarise(await timesOf(REPEATS, save));
      const inserting = summarise(await timesOf(REPEATS, insert));
      rows.push({
        name: `a save of ${Math.round(text.length / 1000)} kB over HTTP, ${round} of three`,
        ...saving,
        reference: { name: 'a bare insert that waits for the disk', medianMs: inserting.medianMs },
        limitMs: Math.round(inserting.medianMs * SAVE_SHARE * 10) / 10,
      });
    }
    return rows;
  } finally {
    await bare.close();
    await server.stop();
    rmSync(work, { recursive: true, force: true });
  }
}

/** Resident memory of all processes, idle, with so many songs; in MB. */
export async function measureIdleMemory(port: number): Promise<number> {
  const work = mkdtempSync(join(tmpdir(), 'golden-ladder-memory-'));
  const song = createDemoSongs()[0] as unknown as Document;
  const first = await startBuiltServer(port, work);
  const speaker = speakTo(port, []);
  for (let made = 0; made < MEMORY_SONGS; made += 1) {
    await speaker.create(retitled(song, made));
  }
  await first.stop();
  const second = await startBuiltServer(port, work);
  await new Promise((resolve) => setTimeout(resolve, 10_000));
  const status = readFileSync(`/proc/${second.child.pid}/status`, 'utf8');
  await second.stop();
  rmSync(work, { recursive: true, force: true });
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024;
}

async function timesOf(times: number, work: () => Promise<unknown>): Promise<readonly number[]> {
  const found: number[] = [];
  for (let time = 0; time < times; time += 1) {
    const startedAt = performance.now();
    await work();
    found.push(performance.now() - startedAt);
  }
  return found;
}
