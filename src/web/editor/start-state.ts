import type { OpenSong } from '../../contract/api.ts';
import { nextRevision } from '../../contract/revision.ts';
import { isEqual } from '../../core/kernel/equal.ts';
import { startHistory } from '../../core/song/document/history.ts';
import type { LocalSteps } from './local-steps.ts';
import type { SongState } from './song-state.ts';

/**
 * Where editing goes on. Steps kept for this revision come back, unsent edits with them. Unsent edits on another revision
 * are a conflict, but for one that came of a save of this browser whose answer was lost: that is asked first. Mere steps of
 * another revision are dropped by who opens the song.
 */
export function startState(open: OpenSong, local: LocalSteps | null): SongState {
  const { id, revision, document } = open;
  const fresh: SongState = {
    id,
    history: startHistory(document),
    revision,
    saved: document,
    sent: null,
    saveState: 'saved',
    refusal: '',
    other: null,
    lost: [],
    partId: null,
  };
  if (local === null) {
    return fresh;
  }
  const { history, sent, isSaved } = local;
  if (local.revision === revision) {
    const present = isSaved ? document : history.present;
    return { ...fresh, history: { ...history, present }, sent, saveState: isSaved ? 'saved' : 'changed' };
  }
  if (isEqual(history.present, document)) {
    return { ...fresh, history: { ...history, present: document } };
  }
  if (isSaved) {
    return fresh;
  }
  if (sent !== null && sent !== history.present && revision === nextRevision(local.revision)) {
    return { ...fresh, history, revision: local.revision, saved: sent, sent, saveState: 'changed' };
  }
  return {
    ...fresh,
    history,
    saveState: 'conflict',
    refusal: 'Edits that this browser had not saved meet a song that was saved from somewhere else.',
    other: open,
  };
}
