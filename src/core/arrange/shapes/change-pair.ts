import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { scoreChange } from '../../shapes/change.ts';
import { effortOfHold, type Instrument } from '../../shapes/rank-shapes.ts';
import { type Candidate, listCandidates, type PlanMemory } from '../problem/candidates.ts';
import { FINE_LIMITS } from '../problem/chord-options.ts';
import { learningCost } from '../setup/learning.ts';
import { HOLD_WEIGHT } from '../setup/setup-solution.ts';

/** Two shapes and what going from the first to the second costs. */
export type ChangePair = { readonly from: Candidate; readonly to: Candidate; readonly cost: number };

/**
 * The shapes of two chords that are together easiest to hold and to change between; null where one cannot be played. Lists
 * with one candidate pin a shape.
 */
export function findEasiestChange(from: readonly Candidate[], to: readonly Candidate[]): ChangePair | null {
  let best: ChangePair | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const a of from) {
    for (const b of to) {
      const cost = scoreChange(a.places, b.places);
      const total = cost + (HOLD_WEIGHT * (effortOfHold(a.hold) + effortOfHold(b.hold))) / 2 + learnOf(a) + learnOf(b);
      if (total < least) {
        [least, best] = [total, { from: a, to: b, cost }];
      }
    }
  }
  return best;
}

function learnOf({ hold }: Candidate): number {
  return learningCost(hold.strangeness, false);
}

/** The shapes that a chord may be held as, as a plan considers them. */
export function listFineCandidates(
  chord: ChordSymbol,
  instrument: Instrument,
  memory: PlanMemory,
): readonly Candidate[] {
  return listCandidates(chord, instrument, FINE_LIMITS, memory).candidates;
}
