import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  type SongQuery,
  songChoicesSchema,
  songListSchema,
  toSongParameters,
} from '../../contract/song-list-schema.ts';
import { createPlanner } from '../../core/arrange/problem/planner.ts';
import { judgeSong } from '../../core/arrange/shapes/song-judgement.ts';
import { foldText, listSearchWords } from '../../core/kernel/fold-text.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { searchTextOf } from '../../core/song/document/search-text.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { INLINE_HELPER } from '../helper/helper.ts';
import { createJudgementRepository } from '../judging/repository.ts';
import { createJudging } from '../judging/service.ts';
import { createSettingsRepository } from '../settings/repository.ts';
import { createSettingsService } from '../settings/service.ts';

const chart = (title: string, text: string, tags: readonly string[] = []): SongDocument => {
  const song = songFromChart(`title: ${title}\n${text}`);
  return { ...song, facts: { ...song.facts, tags } };
};
const SONGS: readonly SongDocument[] = [
  ...DEMO_SONGS,
  chart('Été Indien', 'key: G\n\nChorus:\n| G | C | D | G |\n"all the straße home"\n', ['campfire', 'duets']),
  chart('Zebra Crossing', 'key: G\ncredit: A. Nobody\n\nVerse:\n| G | Em |\n', ['duets']),
  chart('apple cart', 'key: F\ncapo: 3\n\nVerse:\n| F | Bb | C |\n'),
  chart('100% Wool_', 'key: F\n\nVerse:\n| F | Bb | C |\n'),
  chart('Nothing Yet', ''),
];

let server: TestServer;
let judge: () => Promise<void>;
const ask = async (query: Partial<SongQuery>) =>
  songListSchema.parse((await supertest(server.url).get('/api/songs').query(toSongParameters(query))).body);
const readChoices = async () => songChoicesSchema.parse((await supertest(server.url).get('/api/songs/choices')).body);
const countUnjudged = async () => (await readChoices()).unjudged;
const titles = async (query: Partial<SongQuery>) => (await ask(query)).songs.map(({ title }) => title);

beforeAll(async () => {
  server = await startTestServer();
  for (const song of SONGS) {
    await server.songs.create(song);
    server.time.now = new Date(server.time.now.getTime() + 60_000);
  }
  judge = createJudging({
    repository: createJudgementRepository(server.database),
    settings: createSettingsService(createSettingsRepository(server.database), () => undefined),
    helper: INLINE_HELPER,
    mayWrite: () => true,
  }).run;
  await judge();
});
afterAll(() => server.close());

describe('the list of songs', () => {
  test.each<[Partial<SongQuery>, readonly string[]]>([
    [{ words: 'ete' }, ['Été Indien']],
    [{ words: 'ÉTÉ' }, ['Été Indien']],
    [{ words: 'STRASSE home' }, ['Été Indien']],
    [{ words: 'chorus indien' }, ['Été Indien']],
    [{ words: 'a. nobody' }, ['Zebra Crossing']],
    [{ words: 'DUETS', sort: 'title' }, ['Été Indien', 'Zebra Crossing']],
    [{ words: '100% wool_' }, ['100% Wool_']],
    [{ words: '%' }, ['100% Wool_']],
    [{ words: "' or 1=1 --" }, []],
    [{ tags: ['campfire'] }, ['Été Indien']],
    [{ key: 'G', sort: 'title' }, ['Été Indien', 'Zebra Crossing']],
    [{ key: 'G', mostChords: 2 }, ['Zebra Crossing']],
    [{ key: 'F', capoFret: 3 }, ['apple cart']],
    [{ onlyShapes: ['G', 'C', 'D', 'Em'], sort: 'title' }, ['Été Indien', 'Kettle On', 'Zebra Crossing']],
    [{ needsShapes: ['Em', 'G'], key: 'G' }, ['Zebra Crossing']],
    [{ hasNoBarre: true, key: 'F', capoFret: 3 }, ['apple cart']],
    [{ hasNoBarre: true, key: 'F', capoFret: 0 }, []],
  ])('finds for %j %j', async (query, wanted) => {
    expect(await titles(query)).toEqual(wanted);
  });

  test('is sorted by what it is asked for, folded', async () => {
    const byTitle = await titles({ sort: 'title' });
    expect(byTitle).toEqual([...byTitle].sort((a, b) => (foldText(a) < foldText(b) ? -1 : 1)));
    expect((await titles({}))[0]).toBe('Nothing Yet');
    const chords = (await ask({ sort: 'chords' })).songs.map(({ judged }) => judged?.chords ?? 0);
    expect(chords).toEqual([...chords].sort((a, b) => a - b));
    const bars = (await ask({ sort: 'length' })).songs.map((song) => song.bars);
    expect(bars).toEqual([...bars].sort((a, b) => a - b));
  });

  test('comes in pages that together are the whole, in any order', async () => {
    for (const sort of ['changed', 'title', 'credit', 'key', 'capo', 'chords', 'length'] as const) {
      const whole = await ask({ sort });
      const pages = [];
      for (let from = 0; from < whole.total; from += 3) {
        const page = await ask({ sort, from, count: 3 });
        expect(page.total).toBe(SONGS.length);
        pages.push(...page.songs);
      }
      expect(pages).toEqual(whole.songs);
    }
    expect(await ask({ from: 500, count: 3 })).toEqual({ songs: [], total: SONGS.length });
  });

  test('holds for every song what the core says of it, and finds it by every one of its words', async () => {
    const { songs } = await ask({});
    for (const document of SONGS) {
      const listed = songs.find(({ title }) => title === document.facts.title);
      expect(listed?.judged).toEqual(judgeSong(document, createPlanner()));
      const words = listSearchWords(searchTextOf(document));
      for (const word of words.filter((_, index) => index % 25 === 0)) {
        expect(await titles({ words: word })).toContain(document.facts.title);
      }
    }
  });

  test('says what there is to choose from', async () => {
    const choices = await readChoices();
    expect(choices).toMatchObject({ songs: SONGS.length, unjudged: 0, tags: ['duets', 'campfire'] });
    expect(choices.keys).toEqual(expect.arrayContaining(['G', 'F', 'Bb']));
    expect(choices.shapes).toContain('Em');
  });

  test.each(['?key=H', '?from=-1', '?count=9999', '?sort=colour', '?onlyShapes=Q', '?nothing=1', '?words=a&words=b'])(
    'refuses %s in a sentence',
    async (query) => {
      const answer = await supertest(server.url).get(`/api/songs${query}`);
      expect([answer.status, answer.body.code]).toEqual([400, 'invalid-input']);
    },
  );

  test('is judged again after a save, after a change of the hand, and for a row of an older program', async () => {
    const [song] = (await ask({ words: 'zebra' })).songs;
    const longer = chart('Zebra Crossing', 'key: G\n\nVerse:\n| G | Em | C | Am |\n');
    await server.songs.save(song?.id as never, { baseRevision: song?.revision ?? 0, document: longer });
    // Until the engine has looked, the song is listed with what was said of it before, and counted among those it has still to look at.
    expect((await ask({ words: 'zebra' })).songs[0]?.judged?.shapes).toEqual(['G', 'Em']);
    expect(await countUnjudged()).toBe(1);
    await server.database.execute(
      "update songs set content_hash = null, search_text = null, sort_title = null where title = 'apple cart'",
    );
    await server.database.execute("update song_judgements set judged_with = '0', chords = 77");
    expect(await countUnjudged()).toBe(SONGS.length);
    await judge();
    expect(await countUnjudged()).toBe(0);
    expect((await ask({ words: 'zebra' })).songs[0]?.judged?.shapes).toEqual(['G', 'Em', 'C', 'Am']);
    expect(await titles({ words: 'apple cart verse' })).toEqual(['apple cart']);
    expect((await ask({ mostChords: 60 })).total).toBe(SONGS.length);
    expect(await titles({ sort: 'title' })).toContain('apple cart');
  });
});
