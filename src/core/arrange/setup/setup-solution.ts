/*
 * One setup worked out: the shape of every chord, and what they cost to hold, to change between and to learn.
 *
 * One shape stands for each chord name throughout, as a class is taught. The costs are averages over the song, so that
 * songs of any length compare: holding by time, changing by how often each change comes. A shape the class does not know is
 * learned once, however long the song.
 */

import type { Setup } from '../../fretboard/capo.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt, sumOf } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';
import { runSteps, type Steps } from '../../kernel/steps.ts';
import type { StoredShape } from '../../song/document/document.ts';
import { type BestChoice, type ChoiceCosts, choosePairwise, type PairCosts } from '../choice/pairwise-choice.ts';
import { type Candidate, type CandidateList, listChangeCosts, type PlanMemory } from '../problem/candidates.ts';
import {
  type ChordOptions,
  keepBarrePin,
  listChordOptions,
  type OptionsWork,
  type SetupPlace,
} from '../problem/chord-options.ts';
import type { SetupQuestion } from '../problem/setup-question.ts';
import type { ProblemChange, SongProblem } from '../problem/song-problem.ts';
import { learningCost, UNPLAYABLE_STRANGENESS } from './learning.ts';

/** How much holding weighs against changing (fitted: with more, unfamiliar shapes win). */
export const HOLD_WEIGHT = 0.7;

/** A chord that cannot be played at all, in easy fingers. */
export const UNPLAYABLE = 12;

/** A bass that leaps up where it is meant to fall (rule S12): heard once as much as often, so it does not thin out in a long song. */
export const BASS_LEAPS = 0.8;

/** Nodes of the exact search for a song of ten chords; each node costs more the more chords there are. */
const MOST_NODES = 20_000;
const CHORDS_OF_MOST_NODES = 10;

/** One chord in a setup; `candidate` is null where it cannot be played. */
export type SolvedChord = {
  readonly sounding: ChordSymbol;
  readonly shapeChord: ChordSymbol;
  readonly candidate: Candidate | null;
  readonly holdEffort: number;
  readonly isNew: boolean;
};

/** A setup worked out; the parts of the cost add up without the cost of the setup itself. */
export type Solution = {
  readonly place: SetupPlace;
  readonly chords: readonly SolvedChord[];
  readonly hold: number;
  readonly change: number;
  readonly learn: number;
  readonly isProven: boolean;
  /** Whether it is a sketch, to be worked out yet. */
  readonly isRough: boolean;
};

/** Works a setup out; null where a pin cannot be kept by any choice of shapes. */
export function solveSetup(
  problem: SongProblem,
  place: SetupPlace,
  question: SetupQuestion,
  memory: PlanMemory,
): Solution | null {
  return runSteps(solveSetupInSteps(problem, place, question, memory));
}

/** The same, in steps: the shapes of a chord are looked for in each. */
export function* solveSetupInSteps(
  problem: SongProblem,
  place: SetupPlace,
  question: SetupQuestion,
  memory: PlanMemory,
): Steps<Solution | null> {
  const options: ChordOptions[] = [];
  for (const { chord, kept } of problem.chords) {
    const asked = kept === null ? question : withKept(question, kept, place.setup);
    options.push(listChordOptions(chord, problem.key, place, { question: asked, memory }));
    yield { share: options.length / problem.chords.length };
  }
  const kept = keepBarrePin(options, question);
  return kept === null ? null : chooseShapes(problem, place, kept, { question, memory });
}

/** A question that leaves no choice for a chord that is held in several ways: this is one of them. */
function withKept(question: SetupQuestion, { chord, fingering }: StoredShape, onlyAt: Setup): SetupQuestion {
  return { ...question, pinnedShapes: [{ chord, fingering, onlyAt }, ...question.pinnedShapes] };
}

function chooseShapes(
  problem: SongProblem,
  place: SetupPlace,
  options: readonly ChordOptions[],
  { question, memory }: OptionsWork,
): Solution | null {
  const lists = options.map(({ list }) => list);
  const pairs = listPairCosts(problem, lists, memory);
  const barres = question.pins.flatMap((pin) => (pin.kind === 'most-barres' ? [pin.count] : []));
  const mostBarres = Math.min(Number.POSITIVE_INFINITY, ...barres);
  for (const penalty of BARRE_PENALTIES) {
    const costs: ChoiceCosts = { single: singleCosts(problem, options, penalty), pairs };
    const best = choosePairwise(costs, mostNodesFor(options.length));
    const chosen = options.map(({ list }, index) => list.candidates[itemAt(best.chosen, index)] ?? null);
    if (chosen.filter((candidate) => candidate?.isBarre === true).length <= mostBarres) {
      return toSolution(problem, place, options, {
        best: { ...best, isProven: best.isProven && penalty === 0 },
        pairs,
        isRough: false,
      });
    }
  }
  return null;
}

function mostNodesFor(chords: number): number {
  return Math.round(MOST_NODES * Math.min(1, (CHORDS_OF_MOST_NODES / Math.max(1, chords)) ** 2));
}

/** What a barre chord is made to cost more and more until few enough are left; the last leaves the fewest there can be. */
const BARRE_PENALTIES = [0, 0.25, 0.5, 1, 2, 4, 1000] as const;

function singleCosts(
  problem: SongProblem,
  options: readonly ChordOptions[],
  barrePenalty: number,
): readonly Float64Array[] {
  return options.map(({ efforts, list, news }, index) =>
    list.candidates.length === 0
      ? Float64Array.of(0)
      : efforts.map(
          (effort, option) =>
            HOLD_WEIGHT * itemAt(problem.chords, index).share * effort +
            (itemAt(problem.chords, index).isAgain
              ? 0
              : learningCost(list.candidates[option]?.hold.strangeness ?? 0, news[option] === true)) +
            (list.candidates[option]?.isBarre === true ? barrePenalty : 0),
        ),
  );
}

/** The costs of all changes of the song between two chords, both ways together, as averages over all changes. */
export function listPairCosts(
  problem: SongProblem,
  lists: readonly CandidateList[],
  memory: PlanMemory,
): readonly PairCosts[] {
  const total = problem.changes.reduce((sum, { count }) => sum + count, 0);
  const pairs = new Map<string, PairCosts>();
  for (const change of problem.changes) {
    const [first, second] = [Math.min(change.from, change.to), Math.max(change.from, change.to)];
    const [a, b] = [itemAt(lists, first), itemAt(lists, second)];
    if (a.candidates.length > 0 && b.candidates.length > 0) {
      const key = `${first} ${second}`;
      const pair = pairs.get(key) ?? {
        first,
        second,
        costs: new Float64Array(a.candidates.length * b.candidates.length),
      };
      pairs.set(key, pair);
      const [from, to] = [itemAt(lists, change.from), itemAt(lists, change.to)];
      addChange(pair, change, { from, to, costs: listChangeCosts(from, to, memory) }, change.count / total);
    }
  }
  return [...pairs.values()];
}

type ChangeCosts = { readonly from: CandidateList; readonly to: CandidateList; readonly costs: Float64Array };

/** Adds what one change of the song weighs to the costs of its pair. */
function addChange(pair: PairCosts, change: ProblemChange, { from, to, costs }: ChangeCosts, weight: number): void {
  const [rows, columns] = [from.candidates.length, to.candidates.length];
  const isForward = change.from === pair.first;
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const leaps = change.hasFallingBass && leapsUp(from.candidates[row], to.candidates[column]) ? BASS_LEAPS : 0;
      const at = isForward ? row * columns + column : column * rows + row;
      pair.costs[at] = float64At(pair.costs, at) + weight * float64At(costs, row * columns + column) + leaps;
    }
  }
}

/** Whether the lowest note of a shape lies no lower than that of the one before. */
export function leapsUp(from: Candidate | null | undefined, to: Candidate | null | undefined): boolean {
  return from != null && to != null && to.lowestMidi >= from.lowestMidi;
}

/** What a choice of shapes comes to. */
export function toSolution(
  problem: SongProblem,
  place: SetupPlace,
  options: readonly ChordOptions[],
  {
    best,
    pairs,
    isRough,
    isOut = () => false,
  }: {
    readonly best: Pick<BestChoice, 'chosen' | 'isProven'>;
    readonly pairs: readonly PairCosts[];
    readonly isRough: boolean;
    /** Whether a candidate cannot be played after all; none by default. */
    readonly isOut?: (candidate: Candidate, chord: number) => boolean;
  },
): Solution {
  const chords = options.map(({ sounding, shapeChord, list, efforts, news }, index): SolvedChord => {
    const option = itemAt(best.chosen, index);
    const found = list.candidates[option] ?? null;
    const candidate = found === null || isOut(found, index) ? null : found;
    return {
      sounding,
      shapeChord,
      candidate,
      holdEffort: candidate === null ? UNPLAYABLE : float64At(efforts, option),
      isNew: news[option] === true,
    };
  });
  const change = pairs.reduce(
    (sum, { first, second, costs }) =>
      sum +
      float64At(
        costs,
        itemAt(best.chosen, first) * itemAt(options, second).list.candidates.length + itemAt(best.chosen, second),
      ),
    0,
  );
  const hold = chords.reduce((sum, { holdEffort }, index) => sum + itemAt(problem.chords, index).share * holdEffort, 0);
  return {
    place,
    chords,
    hold: HOLD_WEIGHT * hold,
    change,
    learn: sumOf([...chords.entries()], ([index, { candidate, isNew }]) =>
      itemAt(problem.chords, index).isAgain
        ? 0
        : learningCost(candidate?.hold.strangeness ?? UNPLAYABLE_STRANGENESS, isNew),
    ),
    isProven: best.isProven,
    isRough,
  };
}
