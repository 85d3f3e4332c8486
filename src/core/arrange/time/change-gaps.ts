/*
 * How much time there is for a change: from the last stroke that holds the old chord to the one by which the new must stand. It depends on the
 * pattern; where a part has none, strokes on quarters are taken.
 */
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import type { Part, Slot, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { type Performance, performanceOf } from '../performance/performance.ts';
import { heldUntil, standsAt } from './hand-window.ts';

/** A chord as it is entered: the bar and the slot. */
export type ChordEntry = { readonly bar: PlayedBar; readonly barIndex: number; readonly slot: Slot };

/** The time for a change in ms (null without a tempo), and whether a pattern decides it. */
export type ChangeGap = { readonly gapMs: number | null; readonly isByPattern: boolean };

/** Finds the time before each entry of a chord of a part as it is arranged. */
export function createGaps(document: SongDocument, part: Part): (entry: ChordEntry) => ChangeGap {
  const performance = performanceOf(document, part);
  return (entry) => {
    const { bar, barIndex, slot } = entry;
    const hasPattern = performance.bars[barIndex]?.pattern != null;
    const struck = hasPattern ? gapTicks(entry, performance) : null;
    const ticks = struck ?? quarterGap(slot);
    return {
      gapMs: bar.tempo === null ? null : ticksToSeconds(ticks, bar.tempo) * 1000,
      isByPattern: struck !== null,
    };
  };
}

/** With no pattern known, quarters: the last stroke on the old chord comes a quarter before the change is due. */
function quarterGap({ pushTicks }: Slot): number {
  return Math.max(0, QUARTER_TICKS - pushTicks);
}

/**
 * Ticks from the last stroke that holds the old chord to the one by which the new must stand; null where the old chord is not
 * struck in this bar or the one before.
 */
function gapTicks({ bar, barIndex, slot }: ChordEntry, { played, bars }: Performance): number | null {
  const hits = [barIndex - 1, barIndex].flatMap((index) =>
    (bars[index]?.strokes ?? []).map((stroke) => ({
      ...stroke,
      startTick: (played[index]?.startTick ?? 0) + stroke.startTick,
    })),
  );
  const early = played[barIndex]?.slots.find(({ id }) => id === slot.id)?.pushTicks ?? slot.pushTicks;
  const entry = hits.findIndex((hit) => hit.slot.id === slot.id && hit.startTick >= bar.startTick - early);
  const old = hits[entry - 1]?.slot.id;
  if (entry < 1 || old === undefined) {
    return null;
  }
  const before = hits.slice(0, entry);
  const holding = before.slice(before.findLastIndex((hit) => hit.slot.id !== old) + 1);
  const coming = hits.slice(entry);
  const until = coming.findIndex((hit) => hit.slot.id !== slot.id);
  return standsAt(until < 0 ? coming : coming.slice(0, until)) - heldUntil(holding);
}
