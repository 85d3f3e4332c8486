import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { type GuitarClass, newClass } from '../../core/song/document/guitar-class.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const http = () => supertest(server.url);
const G = { chord: { root: 'G', quality: '', bass: null }, shape: [3, 2, 0, 0, 3, 3] };

describe('classes', () => {
  test('of a library with the demo are one, which knows eight open shapes, and is added once', async () => {
    await http().post('/api/demo-songs').expect(204);
    await http().post('/api/demo-songs').expect(204);
    const { classes } = (await http().get('/api/classes')).body;
    expect(classes.map(({ value }: { value: GuitarClass }) => [value.name, value.known.length])).toEqual([
      ['Wednesday class', 8],
    ]);
    await http().delete(`/api/classes/${classes[0].id}`).expect(204);
  });

  test('are made, changed, listed by name and taken away', async () => {
    const made = (await http().post('/api/classes').send(newClass('Wednesday')).expect(201)).body;
    await http().post('/api/classes').send(newClass('Beginners')).expect(201);
    const value = { ...made.value, level: 3, known: [G] };
    const saved = await http().put(`/api/classes/${made.id}`).send({ baseRevision: 1, value }).expect(200);
    expect(saved.body).toEqual({ id: made.id, revision: 2, value });
    const { classes } = (await http().get('/api/classes')).body;
    expect(classes.map((each: { value: { name: string } }) => each.value.name)).toEqual(['Beginners', 'Wednesday']);
    await http().delete(`/api/classes/${made.id}`).expect(204);
    await http().delete(`/api/classes/${made.id}`).expect(404);
  });

  test('refuse a save over a newer one, and keep the newer', async () => {
    const made = (await http().post('/api/classes').send(newClass('Two tabs')).expect(201)).body;
    const save = (level: number) =>
      http()
        .put(`/api/classes/${made.id}`)
        .send({ baseRevision: 1, value: { ...made.value, level } });
    await save(4).expect(200);
    expect((await save(5).expect(409)).body.code).toBe('stale-revision');
    const { classes } = (await http().get('/api/classes')).body;
    expect(classes.find(({ id }: { id: string }) => id === made.id).value.level).toBe(4);
  });

  test.each([
    [{ ...newClass('x'), name: ' ' }],
    [{ ...newClass('x'), level: 6 }],
    [{ ...newClass('x'), hand: { size: 'huge', playsBarres: true, usesThumb: false } }],
    [{ ...newClass('x'), known: [{ ...G, shape: [3] }] }],
    [{ ...newClass('x'), colour: 'red' }],
  ])('refuse %o', async (body) => {
    await http().post('/api/classes').send(body).expect(400);
  });
});
