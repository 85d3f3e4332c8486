import { beatTicks } from '../../rhythm/metre.ts';
import { type PlayedBar, slotStartTick } from '../../song/played/played-bars.ts';

/**
 * Whether a chord may go on an easy level: half a bar or less, on a weak beat, and neither a section's cadence nor the song's last
 * chord (docs/rules.md). `at` is its place in the bar.
 */
export function isPassing(played: readonly PlayedBar[], index: number, at: number): boolean {
  const bar = played[index];
  const slot = bar?.slots[at];
  if (
    bar === undefined ||
    slot === undefined ||
    slot.chord === null ||
    slot.hold ||
    slot.isTied ||
    slot.stop !== null
  ) {
    return false;
  }
  const start = slotStartTick(bar.slots, at);
  const isWeak = Math.floor(start / beatTicks(bar.metre)) % 2 === 1 || start * 2 === bar.lengthTicks;
  const next = played[index + 1];
  const isCadence = at === bar.slots.length - 1 && (next === undefined || next.passIndex !== bar.passIndex);
  return slot.ticks * 2 <= bar.lengthTicks && isWeak && !isCadence;
}
