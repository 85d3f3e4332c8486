/*
 * A play-along as a sound file, rendered faster than it would play. Half a second is given out at a time, as to a speaker: thousands of
 * notes that wait in a graph make it slower than real time.
 */
import toWav from 'audiobuffer-to-wav';
import { lengthOf, soundsOf, type UnrolledStep } from '../../core/rehearse/unrolled.ts';
import { LAYERS, type Layer } from '../../core/song/document/scene.ts';
import { createBank } from './bank.ts';
import { fetchInstrument } from './bank-files.ts';
import { createOutput, type GuitarSound, loadBand } from './output.ts';

const RATE = 44_100;
const TAIL_SECONDS = 1.5;
const CHUNK_SECONDS = 0.5;
/** How long the last notes of a chunk are known before they are due: the delay of the strings of a strum lies within. */
const EARLY_SECONDS = 0.1;

/** Renders an unrolled rehearsal to the bytes of a WAV file (16 bits, one channel); `onProgress` hears how much is done, 0 to 1. */
export async function renderWav(
  unrolled: readonly UnrolledStep[],
  how: {
    readonly guitar: GuitarSound;
    readonly levels: Readonly<Record<Layer, number>>;
    readonly silent: readonly Layer[];
  },
  onProgress: (share: number) => void,
): Promise<Uint8Array> {
  const seconds = lengthOf(unrolled) + TAIL_SECONDS;
  const context = new OfflineAudioContext(1, Math.ceil(seconds * RATE), RATE);
  const output = createOutput(
    context,
    await loadBand(
      createBank(fetchInstrument, () => context),
      how.guitar,
    ),
  );
  for (const layer of LAYERS) {
    output.setLevel(layer, how.silent.includes(layer) ? 0 : how.levels[layer]);
  }
  const sounds = soundsOf(unrolled)
    .filter(({ sound }) => !how.silent.includes(sound.layer))
    .map(({ sound, atSeconds, secondsPerTick }) => ({ sound, time: atSeconds + sound.delaySeconds, secondsPerTick }));
  const inTime = sounds.sort((a, b) => a.time - b.time);
  let given = 0;
  const giveUntil = (until: number): void => {
    for (; given < inTime.length && (inTime[given]?.time ?? until) < until; given += 1) {
      const due = inTime[given];
      if (due !== undefined) {
        output.play(due);
      }
    }
  };
  giveUntil(CHUNK_SECONDS + EARLY_SECONDS);
  for (let at = CHUNK_SECONDS; at < seconds; at += CHUNK_SECONDS) {
    void context.suspend(at).then(() => {
      giveUntil(at + CHUNK_SECONDS + EARLY_SECONDS);
      onProgress(at / seconds);
      return context.resume();
    });
  }
  return new Uint8Array(toWav(await context.startRendering()));
}
