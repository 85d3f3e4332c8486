import { useEffect, useState } from 'react';
import type { AssumptionKind, LooseChoices } from '../../../core/formats/loose-chart/assumption.ts';
import type { LooseReading } from '../../../core/formats/loose-chart/read-loose-chart.ts';
import { coreWorker, unlessDropped } from '../../api/core-worker.ts';

/** A loose chart while it is being looked at. */
export type LooseChart = {
  /** Null until it has been read. */
  readonly reading: LooseReading | null;
  readonly share: number;
  readonly failure: string;
  readonly choose: (kind: AssumptionKind, way: string) => void;
};

/** Reads a text in the worker, and again with every choice; leaving it cancels the reading. */
export function useLooseChart(text: string): LooseChart {
  const [choices, setChoices] = useState<LooseChoices>({});
  const [reading, setReading] = useState<LooseReading | null>(null);
  const [share, setShare] = useState(0);
  const [failure, setFailure] = useState('');
  useEffect(() => {
    const job = coreWorker.ask<'read-loose'>({ kind: 'read-loose', text, choices }, setShare);
    job.result.then(setReading).catch(unlessDropped((error) => setFailure(error.message)));
    return job.cancel;
  }, [text, choices]);
  return {
    reading,
    share,
    failure,
    choose: (kind, way) => setChoices((before) => ({ ...before, [kind]: way }) as LooseChoices),
  };
}
