/*
 * Undo and redo as snapshots.
 *
 * Documents are shared plain data, so a snapshot costs only what changed. Steps that carry the same group in a row (a run
 * of typing, one drag) become one. Inverse commands were rejected: every command would need its twin, and a chart edit
 * has none that is smaller than the document itself.
 */

/** Past and future states around the present one; `group` joins the next step of the same group to the last. */
export type History<T> = {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  readonly group: string | null;
};

const MOST_STEPS = 500;

/** A history with nothing to undo. */
export function startHistory<T>(present: T): History<T> {
  return { past: [], present, future: [], group: null };
}

/** Records a new state; the same state leaves the history as it is, and the future is dropped otherwise. */
export function recordState<T>(history: History<T>, next: T, group: string | null): History<T> {
  if (next === history.present) {
    return history;
  }
  const joins = group !== null && group === history.group && history.past.length > 0;
  const past = joins ? history.past : [...history.past, history.present].slice(-MOST_STEPS);
  return { past, present: next, future: [], group };
}

/** One step back, or the same history when there is none. */
export function undo<T>(history: History<T>): History<T> {
  const previous = history.past.at(-1);
  return previous === undefined
    ? history
    : {
        past: history.past.slice(0, -1),
        present: previous,
        future: [history.present, ...history.future],
        group: null,
      };
}

/** One step forward again, or the same history when there is none. */
export function redo<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  return next === undefined
    ? history
    : { past: [...history.past, history.present], present: next, future, group: null };
}
