import type { StoreApi } from 'zustand/vanilla';
import type { SongDocument } from '../../core/song/document/document.ts';
import { ApiError, type SongApi } from '../api/client.ts';
import { isAtServer, type SaveState, type SongState } from './song-state.ts';

const SAVE_DELAY_MS = 500;
const RETRY_DELAYS_MS = [1000, 2000, 5000, 10_000] as const;

/** What a failed save means for the next one. */
function stateAfter(error: unknown): { readonly saveState: SaveState; readonly refusal: string } {
  const code = error instanceof ApiError ? error.code : 'odd-answer';
  const refusal = error instanceof Error ? error.message : '';
  if (code === 'stale-revision' || code === 'not-found') {
    return { saveState: 'conflict', refusal };
  }
  return code === 'invalid-input' || code === 'too-large'
    ? { saveState: 'refused', refusal }
    : { saveState: 'waiting', refusal: code === 'no-answer' ? '' : refusal };
}

/**
 * Brings the present state of a song to the server, one request at a time. A document whose answer was lost goes out again
 * before any newer one: a server that has taken it knows it by its content, so that nobody meets a save of their own as another's.
 */
export function createSaver(store: StoreApi<SongState>, api: SongApi) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let current = Promise.resolve();
  let failures = 0;

  const later = (delayMs: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), delayMs);
  };

  const send = async (document: SongDocument): Promise<void> => {
    const { id, revision } = store.getState();
    store.setState({ saveState: 'saving', sent: document });
    const next = await api.saveSong(id, { baseRevision: revision, document });
    failures = 0;
    const isNewest = store.getState().history.present === document;
    store.setState({
      revision: next,
      saved: document,
      sent: null,
      saveState: isNewest ? 'saved' : 'changed',
      refusal: '',
    });
  };

  const save = async (): Promise<void> => {
    const { sent, history } = store.getState();
    if (sent !== null && sent !== history.present) {
      await send(sent);
    }
    const { saved, history: now } = store.getState();
    if (now.present !== saved) {
      await send(now.present);
    }
  };

  /** In a conflict the other version is fetched, so that both can be shown; without an answer it is tried again. */
  const fetchOther = async (): Promise<void> => {
    const other = await api.openSong(store.getState().id).catch(() => null);
    if (store.getState().saveState === 'conflict') {
      store.setState({ other });
    }
  };

  const failed = async (error: unknown): Promise<void> => {
    const after = stateAfter(error);
    // Only a server that did not answer, or could not save now, may have taken it.
    store.setState(after.saveState === 'waiting' ? after : { ...after, sent: null });
    if (after.saveState === 'waiting') {
      later(RETRY_DELAYS_MS[Math.min(failures, RETRY_DELAYS_MS.length - 1)] ?? 0);
      failures += 1;
    }
    if (after.saveState === 'conflict') {
      await fetchOther();
    }
  };

  const flush = (): Promise<void> => {
    clearTimeout(timer);
    current = current.then(async () => {
      const state = store.getState();
      if (!isAtServer(state) && state.saveState !== 'conflict') {
        await save().catch(failed);
      }
    });
    return current;
  };

  return {
    flush,
    /** A change: saved a moment later, or not at all once the song is known to have changed elsewhere. */
    changed: (): void => {
      const state = store.getState();
      if (state.saveState !== 'conflict') {
        store.setState({ saveState: isAtServer(state) ? 'saved' : 'changed' });
        later(SAVE_DELAY_MS);
      }
    },
    stop: (): void => clearTimeout(timer),
  };
}
