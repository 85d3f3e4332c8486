/*
 * The open song: its document with history, and its way to the server.
 *
 * Every change goes through `run`. Saving is one request at a time: while one is under way newer edits wait, and the
 * next request carries the newest document. A server that does not answer is asked again with growing pauses; a document
 * that the server has in a newer revision stops the saving, and the user decides which version stays.
 */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { OpenSong, SongId } from '../../contract/api.ts';
import { fillShapes } from '../../core/arrange/part-shapes.ts';
import type { ShapeMemory } from '../../core/arrange/shape-memory.ts';
import { applyCommand, type CommandError, type SongCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document.ts';
import { type History, recordState, redo, startHistory, undo } from '../../core/song/history.ts';
import { ApiError, type SongApi } from '../api/client.ts';

/** How the document stands to the server. */
export type SaveState = 'saved' | 'changed' | 'saving' | 'waiting' | 'conflict' | 'refused';

/** The state of an open song. */
export type SongState = {
  readonly id: SongId;
  readonly history: History<SongDocument>;
  readonly revision: number;
  readonly saveState: SaveState;
  /** What the server said when it refused a save. */
  readonly refusal: string;
};

/** An open song with what can be done to it. */
export type SongEditor = {
  readonly store: StoreApi<SongState>;
  /** Shapes already searched for, shared by all screens of this song. */
  readonly memory: ShapeMemory;
  readonly run: (command: SongCommand, group?: string) => CommandError | null;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Saves now what is not saved yet. */
  readonly flush: () => Promise<void>;
  /** Keeps the document as a new song beside the one that changed elsewhere; answers its id. */
  readonly keepAsNewSong: () => Promise<SongId>;
  readonly close: () => void;
};

const SAVE_DELAY_MS = 500;
const RETRY_DELAYS_MS = [1000, 2000, 5000, 10_000] as const;

/** Opens a song for editing. */
export function createSongEditor(open: OpenSong, api: SongApi): SongEditor {
  const memory: ShapeMemory = new Map();
  const store = createStore<SongState>(() => ({
    id: open.id,
    history: startHistory(open.document),
    revision: open.revision,
    saveState: 'saved',
    refusal: '',
  }));
  const saver = createSaver(store, open.document, api);

  const move = (history: History<SongDocument>): void => {
    const before = store.getState().history;
    if (history !== before) {
      store.setState({ history });
      saver.changed();
    }
  };
  return {
    store,
    memory,
    run: (command, group) => {
      const { history } = store.getState();
      const outcome = applyCommand(history.present, command);
      if (!outcome.ok) {
        return outcome.error;
      }
      move(recordState(history, fillShapes(outcome.value.document, memory), group ?? null));
      return null;
    },
    undo: () => move(undo(store.getState().history)),
    redo: () => move(redo(store.getState().history)),
    flush: saver.flush,
    keepAsNewSong: async () => (await api.createSong({ document: store.getState().history.present })).id,
    close: saver.stop,
  };
}

/** What a failed save means for the next one. */
function stateAfter(error: unknown): { readonly saveState: SaveState; readonly refusal: string } {
  const code = error instanceof ApiError ? error.code : 'odd-answer';
  const refusal = error instanceof Error ? error.message : '';
  if (code === 'stale-revision' || code === 'not-found') {
    return { saveState: 'conflict', refusal };
  }
  return code === 'invalid-input' || code === 'too-large'
    ? { saveState: 'refused', refusal }
    : { saveState: 'waiting', refusal: '' };
}

function createSaver(store: StoreApi<SongState>, savedFirst: SongDocument, api: SongApi) {
  let saved = savedFirst;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let current = Promise.resolve();
  let failures = 0;

  const later = (delayMs: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), delayMs);
  };

  const saveOnce = async (): Promise<void> => {
    const { id, revision, history } = store.getState();
    const document = history.present;
    store.setState({ saveState: 'saving' });
    const next = await api.saveSong(id, { baseRevision: revision, document });
    saved = document;
    failures = 0;
    const isNewest = store.getState().history.present === document;
    store.setState({ revision: next, saveState: isNewest ? 'saved' : 'changed', refusal: '' });
  };

  const failed = (error: unknown): void => {
    const after = stateAfter(error);
    store.setState(after);
    if (after.saveState === 'waiting') {
      later(RETRY_DELAYS_MS[Math.min(failures, RETRY_DELAYS_MS.length - 1)] ?? 0);
      failures += 1;
    }
  };

  const flush = (): Promise<void> => {
    clearTimeout(timer);
    current = current.then(async () => {
      const { history, saveState } = store.getState();
      if (history.present !== saved && saveState !== 'conflict') {
        await saveOnce().catch(failed);
      }
    });
    return current;
  };

  return {
    flush,
    /** A change: saved a moment later, or not at all once the song is known to have changed elsewhere. */
    changed: (): void => {
      if (store.getState().saveState !== 'conflict') {
        const isSaved = store.getState().history.present === saved;
        store.setState({ saveState: isSaved ? 'saved' : 'changed' });
        later(SAVE_DELAY_MS);
      }
    },
    stop: (): void => clearTimeout(timer),
  };
}
