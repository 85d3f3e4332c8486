/* The bars of a page's song as the steps of a player: a count-in, then bar after bar, round and round one section where it is looped. */
import { PAGE_LAYERS, type PageSong, type PageSound } from '../../core/formats/html/page-song.ts';
import type { BandEvent } from '../../core/rehearse/band-event.ts';
import type { Step, Steps } from '../../core/rehearse/clock.ts';
import type { BarPlace, Place, PlayEvent } from '../../core/rehearse/itinerary.ts';

/** What can change while it plays. */
export type PageState = { speed: number; loop: number | null };

/** A bar by its place among those that are played. */
export function placeAt(at: number, count = 0): BarPlace {
  return { kind: 'bar', stage: 0, round: 0, roundOfStage: 0, at, count };
}

/** The steps of a song as its state stands when each is asked for. */
export function stepsOfPage(song: PageSong, state: PageState): Steps<PlayEvent, Place> {
  return {
    stepAt: (place) => stepOf(song, place),
    after: (place) => {
      if (place.kind !== 'bar') {
        return { place: place.to, speed: state.speed };
      }
      const to = barAfter(song, place.at, state.loop);
      return to === null ? null : { place: placeAt(to, place.count + 1), speed: state.speed };
    },
  };
}

function barAfter({ played }: PageSong, at: number, loop: number | null): number | null {
  const after = at + 1;
  if (loop !== null && played[after]?.section !== loop) {
    return Math.max(
      0,
      played.findIndex(({ section }) => section === loop),
    );
  }
  return after < played.length ? after : null;
}

function stepOf({ bars, played }: PageSong, place: Place): Step<PlayEvent> {
  const at = place.kind === 'bar' ? place.at : place.to.at;
  const bar = bars[played[at]?.bar ?? -1];
  if (bar === undefined) {
    return { lengthTicks: 0, secondsPerTick: 0, events: [] };
  }
  const isBar = place.kind === 'bar';
  const sounds = PAGE_LAYERS.flatMap((layer, index) =>
    isBar || layer === 'click' ? (bar.sounds[index] ?? []).map((sound) => soundOf(layer, sound)) : [],
  );
  const chords = isBar ? (played[at]?.chords ?? []).map(({ tick }) => tick) : [];
  const moments = [...new Set([...bar.beats, ...chords])].map((tick): Step<PlayEvent>['events'][number] => {
    const beat = bar.beats.indexOf(tick);
    const moment = { place, index: isBar ? at : null, tick, counted: beat < 0 ? null : beat + 1 };
    return { tick, event: { kind: 'moment', moment } };
  });
  return {
    lengthTicks: bar.ticks,
    secondsPerTick: bar.secondsPerTick,
    events: [...sounds, ...moments].sort((a, b) => a.tick - b.tick),
  };
}

function soundOf(layer: (typeof PAGE_LAYERS)[number], row: PageSound): Step<PlayEvent>['events'][number] {
  const [tick, delayMs, voice, midi, ringTicks, seconds, velocity, touch, fromMidi] = row;
  const source: BandEvent['source'] = layer === 'bass' || layer === 'click' ? layer : 'string';
  const sound = {
    startTick: tick,
    delaySeconds: delayMs / 1000,
    voice,
    midi,
    ringTicks,
    seconds,
    velocity,
    touch,
    fromMidi,
  };
  return { tick, event: { kind: 'sound', sound: { ...sound, layer, source } } };
}
