import { useEffect } from 'react';
import type { Recognised } from '../../../../core/arrange/recogniser/map-proposals.ts';
import { coreWorker } from '../../../api/core-worker.ts';
import { useDocument } from '../../../editor/use-song.tsx';
import { useMapState, useMapStores } from '../use-map.tsx';

/** A song is only looked through when nothing is typed for a moment: handing it to the worker takes the page some time. */
const PAUSE_MS = 150;

/** What repeats in the song that is shown, found beside the page; the last answer stays until the next one comes. */
export function useRecognised(): Recognised {
  const document = useDocument();
  const { session } = useMapStores();
  useEffect(() => {
    let drop = (): void => undefined;
    const timer = setTimeout(() => {
      const job = coreWorker.ask<'recognise'>({ kind: 'recognise', document });
      job.result.then((recognised) => session.setState({ recognised })).catch(() => undefined);
      drop = job.cancel;
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      drop();
    };
  }, [document, session]);
  return useMapState((state) => state.recognised);
}
