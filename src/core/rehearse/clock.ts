/*
 * The clock of a play-along: which events fall due, and when, without a clock of its own.
 *
 * What is played is a row of steps (a bar of the count-in, a bar of the song, a bar of rest) that is asked for one by one, so that
 * another level, another range or the loop may take effect with the next step. A head stands at the next tick that was not given out.
 * Time is an anchor and a straight line from it: time(tick) = anchor time + (tick - anchor tick) x seconds a tick. A change of tempo
 * sets a new anchor at the head; so nothing that was given out moves, and no error adds up but that of the sum of bar lengths.
 * A transport that keeps the whole song in a queue was tried and lost clicks while the page was busy.
 */

/** One step: how long it is, how long a tick takes at the song's own tempo, and what happens in it, in the order of ticks. */
export type Step<Event> = {
  readonly lengthTicks: number;
  readonly secondsPerTick: number;
  readonly events: readonly { readonly tick: number; readonly event: Event }[];
};

/** Where a play-along stands. `at` is the first event of the step that was not given out; `speed` 1 is the song's own tempo. */
export type Head<Event, Place> = {
  readonly place: Place;
  readonly step: Step<Event>;
  readonly at: number;
  readonly anchorTick: number;
  readonly anchorTime: number;
  readonly speed: number;
};

/** An event with the moment at which it is due, in seconds of the caller's clock, and how long a tick takes then. */
export type Due<Event> = { readonly time: number; readonly secondsPerTick: number; readonly event: Event };

/** Finds the step of a place, and the place after it; null where it ends. */
export type Steps<Event, Place> = {
  readonly stepAt: (place: Place) => Step<Event>;
  readonly after: (place: Place) => { readonly place: Place; readonly speed: number } | null;
};

/** A head at the beginning of a place. */
export function startAt<Event, Place>(
  steps: Steps<Event, Place>,
  { place, time, speed }: { readonly place: Place; readonly time: number; readonly speed: number },
): Head<Event, Place> {
  return { place, step: steps.stepAt(place), at: 0, anchorTick: 0, anchorTime: time, speed };
}

/** When a tick of the head's step is due. */
export function timeOfTick(head: Head<unknown, unknown>, tick: number): number {
  return head.anchorTime + ((tick - head.anchorTick) * head.step.secondsPerTick) / head.speed;
}

/** What falls due before a moment, and the head after it; null: all was played, the last step ends at `endTime`. */
export function takeUntil<Event, Place>(
  steps: Steps<Event, Place>,
  from: Head<Event, Place>,
  until: number,
): { readonly due: readonly Due<Event>[]; readonly head: Head<Event, Place> | null; readonly endTime: number } {
  const due: Due<Event>[] = [];
  let head = from;
  for (;;) {
    const own = dueOfStep(head, until);
    due.push(...own);
    const endTime = timeOfTick(head, head.step.lengthTicks);
    const at = head.at + own.length;
    if (at < head.step.events.length || endTime >= until) {
      return { due, head: own.length === 0 ? head : { ...head, at }, endTime };
    }
    const after = steps.after(head.place);
    if (after === null) {
      return { due, head: null, endTime };
    }
    head = startAt(steps, { place: after.place, time: endTime, speed: after.speed });
  }
}

/** What of the head's step falls due before a moment. */
function dueOfStep<Event>(head: Head<Event, unknown>, until: number): readonly Due<Event>[] {
  const { step, speed } = head;
  const rest = step.events.slice(head.at);
  const late = rest.findIndex(({ tick }) => timeOfTick(head, tick) >= until);
  return rest.slice(0, late < 0 ? rest.length : late).map(({ tick, event }) => ({
    time: timeOfTick(head, tick),
    secondsPerTick: step.secondsPerTick / speed,
    event,
  }));
}

/** The same at another speed from a moment on that lies in its step; nothing that was due before moves. */
export function atSpeed<Event, Place>(head: Head<Event, Place>, speed: number, fromTime: number): Head<Event, Place> {
  const time = Math.max(head.anchorTime, fromTime);
  const tick = head.anchorTick + ((time - head.anchorTime) * head.speed) / head.step.secondsPerTick;
  return { ...head, speed, anchorTick: tick, anchorTime: time };
}
