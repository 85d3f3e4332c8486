import { AVERAGE_HAND, type Hand } from '../shapes/hand.ts';
import { createPlanMemory, type PlanMemory } from './candidates.ts';

/** What all planning of a song goes by: the hand it is for, and what was already worked out, owned by the caller. */
export type Planner = { readonly hand: Hand; readonly memory: PlanMemory };

/** A planner that has worked out nothing yet. */
export function createPlanner(hand: Hand = AVERAGE_HAND): Planner {
  return { hand, memory: createPlanMemory() };
}
