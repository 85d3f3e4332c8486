import type { Held, PerformedBar } from '../performance/performance.ts';
import { type ChangeTime, hardnessOf, isHeldAlike } from './change-times.ts';

/**
 * How much of its time the hardest change into each bar takes, as a share, by bars: above 1 it is quick there; 0 where nothing changes.
 * `changes` are those of the same bars (listChangeTimes); a change is told by its tightest place.
 */
export function hardnessByBar<How extends Held>(
  bars: readonly PerformedBar<How>[],
  changes: readonly ChangeTime<How>[],
): readonly number[] {
  let before: How | null = null;
  const hardnessTo = (held: How): number => {
    const from = before;
    before = held;
    const change = changes.find((each) => from !== null && isHeldAlike(each.from, from) && isHeldAlike(each.to, held));
    return change === undefined ? 0 : hardnessOf(change);
  };
  return bars.map(({ slots }) => Math.max(0, ...slots.map(({ held }) => (held === null ? 0 : hardnessTo(held)))));
}
