import type { LocalSteps, StepStore } from './local-steps.ts';
import { lockName } from './open-song.ts';
import type { SongEditor } from './song-editor.ts';

const KEEP_DELAY_MS = 300;

/** Steps being kept: `keep` writes them now and answers whether this tab keeps any. */
export type KeptSteps = { readonly keep: () => boolean; readonly stop: () => void };

/**
 * Keeps the steps of an open song in this browser while it is the one tab that owns them. Another tab with the same song
 * edits and saves like any other; its steps are not kept, and when the owner closes it takes over.
 */
export function keepSteps(editor: SongEditor, steps: StepStore): KeptSteps {
  const { store } = editor;
  const { id } = store.getState();
  const over = new AbortController();
  let isOwner = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const keep = (): boolean => {
    clearTimeout(timer);
    if (isOwner) {
      void steps.write(id, stepsOf(editor)).catch(() => undefined);
    }
    return isOwner;
  };
  const stopListening = store.subscribe((state, before) => {
    if (
      state.history !== before.history ||
      state.revision !== before.revision ||
      state.saveState !== before.saveState
    ) {
      clearTimeout(timer);
      timer = setTimeout(keep, KEEP_DELAY_MS);
    }
  });
  void navigator.locks
    ?.request(lockName(id), { signal: over.signal }, async () => {
      isOwner = true;
      keep();
      await new Promise((resolve) => over.signal.addEventListener('abort', resolve));
    })
    .catch(() => undefined);
  window.addEventListener('pagehide', keep);
  return {
    keep,
    stop: () => {
      window.removeEventListener('pagehide', keep);
      stopListening();
      keep();
      over.abort();
    },
  };
}

function stepsOf(editor: SongEditor): LocalSteps {
  const { history, revision, saved } = editor.store.getState();
  return { revision, isSaved: history.present === saved, history };
}
