/*
 * The play-along in a handout's web page: the same clock and the same sounds as in the program, in one file that asks for nothing from
 * outside. It reads the song and the sounds that stand in the page.
 */
import { PAGE_LAYERS, type PageSong } from '../../core/formats/html/page-song.ts';
import type { Place } from '../../core/rehearse/itinerary.ts';
import { createBank, type Instrument, type InstrumentName } from '../sound/bank.ts';
import { createOutput, loadBand, type Output } from '../sound/output.ts';
import { PLAIN_TIMERS, type Playing, play } from '../sound/player.ts';
import { type PageState, placeAt, stepsOfPage } from './page-steps.ts';
import { createPageView } from './page-view.ts';

/** Bounds of the tempo, in shares of the song's, and how loud a layer is that is heard. */
const SLOWEST = 0.4;
const FASTEST = 1.3;
const HEARD = 0.9;

function readData(id: string): unknown {
  return JSON.parse(document.getElementById(id)?.textContent ?? 'null');
}

/** Decodes the sounds that stand in the page. */
async function openOutput(sounds: Partial<Record<InstrumentName, string>>): Promise<Output> {
  const context = new AudioContext({ latencyHint: 0.04 });
  await context.resume();
  const read = async (name: InstrumentName): Promise<ArrayBuffer> => {
    const text = atob(sounds[name] ?? '');
    return Uint8Array.from(text, (letter) => letter.charCodeAt(0)).buffer;
  };
  const bank = createBank(read, () => context);
  // A page carries no damped strings where none are played.
  const load = (name: InstrumentName): Promise<Instrument> => bank.load(sounds[name] === undefined ? 'steel' : name);
  return createOutput(context, await loadBand({ load }, 'steel'));
}

/** Makes the play-along work. */
function start(container: HTMLElement, song: PageSong, sounds: Partial<Record<InstrumentName, string>>): void {
  const state: PageState = { speed: 1, loop: null };
  const silent = new Set<string>(['second']);
  let current = 0;
  let playing: Playing | null = null;
  let output: Output | null = null;
  const steps = stepsOfPage(song, state);
  const sectionNow = (): number => song.played[current]?.section ?? 0;
  const tell = (said = `${Math.round(song.bpm * state.speed)} of ${song.bpm}`): void =>
    view.showStanding({ isPlaying: playing !== null, isLooped: state.loop !== null, said });
  const begin = async (): Promise<void> => {
    try {
      output ??= await openOutput(sounds);
    } catch {
      tell('This browser gives no sound.');
      return;
    }
    for (const layer of PAGE_LAYERS) {
      output.setLevel(layer, silent.has(layer) ? 0 : HEARD);
    }
    const from: Place = { kind: 'count-in', bars: 1, to: placeAt(current) };
    playing = play({ steps, from, speed: state.speed }, output, { onMoment, onEnd }, PLAIN_TIMERS);
    tell();
  };
  const onMoment: Parameters<typeof play>[2]['onMoment'] = ({ index, tick, counted }) => {
    if (index === null) {
      view.showCount(counted);
    } else {
      current = index;
      view.showBar(index, tick, counted);
    }
  };
  const onEnd = (): void => {
    playing = null;
    current = 0;
    tell();
  };
  const view = createPageView(container, song, {
    toggle: () => {
      if (playing === null) {
        void begin();
      } else {
        playing.stop();
        playing = null;
        tell();
      }
    },
    faster: (by) => {
      state.speed = Math.min(FASTEST, Math.max(SLOWEST, state.speed + by));
      playing?.setSpeed(state.speed);
      tell();
    },
    loop: () => {
      state.loop = state.loop === null ? sectionNow() : null;
      tell();
    },
    next: () => {
      const here = sectionNow();
      current = Math.max(
        0,
        song.played.findIndex(({ section }) => section > here),
      );
      state.loop = state.loop === null ? null : sectionNow();
      view.showBar(current, 0, null);
      playing?.jump(placeAt(current), state.speed);
      tell();
    },
    hear: (layer, isHeard) => {
      silent.delete(layer);
      if (!isHeard) {
        silent.add(layer);
      }
      output?.setLevel(layer, isHeard ? HEARD : 0);
    },
  });
  view.showBar(0, 0, null);
  tell();
}

const root = document.getElementById('play');
const pageSong = readData('song') as PageSong | null;
if (root !== null && pageSong !== null && pageSong.played.length > 0) {
  start(root, pageSong, (readData('sounds') ?? {}) as Partial<Record<InstrumentName, string>>);
}
