/* The song in time: where each played bar begins, and every chord with the moment it is struck. */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { type PlayedBar, slotEntryTick, slotStartTick, totalsOf } from './played-bars.ts';

/** Where a played bar begins: in beats of the bars' own metres, and in seconds (null without a tempo). */
export type BarStart = { readonly startBeat: number; readonly startSeconds: number | null };

/** A chord as it is struck. `startTick` counts from the first beat of the song and lies before the beat where it comes early. */
export type TimelineEvent = {
  /** Index of its bar among the played bars. */
  readonly barIndex: number;
  /** Null: no chord is played. */
  readonly chord: ChordSymbol | null;
  readonly startTick: number;
  /** Until the next event begins, or the song ends. */
  readonly lengthTicks: number;
  readonly startSeconds: number | null;
  /** Whether another chord sounded before, or none. */
  readonly isChange: boolean;
  readonly pushTicks: number;
  readonly hold: boolean;
  /** When it is cut, in ticks from the first beat of the song; null where it is not. */
  readonly stopTick: number | null;
};

/** The whole song in time; bars are in step with the played bars. */
export type Timeline = { readonly bars: readonly BarStart[]; readonly events: readonly TimelineEvent[] };

/** Lays played bars out in time. */
export function toTimeline(played: readonly PlayedBar[]): Timeline {
  const bars = startsOf(played);
  const struck = inOrder(played.flatMap((bar, barIndex) => eventsOf(bar, barIndex)));
  const lastBar = played.at(-1);
  const endTick = lastBar === undefined ? 0 : lastBar.startTick + lastBar.lengthTicks;
  const events = struck.map((event, index): TimelineEvent => {
    const before = struck[index - 1];
    const until = struck[index + 1]?.startTick ?? endTick;
    return {
      ...event,
      lengthTicks: Math.max(0, until - event.startTick),
      startSeconds: secondsAt(event.startTick, event.barIndex, { played, bars }),
      isChange: before === undefined || nameOf(before.chord) !== nameOf(event.chord),
    };
  });
  return { bars, events };
}

function nameOf(chord: ChordSymbol | null): string {
  return chord === null ? '' : formatChordSymbol(chord);
}

function startsOf(played: readonly PlayedBar[]): readonly BarStart[] {
  let startBeat = 0;
  let startSeconds: number | null = 0;
  return played.map(({ lengthTicks, metre, tempo }) => {
    const start: BarStart = { startBeat, startSeconds: tempo === null ? null : startSeconds };
    startBeat += lengthTicks / beatTicks(metre);
    startSeconds = tempo === null || startSeconds === null ? null : startSeconds + ticksToSeconds(lengthTicks, tempo);
    return start;
  });
}

type Struck = Omit<TimelineEvent, 'lengthTicks' | 'startSeconds' | 'isChange'>;

/** The chords of a bar that are struck; a tie lets the one before go on. */
function eventsOf({ slots, startTick, metre }: PlayedBar, barIndex: number): readonly Struck[] {
  return slots.flatMap(({ chord, pushTicks, hold, isTied, stop }, index): readonly Struck[] => {
    if (isTied) {
      return [];
    }
    const onBeat = startTick + slotStartTick(slots, index);
    const stopTick =
      stop === null ? null : stop.beat === null ? onBeat : startTick + (stop.beat - 1) * beatTicks(metre);
    return [
      { barIndex, chord, startTick: Math.max(0, startTick + slotEntryTick(slots, index)), pushTicks, hold, stopTick },
    ];
  });
}

/** A chord that comes early by more than the one before it lasts comes no earlier than that one. */
function inOrder(struck: readonly Struck[]): readonly Struck[] {
  let latest = 0;
  return struck.map((event) => {
    latest = Math.max(latest, event.startTick);
    return event.startTick === latest ? event : { ...event, startTick: latest };
  });
}

/** The moment of a tick at or shortly before a bar: an early chord still goes at the tempo of the bar before. */
function secondsAt(
  tick: number,
  barIndex: number,
  { played, bars }: { readonly played: readonly PlayedBar[]; readonly bars: readonly BarStart[] },
): number | null {
  const bar = played[barIndex];
  if (bar !== undefined && tick < bar.startTick && barIndex > 0) {
    return secondsAt(tick, barIndex - 1, { played, bars });
  }
  const start = bars[barIndex]?.startSeconds ?? null;
  return bar === undefined || start === null || bar.tempo === null
    ? null
    : start + ticksToSeconds(tick - bar.startTick, bar.tempo);
}

/** Chord changes a minute over some played bars, from one chord to another inside them; null without a tempo. */
export function changesPerMinute(played: readonly PlayedBar[]): number | null {
  const { events } = toTimeline(played);
  const { seconds } = totalsOf(played);
  const changes = events.slice(1).filter(({ isChange }) => isChange).length;
  return seconds === null || seconds === 0 ? null : (changes * 60) / seconds;
}
