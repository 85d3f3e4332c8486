/*
 * The steps of a song as differences between neighbouring states, written as JSON, and the states that they lead to. A state shares with
 * its neighbour what the step did not touch, and its difference is known as it was read, so nothing is compared again.
 */
import { Immer } from 'immer';
import { create, type Delta } from 'jsondiffpatch';
import type { SongDocument } from '../../core/song/document/document.ts';

const differ = create({
  objectHash: (item: object, index?: number) => ('id' in item ? `id ${String(item.id)}` : `at ${index}`),
  arrays: { detectMove: false },
});
const { produce } = new Immer({ autoFreeze: false });

/** The page stands still no longer than so while steps are read, in ms. */
const SLICE_MS = 12;
const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Differences between the states of one song after the other. */
export type StepDeltas = ReturnType<typeof createStepDeltas>;

/** Makes differences and follows them; remembers those between states that it has seen. */
export function createStepDeltas(pause: () => Promise<void> = nextTask) {
  const known = new WeakMap<SongDocument, { readonly from: SongDocument; readonly text: string }>();

  async function follow(
    start: SongDocument,
    texts: readonly string[],
    step: (state: SongDocument, delta: Delta) => unknown,
    note: (before: SongDocument, after: SongDocument, text: string) => void,
  ): Promise<readonly SongDocument[]> {
    const states: SongDocument[] = [];
    let state = start;
    let sliceAt = performance.now();
    for (const text of texts) {
      const delta = JSON.parse(text) as Delta | null;
      const next = delta === null ? { ...state } : produce(state, (draft) => void step(draft as SongDocument, delta));
      note(state, next, text);
      states.push(next);
      state = next;
      if (performance.now() - sliceAt > SLICE_MS) {
        await pause();
        sliceAt = performance.now();
      }
    }
    return states;
  }

  return {
    /** What leads from a state to the next one. */
    between(from: SongDocument, to: SongDocument): string {
      const before = known.get(to);
      if (before?.from === from) {
        return before.text;
      }
      const text = JSON.stringify(differ.diff(from, to) ?? null);
      known.set(to, { from, text });
      return text;
    },

    /** The states before the present one, the oldest first, from the differences that lead from each to the next. */
    async past(present: SongDocument, texts: readonly string[]): Promise<readonly SongDocument[]> {
      const back = await follow(
        present,
        [...texts].reverse(),
        (state, delta) => differ.unpatch(state, delta),
        (later, earlier, text) => known.set(later, { from: earlier, text }),
      );
      return [...back].reverse();
    },

    /** The states after the present one, in their order. */
    future(present: SongDocument, texts: readonly string[]): Promise<readonly SongDocument[]> {
      return follow(
        present,
        texts,
        (state, delta) => differ.patch(state, delta),
        (earlier, later, text) => known.set(later, { from: earlier, text }),
      );
    },
  };
}
