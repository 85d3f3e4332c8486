import { range } from '../../kernel/list.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import type { Slot } from '../document/document.ts';
import { type PlayedBar, slotAtTick } from './played-bars.ts';
import { toTimeline } from './timeline.ts';

/** One beat of a song as it is played: its place in its bar, counted from 0, when it comes, and what is played then. */
export type Beat = {
  readonly beat: number;
  /** From the start of the song; a bar without a tempo takes no time. */
  readonly atSeconds: number;
  readonly slot: Slot | null;
};

/** The beats of played bars, in their order. */
export function listBeats(played: readonly PlayedBar[]): readonly Beat[] {
  const { bars } = toTimeline(played);
  return played.flatMap((bar, index) => {
    const { metre, lengthTicks, tempo } = bar;
    const start = bars[index]?.startSeconds ?? 0;
    return range(0, Math.ceil(lengthTicks / beatTicks(metre))).map((beat): Beat => {
      const tick = beat * beatTicks(metre);
      const atSeconds = start + (tempo === null ? 0 : ticksToSeconds(tick, tempo));
      return { beat, atSeconds, slot: slotAtTick(bar, tick) };
    });
  });
}
