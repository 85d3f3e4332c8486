import { useEffect, useState } from 'react';
import type { Rung } from '../../../core/arrange/levels/levels.ts';
import { coreWorker } from '../../api/core-worker.ts';
import { usePupils } from '../../editor/use-pupils.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';

/** The rungs of the open song's part, derived beside the page; null until the first answer, then the last one until the next. */
export function useRungs(): readonly Rung[] | null {
  const document = useDocument();
  const { id: partId } = usePart();
  const { pupils } = usePupils();
  const [rungs, setRungs] = useState<readonly Rung[] | null>(null);
  useEffect(() => {
    const job = coreWorker.ask<'derive-rungs'>({ kind: 'derive-rungs', document, partId, pupils });
    job.result.then(setRungs).catch(() => undefined);
    return job.cancel;
  }, [document, partId, pupils]);
  return rungs;
}
