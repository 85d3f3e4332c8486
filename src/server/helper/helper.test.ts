import { afterEach, describe, expect, test } from 'vitest';
import { longChart } from '../../../bench/long-chart.ts';
import { newSong } from '../../core/song/document/new-song.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { bodyOf } from '../../test-support/stored-song.ts';
import { toAppError } from '../http/to-app-error.ts';
import { prepareSong } from '../songs/prepared-song.ts';
import { createHelper, INLINE_HELPER } from './helper.ts';

const LONG = songFromChart(longChart(800));
const helper = createHelper();
afterEach(() => helper.close());

describe('the helper', () => {
  test('reads a large body in its thread to what is read at once, while others go on', async () => {
    const body = bodyOf({ baseRevision: 3, document: LONG });
    let turns = 0;
    const beating = setInterval(() => {
      turns += 1;
    }, 1);
    const read = await helper.run('read-save', body);
    clearInterval(beating);
    expect(turns).toBeGreaterThan(20);
    expect(read).toEqual(await INLINE_HELPER.run('read-save', body));
    expect(read).toEqual({ baseRevision: 3, song: prepareSong(LONG) });
  });

  test('refuses with the words that are used without it', async () => {
    const odd = bodyOf({ document: { ...LONG, nextId: 1 } });
    const said = (run: Promise<unknown>): Promise<string> =>
      run.then(String, (error: unknown) => {
        const { code, message } = toAppError(error);
        return `${code}: ${message}`;
      });
    const inThread = await said(helper.run('read-create', odd));
    expect(inThread).toMatch(/^invalid-input: .*not below nextId/);
    expect(inThread).toBe(await said(INLINE_HELPER.run('read-create', odd)));
    const broken = Buffer.from(`{"title":"${'x'.repeat(50_000)}`);
    expect(await said(helper.run('read-create', broken))).toBe('invalid-input: The request could not be read.');
  });

  test('that is ended while it works refuses what waits, and works again', async () => {
    const body = bodyOf({ document: LONG });
    const waiting = helper.run('read-create', body).then(
      () => 'done',
      ({ code }) => code,
    );
    await helper.close();
    expect(await waiting).toBe('paused');
    expect(await helper.run('read-create', body)).toEqual({ song: prepareSong(LONG) });
  });

  test('does what is small at once', async () => {
    expect(await helper.run('show-document', JSON.stringify(newSong('Small')))).toEqual({
      text: JSON.stringify(newSong('Small')),
    });
  });
});
