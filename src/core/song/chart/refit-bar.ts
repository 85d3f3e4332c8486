import { isEqual } from '../../kernel/equal.ts';
import { sumOf } from '../../kernel/list.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { ticksOfBar } from './bar-check.ts';
import type { ChartBar, ChartSlot } from './chart.ts';

/** A bar in another metre (null: that of the song): its last chord goes on, or what does not fit any more is cut off. */
export function refitBar(bar: ChartBar, metre: Metre | null, songMetre: Metre): ChartBar {
  if (bar.same) {
    return bar;
  }
  const own = metre !== null && isEqual(metre, songMetre) ? null : metre;
  const beats = (own ?? songMetre).beats;
  const pickupBeats = bar.pickupBeats !== null && bar.pickupBeats < beats ? bar.pickupBeats : null;
  const wantedTicks = ticksOfBar({ metre: own, pickupBeats }, songMetre);
  const slots = fill(bar.slots, wantedTicks, beatTicks(own ?? songMetre));
  return { ...bar, metre: own, pickupBeats, slots };
}

function fill(slots: readonly ChartSlot[], wantedTicks: number, beat: number): readonly ChartSlot[] {
  const kept: ChartSlot[] = [];
  let at = 0;
  for (const slot of slots) {
    const ticks = Math.ceil(slot.ticks / (beat / 2)) * (beat / 2);
    if (at < wantedTicks) {
      kept.push({ ...slot, ticks: Math.min(ticks, wantedTicks - at) });
    }
    at += ticks;
  }
  const last = kept.at(-1);
  const missing = wantedTicks - sumOf(kept, ({ ticks }) => ticks);
  const filled = last === undefined ? kept : [...kept.slice(0, -1), { ...last, ticks: last.ticks + missing }];
  return filled.map((slot, index) => withStopInside(slot, filled.slice(0, index), beat));
}

/** A stop on a beat that its chord no longer reaches becomes a stop at once. */
function withStopInside(slot: ChartSlot, before: readonly ChartSlot[], beat: number): ChartSlot {
  const startTick = sumOf(before, ({ ticks }) => ticks);
  const stopTick = slot.stop?.beat === null || slot.stop === null ? startTick : (slot.stop.beat - 1) * beat;
  return stopTick >= startTick && stopTick < startTick + slot.ticks ? slot : { ...slot, stop: { beat: null } };
}
