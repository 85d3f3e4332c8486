import type { BandEvent } from './band-event.ts';
import type { Step } from './clock.ts';
import { type Place, type PlayEvent, type Rehearsal, roundOf, stepsOf } from './itinerary.ts';

/** A step of a rehearsal at its place in the row of all steps: where it begins, in ticks and in seconds, and at which speed it is played. */
export type UnrolledStep = {
  readonly place: Place;
  readonly step: Step<PlayEvent>;
  readonly startTick: number;
  readonly startSeconds: number;
  readonly speed: number;
};

/** A rehearsal once through, from a place to its end: what is looped is played one round, joined sections each stage once. */
export function unrollRehearsal(rehearsal: Rehearsal, from: Place): readonly UnrolledStep[] {
  const once: Rehearsal = { ...rehearsal, plan: { ...rehearsal.plan, isLooped: false, roundsPerStage: 1 } };
  const steps = stepsOf(() => once);
  const unrolled: UnrolledStep[] = [];
  let at: { readonly place: Place; readonly speed: number } | null = {
    place: from,
    speed: rehearsal.speedOfRound(roundOf(from)),
  };
  let startTick = 0;
  let startSeconds = 0;
  while (at !== null) {
    const step = steps.stepAt(at.place);
    unrolled.push({ place: at.place, step, startTick, startSeconds, speed: at.speed });
    startTick += step.lengthTicks;
    startSeconds += (step.lengthTicks * step.secondsPerTick) / at.speed;
    at = steps.after(at.place);
  }
  return unrolled;
}

/** How long an unrolled rehearsal is, in seconds. */
export function lengthOf(unrolled: readonly UnrolledStep[]): number {
  const last = unrolled.at(-1);
  return last === undefined ? 0 : last.startSeconds + (last.step.lengthTicks * last.step.secondsPerTick) / last.speed;
}

/** A sound of an unrolled rehearsal: its tick and its second from the beginning of all, and how long a tick takes there. */
export type UnrolledSound = {
  readonly sound: BandEvent;
  readonly tick: number;
  readonly atSeconds: number;
  readonly secondsPerTick: number;
};

/** What is heard of an unrolled rehearsal, step by step; the delay between the strings of a strum is not in its moments. */
export function soundsOf(unrolled: readonly UnrolledStep[]): readonly UnrolledSound[] {
  return unrolled.flatMap(({ step, startTick, startSeconds, speed }) => {
    const secondsPerTick = step.secondsPerTick / speed;
    return step.events.flatMap(({ tick, event }) =>
      event.kind === 'sound'
        ? [
            {
              sound: event.sound,
              tick: startTick + tick,
              atSeconds: startSeconds + tick * secondsPerTick,
              secondsPerTick,
            },
          ]
        : [],
    );
  });
}
