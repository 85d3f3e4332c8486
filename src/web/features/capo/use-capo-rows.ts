import { startTransition, useEffect, useMemo, useState } from 'react';
import type { CapoPlan } from '../../../core/arrange/capo/capo-rows.ts';
import type { Players } from '../../../core/arrange/problem/planner.ts';
import { isEqual } from '../../../core/kernel/equal.ts';
import type { Part, SongDocument } from '../../../core/song/document/document.ts';
import { coreWorker, unlessDropped } from '../../api/core-worker.ts';

/** The rungs as far as they are worked out, whether more is to come, and what went wrong. */
export type CapoRows = {
  readonly plan: CapoPlan | null;
  readonly isWorking: boolean;
  readonly failure: string | null;
};

const NONE: CapoRows = { plan: null, isWorking: true, failure: null };

/**
 * Plans the rungs in the worker: sketches first, then each as it is worked out. Every rung has its place from the start, so
 * nothing moves; they are drawn in the time that keys and pointer leave. Nothing is planned anew when only the capo moves, since the answer is for all of its frets.
 */
export function useCapoRows(document: SongDocument, part: Part, players: Players): CapoRows {
  const [state, setState] = useState(NONE);
  const asked = useAsked(document, part);
  useEffect(() => {
    setState((before) => ({ ...before, isWorking: true, failure: null }));
    const show = (plan: CapoPlan): void =>
      startTransition(() => setState((before) => (isLess(plan, before.plan) ? before : { ...before, plan })));
    const request = { kind: 'plan-capo' as const, document: asked.document, partId: asked.part.id, players };
    const job = coreWorker.ask<'plan-capo'>(request, undefined, show);
    job.result.then(
      (plan) => startTransition(() => setState({ plan, isWorking: false, failure: null })),
      unlessDropped((error) => setState((before) => ({ ...before, isWorking: false, failure: error.message }))),
    );
    return job.cancel;
  }, [asked, players]);
  return state;
}

/** A sketch is not shown over a finished answer that is about to be replaced. */
function isLess(plan: CapoPlan, before: CapoPlan | null): boolean {
  return before !== null && before.rows.length > 0 && plan.rows.some(({ isRough }) => isRough);
}

type Asked = { readonly document: SongDocument; readonly part: Part };

/** The song as it was last asked for; the same while nothing changed that the answer depends on. */
function useAsked(document: SongDocument, part: Part): Asked {
  const [asked, setAsked] = useState<Asked>({ document, part });
  const isSame = useMemo(() => asksTheSame(asked, { document, part }), [asked, document, part]);
  if (isSame) {
    return asked;
  }
  const next = { document, part };
  setAsked(next);
  return next;
}

/** Whether the rungs come out the same. Shapes that were only accepted follow from the rest; what songs share is not looked into. */
function asksTheSame(a: Asked, b: Asked): boolean {
  const ownShapes = ({ shapes }: Part) => shapes.filter(({ origin }) => origin !== 'accepted');
  const dependsOn = ({ document: { facts, map }, part }: Asked) => {
    const { setup, instrument, wishes, id } = part;
    return [facts, map, setup.tuning, instrument, ownShapes(part), wishes, id];
  };
  return isEqual(dependsOn(a), dependsOn(b));
}
