import { isEqual } from '../../kernel/equal.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { SONG_LIMITS } from '../document/song-limits.ts';
import { ticksOfBar } from './bar-check.ts';
import type { ChartBar } from './chart.ts';

/** A bar with each of its chords in a bar of its own, all in its metre; the bar itself where it holds one, or repeats another. */
export function splitBar(bar: ChartBar, songMetre: Metre): readonly ChartBar[] {
  const ticks = ticksOfBar({ metre: bar.metre, pickupBeats: null }, songMetre);
  return bar.same || bar.slots.length < 2
    ? [bar]
    : bar.slots.map((slot, index) => ({
        ...bar,
        key: index === 0 ? bar.key : null,
        tempo: index === 0 ? bar.tempo : null,
        pickupBeats: null,
        note: index === 0 ? bar.note : '',
        slots: [{ ...slot, ticks, stop: slot.stop === null ? null : { beat: null } }],
      }));
}

function joinNotes(bars: readonly ChartBar[]): string {
  return bars
    .map(({ note }) => note)
    .filter((note) => note !== '')
    .join('; ')
    .slice(0, SONG_LIMITS.cueCharacters);
}

/** Bars as one bar of the first one's metre, their chords sharing it evenly on half beats; null where that cannot be. */
export function joinBars(bars: readonly ChartBar[], songMetre: Metre): ChartBar | null {
  const [first] = bars;
  if (
    first === undefined ||
    bars.some((bar) => bar.same || !isEqual(bar.metre, first.metre) || bar.pickupBeats !== null)
  ) {
    return null;
  }
  const slots = bars.flatMap((bar) => bar.slots);
  const ticks = ticksOfBar(first, songMetre) / slots.length;
  return ticks % (beatTicks(first.metre ?? songMetre) / 2) !== 0
    ? null
    : {
        ...first,
        note: joinNotes(bars),
        slots: slots.map((slot) => ({ ...slot, ticks, stop: slot.stop === null ? null : { beat: null } })),
      };
}
