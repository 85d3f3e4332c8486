import { describe, expect, test } from 'vitest';
import { AVERAGE_HAND } from '../../core/shapes/hand.ts';
import type { FromFileWorker, ToFileWorker } from '../../worker/messages-file.ts';
import { createFileReader } from './file-reader.ts';

const PLAYERS = { hand: AVERAGE_HAND, known: null };
const FILE = new File(['| G |'], 'a.txt');

/** A reader whose workers answer when they are told to. */
function startReader() {
  const workers: {
    sent: ToFileWorker[];
    isEnded: boolean;
    say: (message: FromFileWorker) => void;
    fail: () => void;
  }[] = [];
  const reader = createFileReader(() => {
    const sent: ToFileWorker[] = [];
    const port: ReturnType<Parameters<typeof createFileReader>[0]> = {
      postMessage: (message) => void sent.push(message),
      onmessage: null,
      onerror: null,
      terminate: () => {
        worker.isEnded = true;
      },
    };
    const worker = {
      sent,
      isEnded: false,
      say: (message: FromFileWorker) => port.onmessage?.({ data: message } as MessageEvent<FromFileWorker>),
      fail: () => port.onerror?.(new Event('error') as ErrorEvent),
    };
    workers.push(worker);
    return port;
  });
  return { reader, workers };
}

describe('the reader of files', () => {
  test('says how far it is, and uses one worker for several files', async () => {
    const { reader, workers } = startReader();
    const shares: number[] = [];
    const first = reader.read(FILE, PLAYERS, (share) => shares.push(share));
    workers[0]?.say({ kind: 'progress', share: 0.4 });
    workers[0]?.say({ kind: 'done', read: { ok: false, error: 'no' } });
    expect([await first, shares]).toEqual([{ ok: false, error: 'no' }, [0.4]]);
    const second = reader.read(FILE, PLAYERS, () => undefined);
    workers[0]?.say({ kind: 'done', read: { ok: true, value: { kind: 'library' } } });
    expect(await second).toEqual({ ok: true, value: { kind: 'library' } });
    expect(workers).toHaveLength(1);
  });

  test('that is stopped ends its worker at once, and reads the next file in a new one', async () => {
    const { reader, workers } = startReader();
    const first = reader.read(FILE, PLAYERS, () => undefined);
    reader.stop();
    expect(await first).toBeNull();
    expect(workers[0]?.isEnded).toBe(true);
    const second = reader.read(FILE, PLAYERS, () => undefined);
    workers[0]?.say({ kind: 'done', read: { ok: false, error: 'late' } });
    workers[1]?.say({ kind: 'done', read: { ok: false, error: 'own' } });
    expect(await second).toEqual({ ok: false, error: 'own' });
  });

  test('whose worker breaks says so, and starts another', async () => {
    const { reader, workers } = startReader();
    const first = reader.read(FILE, PLAYERS, () => undefined);
    workers[0]?.fail();
    expect(await first).toMatchObject({ ok: false, error: expect.stringContaining('The reader stopped') });
    void reader.read(FILE, PLAYERS, () => undefined);
    expect(workers).toHaveLength(2);
  });
});
