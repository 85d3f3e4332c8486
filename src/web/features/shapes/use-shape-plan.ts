import { useEffect, useState } from 'react';
import type { ShapePlan } from '../../../core/arrange/shapes/shape-plan.ts';
import { coreWorker, unlessDropped } from '../../api/core-worker.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';

/** The Shapes step as far as it is worked out, and what went wrong. */
export type ShapeAnswer = {
  readonly plan: ShapePlan | null;
  readonly isWorking: boolean;
  readonly failure: string | null;
};

/** Plans the Shapes step in the worker; what was shown stays until the new answer is there. */
export function useShapePlan(): ShapeAnswer {
  const document = useDocument();
  const { id } = usePart();
  const { players } = usePlayers();
  const [answer, setAnswer] = useState<ShapeAnswer>({ plan: null, isWorking: true, failure: null });
  useEffect(() => {
    setAnswer((before) => ({ ...before, isWorking: true, failure: null }));
    const job = coreWorker.ask<'plan-shapes'>({ kind: 'plan-shapes', document, partId: id, players });
    job.result.then(
      (plan) => setAnswer({ plan, isWorking: false, failure: null }),
      unlessDropped((error) => setAnswer((before) => ({ ...before, isWorking: false, failure: error.message }))),
    );
    return job.cancel;
  }, [document, id, players]);
  return answer;
}
