/* Sounds that stand for themselves rather than for bars of a song: a shape that is strummed, a row of chords, notes of a fill. */
import { STRING_DELAY_SECONDS, type StrumNote } from '../arrange/performance/strum-notes.ts';
import { type Setup, soundingMidi } from '../fretboard/capo.ts';
import type { Shape } from '../shapes/shape.ts';
import type { BandEvent } from './band-event.ts';
import type { Steps } from './clock.ts';
import { BEGINNING, type Place, type PlayEvent } from './itinerary.ts';

/** A note at a moment, both in seconds; what it is struck with as in BandEvent. */
export type LooseNote = Pick<BandEvent, 'midi' | 'voice' | 'velocity' | 'touch' | 'fromMidi'> & {
  readonly atSeconds: number;
  readonly seconds: number;
};

/** How long a strummed shape rings where nothing follows, and how far chords in a row are apart, in seconds. */
const RING_SECONDS = 1.6;
const NEXT_SECONDS = 0.55;
const VELOCITY = 0.65;

/** The strings of a shape one after the other, from low to high, as a strum down; it begins at a moment. */
function strumOf(
  { setup, shape }: { readonly setup: Setup; readonly shape: Shape },
  atSeconds = 0,
): readonly LooseNote[] {
  const sounding = shape.flatMap((fret, voice) => (fret === null ? [] : [{ fret, voice }]));
  return sounding.map(({ fret, voice }, order) => ({
    atSeconds: atSeconds + order * STRING_DELAY_SECONDS,
    seconds: RING_SECONDS,
    midi: soundingMidi(setup, voice, fret),
    voice,
    velocity: VELOCITY,
    touch: 'ring',
    fromMidi: null,
  }));
}

/** Shapes one after the other, as one would try out a capo fret; the strings of the one before are choked. */
export function strumRow(setup: Setup, shapes: readonly Shape[]): readonly LooseNote[] {
  return shapes.flatMap((shape, at) => strumOf({ setup, shape }, at * NEXT_SECONDS));
}

/** Notes of bars as loose notes. */
export function toLooseNotes(notes: readonly StrumNote[]): readonly LooseNote[] {
  return notes.map(({ stringIndex, ...note }) => ({ ...note, voice: stringIndex }));
}

/** Loose notes as one step of a player, whose ticks are seconds; nothing comes after it. */
export function stepsOfNotes(notes: readonly LooseNote[]): Steps<PlayEvent, Place> {
  const events = notes.map(({ atSeconds, seconds, ...note }) => ({
    tick: atSeconds,
    event: {
      kind: 'sound' as const,
      sound: {
        ...note,
        layer: 'guitar' as const,
        source: 'string' as const,
        startTick: atSeconds,
        delaySeconds: 0,
        ringTicks: seconds,
        seconds,
      },
    },
  }));
  const moments = [...new Set(notes.map(({ atSeconds }) => atSeconds))].map((tick) => ({
    tick,
    event: { kind: 'moment' as const, moment: { place: BEGINNING, index: null, tick, counted: null } },
  }));
  return {
    stepAt: () => ({
      lengthTicks: Math.max(0, ...notes.map(({ atSeconds, seconds }) => atSeconds + seconds)),
      secondsPerTick: 1,
      events: [...events, ...moments].sort((a, b) => a.tick - b.tick),
    }),
    after: () => null,
  };
}
