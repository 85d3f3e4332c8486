/*
 * What came of drills, kept at once in this browser and then on the server: a class in a cellar has no network. What waits here is sent
 * when the server answers again, in as many tries as that takes; a result has its id from the beginning, so that it is never kept twice.
 */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type DBSchema, openDB } from 'idb';
import { useEffect } from 'react';
import type { SongId } from '../../contract/api.ts';
import { resultListSchema } from '../../contract/practice-schema.ts';
import { askedOnce } from '../../core/kernel/ask-once.ts';
import type { DrillResult } from '../../core/rehearse/drill-result.ts';
import { ApiError, json, read, send } from './client.ts';

type Schema = DBSchema & { waiting: { key: string; value: DrillResult } };

/** The browser's store; a browser that has none says so at once or later, which is the same to whoever asks. */
const open = askedOnce(async () =>
  openDB<Schema>('golden-ladder-practice', 1, {
    upgrade: (db) => {
      db.createObjectStore('waiting', { keyPath: 'id' });
    },
  }),
);

/** What this page keeps where the browser keeps nothing. */
const inPage = new Map<string, DrillResult>();

async function listWaiting(): Promise<readonly DrillResult[]> {
  const stored = await open()
    .then((db) => db.getAll('waiting'))
    .catch(() => []);
  return [...stored, ...inPage.values()];
}

async function forget(id: string): Promise<void> {
  inPage.delete(id);
  await open()
    .then((db) => db.delete('waiting', id))
    .catch(() => undefined);
}

const AT_ONCE = 100;

/** Sends what waits; what the server refuses for good is dropped, anything else waits on. */
async function sendWaiting(): Promise<void> {
  const waiting = (await listWaiting()).slice(0, AT_ONCE);
  if (waiting.length === 0) {
    return;
  }
  try {
    await send('/api/practice', json('POST', { results: waiting }));
  } catch (error) {
    if (!(error instanceof ApiError && error.code === 'invalid-input')) {
      return;
    }
  }
  for (const { id } of waiting) {
    await forget(id);
  }
  if (waiting.length === AT_ONCE) {
    await sendWaiting();
  }
}

let sending: Promise<void> = Promise.resolve();

function sendAll(): Promise<void> {
  sending = sending.then(sendWaiting, sendWaiting);
  return sending;
}

async function listKept(songId: SongId): Promise<readonly DrillResult[]> {
  return (await read(`/api/practice?songId=${songId}`, resultListSchema)).results;
}

const keyOf = (songId: SongId): readonly string[] => ['practice', songId];

/** The results of a song, the latest first, those that wait to be sent among them; and how to keep one or take one away. */
export function usePractice(songId: SongId) {
  const queries = useQueryClient();
  const { data } = useQuery({
    queryKey: keyOf(songId),
    queryFn: async () => {
      await sendAll();
      const [waiting, kept] = await Promise.all([listWaiting(), listKept(songId).catch(() => null)]);
      const own = waiting.filter((result) => result.songId === songId);
      const ids = new Set(own.map(({ id }) => id));
      const before = queries.getQueryData<Practice>(keyOf(songId))?.results ?? [];
      const all = [...own, ...(kept ?? before).filter(({ id }) => !ids.has(id))];
      return { results: all.sort((a, b) => b.doneAt.localeCompare(a.doneAt)), waiting: own.length };
    },
    networkMode: 'always',
  });
  useEffect(() => {
    const again = (): void => void queries.invalidateQueries({ queryKey: keyOf(songId) });
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, [queries, songId]);
  const refresh = (): Promise<void> => queries.invalidateQueries({ queryKey: keyOf(songId) });
  return {
    results: data?.results ?? [],
    waiting: data?.waiting ?? 0,
    keep: async (result: Omit<DrillResult, 'id' | 'songId' | 'doneAt'>): Promise<void> => {
      const whole: DrillResult = { ...result, id: newId(), songId, doneAt: new Date().toISOString() };
      await open()
        .then((db) => db.put('waiting', whole))
        .catch(() => inPage.set(whole.id, whole));
      await refresh();
    },
    drop: async (id: string): Promise<void> => {
      await forget(id);
      await send(`/api/practice/${id}`, { method: 'DELETE' }).catch(() => undefined);
      await refresh();
    },
  };
}

type Practice = { readonly results: readonly DrillResult[]; readonly waiting: number };

/** An id; a page over plain http has no randomUUID. */
function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}
