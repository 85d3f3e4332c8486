/*
 * A rehearsal bar by bar: the count-in, the bars of a range in rounds, a bar of rest between them, and the stages of joined sections.
 *
 * It is asked for one step at a time and reads the rehearsal as it then stands: what a teacher changes while it plays (another level,
 * the capo, the loop, the next section) is heard from the next bar on.
 */
import { tempoOf } from '../arrange/performance/strum-notes.ts';
import { barTicks, type Metre } from '../rhythm/metre.ts';
import { ticksToSeconds } from '../rhythm/tempo.ts';
import type { ClickMode, Layer } from '../song/document/scene.ts';
import { type PlayedBar, slotEntryTick } from '../song/played/played-bars.ts';
import { type Band, eventsOfBar } from './band.ts';
import type { BandEvent } from './band-event.ts';
import { beatsMissing, clickAt, clicksOfBar, countInOf, pulsesOf } from './click.ts';
import type { Step, Steps } from './clock.ts';

/** How the bars are gone through. `stage` is the one that is played; after `roundsPerStage` rounds comes the next (null: when it is asked for). */
export type Plan = {
  readonly stages: readonly (readonly number[])[];
  readonly isLooped: boolean;
  readonly hasRest: boolean;
  readonly roundsPerStage: number | null;
};

/** A rehearsal as it stands. `speedOfRound`: 1 is the song's own tempo. */
export type Rehearsal = {
  /** Who plays in a stage: the same band, or each stage another level. */
  readonly bandOf: (stage: number) => Band;
  readonly layers: readonly Layer[];
  readonly plan: Plan;
  readonly click: ClickMode;
  /** The singer's first note, heard through the count-in; null: none. */
  readonly toneMidi: number | null;
  readonly speedOfRound: (round: number) => number;
};

/** Where in a rehearsal it stands; rounds count from 0 over all stages, `count` the bars that were played. */
export type Place =
  | { readonly kind: 'count-in'; readonly bars: number; readonly to: BarPlace }
  | BarPlace
  | { readonly kind: 'rest'; readonly to: BarPlace };

/** A bar of a round: the one at `at` of its stage. */
export type BarPlace = {
  readonly kind: 'bar';
  readonly stage: number;
  readonly round: number;
  readonly roundOfStage: number;
  readonly at: number;
  readonly count: number;
};

/** The first bar of all. */
export const BEGINNING: BarPlace = { kind: 'bar', stage: 0, round: 0, roundOfStage: 0, at: 0, count: 0 };

/** What happens: a sound, or a moment that is shown (a counted beat, a strum, a chord), by its tick in the step. */
export type PlayEvent =
  | { readonly kind: 'sound'; readonly sound: BandEvent }
  | { readonly kind: 'moment'; readonly moment: Moment };

/** A moment: `index` is the played bar, null in a count-in or a rest; `counted` is what is counted there, from 1, null between beats. */
export type Moment = {
  readonly place: Place;
  readonly index: number | null;
  readonly tick: number;
  readonly counted: number | null;
};

/** The steps of a rehearsal, read as it stands when each is asked for. */
export function stepsOf(read: () => Rehearsal): Steps<PlayEvent, Place> {
  return {
    stepAt: (place) => stepAt(read(), place),
    after: (place) => {
      const rehearsal = read();
      const next = placeAfter(rehearsal.plan, place);
      return next === null ? null : { place: next, speed: rehearsal.speedOfRound(roundOf(next)) };
    },
  };
}

/** Which round a place belongs to; a count-in and a rest belong to the round that they lead to. */
export function roundOf(place: Place): number {
  return place.kind === 'bar' ? place.round : place.to.round;
}

/** Which stage a place belongs to, as roundOf. */
export function stageOf(place: Place): number {
  return place.kind === 'bar' ? place.stage : place.to.stage;
}

/** The played bar of a place; null where none is played. */
export function indexOf({ stages }: Plan, place: Place): number | null {
  return place.kind === 'bar' ? (stages[place.stage]?.[place.at] ?? null) : null;
}

/** The place after one; null at the end. */
export function placeAfter(plan: Plan, place: Place): Place | null {
  if (plan.stages.length === 0) {
    return null;
  }
  if (place.kind !== 'bar') {
    return place.to;
  }
  const count = place.count + 1;
  if (place.at + 1 < (plan.stages[place.stage]?.length ?? 0)) {
    return { ...place, at: place.at + 1, count };
  }
  const rounds = place.roundOfStage + 1;
  const isStageOver = plan.roundsPerStage !== null && rounds >= plan.roundsPerStage;
  const hasNext = place.stage + 1 < plan.stages.length;
  const goesOn = isStageOver && hasNext;
  if (!goesOn && !plan.isLooped && (isStageOver || plan.roundsPerStage === null)) {
    return null;
  }
  const to: BarPlace = {
    kind: 'bar',
    stage: goesOn ? place.stage + 1 : place.stage,
    round: place.round + 1,
    roundOfStage: goesOn ? 0 : rounds,
    at: 0,
    count,
  };
  return plan.hasRest ? { kind: 'rest', to } : to;
}

function stepAt(rehearsal: Rehearsal, place: Place): Step<PlayEvent> {
  const { plan } = rehearsal;
  const to = place.kind === 'bar' ? place : place.to;
  const band = rehearsal.bandOf(to.stage);
  const index = plan.stages[to.stage]?.[to.at];
  const bar = index === undefined ? undefined : band.guitar.played[index];
  if (bar === undefined || index === undefined) {
    return { lengthTicks: 0, secondsPerTick: 0, events: [] };
  }
  const secondsPerTick = ticksToSeconds(1, tempoOf(bar));
  switch (place.kind) {
    case 'count-in':
      return countInStep({ bar, bars: place.bars, toneMidi: rehearsal.toneMidi, secondsPerTick }, place);
    case 'rest': {
      const rest = { metre: bar.metre, lengthTicks: barTicks(bar.metre) };
      const events = clicksOfBar(rest, rehearsal.click, to.count).map(soundAt);
      return { lengthTicks: rest.lengthTicks, secondsPerTick, events: inOrder([...events, ...beatsOf(rest, place)]) };
    }
    case 'bar': {
      const moment = { layers: rehearsal.layers, click: rehearsal.click, count: place.count, inRound: place.at };
      const sounds = eventsOfBar(band, index, moment);
      const shown = momentsOf(bar, [...sounds, ...chordStarts(bar)], { place, index });
      return { lengthTicks: bar.lengthTicks, secondsPerTick, events: inOrder([...sounds.map(soundAt), ...shown]) };
    }
  }
}

type CountIn = {
  readonly bar: PlayedBar;
  readonly bars: number;
  readonly toneMidi: number | null;
  readonly secondsPerTick: number;
};

/** The count-in with the singer's first note through it. */
function countInStep({ bar, bars, toneMidi, secondsPerTick }: CountIn, place: Place): Step<PlayEvent> {
  const { lengthTicks, beats } = countInOf(bar, bars);
  const clicks = beats.map(({ tick, beat }) => soundAt(clickAt(tick, beat === 0)));
  const tone = toneMidi === null || lengthTicks === 0 ? [] : [soundAt(toneOf(toneMidi, lengthTicks))];
  const shown = beats.map(({ tick, beat }) => momentAt({ place, index: null, tick, counted: beat + 1 }));
  return { lengthTicks, secondsPerTick, events: inOrder([...tone, ...clicks, ...shown]) };
}

function toneOf(midi: number, ringTicks: number): BandEvent {
  return {
    layer: 'tone',
    source: 'tone',
    startTick: 0,
    delaySeconds: 0,
    voice: 0,
    midi,
    ringTicks,
    seconds: null,
    velocity: 0.6,
    touch: 'ring',
    fromMidi: null,
  };
}

/** The counted beats of a bar. */
function beatsOf(bar: { readonly metre: Metre; readonly lengthTicks: number }, place: Place) {
  return pulsesOf(bar).map((tick, beat) => momentAt({ place, index: null, tick, counted: beat + 1 }));
}

function chordStarts({ slots }: PlayedBar): readonly { readonly startTick: number }[] {
  return slots.map((_, at) => ({ startTick: Math.max(0, slotEntryTick(slots, at)) }));
}

/** The moments of a bar: its counted beats, and wherever something is struck or a chord begins. A pick-up is counted from the end. */
function momentsOf(
  bar: PlayedBar,
  sounds: readonly { readonly startTick: number }[],
  { place, index }: { readonly place: BarPlace; readonly index: number },
) {
  const missing = beatsMissing(bar);
  const counts = new Map(pulsesOf(bar).map((tick, beat) => [tick, missing + beat + 1]));
  const ticks = [...new Set([0, ...counts.keys(), ...sounds.map(({ startTick }) => startTick)])];
  return ticks.map((tick) => momentAt({ place, index, tick, counted: counts.get(tick) ?? null }));
}

type StepEvent = Step<PlayEvent>['events'][number];

function soundAt(sound: BandEvent): StepEvent {
  return { tick: sound.startTick, event: { kind: 'sound', sound } };
}

function momentAt(moment: Moment): StepEvent {
  return { tick: moment.tick, event: { kind: 'moment', moment } };
}

function inOrder(events: readonly StepEvent[]): readonly StepEvent[] {
  return [...events].sort((a, b) => a.tick - b.tick);
}
