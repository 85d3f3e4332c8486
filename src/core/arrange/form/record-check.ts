import { barTicks } from '../../rhythm/metre.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import type { SongDocument } from '../../song/document/document.ts';
import type { SongTotals } from '../../song/played/played-bars.ts';

/**
 * The map's length against the record's, both from the first beat to the end of the last bar. `bars` is the gap in full
 * bars at the song's tempo, rounded; `tempoBpm` is the tempo that would explain it, to a tenth.
 */
export type RecordCheck = {
  readonly mapSeconds: number;
  readonly recordSeconds: number;
  readonly gapSeconds: number;
  readonly bars: number;
  readonly tempoBpm: number;
};

/** Compares map and record; null without a record, a tempo or bars, and for a gap under half a bar (rule M10). */
export function checkRecord(document: SongDocument, { seconds, bars }: SongTotals): RecordCheck | null {
  const { tempo, recordSeconds, metre } = document.facts;
  if (tempo === null || recordSeconds === null || seconds === null || bars === 0) {
    return null;
  }
  const barSeconds = ticksToSeconds(barTicks(metre), tempo);
  const gapSeconds = recordSeconds - seconds;
  return Math.abs(gapSeconds) < barSeconds / 2
    ? null
    : {
        mapSeconds: seconds,
        recordSeconds,
        gapSeconds,
        bars: Math.round(Math.abs(gapSeconds) / barSeconds),
        tempoBpm: Math.round((tempo.tempoBpm * seconds * 10) / recordSeconds) / 10,
      };
}
