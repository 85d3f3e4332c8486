/*
 * Plays steps on an output: half a second is always given out ahead, so that a page that is busy loses nothing. A tick in a worker looks
 * ten times a second what is to be given out; what is shown has a timer of its own for the next moment, so that nothing wakes in between.
 *
 * What sounds and what is shown come from the same row of events: a moment is told when the sounds of its tick are heard, never when
 * they are given out. Tempo, place and plan can be changed at any time; what was given out already is taken back only where one jumps.
 */
import { atSpeed, type Head, type Steps, startAt, takeUntil, timeOfTick } from '../../core/rehearse/clock.ts';
import type { Moment, Place, PlayEvent } from '../../core/rehearse/itinerary.ts';
import type { Output } from './output.ts';
import { startPlainTicker, startTicker } from './ticker.ts';

/** What a player tells. */
export type Told = { readonly onMoment: (moment: Moment, time: number) => void; readonly onEnd: () => void };

/** Something that is playing. */
export type Playing = {
  readonly stop: () => void;
  /** 1 is the song's own tempo; from the next half second on. */
  readonly setSpeed: (speed: number) => void;
  /** Goes on from another place at once. */
  readonly jump: (place: Place, speed: number) => void;
  /**
   * Says that the bar that is being played has another place from now on: a loop was laid around it. Where what was given out ahead has
   * none (null), it is taken back from its bar line on, and another place comes there.
   */
  readonly replace: (place: (now: Place) => Place | null, orElse: Place) => void;
  /** How many sounds were given out after they were due. */
  readonly late: () => number;
};

/** What wakes a player: a tick as long as it plays, and a call after some ms that can be taken back. */
export type Timers = {
  readonly tick: (onTick: () => void) => { readonly stop: () => void };
  readonly later: (call: () => void, ms: number) => () => void;
};

const later: Timers['later'] = (call, ms) => {
  const timer = setTimeout(call, Math.max(0, ms));
  return () => clearTimeout(timer);
};

const PAGE_TIMERS: Timers = { tick: startTicker, later };

/** Timers of a page that may have no worker. */
export const PLAIN_TIMERS: Timers = { tick: startPlainTicker, later };

/** A timer may be early by its rounding. */
const TIMER_SLACK_MS = 2;

/** How far ahead sounds are given out, and how soon after a press the first one comes, in seconds. */
const AHEAD = 0.5;
const LEAD = 0.05;
const TAIL = 0.4;

/** A player as it stands. */
type Desk = {
  readonly steps: Steps<PlayEvent, Place>;
  readonly output: Output;
  readonly told: Told;
  readonly timers: Timers;
  readonly clock: { stop: () => void };
  head: Head<PlayEvent, Place> | null;
  /** What was given out lies before this; all of it is over at `endTime`. */
  until: number;
  endTime: number;
  moments: readonly { readonly moment: Moment; readonly time: number }[];
  late: number;
  stopWaiting: () => void;
};

/** Plays from a place on. */
export function play(
  { steps, from, speed }: { readonly steps: Steps<PlayEvent, Place>; readonly from: Place; readonly speed: number },
  output: Output,
  told: Told,
  timers: Timers = PAGE_TIMERS,
): Playing {
  const until = output.now() + LEAD;
  const desk: Desk = {
    steps,
    output,
    told,
    timers,
    clock: { stop: () => undefined },
    head: startAt(steps, { place: from, time: until, speed }),
    until,
    endTime: Number.POSITIVE_INFINITY,
    moments: [],
    late: 0,
    stopWaiting: () => undefined,
  };
  const goOn = (): void => {
    giveOut(desk);
    tell(desk);
  };
  desk.clock.stop = timers.tick(goOn).stop;
  goOn();
  return {
    stop: () => {
      desk.clock.stop();
      desk.stopWaiting();
      desk.head = null;
      desk.moments = [];
      output.silence();
    },
    setSpeed: (next) => {
      desk.head = desk.head === null ? null : atSpeed(desk.head, next, desk.until);
    },
    jump: (place, next) => {
      output.silence();
      desk.moments = [];
      beginAnew(desk, { place, time: output.now() + LEAD, speed: next });
      goOn();
    },
    replace: (change, orElse) => {
      const { head } = desk;
      const place = head === null ? null : change(head.place);
      if (head !== null && place !== null) {
        desk.head = { ...head, place };
      } else if (head !== null) {
        const time = Math.max(timeOfTick(head, 0), output.now() + LEAD);
        output.silence(time);
        beginAnew(desk, { place: orElse, time, speed: head.speed });
        goOn();
      }
    },
    late: () => desk.late,
  };
}

/** Goes on from a place at a moment; what was to come after it is forgotten. */
function beginAnew(desk: Desk, start: { readonly place: Place; readonly time: number; readonly speed: number }): void {
  desk.moments = desk.moments.filter(({ time }) => time < start.time);
  desk.until = start.time;
  desk.head = startAt(desk.steps, start);
}

/** Gives out what is due within the time ahead. */
function giveOut(desk: Desk): void {
  const { steps, output } = desk;
  const now = output.now();
  if (desk.head === null) {
    return;
  }
  desk.until = Math.max(desk.until, now + AHEAD);
  const { due, head, endTime } = takeUntil(steps, desk.head, desk.until);
  desk.head = head;
  desk.endTime = head === null ? endTime : Number.POSITIVE_INFINITY;
  for (const { time, secondsPerTick, event } of due) {
    if (event.kind === 'sound') {
      desk.late += time < now ? 1 : 0;
      output.play({ sound: event.sound, time: time + event.sound.delaySeconds, secondsPerTick });
    }
  }
  const shown = due.flatMap(({ time, event }) => (event.kind === 'moment' ? [{ moment: event.moment, time }] : []));
  desk.moments = shown.length === 0 ? desk.moments : [...desk.moments, ...shown];
}

/** Tells what is heard by now, and waits for the next moment. */
function tell(desk: Desk): void {
  const { output, told, timers, clock } = desk;
  desk.stopWaiting();
  const heard = output.now() - output.latency();
  const due = desk.moments.filter(({ time }) => time <= heard);
  desk.moments = due.length === 0 ? desk.moments : desk.moments.filter(({ time }) => time > heard);
  for (const { moment, time } of due) {
    told.onMoment(moment, time);
  }
  if (desk.head === null && heard > desk.endTime + TAIL) {
    clock.stop();
    told.onEnd();
    return;
  }
  const [next] = desk.moments;
  if (next !== undefined) {
    desk.stopWaiting = timers.later(() => tell(desk), (next.time - heard) * 1000 + TIMER_SLACK_MS);
  }
}
