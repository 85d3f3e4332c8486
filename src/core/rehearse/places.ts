/* Finding one's place again when the plan changes under what is being played. */
import { type BarPlace, indexOf, type Place, type Plan, placeAfter } from './itinerary.ts';

/**
 * The same bar in another plan, in the round that is being played: the nearest stage that has it, preferably the place it comes from.
 * Null where the other plan does not have it.
 */
export function samePlaceIn(from: Plan, to: Plan, place: Place): Place | null {
  if (place.kind === 'bar') {
    return sameBarIn(from, to, place);
  }
  const inner = sameBarIn(from, to, place.to);
  return inner === null ? null : { ...place, to: inner };
}

function sameBarIn(from: Plan, to: Plan, place: BarPlace): BarPlace | null {
  const index = indexOf(from, place);
  if (index === null) {
    return null;
  }
  if (to.stages[place.stage]?.[place.at] === index) {
    return place;
  }
  const stage = [place.stage, ...to.stages.keys()].find((each) => to.stages[each]?.includes(index) === true);
  return stage === undefined ? null : { ...place, stage, at: to.stages[stage]?.indexOf(index) ?? 0 };
}

/** The bars that are played from a place on, by their indexes, as far as `most`: over the end of a round as well. */
export function barsAhead(plan: Plan, place: Place, most: number): readonly number[] {
  const ahead: number[] = [];
  for (let at: Place | null = place; at !== null && ahead.length < most; at = placeAfter(plan, at)) {
    const index = indexOf(plan, at);
    if (index !== null) {
      ahead.push(index);
    }
  }
  return ahead;
}
