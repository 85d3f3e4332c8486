import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { readStoredSettings, settingsSchema } from '../../contract/settings-schema.ts';
import { DEFAULT_SETTINGS } from '../../core/song/document/settings.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { createSettingsRepository } from './repository.ts';
import { createSettingsService } from './service.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const http = () => supertest(server.url);
const change = (body: object) => http().patch('/api/settings').send(body);

describe('settings', () => {
  test('begin with the defaults and change one by one', async () => {
    expect(settingsSchema.parse((await http().get('/api/settings')).body)).toEqual(DEFAULT_SETTINGS);
    await change({ chordStyle: 'signs' }).expect(200);
    const tuning = { name: 'low seven', openMidi: [35, 40, 45, 50, 55, 59, 64] };
    const answer = await change({ ownTunings: [tuning] });
    expect(answer.body).toMatchObject({ chordStyle: 'signs', ownTunings: [tuning], stringNaming: 'number' });
  });

  test('tell of every change, so that songs are judged for the new hand', async () => {
    const told: string[] = [];
    const service = createSettingsService(createSettingsRepository(server.database), () => told.push('changed'));
    await service.read();
    expect(told).toEqual([]);
    expect(await service.change({ hand: { ...DEFAULT_SETTINGS.hand, playsBarres: false } })).toMatchObject({
      hand: { playsBarres: false },
    });
    expect(told).toEqual(['changed']);
  });

  test('changed at the same moment are all kept', async () => {
    const changes = [{ isLeftHanded: true }, { fretsFrom: 'nut' }, { stringNaming: 'tuned letter' }];
    await Promise.all(changes.map((body) => change(body).expect(200)));
    expect((await http().get('/api/settings')).body).toMatchObject(Object.assign({}, ...changes));
  });

  test.each([
    [{ chordStyle: 'loud' }],
    [{ colour: 'red' }],
    [{ ownTunings: [{ name: 'three strings', openMidi: [40, 45, 50] }] }],
    [{ ownTunings: [{ name: '(', openMidi: [40, 45, 50, 55] }] }],
    [{ ownTunings: Array.from({ length: 2 }, () => ({ name: 'twice', openMidi: [40, 45, 50, 55] })) }],
    [{ hand: { size: 'huge', playsBarres: true } }],
  ])('refuse %o and stay as they were', async (body) => {
    const before = (await http().get('/api/settings')).body;
    await change(body).expect(400);
    expect((await http().get('/api/settings')).body).toEqual(before);
  });

  test('that were stored damaged keep what can be read', () => {
    expect(readStoredSettings({ chordStyle: 'short', hand: 3, old: true })).toEqual({
      ...DEFAULT_SETTINGS,
      chordStyle: 'short',
    });
    expect(readStoredSettings(null)).toEqual(DEFAULT_SETTINGS);
    expect(readStoredSettings('x')).toEqual(DEFAULT_SETTINGS);
  });
});
