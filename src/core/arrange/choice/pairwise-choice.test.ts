import fc from 'fast-check';
import { expect, test } from 'vitest';
import { runs } from '../../../test-support/runs.ts';
import {
  type ChoiceCosts,
  choosePairwise,
  costOfChoice,
  createGreedyChoice,
  listNeighbours,
} from './pairwise-choice.ts';
import { findCheapestPath } from './shape-path.ts';

/** Up to five things of up to four options each, with costs between some of them. */
const arbitraryCosts: fc.Arbitrary<ChoiceCosts> = fc
  .array(fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 1, maxLength: 4 }), {
    minLength: 1,
    maxLength: 5,
  })
  .chain((single) => {
    const pairs = single.flatMap((_, first) =>
      single.slice(first + 1).map((__, offset) => ({ first, second: first + 1 + offset })),
    );
    const costs = pairs.map(({ first, second }) => {
      const size = (single[first]?.length ?? 0) * (single[second]?.length ?? 0);
      return fc.option(fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: size, maxLength: size }));
    });
    return fc.tuple(...costs).map((all) => ({
      single: single.map((options) => Float64Array.from(options)),
      pairs: pairs.flatMap((pair, index) => {
        const own = all[index];
        return own === null || own === undefined ? [] : [{ ...pair, costs: Float64Array.from(own) }];
      }),
    }));
  });

const costOf = ({ single, pairs }: ChoiceCosts, chosen: readonly number[]) =>
  single.reduce((sum, options, thing) => sum + (options[chosen[thing] ?? 0] ?? 0), 0) +
  pairs.reduce((sum, { first, second, costs }) => {
    const width = single[second]?.length ?? 0;
    return sum + (costs[(chosen[first] ?? 0) * width + (chosen[second] ?? 0)] ?? 0);
  }, 0);

const greedyCost = ({ single, pairs }: ChoiceCosts) => {
  const widths = single.map((options) => options.length);
  return createGreedyChoice(widths, listNeighbours(widths, pairs))(single).cost;
};

const allChoices = (single: readonly Float64Array[]): readonly (readonly number[])[] =>
  single.reduce<readonly (readonly number[])[]>(
    (choices, options) => choices.flatMap((chosen) => [...options.keys()].map((option) => [...chosen, option])),
    [[]],
  );

test('the choice for pairs is as cheap as trying every choice, and says so', () => {
  fc.assert(
    fc.property(arbitraryCosts, (costs) => {
      const best = choosePairwise(costs, 100_000);
      const least = Math.min(...allChoices(costs.single).map((chosen) => costOf(costs, chosen)));
      expect(best.isProven).toBe(true);
      expect(best.cost).toBeCloseTo(least, 6);
      expect(costOf(costs, best.chosen)).toBeCloseTo(best.cost, 6);
      expect(greedyCost(costs)).toBeGreaterThanOrEqual(least - 1e-6);
    }),
    { numRuns: runs(500), seed: 12 },
  );
});

test('a choice without proof costs what it says, and no single change of it is cheaper', () => {
  fc.assert(
    fc.property(arbitraryCosts, (costs) => {
      const widths = costs.single.map((options) => options.length);
      const { chosen, cost, isProven } = createGreedyChoice(widths, listNeighbours(widths, costs.pairs))(costs.single);
      expect(isProven).toBe(false);
      expect(costOf(costs, chosen)).toBeCloseTo(cost, 9);
      expect(costOfChoice(costs, chosen)).toBeCloseTo(cost, 9);
      costs.single.forEach((options, thing) => {
        for (const option of options.keys()) {
          const other = chosen.map((own, at) => (at === thing ? option : own));
          expect(costOf(costs, other)).toBeGreaterThanOrEqual(cost - 1e-6);
        }
      });
    }),
    { numRuns: runs(500), seed: 21 },
  );
});

test('without nodes left the best choice so far comes back, as not proven', () => {
  const costs: ChoiceCosts = {
    single: [Float64Array.of(1, 1.1), Float64Array.of(1, 1.1), Float64Array.of(1, 1.1)],
    pairs: [
      { first: 0, second: 1, costs: Float64Array.of(0, 5, 5, 1) },
      { first: 1, second: 2, costs: Float64Array.of(3, 0, 0, 3) },
      { first: 0, second: 2, costs: Float64Array.of(3, 1, 0, 3) },
    ],
  };
  const cut = choosePairwise(costs, 1);
  expect(cut.isProven).toBe(false);
  expect(cut.cost).toBeCloseTo(costOf(costs, cut.chosen), 9);
});

test('the path along a chain is as cheap as trying every path', () => {
  const arbitraryChain = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 6 }).chain((widths) =>
    fc.record({
      widths: fc.constant(widths),
      single: fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 24, maxLength: 24 }),
      change: fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 96, maxLength: 96 }),
    }),
  );
  fc.assert(
    fc.property(arbitraryChain, ({ widths, single, change }) => {
      const options = widths.map((width, step) => Float64Array.from(single.slice(step * 4, step * 4 + width)));
      const changeCost = (step: number, from: number, to: number) => change[step * 16 + from * 4 + to] ?? 0;
      const whole = (chosen: readonly number[]) =>
        chosen.reduce(
          (sum, option, step) =>
            sum + (options[step]?.[option] ?? 0) + (step === 0 ? 0 : changeCost(step, chosen[step - 1] ?? 0, option)),
          0,
        );
      const path = findCheapestPath({
        steps: widths.length,
        single: (step) => options[step] ?? new Float64Array(),
        change: changeCost,
      });
      expect(path.cost).toBeCloseTo(Math.min(...allChoices(options).map(whole)), 6);
      expect(whole(path.chosen)).toBeCloseTo(path.cost, 6);
    }),
    { numRuns: runs(300), seed: 3 },
  );
});
