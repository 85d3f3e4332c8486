/*
 * Where sounds go: onto an audio context, playing now or rendered to a file.
 *
 * Every string has one voice: what sounded on it is choked as it is struck again, as on a guitar. Each note is a sample with a decay of
 * its own; nodes that have ended are let go a few times a second, or memory would grow with every strum. To be told of each end by itself
 * would cost more than to look for them. What a note fades with serves another one afterwards: there is half as much to throw away.
 */
import { LAYERS, type Layer } from '../../core/song/document/scene.ts';
import type { Bank, Instrument, InstrumentName } from './bank.ts';
import { createSources, type DueSound, endNote, type LoadedBand, type Note } from './note-sources.ts';

/** Something that sounds. `now` is its clock in seconds, `latency` how much later it is heard. */
export type Output = {
  readonly now: () => number;
  readonly latency: () => number;
  readonly play: (due: DueSound) => void;
  /** Ends what sounds, and takes back what was still to come; from a moment on, only what would begin then or later. */
  readonly silence: (from?: number) => void;
  readonly setLevel: (layer: Layer, level: number) => void;
  /** How many sounds are going on or still to come: for tests of what is left behind. */
  readonly sounding: () => number;
};

/** The guitars there are. */
export const GUITARS = ['steel', 'nylon'] as const;

/** One of them. */
export type GuitarSound = (typeof GUITARS)[number];

/** Loads what a band plays on. */
export async function loadBand(bank: Bank, guitar: GuitarSound): Promise<LoadedBand> {
  const load = (name: InstrumentName): Promise<Instrument> => bank.load(name);
  const [strings, palm, bass] = await Promise.all([load(guitar), load('palm'), load('bass')]);
  return { guitar: strings, palm, bass };
}

/** An output onto a context; `destination` is where it ends, the context's own by default. */
export function createOutput(
  context: BaseAudioContext,
  band: LoadedBand,
  destination: AudioNode = context.destination,
): Output {
  const levels = mixerOf(context, destination);
  const spare = new Map<Layer, GainNode[]>(LAYERS.map((layer) => [layer, []]));
  const gainFor = (layer: Layer): GainNode => {
    const used = spare.get(layer)?.pop();
    if (used !== undefined) {
      return used;
    }
    const gain = new GainNode(context, { gain: 0 });
    gain.connect(levels[layer]);
    return gain;
  };
  const sourceOf = createSources(context, band, gainFor);
  const heard: Partial<Record<Layer, number>> = {};
  const voices = new Map<string, Live>();
  const live = new Set<Live>();
  let sweptAt = context.currentTime;
  const letGo = (own: Live): void => {
    own.source.disconnect();
    spare.get(own.layer)?.push(own.gain);
    live.delete(own);
    if (voices.get(own.voice) === own) {
      voices.delete(own.voice);
    }
  };
  const sweep = (): void => {
    sweptAt = context.currentTime;
    for (const each of live) {
      if (each.endsAt < sweptAt) {
        letGo(each);
      }
    }
  };
  return {
    now: () => context.currentTime,
    latency: () => latencyOf(context),
    play: (asked) => {
      const due = { ...asked, time: Math.max(asked.time, context.currentTime) };
      const { sound, time } = due;
      if (context.currentTime > sweptAt + SWEPT_EVERY) {
        sweep();
      }
      // What nobody hears is not begun: it would cost as much as what is heard.
      const made = heard[sound.layer] === 0 ? null : sourceOf(due);
      if (made === null) {
        return;
      }
      const voice = `${sound.layer} ${sound.voice}`;
      const own: Live = { ...made, from: time, layer: sound.layer, voice };
      const before = voices.get(voice);
      if (before !== undefined && sound.source !== 'click') {
        before.endsAt = endNote(before, time, CHOKE, CHOKED_AFTER);
      }
      voices.set(voice, own);
      live.add(own);
    },
    silence: (from) => {
      const now = context.currentTime;
      for (const each of live) {
        if (each.from >= (from ?? now)) {
          each.source.stop(now);
          letGo(each);
        } else if (from === undefined) {
          each.endsAt = endNote(each, now, CHOKE, CHOKED_AFTER);
        }
      }
    },
    setLevel: (layer, level) => {
      heard[layer] = level;
      fadeTo(levels[layer].gain, level, context.currentTime);
    },
    sounding: () => {
      sweep();
      return live.size;
    },
  };
}

type Live = Omit<Note, 'endsAt'> & {
  readonly from: number;
  readonly layer: Layer;
  readonly voice: string;
  endsAt: number;
};

/** How often what has ended is looked for, in seconds. */
const SWEPT_EVERY = 0.25;

const CHOKE = 0.006;
/** After five time constants less than a hundredth is left of it. */
const CHOKED_AFTER = 0.03;
const LEVEL_FADE = 0.03;
/** Quiet enough for headphones that were left at full volume. */
const MASTER = 0.28;

function mixerOf(context: BaseAudioContext, destination: AudioNode): Readonly<Record<Layer, GainNode>> {
  const master = new GainNode(context, { gain: MASTER });
  master.connect(destination);
  const levelOf = (): GainNode => {
    const gain = new GainNode(context, { gain: 1 });
    gain.connect(master);
    return gain;
  };
  return {
    guitar: levelOf(),
    second: levelOf(),
    bass: levelOf(),
    loop: levelOf(),
    click: levelOf(),
    tone: levelOf(),
  };
}

/** Goes to a level without a crackle. A fade that ends costs nothing afterwards; one that only comes near goes on for ever. */
function fadeTo(gain: AudioParam, level: number, now: number): void {
  if (gain.value !== level) {
    gain.cancelScheduledValues(now);
    gain.setValueAtTime(gain.value, now);
    gain.linearRampToValueAtTime(level, now + LEVEL_FADE);
  }
}

/** How much later than its clock a context is heard. */
function latencyOf(context: BaseAudioContext): number {
  return context instanceof AudioContext && Number.isFinite(context.outputLatency) ? context.outputLatency : 0;
}
