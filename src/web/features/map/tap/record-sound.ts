/* The made-up record as sound: plain strums on every beat, through an audio package that is fetched with the first sound. */

import { fingerPin } from '../../../../core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../../../../core/formats/text-chart/parse-chart.ts';
import { frequencyOf } from '../../../../core/fretboard/tuner.ts';
import { voicePlainly } from '../../../../core/harmony/plain-voicing.ts';
import { newSong } from '../../../../core/song/document/new-song.ts';
import { applyChart } from '../../../../core/song/map/apply-chart.ts';
import { listBeats } from '../../../../core/song/played/beats.ts';
import { listPlayedBars } from '../../../../core/song/played/played-bars.ts';
import { MADE_UP_RECORD } from './made-up-record.data.ts';

/** One strum of the record: when, in seconds from its start, and which notes, in Hz. */
export type Strum = { readonly atSeconds: number; readonly hz: readonly number[]; readonly isFirst: boolean };

/** The strums of the made-up record: one on each beat, the first of a bar louder. */
export function listStrums(): readonly Strum[] {
  const { document } = applyChart(newSong(''), parseChart(MADE_UP_RECORD).chart, { unreadHeaders: [], fingerPin });
  return listBeats(listPlayedBars(document)).map(
    ({ beat, atSeconds, slot }): Strum => ({
      atSeconds,
      hz: slot === null || slot.chord === null ? [] : voicePlainly(slot.chord).map((midi) => frequencyOf(midi)),
      isFirst: beat === 0,
    }),
  );
}

/** Starts the record; answers how to stop it, or what went wrong. */
export async function playRecord(
  onEnd: () => void,
): Promise<{ readonly stop: () => void } | { readonly problem: string }> {
  try {
    const { start, PolySynth, Synth, now } = await import('tone');
    await start();
    const synth = new PolySynth(Synth, {
      oscillator: { type: 'triangle' },
      envelope: { attack: 0.004, decay: 0.5, sustain: 0.05, release: 0.3 },
      volume: QUIET_DB,
    }).toDestination();
    const from = now() + LEAD_SECONDS;
    const strums = listStrums();
    for (const { atSeconds, hz, isFirst } of strums) {
      hz.forEach((note, string) => {
        synth.triggerAttackRelease(note, 0.4, from + atSeconds + string * STRING_DELAY_SECONDS, isFirst ? 1 : 0.6);
      });
    }
    const lasts = (strums.at(-1)?.atSeconds ?? 0) + LEAD_SECONDS + 1;
    const timer = setTimeout(onEnd, lasts * 1000);
    return {
      stop: () => {
        clearTimeout(timer);
        synth.releaseAll();
        synth.dispose();
      },
    };
  } catch {
    return { problem: 'This browser gives no sound. Tap along to a record of your own.' };
  }
}

/** Quiet enough for headphones that were left at full volume. */
const QUIET_DB = -20;
const LEAD_SECONDS = 1;
const STRING_DELAY_SECONDS = 0.012;
