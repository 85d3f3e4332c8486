import { AVERAGE_HAND, type Hand } from '../shapes/hand.ts';
import type { ShapeMemory } from './shape-memory.ts';

/** What all planning of a song goes by: the hand it is for, and the shapes already searched for, owned by the caller. */
export type Planner = { readonly hand: Hand; readonly memory: ShapeMemory };

/** A planner that has searched for nothing yet. */
export function createPlanner(hand: Hand = AVERAGE_HAND): Planner {
  return { hand, memory: new Map() };
}
