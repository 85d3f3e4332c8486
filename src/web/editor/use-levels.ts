import { useEffect, useState } from 'react';
import type { PlayedLevel } from '../../core/arrange/levels/levels.ts';
import { coreWorker } from '../api/core-worker.ts';
import { usePlayers } from './use-players.ts';
import { useDocument, usePart } from './use-song.tsx';

/** The levels of the open song's part, derived beside the page; null until the first answer, then the last one until the next. */
export function useLevels(): readonly PlayedLevel[] | null {
  const document = useDocument();
  const { id: partId } = usePart();
  const { players } = usePlayers();
  const [playedLevels, setLevels] = useState<readonly PlayedLevel[] | null>(null);
  useEffect(() => {
    const job = coreWorker.ask<'derive-levels'>({ kind: 'derive-levels', document, partId, players });
    job.result.then(setLevels).catch(() => undefined);
    return job.cancel;
  }, [document, partId, players]);
  return playedLevels;
}
