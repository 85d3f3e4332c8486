/*
 * What a setup comes to, quickly: for sorting hundreds of setups before the best are worked out.
 *
 * Setups that hold the same chords on the same strings share everything but millimetres: the candidates, found at the nut,
 * and the costs of changing between them. Those are worked out once for each such hand; a capo then only scores the
 * candidates anew, leaves out what lies beyond the neck, and takes a good choice without proof. A sketch can be shown as it
 * is while the exact plan is under way.
 */
import { namedOpenMidi } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { itemAt } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';
import { rememberPair } from '../../kernel/remember.ts';
import { createScorer, type EffortScorer } from '../../shapes/effort.ts';
import type { Limits } from '../../shapes/grips.ts';
import { type BestChoice, createGreedyChoice, listNeighbours } from '../choice/pairwise-choice.ts';
import { type CandidateList, listCandidates, type PlanMemory, pinnedCandidate } from '../problem/candidates.ts';
import {
  type ChordOptions,
  findPinnedShape,
  isNew,
  limitsFor,
  listForbidden,
  type SetupPlace,
  toPlaceChord,
} from '../problem/chord-options.ts';
import type { SetupQuestion } from '../problem/setup-question.ts';
import type { ProblemChord, SongProblem } from '../problem/song-problem.ts';
import { learningCost, UNPLAYABLE_STRANGENESS } from './learning.ts';
import { HOLD_WEIGHT, listPairCosts, type Solution, toSolution, UNPLAYABLE } from './setup-solution.ts';

/** Sorting needs few shapes. */
const COARSE_LIMITS: Limits = { shapes: 4, fingerings: 2, slack: 3 };

/** Shapes above this fret seldom are among the easiest four. */
const HIGHEST_COARSE_FRET = 8;

/** The chords of a song on some strings, whatever the capo. */
type HandProblem = {
  readonly chords: readonly HandChord[];
  readonly choose: ReturnType<typeof createGreedyChoice>;
  /** What the candidates cost by themselves; written anew for each setup. */
  readonly single: readonly Float64Array[];
};

/** One of them: what may be held for it, and what each of those costs to learn and whether a rule leaves it out. */
type HandChord = {
  readonly shapeChord: ChordSymbol;
  readonly list: CandidateList;
  readonly learning: Float64Array;
  readonly isLeftOut: readonly boolean[];
  readonly share: number;
};

/** What of a song is held behind a capo. */
type Behind = { readonly highest: number; readonly efforts: readonly Float64Array[] };

/** A setup's shapes and their cost, about as the exact plan would have them. */
export type Sketch = { readonly cost: number; readonly toSolution: () => Solution };

/** Sketches one setup. */
export type Sketcher = (place: SetupPlace) => Sketch;

/** A sketcher for one song and one question; it remembers the hands it has met. */
export function createSketcher(problem: SongProblem, question: SetupQuestion, memory: PlanMemory): Sketcher {
  const hands = new Map<string, HandProblem>();
  const scorers = new Map<number, EffortScorer>();
  const { scaleLengthMm, hand } = question.guitar;
  return (place) => {
    const { setup, shapeKey } = place;
    const key = `${namedOpenMidi(setup.tuning).join()} ${formatKey(shapeKey)} ${ruleKeyOf(question, place)}`;
    const known = hands.get(key) ?? toHandProblem(problem, question, place, memory);
    hands.set(key, known);
    const scorer = scorers.get(setup.capoFret) ?? createScorer({ capoFret: setup.capoFret, scaleLengthMm, hand });
    scorers.set(setup.capoFret, scorer);
    const highest = question.guitar.highestNeckFret - setup.capoFret;
    const efforts = known.chords.map(({ list }) => listEfforts(list, setup.capoFret, scorer, memory));
    for (const [index, chord] of known.chords.entries()) {
      writeSingleCosts(chord, itemAt(efforts, index), highest, itemAt(known.single, index));
    }
    const best = known.choose(known.single);
    return {
      cost: best.cost,
      toSolution: () =>
        solutionOf(problem, question, place, { chords: known.chords, behind: { highest, efforts }, best, memory }),
    };
  };
}

/** Rules for shapes may hold at one setup alone; then it shares its hand with no other. */
function ruleKeyOf({ pinnedShapes }: SetupQuestion, { setup }: SetupPlace): string {
  const isOwn = pinnedShapes.some(({ onlyAt }) => onlyAt?.capoFret === setup.capoFret);
  return isOwn ? `${setup.tuning.name} ${setup.capoFret}` : '';
}

function toHandProblem(
  problem: SongProblem,
  question: SetupQuestion,
  place: SetupPlace,
  memory: PlanMemory,
): HandProblem {
  const highestNeckFret = Math.min(question.guitar.highestNeckFret, HIGHEST_COARSE_FRET);
  const nut = { ...question.guitar, highestNeckFret, setup: { tuning: place.setup.tuning, capoFret: 0 } };
  const limits = limitsFor(question, COARSE_LIMITS);
  const chords = problem.chords.map((chord): HandChord => {
    const { shapeChord } = toPlaceChord(chord.chord, problem.key, place);
    const pin = findPinnedShape(shapeChord, place.setup, question);
    const list = pin === null ? listCandidates(shapeChord, nut, limits, memory) : pinnedCandidate(pin, nut);
    return { shapeChord, list, share: chord.share, ...weighCandidates(chord, { shapeChord, list }, question) };
  });
  const lists = chords.map(({ list }) => list);
  const widths = lists.map(({ candidates }) => Math.max(1, candidates.length));
  return {
    chords,
    choose: createGreedyChoice(widths, listNeighbours(widths, listPairCosts(problem, lists, memory))),
    single: widths.map((width) => new Float64Array(width)),
  };
}

/** What holds of the candidates of a chord behind every capo. */
function weighCandidates(
  { isAgain }: ProblemChord,
  { shapeChord, list }: Pick<HandChord, 'shapeChord' | 'list'>,
  question: SetupQuestion,
): Pick<HandChord, 'learning' | 'isLeftOut'> {
  const noBarres = question.pins.some((pin) => pin.kind === 'most-barres' && pin.count === 0);
  const forbidden = listForbidden(shapeChord, question);
  return {
    learning: Float64Array.from(list.candidates, ({ hold, text }) =>
      isAgain ? 0 : learningCost(hold.strangeness, isNew(shapeChord, text, question)),
    ),
    isLeftOut: list.candidates.map(({ text, isBarre }) => (noBarres && isBarre) || forbidden.includes(text)),
  };
}

function listEfforts(list: CandidateList, capoFret: number, scorer: EffortScorer, memory: PlanMemory): Float64Array {
  return rememberPair(memory.efforts, list.key, String(capoFret), () =>
    Float64Array.from(list.candidates, ({ hold }) => hold.soundCost + scorer.scoreHold(hold.frets, hold.fingers)),
  );
}

/** Writes what each candidate of a chord costs by itself behind a capo; one cost where there is none. */
function writeSingleCosts(chord: HandChord, efforts: Float64Array, highest: number, costs: Float64Array): void {
  const { list, learning, isLeftOut, share } = chord;
  const weight = HOLD_WEIGHT * share;
  const unplayable = weight * UNPLAYABLE + learningCost(UNPLAYABLE_STRANGENESS, false);
  costs.fill(unplayable);
  for (let option = 0; option < efforts.length; option += 1) {
    if (isLeftOut[option] === false && itemAt(list.candidates, option).topFret <= highest) {
      costs[option] = weight * Math.min(float64At(efforts, option), UNPLAYABLE) + float64At(learning, option);
    }
  }
}

type Sketched = Pick<HandProblem, 'chords'> & {
  readonly behind: Behind;
  readonly best: BestChoice;
  readonly memory: PlanMemory;
};

function solutionOf(
  problem: SongProblem,
  question: SetupQuestion,
  place: SetupPlace,
  { chords, behind, best, memory }: Sketched,
): Solution {
  const options = problem.chords.map(({ chord }, index): ChordOptions => {
    const { list } = itemAt(chords, index);
    const { sounding, shapeChord } = toPlaceChord(chord, problem.key, place);
    const news = list.candidates.map(({ text }) => isNew(shapeChord, text, question));
    return { sounding, shapeChord, list, efforts: itemAt(behind.efforts, index), news };
  });
  const lists = chords.map(({ list }) => list);
  return toSolution(problem, place, options, {
    best,
    pairs: listPairCosts(problem, lists, memory),
    isRough: true,
    isOut: (candidate, index) => {
      const { list, isLeftOut } = itemAt(chords, index);
      return candidate.topFret > behind.highest || isLeftOut[list.candidates.indexOf(candidate)] === true;
    },
  });
}
