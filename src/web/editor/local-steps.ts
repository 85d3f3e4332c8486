/*
 * What a browser keeps of an open song: the steps that can be undone and redone, and edits that have not been saved, so that
 * both are there after a reload or a crash.
 *
 * Steps are kept as differences between neighbouring states, which can be taken in both directions, beside one whole state.
 * They belong to a revision: when the server holds another one they say nothing about it any more.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { create, type Delta } from 'jsondiffpatch';
import type { SongId } from '../../contract/api.ts';
import type { SongDocument } from '../../core/song/document.ts';
import type { History } from '../../core/song/history.ts';

/** What is kept of one song. `saved` is false while the present state has not reached the server. */
type StoredSteps = {
  readonly songId: string;
  readonly revision: number;
  readonly isSaved: boolean;
  readonly present: SongDocument;
  /** Differences from each state to the next: the oldest first, the last one leads to the present. */
  readonly past: readonly Delta[];
  /** Differences from the present to the state after it, and on. */
  readonly future: readonly Delta[];
};

type Schema = DBSchema & { songs: { key: string; value: StoredSteps } };

/** Steps as they come back. */
export type LocalSteps = {
  readonly revision: number;
  readonly isSaved: boolean;
  readonly history: History<SongDocument>;
};

/** Keeps the steps of songs in this browser. */
export type StepStore = {
  readonly read: (songId: SongId) => Promise<LocalSteps | null>;
  readonly write: (songId: SongId, steps: LocalSteps) => Promise<void>;
  readonly remove: (songId: SongId) => Promise<void>;
};

const NAME = 'golden-ladder';
const VERSION = 1;

const differ = create({
  objectHash: (item: object, index?: number) => ('id' in item ? `id ${String(item.id)}` : `at ${index}`),
  arrays: { detectMove: false },
});

/** Opens the store of this browser. A browser that keeps nothing (in private windows, say) only loses the steps. */
export function createStepStore(): StepStore {
  let opening: Promise<IDBPDatabase<Schema>> | null = null;
  const open = (): Promise<IDBPDatabase<Schema>> => {
    opening ??= openDB<Schema>(NAME, VERSION, {
      upgrade: (db) => {
        db.createObjectStore('songs', { keyPath: 'songId' });
      },
    });
    return opening;
  };
  const known = new WeakMap<SongDocument, { readonly from: SongDocument; readonly delta: Delta }>();
  const difference = (from: SongDocument, to: SongDocument): Delta => {
    const before = known.get(to);
    if (before?.from === from) {
      return before.delta;
    }
    const delta = differ.diff(from, to);
    known.set(to, { from, delta });
    return delta;
  };
  return {
    read: async (songId) => {
      const stored = await (await open()).get('songs', songId);
      return stored === undefined ? null : toSteps(stored);
    },
    write: async (songId, { revision, isSaved, history }) => {
      const { past, present, future } = history;
      const states = [...past, present, ...future];
      const steps = states.slice(1).map((state, index) => difference(states[index] ?? state, state));
      const stored: StoredSteps = {
        songId,
        revision,
        isSaved,
        present,
        past: steps.slice(0, past.length),
        future: steps.slice(past.length),
      };
      await (await open()).put('songs', stored);
    },
    remove: async (songId) => {
      await (await open()).delete('songs', songId);
    },
  };
}

/** Walks from the present back and on through the differences. */
function toSteps({ revision, isSaved, present, past, future }: StoredSteps): LocalSteps {
  const back: SongDocument[] = [];
  let state = present;
  for (const delta of [...past].reverse()) {
    state = differ.unpatch(differ.clone(state), delta) as SongDocument;
    back.push(state);
  }
  const on: SongDocument[] = [];
  state = present;
  for (const delta of future) {
    state = differ.patch(differ.clone(state), delta) as SongDocument;
    on.push(state);
  }
  return { revision, isSaved, history: { past: back.reverse(), present, future: on, group: null } };
}
