/* A library of as many songs as are wanted, made of the demo songs under other titles, as the program would have stored it. */
import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { SongId } from '../src/contract/api.ts';
import { createPlanner } from '../src/core/arrange/problem/planner.ts';
import { ENGINE_VERSION, judgeSong } from '../src/core/arrange/shapes/song-judgement.ts';
import { itemAt } from '../src/core/kernel/list.ts';
import type { SongDocument } from '../src/core/song/document/document.ts';
import { DEFAULT_SETTINGS } from '../src/core/song/document/settings.ts';
import { pathsIn } from '../src/server/data-folder/paths.ts';
import { type Database, openDatabase } from '../src/server/db/connect.ts';
import { createDemoSongs } from '../src/server/demo/demo-songs.ts';
import { createJudgementRepository } from '../src/server/judging/repository.ts';
import { prepareSong } from '../src/server/songs/prepared-song.ts';
import { createSongRepository } from '../src/server/songs/repository.ts';
import { ROOT } from './power/recorded-server.ts';

const FIRST = ['Copper', 'Salt', 'Lantern', 'Harrow', 'Ember', 'Willow', 'Paper', 'Tarn', 'Ferry', 'Gravel'];
const SECOND = ['Road', 'Window', 'Orchard', 'Ledger', 'Weather', 'Kitchen', 'Bridge', 'Almanac', 'Harbour', 'Stair'];
const TAGS = ['first term', 'campfire', 'duets', 'spring concert'];

/** An invented title; the number makes it one of its kind. */
function inventedTitle(index: number): string {
  return `${itemAt(FIRST, index % 10)} ${itemAt(SECOND, Math.floor(index / 10) % 10)} ${index}`;
}

/** Puts so many songs into the library of a data folder that is not open, each judged. */
export async function fillLibrary(data: string, songs: number): Promise<void> {
  const { db, close } = await openDatabase({
    folder: pathsIn(data).library,
    migrationsFolder: `${ROOT}/src/server/db/migrations`,
  });
  const demo = createDemoSongs();
  const judgements = demo.map((song) => judgeSong(song, createPlanner(DEFAULT_SETTINGS.hand)));
  const AT_ONCE = 200;
  for (let from = 0; from < songs; from += AT_ONCE) {
    await db.transaction(async (transaction) => {
      const inside = transaction as unknown as Database;
      for (let index = from; index < Math.min(songs, from + AT_ONCE); index += 1) {
        const base = itemAt(demo, index % demo.length);
        const song = prepareSong(renamed(base, index));
        const id = randomUUID() as SongId;
        await createSongRepository(inside).insert(id, song, new Date(Date.UTC(2026, 0, 1) + index * 60_000));
        const judgedWith = `${ENGINE_VERSION} ${JSON.stringify(DEFAULT_SETTINGS.hand)}`;
        const { contentHash } = song.columns;
        await createJudgementRepository(inside).put(
          { id, contentHash },
          judgedWith,
          itemAt(judgements, index % demo.length),
        );
      }
    });
  }
  await db.execute(sql`analyze`);
  await db.execute(sql`checkpoint`);
  await close();
}

function renamed(song: SongDocument, index: number): SongDocument {
  const tags = index % 3 === 0 ? [itemAt(TAGS, Math.floor(index / 3) % TAGS.length)] : [];
  return { ...song, facts: { ...song.facts, title: inventedTitle(index), tags } };
}
