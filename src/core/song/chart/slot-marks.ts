import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { range, sumOf } from '../../kernel/list.ts';
import { beatTicks, type Metre, QUARTER_TICKS } from '../../rhythm/metre.ts';
import type { ChartBar, ChartSlot } from './chart.ts';

/** Ticks by which a change comes early: not, an eighth note, a sixteenth. */
export const PUSH_STEPS: readonly number[] = [0, QUARTER_TICKS / 2, QUARTER_TICKS / 4];

/** What can be marked on a chord: that it comes early, rings after one strum, is hit and cut, or that the teacher marks it. */
export type SlotMark = 'early' | 'ring' | 'cut' | 'star';

/** A bar whose first chord is let go on from the bar before, or is struck again: `chord` is the one that sounds before. */
export function turnTie(bar: ChartBar, chord: ChordSymbol | null): ChartBar {
  const [first, ...rest] = bar.slots;
  if (first === undefined || bar.same) {
    return bar;
  }
  const own: ChartSlot = first.isTied
    ? { ...first, isTied: false, chord }
    : { ...first, isTied: true, chord: null, pushTicks: 0, hold: false, stop: null, isStarred: false };
  return { ...bar, slots: [own, ...rest] };
}

/** A bar with the next state of a mark on one of its chords: on and off; early goes from an eighth to a sixteenth first. */
export function turnMark(bar: ChartBar, index: number, mark: SlotMark): ChartBar {
  return { ...bar, slots: bar.slots.map((slot, at) => (at === index ? turned(slot, mark) : slot)) };
}

/** The beats of a bar, counted from 1, on which one of its chords can be cut: those that come while it sounds, after its own first moment. */
export function listCutBeats(
  slots: readonly { readonly ticks: number }[],
  index: number,
  metre: Metre,
): readonly number[] {
  const beat = beatTicks(metre);
  const start = sumOf(slots.slice(0, index), ({ ticks }) => ticks);
  const end = start + (slots[index]?.ticks ?? 0);
  return range(Math.floor(start / beat) + 1, Math.ceil(end / beat)).map((at) => at + 1);
}

function turned(slot: ChartSlot, mark: SlotMark): ChartSlot {
  if (slot.chord === null) {
    return slot;
  }
  switch (mark) {
    case 'early': {
      const step = PUSH_STEPS.indexOf(slot.pushTicks);
      return { ...slot, pushTicks: PUSH_STEPS[(step + 1) % PUSH_STEPS.length] ?? 0 };
    }
    case 'ring':
      return { ...slot, hold: !slot.hold, stop: null };
    case 'cut':
      return { ...slot, hold: false, stop: slot.stop === null ? { beat: null } : null };
    case 'star':
      return { ...slot, isStarred: !slot.isStarred };
  }
}
