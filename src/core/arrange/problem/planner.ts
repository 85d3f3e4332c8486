import { AVERAGE_HAND, type Hand } from '../../shapes/hand.ts';
import { createPlanMemory, type PlanMemory } from './candidates.ts';

/** Who is planned for: the hand, and the shapes it knows as "G" or "G 320033" (null: every shape counts alike). */
export type Players = { readonly hand: Hand; readonly known: ReadonlySet<string> | null };

/** What all planning of a song goes by: who it is for, and what was already worked out, owned by the caller. */
export type Planner = Players & { readonly memory: PlanMemory };

/** A planner that has worked out nothing yet. */
export function createPlanner(hand: Hand = AVERAGE_HAND): Planner {
  return { hand, known: null, memory: createPlanMemory() };
}
