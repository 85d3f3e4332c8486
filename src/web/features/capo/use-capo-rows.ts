import { useEffect, useState } from 'react';
import type { CapoRow } from '../../../core/arrange/capo-rows.ts';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/setup-question.ts';
import type { Hand } from '../../../core/shapes/hand.ts';
import type { Part, SongDocument } from '../../../core/song/document.ts';
import { coreWorker } from '../../api/core-worker.ts';

/** The rungs as far as they are worked out, whether more are to come, and what went wrong. */
export type CapoRows = {
  readonly rows: readonly CapoRow[];
  readonly isWorking: boolean;
  readonly failure: string | null;
};

/** How many rungs the ladder has; fewer are not shown, or they would move under the pointer as others come in. */
const ALL_RUNGS = HIGHEST_PLANNED_CAPO + 1;

const NONE: CapoRows = { rows: [], isWorking: true, failure: null };

/** Plans the rungs in the worker. Those shown before stay until as many of the new ones are known, so nothing jumps. */
export function useCapoRows(document: SongDocument, part: Part, hand: Hand): CapoRows {
  const [state, setState] = useState(NONE);
  const partId = part.id;
  useEffect(() => {
    setState((before) => ({ ...before, isWorking: true, failure: null }));
    const show = (rows: readonly CapoRow[]): void =>
      setState((before) => (rows.length < Math.max(before.rows.length, ALL_RUNGS) ? before : { ...before, rows }));
    const job = coreWorker.ask<'plan-capo'>({ kind: 'plan-capo', document, partId, hand }, undefined, show);
    job.result.then(
      (rows) => setState({ rows, isWorking: false, failure: null }),
      (error: Error) => setState((before) => ({ ...before, isWorking: false, failure: error.message })),
    );
    return job.cancel;
  }, [document, partId, hand]);
  return state;
}
