import { useMemo } from 'react';
import { listPasses } from '../../../core/arrange/form/form-summary.ts';
import type { Performed } from '../../../core/arrange/performance/performance.ts';
import { BEGINNING, indexOf, type Place } from '../../../core/rehearse/itinerary.ts';
import { barsAhead } from '../../../core/rehearse/places.ts';
import { rowAt, rowsOf, rowsOnStage, type StageRow } from '../../../core/rehearse/stage-rows.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { useDocument } from '../../editor/use-song.tsx';
import type { PlayAlong } from './play-along.ts';
import { barOf, planOf } from './play-along-desk.ts';

const NO_BARS: readonly number[] = [];

/** How far ahead a stage looks, in bars. */
const AHEAD_BARS = 12;

/** What stands on the stage: the bars of the stage that is played in rows, the place, and what is played from it on. */
export type StageSight = {
  readonly guitar: Performed;
  readonly place: Place;
  readonly index: number | null;
  /** The bars that are played from here on, by their indexes. */
  readonly ahead: readonly number[];
  readonly indexes: readonly number[];
  readonly rows: readonly StageRow[];
  readonly row: number;
  /** The rows in the upper and the lower place; null: none. */
  readonly shown: readonly [number | null, number | null];
};

/** The stage of a play-along as it stands; before it plays, its beginning. */
export function useStage(playAlong: PlayAlong): StageSight {
  const setup = playAlong.use((state) => state.setup);
  const place = playAlong.use((state) => state.place ?? state.start);
  const { document, guitar } = playAlong.use((state) => state.song);
  const plan = useMemo(() => planOf(document, setup), [document, setup]);
  const bar = barOf(place) ?? BEGINNING;
  const indexes = plan.stages[bar.stage] ?? plan.stages[0] ?? NO_BARS;
  const { played } = guitar;
  const rows = useMemo(() => rowsOf(indexes, played), [indexes, played]);
  const row = rowAt(rows, bar.at);
  // Over the end of a round comes its first row again.
  const next = row + 1 < rows.length ? row + 1 : plan.isLooped && rows.length > 1 ? 0 : null;
  return {
    guitar,
    place,
    index: indexOf(plan, bar),
    ahead: barsAhead(plan, bar, AHEAD_BARS),
    indexes,
    rows,
    row,
    shown: rowsOnStage(row, next),
  };
}

/** The passes of a song; of the open one where none is given. */
export function usePasses(given: SongDocument | null = null) {
  const open = useDocument();
  const document = given ?? open;
  return useMemo(() => listPasses(document), [document]);
}
