import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { sumOf } from '../../kernel/list.ts';
import { beatTicks, formatMetre, type Metre } from '../../rhythm/metre.ts';
import { formatTempo } from '../../rhythm/tempo.ts';
import type { ChartBar, ChartSlot } from '../../song/chart/chart.ts';
import { PUSH_TICKS, STAR, TIE } from './read-mark.ts';
import { isEvenShare, slotStarts } from './share-beats.ts';

/** A bar as it stands between its bar lines; `metre` holds where the bar names none. */
export function formatBar(bar: ChartBar, metre: Metre): string {
  const own = bar.metre ?? metre;
  const prefixes = [
    bar.metre === null ? '' : `(${formatMetre(bar.metre)})`,
    bar.key === null ? '' : `(key ${formatKey(bar.key)})`,
    bar.tempo === null ? '' : `(tempo ${formatTempo(bar.tempo, own)})`,
    bar.pickupBeats === null ? '' : `(pickup ${bar.pickupBeats})`,
    bar.note === '' ? '' : `(note ${bar.note})`,
  ];
  return [...prefixes, bar.same ? 'same' : formatSlots(bar.slots, own)].filter((text) => text !== '').join(' ');
}

function formatSlots(slots: readonly ChartSlot[], metre: Metre): string {
  const starts = slotStarts(slots);
  const beat = beatTicks(metre);
  const isOnBeat = starts.map((start) => start % beat === 0);
  const onBeat = slots.flatMap((slot, index) =>
    isOnBeat[index] === true ? [{ ticks: lengthToNextOnBeat(slots, isOnBeat, index), slot }] : [],
  );
  const isEven = isEvenShare(onBeat, metre);
  return slots
    .flatMap((slot, index) => {
      if (isOnBeat[index] !== true) {
        return [formatSlot(slot, Math.floor((starts[index] ?? 0) / beat) + 1)];
      }
      const beats = lengthToNextOnBeat(slots, isOnBeat, index) / beat;
      return [formatSlot(slot, null), ...(isEven ? [] : Array.from({ length: beats - 1 }, () => '/'))];
    })
    .join(' ');
}

/** Ticks from a slot on the beat to the next slot on the beat: what comes off the beat between cuts into it. */
function lengthToNextOnBeat(slots: readonly ChartSlot[], isOnBeat: readonly boolean[], index: number): number {
  const next = isOnBeat.indexOf(true, index + 1);
  return sumOf(slots.slice(index, next === -1 ? slots.length : next), ({ ticks }) => ticks);
}

function formatSlot(slot: ChartSlot, afterBeat: number | null): string {
  if (slot.isTied) {
    return TIE;
  }
  const push = slot.pushTicks === PUSH_TICKS['<'] ? '<' : slot.pushTicks === PUSH_TICKS['<<'] ? '<<' : '';
  const name = slot.chord === null ? 'N.C.' : formatChordSymbol(slot.chord);
  const start = afterBeat === null ? '' : `&${afterBeat}`;
  const stop = slot.stop === null ? '' : `!${slot.stop.beat ?? ''}`;
  return `${push}${name}${start}${slot.hold ? '_' : ''}${stop}${slot.isStarred ? STAR : ''}`;
}
