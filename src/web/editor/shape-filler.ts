import type { StoreApi } from 'zustand/vanilla';
import { type FilledShapes, needsShapes, withShapes } from '../../core/arrange/shapes/part-shapes.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import type { SongState } from './song-state.ts';

/**
 * Fills in, beside the page, the shapes that a song lacks after an edit; the function that comes back is called after each one.
 * What is found belongs to the step of the edit. Where the song has moved on meanwhile, it is asked for again; while the song is held
 * nothing is filled in.
 */
export function createShapeFiller(of: {
  readonly store: StoreApi<SongState>;
  readonly find: (document: SongDocument) => Promise<FilledShapes>;
  readonly isHeld: () => boolean;
  readonly onFilled: () => void;
}): () => void {
  const { store, find, isHeld, onFilled } = of;
  let isFilling = false;
  const fill = (): void => {
    const document = store.getState().history.present;
    if (isFilling || !needsShapes(document)) {
      return;
    }
    isFilling = true;
    const take = (filled: FilledShapes | null): void => {
      isFilling = false;
      const { history } = store.getState();
      if (history.present !== document) {
        fill();
      } else if (filled !== null && !isHeld()) {
        store.setState({ history: { ...history, present: withShapes(document, filled) } });
        onFilled();
      }
    };
    // The edit is drawn first: handing the song to a worker takes the page some time.
    setTimeout(() => {
      find(document).then(take, () => take(null));
    });
  };
  return fill;
}
