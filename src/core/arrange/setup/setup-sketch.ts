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
import { remember } from '../../kernel/remember.ts';
import { createScorer, type EffortScorer } from '../../shapes/effort.ts';
import type { Limits } from '../../shapes/grips.ts';
import { chooseGreedily, listNeighbours, type Neighbours } from '../choice/pairwise-choice.ts';
import {
  type Candidate,
  type CandidateList,
  listCandidates,
  type PlanMemory,
  pinnedCandidate,
} from '../problem/candidates.ts';
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
import type { SongProblem } from '../problem/song-problem.ts';
import { learningCost, UNPLAYABLE_STRANGENESS } from './learning.ts';
import { HOLD_WEIGHT, listPairCosts, type Solution, toSolution, UNPLAYABLE } from './setup-solution.ts';

/** Sorting needs few shapes. */
const COARSE_LIMITS: Limits = { shapes: 4, fingerings: 2, slack: 3 };

/** Shapes above this fret seldom are among the easiest four. */
const HIGHEST_COARSE_FRET = 8;

/** The chords of a song on some strings, whatever the capo. */
type HandProblem = {
  readonly chords: readonly ChordSymbol[];
  readonly lists: readonly CandidateList[];
  readonly neighbours: Neighbours;
};

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
    return sketch(problem, question, place, { ...known, scorer, memory });
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
  const chords = problem.chords.map(({ chord }) => toPlaceChord(chord, problem.key, place).shapeChord);
  const highestNeckFret = Math.min(question.guitar.highestNeckFret, HIGHEST_COARSE_FRET);
  const nut = { ...question.guitar, highestNeckFret, setup: { tuning: place.setup.tuning, capoFret: 0 } };
  const lists = chords.map((chord) => {
    const pin = findPinnedShape(chord, place.setup, question);
    return pin === null
      ? listCandidates(chord, nut, limitsFor(question, COARSE_LIMITS), memory)
      : pinnedCandidate(pin, nut);
  });
  const widths = lists.map(({ candidates }) => Math.max(1, candidates.length));
  return { chords, lists, neighbours: listNeighbours(widths, listPairCosts(problem, lists, memory)) };
}

function sketch(
  problem: SongProblem,
  question: SetupQuestion,
  place: SetupPlace,
  {
    chords,
    lists,
    neighbours,
    scorer,
    memory,
  }: HandProblem & { readonly scorer: EffortScorer; readonly memory: PlanMemory },
): Sketch {
  const { setup } = place;
  const highest = question.guitar.highestNeckFret - setup.capoFret;
  const noBarres = question.pins.some((pin) => pin.kind === 'most-barres' && pin.count === 0);
  const effortsOf = (list: CandidateList): Float64Array =>
    remember(memory.efforts, `${setup.capoFret} ${list.key}`, () =>
      Float64Array.from(list.candidates, ({ hold }) => hold.soundCost + scorer.scoreHold(hold.frets, hold.fingers)),
    );
  const forbidden = chords.map((chord) => listForbidden(chord, question));
  const isOut = ({ topFret, text, isBarre }: Candidate, index: number): boolean =>
    topFret > highest || (noBarres && isBarre) || itemAt(forbidden, index).includes(text);
  const single = lists.map((list, index) => {
    const { candidates } = list;
    const chord = itemAt(chords, index);
    const weight = HOLD_WEIGHT * itemAt(problem.chords, index).share;
    const unplayable = weight * UNPLAYABLE + learningCost(UNPLAYABLE_STRANGENESS, false);
    const efforts = effortsOf(list);
    const costs = candidates.map((candidate, option) => {
      if (isOut(candidate, index)) {
        return unplayable;
      }
      const learn = learningCost(candidate.hold.strangeness, isNew(chord, candidate.text, question));
      return weight * Math.min(float64At(efforts, option), UNPLAYABLE) + learn;
    });
    return Float64Array.from(costs.length === 0 ? [unplayable] : costs);
  });
  const best = chooseGreedily(single, neighbours);
  return {
    cost: best.cost,
    toSolution: () => {
      const options = problem.chords.map(({ chord }, index): ChordOptions => {
        const list = itemAt(lists, index);
        const { sounding, shapeChord } = toPlaceChord(chord, problem.key, place);
        const news = list.candidates.map(({ text }) => isNew(shapeChord, text, question));
        return { sounding, shapeChord, list, efforts: effortsOf(list), news };
      });
      return toSolution(problem, place, options, {
        best,
        pairs: listPairCosts(problem, lists, memory),
        isRough: true,
        isOut,
      });
    },
  };
}
