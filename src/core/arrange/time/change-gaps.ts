/*
 * How much time there is for a change: from the last stroke on the old chord to the first on the new one. It depends on the
 * pattern; where a part has none, strokes on quarters are taken.
 */
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import type { Pattern } from '../../rhythm/pattern.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { type BarStroke, findHand, listBarStrokes, toPattern } from '../../song/attachments/right-hand.ts';
import type { Part, Slot, SongDocument, StoredPattern } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

/** A chord as it is entered: the bar and the slot. */
export type ChordEntry = { readonly bar: PlayedBar; readonly barIndex: number; readonly slot: Slot };

/** The time for a change in ms (null without a tempo), and whether a pattern decides it. */
export type ChangeGap = { readonly gapMs: number | null; readonly isByPattern: boolean };

/** Finds the time before each entry of a chord; the strokes of a bar are worked out once. */
export function createGaps(
  document: SongDocument,
  part: Part,
  played: readonly PlayedBar[],
): (entry: ChordEntry) => ChangeGap {
  const known = new Map<number, readonly BarStroke[]>();
  const patterns = new Map<StoredPattern, Pattern>();
  const strokesOf = (index: number): readonly BarStroke[] => {
    const bar = played[index];
    const before = known.get(index);
    if (bar === undefined || before !== undefined) {
      return before ?? [];
    }
    const stored = findHand(document, part, bar).pattern;
    const pattern = stored === null ? null : (patterns.get(stored) ?? toPattern(stored));
    if (stored !== null && pattern !== null) {
      patterns.set(stored, pattern);
    }
    const strokes = listBarStrokes(bar, pattern, 0, played[index + 1]?.slots[0] ?? null);
    known.set(index, strokes);
    return strokes;
  };
  return (entry) => {
    const { bar, slot } = entry;
    const hasPattern = part.patterns.length > 0 && findHand(document, part, bar).pattern !== null;
    const struck = hasPattern ? gapTicks(entry, played, strokesOf) : null;
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

/** Ticks between the strokes on both sides of an entry; null where the old chord is not struck in this bar or the one before. */
function gapTicks(
  { bar, barIndex, slot }: ChordEntry,
  played: readonly PlayedBar[],
  strokesOf: (index: number) => readonly BarStroke[],
): number | null {
  const before = played[barIndex - 1];
  const earlier = before === undefined ? [] : strokesOf(barIndex - 1).map((stroke) => at(stroke, before.startTick));
  const hits = [...earlier, ...strokesOf(barIndex).map((stroke) => at(stroke, bar.startTick))];
  const entry = hits.findIndex((hit) => hit.slot === slot && hit.tick >= bar.startTick - slot.pushTicks);
  const [last, first] = [hits[entry - 1], hits[entry]];
  return last === undefined || first === undefined ? null : first.tick - last.tick;
}

function at({ startTick, slot }: BarStroke, barTick: number): { readonly tick: number; readonly slot: Slot | null } {
  return { tick: barTick + startTick, slot };
}
