import type { StoreApi } from 'zustand/vanilla';
import type { SongId } from '../../contract/api.ts';
import { recordState } from '../../core/song/document/history.ts';
import type { SongApi } from '../api/client.ts';
import type { SongState } from './song-state.ts';

/** The ways out of a conflict with a song that was saved from elsewhere; none of them loses anything. */
export type ConflictEnds = {
  /** Ends a conflict: this document goes over the other, which is kept as a version. */
  readonly keepMine: () => Promise<void>;
  /** Ends a conflict: the other document is taken, as a step that can be undone; this one is kept as a version. */
  readonly takeOther: () => Promise<void>;
  /** Keeps the document as a new song beside the one that changed elsewhere; answers its id. */
  readonly keepAsNewSong: () => Promise<SongId>;
};

/** The ways out of a conflict of the song in `store`. */
export function conflictEnds(store: StoreApi<SongState>, api: SongApi, flush: () => Promise<void>): ConflictEnds {
  return {
    keepMine: async () => {
      const { id, other, history } = store.getState();
      if (other !== null) {
        await api.keepVersion(id, { reason: 'conflict' });
        store.setState({ revision: other.revision, saved: other.document, other: null, saveState: 'changed' });
        // Equal documents need no save: the conflict ends here.
        if (history.present === other.document) {
          store.setState({ saveState: 'saved' });
        }
        await flush();
      }
    },
    takeOther: async () => {
      const { id, other, history } = store.getState();
      if (other !== null) {
        await api.keepVersion(id, { reason: 'conflict', document: history.present });
        store.setState({
          revision: other.revision,
          saved: other.document,
          other: null,
          refusal: '',
          saveState: 'saved',
          history: recordState(history, other.document, null),
        });
      }
    },
    keepAsNewSong: async () => (await api.createSong({ document: store.getState().history.present })).id,
  };
}
