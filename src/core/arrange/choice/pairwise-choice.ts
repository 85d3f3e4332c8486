/*
 * One choice for each of several things, where every choice has a cost and every pair of neighbours another.
 *
 * This is what holding one shape for each chord name comes to: it is no chain, since the song comes back to each chord, so
 * no dynamic programming along the song answers it. First options that another one beats whatever the neighbours do are
 * struck out (dead-end elimination, Goldstein's form: exact). What is left is searched by branch and bound from a good first
 * answer found by improving one choice at a time. When the nodes run out the best answer so far is given, as not proven.
 */

import { itemAt, range } from '../../kernel/list.ts';
import { float64At, numberAt } from '../../kernel/number-at.ts';

/** The costs of a choice: `single[i][s]`, and for pairs i < j that matter `pair(i, j)[s * options(j) + t]`. */
export type ChoiceCosts = {
  readonly single: readonly Float64Array[];
  readonly pairs: readonly PairCosts[];
};

/** The costs of one pair of things, row by row of the first one's options. */
export type PairCosts = { readonly first: number; readonly second: number; readonly costs: Float64Array };

/** The chosen option of each thing, what it costs in all, and whether nothing cheaper exists. */
export type BestChoice = {
  readonly chosen: readonly number[];
  readonly cost: number;
  readonly isProven: boolean;
  readonly nodes: number;
};

/** One neighbour of a thing: the costs beside it, row by row of the thing's own options, and by those of the neighbour's. */
type Neighbour = {
  readonly other: number;
  readonly isFirst: boolean;
  readonly width: number;
  readonly costs: Float64Array;
  readonly turned: Float64Array;
};

/** The neighbours of each thing. */
export type Neighbours = readonly (readonly Neighbour[])[];

/** The neighbours of each thing by the pairs that matter; `widths` are the numbers of options. */
export function listNeighbours(widths: readonly number[], pairs: readonly PairCosts[]): Neighbours {
  const neighbours: Neighbour[][] = widths.map(() => []);
  for (const { first, second, costs } of pairs) {
    const [rows, columns] = [itemAt(widths, first), itemAt(widths, second)];
    const turned = turnRows(costs, rows, columns);
    itemAt(neighbours, first).push({ other: second, costs, turned, isFirst: true, width: columns });
    itemAt(neighbours, second).push({ other: first, costs: turned, turned: costs, isFirst: false, width: rows });
  }
  return neighbours;
}

/** Rows as columns. */
function turnRows(costs: Float64Array, rows: number, columns: number): Float64Array {
  const turned = new Float64Array(costs.length);
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      turned[column * rows + row] = float64At(costs, row * columns + column);
    }
  }
  return turned;
}

type Work = {
  readonly single: readonly Float64Array[];
  readonly neighbours: Neighbours;
  /** The options of each thing that are still in the running. */
  readonly alive: (readonly number[])[];
};

const SWEEPS = 20;
const ROUNDING = 1e-9;

/** Finds the cheapest choice; after `mostNodes` nodes the best one so far. Equal costs go to the lower option. */
export function choosePairwise(costs: ChoiceCosts, mostNodes: number): BestChoice {
  const work = toWork(costs);
  const first = improve(
    work,
    work.alive.map((_, thing) => cheapestAlone(work, thing)),
  );
  strikeOut(work);
  return search(work, first, mostNodes);
}

/**
 * Makes good choices without proof among things whose pairs stay the same and whose options cost otherwise each time: each thing in
 * turn takes its best option until nothing changes.
 */
export function createGreedyChoice(
  widths: readonly number[],
  neighbours: Neighbours,
): (single: readonly Float64Array[]) => BestChoice {
  const alive = widths.map((width) => range(0, width));
  return (single) => {
    const work: Work = { single, neighbours, alive };
    const chosen = improve(
      work,
      alive.map((_, thing) => cheapestAlone(work, thing)),
    );
    return { chosen, cost: costOf(work, chosen), isProven: false, nodes: 0 };
  };
}

/** What a choice costs. */
export function costOfChoice({ single, pairs }: ChoiceCosts, chosen: readonly number[]): number {
  let cost = 0;
  for (const [thing, options] of single.entries()) {
    cost += float64At(options, itemAt(chosen, thing));
  }
  for (const { first, second, costs } of pairs) {
    cost += float64At(costs, itemAt(chosen, first) * itemAt(single, second).length + itemAt(chosen, second));
  }
  return cost;
}

function toWork({ single, pairs }: ChoiceCosts): Work {
  const widths = single.map((options) => options.length);
  return { single, neighbours: listNeighbours(widths, pairs), alive: widths.map((width) => range(0, width)) };
}

function pairCost({ costs, width }: Neighbour, own: number, other: number): number {
  return float64At(costs, own * width + other);
}

function cheapestAlone({ single, alive }: Work, thing: number): number {
  const options = itemAt(single, thing);
  let best = 0;
  for (const option of itemAt(alive, thing)) {
    best = float64At(options, option) < float64At(options, best) ? option : best;
  }
  return best;
}

/** What each option of a thing costs beside the options chosen for its neighbours, written into `costs`. */
function weighBeside(
  { single, neighbours }: Work,
  thing: number,
  chosen: readonly number[],
  costs: Float64Array,
): void {
  const own = itemAt(single, thing);
  costs.set(own);
  for (const { other, turned } of itemAt(neighbours, thing)) {
    const row = numberAt(chosen, other) * own.length;
    for (let option = 0; option < own.length; option += 1) {
      costs[option] = float64At(costs, option) + float64At(turned, row + option);
    }
  }
}

/** Each thing in turn takes its best option until nothing changes; one whose neighbours stayed as they were has it already. */
function improve(work: Work, start: readonly number[]): readonly number[] {
  const chosen = [...start];
  const isToWeigh = chosen.map(() => true);
  const costs = new Float64Array(Math.max(0, ...work.single.map(({ length }) => length)));
  for (let sweep = 0; sweep < SWEEPS && isToWeigh.includes(true); sweep += 1) {
    for (let thing = 0; thing < chosen.length; thing += 1) {
      const before = chosen[thing];
      if (isToWeigh[thing] === true) {
        isToWeigh[thing] = false;
        weighBeside(work, thing, chosen, costs);
        chosen[thing] = cheapestOf(itemAt(work.alive, thing), costs, numberAt(chosen, thing));
      }
      if (chosen[thing] !== before) {
        weighAgain(itemAt(work.neighbours, thing), isToWeigh);
      }
    }
  }
  return chosen;
}

function weighAgain(neighbours: readonly Neighbour[], isToWeigh: boolean[]): void {
  for (const { other } of neighbours) {
    isToWeigh[other] = true;
  }
}

/** The cheapest option; the one that is chosen, where nothing is better. */
function cheapestOf(options: readonly number[], costs: Float64Array, chosen: number): number {
  let best = chosen;
  for (const option of options) {
    best = float64At(costs, option) < float64At(costs, best) - ROUNDING ? option : best;
  }
  return best;
}

/** The cost of a whole choice. */
function costOf(work: Work, chosen: readonly number[]): number {
  let cost = 0;
  chosen.forEach((option, thing) => {
    cost += work.single[thing]?.[option] ?? 0;
    for (const neighbour of work.neighbours[thing] ?? []) {
      cost += neighbour.isFirst ? pairCost(neighbour, option, numberAt(chosen, neighbour.other)) : 0;
    }
  });
  return cost;
}

/** Strikes out options that some other option of the same thing beats whatever the neighbours choose, until none is left. */
function strikeOut(work: Work): void {
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (let thing = 0; thing < work.alive.length; thing += 1) {
      const options = work.alive[thing] ?? [];
      const kept = options.filter(
        (option) => !options.some((rival) => rival !== option && beats(work, thing, rival, option)),
      );
      if (kept.length < options.length && kept.length > 0) {
        work.alive[thing] = kept;
        isChanged = true;
      }
    }
  }
}

function beats(work: Work, thing: number, rival: number, option: number): boolean {
  let margin = (work.single[thing]?.[option] ?? 0) - (work.single[thing]?.[rival] ?? 0);
  for (const neighbour of work.neighbours[thing] ?? []) {
    let least = Number.POSITIVE_INFINITY;
    for (const other of work.alive[neighbour.other] ?? []) {
      const difference = pairCost(neighbour, option, other) - pairCost(neighbour, rival, other);
      least = difference < least ? difference : least;
    }
    margin += least;
  }
  return margin > ROUNDING;
}

type Searching = {
  readonly work: Work;
  readonly order: readonly number[];
  /** The least that each thing from a place in the order on can add, beside things not yet chosen. */
  readonly restFrom: Float64Array;
  /** The least cost of a pair, whatever the second one chooses, by thing and option. */
  readonly chosen: number[];
  readonly isChosen: boolean[];
  best: number[];
  bestCost: number;
  nodes: number;
  readonly mostNodes: number;
};

function search(work: Work, first: readonly number[], mostNodes: number): BestChoice {
  const order = work.alive
    .map((_, thing) => thing)
    .sort((a, b) => itemAt(work.neighbours, b).length - itemAt(work.neighbours, a).length || a - b);
  const searching: Searching = {
    work,
    order,
    restFrom: new Float64Array(order.length + 1),
    chosen: [...first],
    isChosen: order.map(() => false),
    best: [...first],
    bestCost: costOf(work, first),
    nodes: 0,
    mostNodes,
  };
  for (let place = order.length - 1; place >= 0; place -= 1) {
    searching.restFrom[place] = float64At(searching.restFrom, place + 1) + leastOf(searching, place);
  }
  branch(searching, 0, 0);
  return {
    chosen: searching.best,
    cost: searching.bestCost,
    isProven: searching.nodes <= mostNodes,
    nodes: searching.nodes,
  };
}

/** The least a thing adds by itself and with the things after it in the order; pairs are counted at their earlier thing. */
function leastOf({ work, order }: Searching, place: number): number {
  const thing = itemAt(order, place);
  const later = new Set(order.slice(place + 1));
  const neighbours = itemAt(work.neighbours, thing).filter(({ other }) => later.has(other));
  return Math.min(
    ...itemAt(work.alive, thing).map((option) =>
      neighbours.reduce(
        (sum, neighbour) =>
          sum + Math.min(...itemAt(work.alive, neighbour.other).map((other) => pairCost(neighbour, option, other))),
        work.single[thing]?.[option] ?? 0,
      ),
    ),
  );
}

/** Chooses for the thing at a place of the order, cheapest option first, as long as the rest can still beat the best. */
function branch(searching: Searching, place: number, cost: number): void {
  const { work, order, chosen, isChosen } = searching;
  const thing = order[place];
  if (thing === undefined) {
    if (cost < searching.bestCost - ROUNDING) {
      searching.bestCost = cost;
      searching.best = [...chosen];
    }
    return;
  }
  const options = (work.alive[thing] ?? [])
    .map((option) => ({ option, cost: cost + costAmongChosen(searching, thing, option) }))
    .sort((a, b) => a.cost - b.cost);
  isChosen[thing] = true;
  for (const next of options) {
    searching.nodes += 1;
    const rest = float64At(searching.restFrom, place + 1);
    if (searching.nodes > searching.mostNodes || next.cost + rest >= searching.bestCost - ROUNDING) {
      break;
    }
    chosen[thing] = next.option;
    if (next.cost + restBeside(searching, place + 1) < searching.bestCost - ROUNDING) {
      branch(searching, place + 1, next.cost);
    }
  }
  isChosen[thing] = false;
}

function costAmongChosen({ work, chosen, isChosen }: Searching, thing: number, option: number): number {
  let cost = work.single[thing]?.[option] ?? 0;
  for (const neighbour of work.neighbours[thing] ?? []) {
    cost += isChosen[neighbour.other] === true ? pairCost(neighbour, option, numberAt(chosen, neighbour.other)) : 0;
  }
  return cost;
}

/** The least the things from a place on add beside those chosen; pairs among themselves are left out. */
function restBeside(searching: Searching, from: number): number {
  const { work, order } = searching;
  let rest = 0;
  for (let place = from; place < order.length; place += 1) {
    const thing = numberAt(order, place);
    let least = Number.POSITIVE_INFINITY;
    for (const option of work.alive[thing] ?? []) {
      const cost = costAmongChosen(searching, thing, option);
      least = cost < least ? cost : least;
    }
    rest += least;
  }
  return rest;
}
