/* The sound of one string, through an audio package that is fetched with the first sound. */
type Sound = { readonly play: (hz: number, seconds: number) => void };

let opening: Promise<Sound> | null = null;

/** Plays a tone; answers what went wrong, or null. */
export async function playTone(hz: number, seconds: number): Promise<string | null> {
  try {
    opening ??= openSound();
    (await opening).play(hz, seconds);
    return null;
  } catch {
    opening = null;
    return 'This browser gives no sound; the tuner can still be read.';
  }
}

async function openSound(): Promise<Sound> {
  const { start, Synth, now } = await import('tone');
  await start();
  const synth = new Synth({
    oscillator: { type: 'fattriangle', count: 2, spread: 2 },
    envelope: { attack: 0.004, decay: 1.6, sustain: 0.08, release: 0.6 },
    volume: QUIET_DB,
  }).toDestination();
  return { play: (hz, seconds) => void synth.triggerAttackRelease(hz, seconds, now()) };
}

/** Quiet enough for headphones that were left at full volume. */
const QUIET_DB = -18;
