/*
 * Plays steps on an output: half a second is always given out ahead, so that a page that is busy loses nothing.
 *
 * What sounds and what is shown come from the same row of events: a moment is told when the sounds of its tick are heard, never when
 * they are given out. Tempo, place and plan can be changed at any time; what was given out already is taken back only where one jumps.
 */
import { atSpeed, type Due, type Head, type Steps, startAt, takeUntil, timeOfTick } from '../../core/rehearse/clock.ts';
import type { Moment, Place, PlayEvent } from '../../core/rehearse/itinerary.ts';
import type { Output } from './output.ts';
import { startTicker } from './ticker.ts';

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

type Ticker = (onTick: () => void) => { readonly stop: () => void };

/** How far ahead sounds are given out, and how soon after a press the first one comes, in seconds. */
const AHEAD = 0.5;
const LEAD = 0.05;
const TAIL = 0.4;

/** Plays from a place on. */
export function play(
  { steps, from, speed }: { readonly steps: Steps<PlayEvent, Place>; readonly from: Place; readonly speed: number },
  output: Output,
  told: Told,
  ticker: Ticker = startTicker,
): Playing {
  let until = output.now() + LEAD;
  let head: Head<PlayEvent, Place> | null = startAt(steps, { place: from, time: until, speed });
  let endTime = Number.POSITIVE_INFINITY;
  let moments: { readonly moment: Moment; readonly time: number }[] = [];
  let late = 0;

  const giveOne = ({ time, secondsPerTick, event }: Due<PlayEvent>, now: number): void => {
    if (event.kind === 'moment') {
      moments.push({ moment: event.moment, time });
    } else {
      late += time < now ? 1 : 0;
      output.play({ sound: event.sound, time: time + event.sound.delaySeconds, secondsPerTick });
    }
  };
  const giveOut = (): void => {
    const now = output.now();
    if (head === null) {
      return;
    }
    until = Math.max(until, now + AHEAD);
    const taken = takeUntil(steps, head, until);
    head = taken.head;
    endTime = head === null ? taken.endTime : Number.POSITIVE_INFINITY;
    for (const due of taken.due) {
      giveOne(due, now);
    }
  };
  const tell = (): void => {
    const heard = output.now() - output.latency();
    const due = moments.filter(({ time }) => time <= heard);
    if (due.length > 0) {
      moments = moments.filter(({ time }) => time > heard);
    }
    for (const { moment, time } of due) {
      told.onMoment(moment, time);
    }
    if (head === null && heard > endTime + TAIL) {
      clock.stop();
      told.onEnd();
    }
  };
  const clock = ticker(() => {
    giveOut();
    tell();
  });
  giveOut();
  return {
    stop: () => {
      clock.stop();
      head = null;
      moments = [];
      output.silence();
    },
    setSpeed: (next) => {
      head = head === null ? null : atSpeed(head, next, until);
    },
    jump: (place, next) => {
      output.silence();
      moments = [];
      until = output.now() + LEAD;
      head = startAt(steps, { place, time: until, speed: next });
      giveOut();
    },
    replace: (change, orElse) => {
      const place = head === null ? null : change(head.place);
      if (head !== null && place !== null) {
        head = { ...head, place };
      } else if (head !== null) {
        const time = Math.max(timeOfTick(head, 0), output.now() + LEAD);
        output.silence(time);
        moments = moments.filter((moment) => moment.time < time);
        until = time;
        head = startAt(steps, { place: orElse, time, speed: head.speed });
        giveOut();
      }
    },
    late: () => late,
  };
}
