/*
 * The best option at each step of a chain, where only neighbours in the chain weigh on each other: best shape for each
 * occurrence of a chord. Solved exactly along the chain (Viterbi).
 */

import { itemAt } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';

/** The costs of a chain: `single(step)[option]`, and what going from an option to one of the next step costs. */
export type ChainCosts = {
  readonly steps: number;
  readonly single: (step: number) => Float64Array;
  readonly change: (step: number, from: number, to: number) => number;
};

/** The cheapest options along a chain and what they cost in all; equal costs go to the lower option. */
export function findCheapestPath({ steps, single, change }: ChainCosts): {
  readonly chosen: readonly number[];
  readonly cost: number;
} {
  if (steps === 0) {
    return { chosen: [], cost: 0 };
  }
  let costs = Float64Array.from(single(0));
  const cameFrom: Int32Array[] = [];
  for (let step = 1; step < steps; step += 1) {
    const here = single(step);
    const next = new Float64Array(here.length);
    const from = new Int32Array(here.length);
    for (let to = 0; to < here.length; to += 1) {
      let least = Number.POSITIVE_INFINITY;
      for (let before = 0; before < costs.length; before += 1) {
        const cost = float64At(costs, before) + change(step, before, to);
        if (cost < least) {
          least = cost;
          from[to] = before;
        }
      }
      next[to] = least + float64At(here, to);
    }
    costs = next;
    cameFrom.push(from);
  }
  return walkBack(costs, cameFrom);
}

function walkBack(
  costs: Float64Array,
  cameFrom: readonly Int32Array[],
): {
  readonly chosen: readonly number[];
  readonly cost: number;
} {
  const cost = Math.min(...costs);
  const chosen = [costs.indexOf(cost)];
  for (let step = cameFrom.length - 1; step >= 0; step -= 1) {
    chosen.unshift(itemAt(cameFrom, step)[itemAt(chosen, 0)] ?? 0);
  }
  return { chosen, cost };
}
