/*
 * What a browser keeps of an open song: the steps that can be undone and redone, and edits that have not been saved, so that
 * both are there after a reload or a crash; and what the server was given last, while it has not answered.
 *
 * Steps are kept as differences between neighbouring states, which can be taken in both directions, beside one whole state.
 * They belong to a revision: when the server holds another one they say nothing about it any more.
 */
import { type DBSchema, openDB } from 'idb';
import type { SongId } from '../../contract/api.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { askedOnce } from '../../core/kernel/ask-once.ts';
import { FORMAT_VERSION, type SongDocument } from '../../core/song/document/document.ts';
import type { History } from '../../core/song/document/history.ts';
import type { StepDeltas } from './step-deltas.ts';

/** What is kept of one song. `saved` is false while the present state has not reached the server. */
type StoredSteps = {
  readonly songId: string;
  readonly revision: number;
  readonly isSaved: boolean;
  /** The present document as JSON: text is taken in at once, where thousands of objects would each be copied. */
  readonly present: string;
  /** Differences as JSON from each state to the next: the oldest first, the last one leads to the present. */
  readonly past: readonly string[];
  /** Differences from the present to the state after it, and on. */
  readonly future: readonly string[];
  /** As JSON, what the server has not answered yet; missing where an older program kept the steps. */
  readonly sent?: string | null;
};

type Schema = DBSchema & { songs: { key: string; value: StoredSteps } };

/** Steps as they come back. */
export type LocalSteps = {
  readonly revision: number;
  readonly isSaved: boolean;
  readonly history: History<SongDocument>;
  /** What the server was given and had not answered, made from that revision; the present itself where it is that. */
  readonly sent: SongDocument | null;
};

/** Keeps the steps of songs in this browser. */
export type StepStore = {
  readonly read: (songId: SongId) => Promise<LocalSteps | null>;
  readonly write: (songId: SongId, steps: LocalSteps) => Promise<void>;
  readonly remove: (songId: SongId) => Promise<void>;
};

const NAME = 'golden-ladder';
const VERSION = 1;

/** Opens the store of this browser. A browser that keeps nothing (in private windows, say) only loses the steps. */
export function createStepStore(): StepStore {
  const open = askedOnce(() =>
    openDB<Schema>(NAME, VERSION, {
      upgrade: (db) => {
        db.createObjectStore('songs', { keyPath: 'songId' });
      },
    }),
  );
  // Fetched with the first song that is opened: the list of songs does without. A server that is away is asked again.
  const load = askedOnce(async () => (await import('./step-deltas.ts')).createStepDeltas());
  return {
    read: async (songId) => {
      const stored = await (await open()).get('songs', songId);
      return stored === undefined ? null : toCurrent(await toSteps(stored, await load()));
    },
    write: async (songId, { revision, isSaved, history, sent }) => {
      const { past, present, future } = history;
      const deltas = await load();
      const states = [...past, present, ...future];
      const steps = states.slice(1).map((state, index) => deltas.between(states[index] ?? state, state));
      const text = JSON.stringify(present);
      const stored: StoredSteps = {
        songId,
        revision,
        isSaved,
        present: text,
        past: steps.slice(0, past.length),
        future: steps.slice(past.length),
        sent: sent === present ? text : sent === null ? null : JSON.stringify(sent),
      };
      const writing = (await open()).transaction('songs', 'readwrite');
      const putting = writing.store.put(stored);
      // Said at once, so that it is written even where the page goes away now.
      writing.commit();
      await Promise.all([putting, writing.done]);
    },
    remove: async (songId) => {
      await (await open()).delete('songs', songId);
    },
  };
}

/** Steps that an older program kept, brought up to its own version; null where one of them cannot be read. */
function toCurrent(steps: LocalSteps): LocalSteps | null {
  const { history } = steps;
  if (history.present.formatVersion === FORMAT_VERSION) {
    return steps;
  }
  const upgrade = (states: readonly SongDocument[]): readonly SongDocument[] =>
    states.flatMap((state) => {
      const loaded = loadDocument(state);
      return loaded.ok ? [loaded.value] : [];
    });
  const [present] = upgrade([history.present]);
  const [past, future] = [upgrade(history.past), upgrade(history.future)];
  const isWhole = past.length === history.past.length && future.length === history.future.length;
  const [sent = null] = steps.sent === history.present ? [present] : steps.sent === null ? [] : upgrade([steps.sent]);
  return present === undefined || !isWhole ? null : { ...steps, history: { ...history, past, present, future }, sent };
}

/** Walks from the present back and on through the differences. */
async function toSteps(
  { revision, isSaved, present, past, future, sent = null }: StoredSteps,
  deltas: StepDeltas,
): Promise<LocalSteps> {
  const now = JSON.parse(present) as SongDocument;
  const [before, after] = [await deltas.past(now, past), await deltas.future(now, future)];
  const history = { past: before, present: now, future: after, group: null };
  const given = sent === null ? null : (JSON.parse(sent) as SongDocument);
  return { revision, isSaved, history, sent: sent === present ? now : given };
}
