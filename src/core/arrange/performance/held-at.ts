import type { Part, SongDocument, StoredShape } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { type Held, type PerformedBar, performanceOf } from './performance.ts';

/** How the chord of a slot is held in a bar, or in the next one, whose first chord may come early; merged ones go on from before. */
export function heldAt<How extends Held>(
  bars: readonly PerformedBar<How>[],
  index: number,
  slotId: number,
): How | null {
  for (const at of [index, index + 1]) {
    const slots = bars[at]?.slots ?? [];
    const place = slots.findIndex(({ slot }) => slot.id === slotId);
    if (place >= 0) {
      const here = slots.slice(0, place + 1).findLast(({ held }) => held !== null)?.held;
      return here ?? (slots[place]?.isMerged === true ? lastHeldBefore(bars, at) : null);
    }
  }
  return null;
}

function lastHeldBefore<How extends Held>(bars: readonly PerformedBar<How>[], index: number): How | null {
  for (let at = index - 1; at >= 0; at -= 1) {
    const held = bars[at]?.slots.findLast((slot) => slot.held !== null)?.held;
    if (held != null) {
      return held;
    }
  }
  return null;
}

/** Finds how a part as it is arranged holds the chord of a slot in a played bar; null where it holds none. */
export function createHeldIn(
  document: SongDocument,
  part: Part,
): (bar: Pick<PlayedBar, 'startTick'>, slotId: number) => StoredShape | null {
  const { played, bars } = performanceOf(document, part);
  const indexes = new Map(played.map(({ startTick }, index) => [startTick, index]));
  return ({ startTick }, slotId) => {
    const index = indexes.get(startTick);
    return index === undefined ? null : (bars[index]?.slots.find(({ slot }) => slot.id === slotId)?.held ?? null);
  };
}
