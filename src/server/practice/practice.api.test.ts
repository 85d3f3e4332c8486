import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DRILLS, type DrillResult } from '../../core/rehearse/drill-result.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(async () => {
  await server.close();
});

const http = () => supertest(server.url);
const SONG_ID = '3b8f6a52-9a65-4204-8dac-5275e987d79d';
const idOf = (number: number): string => `2b8f6a52-9a65-4204-8dac-${String(number).padStart(12, '0')}`;

function resultOf(number: number, more: Partial<DrillResult> = {}): DrillResult {
  return {
    id: idOf(number),
    songId: SONG_ID,
    who: 'Ada',
    drill: DRILLS[number % DRILLS.length] ?? 'changes',
    what: 'G to D',
    doneAt: new Date(Date.UTC(2026, 10, 1, 12, number)).toISOString(),
    seconds: 60,
    bpm: null,
    count: 28,
    countedBy: 'typed',
    isClean: null,
    ...more,
  };
}

async function listed(query = ''): Promise<readonly DrillResult[]> {
  return (await http().get(`/api/practice${query}`).expect(200)).body.results;
}

describe('results of drills', () => {
  test('are kept as they were sent, the latest first, and twice sent kept once', async () => {
    const results = DRILLS.map((_, number) => resultOf(number));
    await http().post('/api/practice').send({ results }).expect(204);
    await http()
      .post('/api/practice')
      .send({ results: [resultOf(0, { who: 'somebody else' })] })
      .expect(204);
    expect(await listed()).toEqual([...results].reverse());
    expect(await listed(`?songId=${SONG_ID}&most=2`)).toEqual([...results].reverse().slice(0, 2));
    expect(await listed('?songId=9b8f6a52-9a65-4204-8dac-5275e987d79d')).toEqual([]);
  });

  test('that say nothing sensible are refused, and nothing of what came with them is kept', async () => {
    const before = await listed();
    for (const bad of [{ drill: 'juggling' }, { seconds: -1 }, { doneAt: 'yesterday' }, { who: 'x'.repeat(61) }]) {
      await http()
        .post('/api/practice')
        .send({ results: [resultOf(90), { ...resultOf(91), ...bad }] })
        .expect(400);
    }
    expect(await listed()).toEqual(before);
  });

  test('are taken away one by one', async () => {
    await http()
      .post('/api/practice')
      .send({ results: [resultOf(50)] })
      .expect(204);
    await http()
      .delete(`/api/practice/${idOf(50)}`)
      .expect(204);
    await http()
      .delete(`/api/practice/${idOf(50)}`)
      .expect(404);
    await http().delete('/api/practice/nothing').expect(404);
  });

  test('go into the library that is taken along, and come back beside or in place of what is here', async () => {
    const taken = (await http().get('/api/library').expect(200)).text;
    const kept = await listed();
    expect(JSON.parse(taken).results).toHaveLength(kept.length);
    for (const { id } of kept.slice(0, 3)) {
      await http().delete(`/api/practice/${id}`).expect(204);
    }
    const own = resultOf(70, { what: 'only here' });
    await http()
      .post('/api/practice')
      .send({ results: [own] })
      .expect(204);
    const send = (path: string) => http().post(path).set('Content-Type', 'application/json').send(taken);
    expect((await send('/api/library/preview').expect(200)).body.newResults).toBe(3);
    await send('/api/library/restore?mode=merge').expect(200);
    expect((await listed()).map(({ id }) => id).sort()).toEqual([...kept.map(({ id }) => id), own.id].sort());
    await send('/api/library/restore?mode=replace').expect(200);
    expect(await listed()).toEqual(kept);
  });
});
