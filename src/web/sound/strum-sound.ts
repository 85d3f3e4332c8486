/* Patterns as sound, through an audio package that is fetched with the first one. */
import type { StrumNote } from '../../core/arrange/performance/strum-notes.ts';
import { frequencyOf } from '../../core/fretboard/tuner.ts';

/** What is playing. */
type Playing = { readonly stop: () => void };

/** Plays notes from now on; answers how to stop them, or what went wrong. */
export async function playNotes(
  notes: readonly StrumNote[],
  onEnd: () => void,
): Promise<Playing | { readonly problem: string }> {
  try {
    const { start, PolySynth, Synth, now } = await import('tone');
    await start();
    const synth = new PolySynth({
      maxPolyphony: 64,
      voice: Synth,
      options: {
        oscillator: { type: 'fattriangle', count: 2, spread: 6 },
        envelope: { attack: 0.003, decay: 0.9, sustain: 0.02, release: 0.15 },
      },
      volume: QUIET_DB,
    }).toDestination();
    const from = now() + LEAD_SECONDS;
    for (const { midi, seconds, atSeconds, velocity } of notes) {
      synth.triggerAttackRelease(frequencyOf(midi), seconds, from + atSeconds, velocity);
    }
    const lasts = Math.max(0, ...notes.map(({ atSeconds, seconds }) => atSeconds + seconds)) + LEAD_SECONDS;
    const stop = (): void => {
      clearTimeout(timer);
      synth.releaseAll();
      setTimeout(() => synth.dispose(), FADE_MS);
    };
    const timer = setTimeout(() => {
      stop();
      onEnd();
    }, lasts * 1000);
    return { stop };
  } catch {
    return { problem: 'This browser gives no sound; the strokes can still be read.' };
  }
}

/** Quiet enough for headphones that were left at full volume. */
const QUIET_DB = -20;
const LEAD_SECONDS = 0.15;
const FADE_MS = 400;
