/* The made-up record as sound: plain strums on every beat. */

import { STRING_DELAY_SECONDS } from '../../../../core/arrange/performance/strum-notes.ts';
import { fingerPin } from '../../../../core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../../../../core/formats/text-chart/parse-chart.ts';
import { voicePlainly } from '../../../../core/harmony/plain-voicing.ts';
import type { LooseNote } from '../../../../core/rehearse/loose-notes.ts';
import { newSong } from '../../../../core/song/document/new-song.ts';
import { applyChart } from '../../../../core/song/map/apply-chart.ts';
import { listBeats } from '../../../../core/song/played/beats.ts';
import { listPlayedBars } from '../../../../core/song/played/played-bars.ts';
import { MADE_UP_RECORD } from './made-up-record.data.ts';

/** One strum of the record: when, in seconds from its start, and which notes, in MIDI numbers. */
export type Strum = { readonly atSeconds: number; readonly midi: readonly number[]; readonly isFirst: boolean };

/** The strums of the made-up record: one on each beat, the first of a bar louder. */
export function listStrums(): readonly Strum[] {
  const { document } = applyChart(newSong(''), parseChart(MADE_UP_RECORD).chart, { unreadHeaders: [], fingerPin });
  return listBeats(listPlayedBars(document)).map(
    ({ beat, atSeconds, slot }): Strum => ({
      atSeconds,
      midi: slot === null || slot.chord === null ? [] : voicePlainly(slot.chord),
      isFirst: beat === 0,
    }),
  );
}

/** The notes of the record, after a breath. */
export function recordNotes(): readonly LooseNote[] {
  return listStrums().flatMap(({ atSeconds, midi, isFirst }) =>
    midi.map((note, voice) => ({
      atSeconds: LEAD_SECONDS + atSeconds + voice * STRING_DELAY_SECONDS,
      seconds: 0.5,
      midi: note,
      voice,
      velocity: isFirst ? 0.8 : 0.5,
      touch: 'ring',
      fromMidi: null,
    })),
  );
}

const LEAD_SECONDS = 1;
