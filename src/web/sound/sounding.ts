/*
 * What is heard now. There is one sound in the whole program: whatever is begun ends what was heard before, Esc ends it, and every
 * screen can light up what sounds.
 */
import { create } from 'zustand';
import type { Performed } from '../../core/arrange/performance/performance.ts';
import type { Steps } from '../../core/rehearse/clock.ts';
import { BEGINNING, type Moment, type Place, type PlayEvent } from '../../core/rehearse/itinerary.ts';
import { LAYERS, type Layer } from '../../core/song/document/scene.ts';
import type { GuitarSound, Output } from './output.ts';
import type { Playing } from './player.ts';

/** What is heard: its name (null: nothing), the moment that sounds, and what is wrong with the sound, if anything. */
export type Sounding = {
  readonly name: string | null;
  /** How much that is, in words; empty where nobody asks. */
  readonly about: string;
  readonly moment: Moment | null;
  /** Where in the song that is; null where it is no bar of it. */
  readonly bar: SoundingBar | null;
  /** When the moment was due on the clock of the sound, in seconds. */
  readonly time: number;
  readonly isLoading: boolean;
  readonly problem: string;
};

/** The bar that sounds: as written, the pass that plays it, and where its pattern stands at the moment, in ticks of its cycle. */
export type SoundingBar = { readonly barId: number; readonly passIndex: number; readonly patternTick: number };

const NOTHING: Sounding = { name: null, about: '', moment: null, bar: null, time: 0, isLoading: false, problem: '' };

/** What is heard now, for whoever wants to show it. */
export const useSounding = create<Sounding>(() => NOTHING);

/** What is to be heard. `steps` are asked for as they come due. */
export type Heard = {
  readonly name: string;
  readonly about?: string;
  readonly steps: Steps<PlayEvent, Place>;
  readonly from?: Place;
  readonly speed?: number;
  readonly guitar?: GuitarSound;
  /** How loud each layer is; all of them are heard unless something is said. */
  readonly levels?: Readonly<Record<Layer, number>>;
  /** What is played, where it is bars of the song: so screens know which bar sounds. */
  readonly performed?: (place: Place) => Performed;
  readonly onMoment?: (moment: Moment) => void;
  readonly onEnd?: () => void;
};

type Current = { readonly playing: Playing; readonly output: Output; readonly onEnd: () => void };

let current: Current | null = null;
let asked = 0;
let wasTold = false;

const NO_SOUND = 'This browser gives no sound now. Everything else goes on: what would sound is shown.';

/** Plays; what was heard before ends. Answers null where something else was asked for meanwhile. */
export async function hear(heard: Heard): Promise<{ readonly playing: Playing; readonly output: Output } | null> {
  stopHearing();
  asked += 1;
  const own = asked;
  useSounding.setState({ ...NOTHING, name: heard.name, about: heard.about ?? '', isLoading: true });
  // Fetched with the first sound: most screens are looked at in silence.
  const [{ openOutput }, { play }] = await Promise.all([import('./sound-engine.ts'), import('./player.ts')]);
  const output = await openOutput(heard.guitar ?? 'steel', tellSilence);
  if (own !== asked) {
    return null;
  }
  const finish = (): void => {
    if (own === asked) {
      stopHearing();
    }
  };
  useSounding.setState({ isLoading: false });
  for (const layer of LAYERS) {
    output.setLevel(layer, heard.levels?.[layer] ?? 1);
  }
  const playing = play({ steps: heard.steps, from: heard.from ?? BEGINNING, speed: heard.speed ?? 1 }, output, {
    onMoment: (moment, time) => {
      useSounding.setState({ moment, time, bar: barOf(heard, moment) });
      heard.onMoment?.(moment);
    },
    onEnd: finish,
  });
  current = { playing, output, onEnd: heard.onEnd ?? (() => undefined) };
  return current;
}

function tellSilence(): void {
  useSounding.setState({ problem: wasTold ? '' : NO_SOUND });
  wasTold = true;
}

function barOf({ performed }: Heard, { index, place, tick }: Moment): SoundingBar | null {
  const own = index === null ? undefined : performed?.(place);
  const [played, bar] = [own?.played[index ?? 0], own?.bars[index ?? 0]];
  return played === undefined || bar === undefined
    ? null
    : { barId: played.bar.id, passIndex: played.passIndex, patternTick: bar.cycleTick + tick };
}

/** Ends what is heard, whoever asked for it; they are told. */
export function stopHearing(): void {
  asked += 1;
  const ended = current;
  current = null;
  ended?.playing.stop();
  ended?.onEnd();
  useSounding.setState({ name: null, moment: null, bar: null, isLoading: false });
}
