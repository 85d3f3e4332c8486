import type { LocalSteps, StepStore } from './local-steps.ts';
import { lockName } from './open-song.ts';
import type { SongEditor } from './song-editor.ts';
import { isAtServer } from './song-state.ts';

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
  /** What was written last. */
  let kept: LocalSteps | null = null;

  const keep = (): boolean => {
    clearTimeout(timer);
    const now = stepsOf(editor);
    if (isOwner && !isSame(now, kept)) {
      kept = now;
      void steps.write(id, now).catch(() => {
        kept = null;
      });
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
      if (state.saveState === 'saving') {
        // What goes to the server is kept with it: its answer may be lost with the page.
        keep();
      } else {
        timer = setTimeout(keep, KEEP_DELAY_MS);
      }
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

/** What there is to keep of an open song. */
export function stepsOf(editor: SongEditor): LocalSteps {
  const state = editor.store.getState();
  const { history, revision, sent } = state;
  return { revision, isSaved: isAtServer(state), history, sent };
}

function isSame(one: LocalSteps, other: LocalSteps | null): boolean {
  return (
    one.history === other?.history &&
    one.revision === other.revision &&
    one.isSaved === other.isSaved &&
    one.sent === other.sent
  );
}
