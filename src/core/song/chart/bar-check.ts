import { sumOf } from '../../kernel/list.ts';
import { type BeatUnit, barTicks, beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { ChartBar } from './chart.ts';

/** What keeps a bar from standing on its own. Beats are those its slots come to, and those the bar has, each as long as `unit` says. */
export type BarFault =
  | { readonly kind: 'repeats-and-has-content' }
  | { readonly kind: 'does-not-fill'; readonly beats: number; readonly wantedBeats: number; readonly unit: BeatUnit }
  | { readonly kind: 'off-the-half-beat' }
  | { readonly kind: 'tie-inside' };

/** The faults of a bar: slots fill it and start on whole or half beats; a repeated bar has none. */
export function checkBar(bar: ChartBar, songMetre: Metre): readonly BarFault[] {
  if (bar.same) {
    return bar.slots.length === 0 && bar.metre === null && bar.pickupBeats === null
      ? []
      : [{ kind: 'repeats-and-has-content' }];
  }
  const metre = bar.metre ?? songMetre;
  const wantedTicks = ticksOfBar(bar, songMetre);
  const ticks = sumOf(bar.slots, (slot) => slot.ticks);
  const beat = beatTicks(metre);
  const isOffGrid = bar.slots.some((slot) => slot.ticks < 1 || slot.ticks % (beat / 2) !== 0);
  return [
    ...(ticks === wantedTicks
      ? []
      : [{ kind: 'does-not-fill', beats: ticks / beat, wantedBeats: wantedTicks / beat, unit: metre.unit } as const]),
    ...(isOffGrid ? [{ kind: 'off-the-half-beat' } as const] : []),
    ...(bar.slots.every(isProperTie) ? [] : [{ kind: 'tie-inside' } as const]),
  ];
}

/** A tie stands first in its bar, and has no chord and no marks of its own. */
function isProperTie(slot: ChartBar['slots'][number], index: number): boolean {
  const { isTied, chord, pushTicks, hold, stop, isStarred } = slot;
  const isBare = chord === null && pushTicks === 0 && !hold && stop === null && !isStarred;
  return !isTied || (index === 0 && isBare);
}

/** How long a bar with content of its own lasts, a pick-up as long as its beats. */
export function ticksOfBar({ metre, pickupBeats }: Pick<ChartBar, 'metre' | 'pickupBeats'>, songMetre: Metre): number {
  const own = metre ?? songMetre;
  return pickupBeats === null ? barTicks(own) : pickupBeats * beatTicks(own);
}
