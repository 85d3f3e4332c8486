/*
 * The best shape for each occurrence of a chord, where a class has several shapes of one chord at hand: the song as a
 * chain of entries, each weighed by its chord's share of the time, solved exactly over the candidates (Viterbi).
 */
import { itemAt } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';
import { findCheapestPath } from '../choice/shape-path.ts';
import { type Candidate, listChangeCosts, type PlanMemory } from '../problem/candidates.ts';
import { listChordOptions, type SetupPlace } from '../problem/chord-options.ts';
import type { SetupQuestion } from '../problem/setup-question.ts';
import type { SongProblem } from '../problem/song-problem.ts';
import { HOLD_WEIGHT } from './setup-solution.ts';

/** The shape at each entry of a chord, in order, by the chord's place in the problem; and what they cost, as averages. */
export type OccurrencePlan = {
  readonly entries: readonly { readonly chord: number; readonly candidate: Candidate }[];
  readonly hold: number;
  readonly change: number;
};

/** Plans a setup shape by shape; null where some chord cannot be played. Costs compare with those of one shape a name. */
export function planOccurrences(
  problem: SongProblem,
  place: SetupPlace,
  question: SetupQuestion,
  memory: PlanMemory,
): OccurrencePlan | null {
  const options = problem.chords.map(({ chord }) => listChordOptions(chord, problem.key, place, { question, memory }));
  const { sequence } = problem;
  if (options.some(({ list }) => list.candidates.length === 0) || sequence.length === 0) {
    return null;
  }
  const changes = Math.max(1, sequence.length - 1);
  const hold = options.map(({ efforts }, chord) => {
    const { share, entries } = itemAt(problem.chords, chord);
    return efforts.map((effort) => (HOLD_WEIGHT * effort * share) / Math.max(1, entries));
  });
  const changeCost = (step: number, from: number, to: number): number => {
    const [a, b] = [itemAt(options, itemAt(sequence, step - 1)).list, itemAt(options, itemAt(sequence, step)).list];
    return float64At(listChangeCosts(a, b, memory), from * b.candidates.length + to) / changes;
  };
  const { chosen, cost } = findCheapestPath({
    steps: sequence.length,
    single: (step) => itemAt(hold, itemAt(sequence, step)),
    change: changeCost,
  });
  const held = sequence.reduce((sum, chord, step) => sum + float64At(itemAt(hold, chord), itemAt(chosen, step)), 0);
  return {
    entries: sequence.map((chord, step) => ({
      chord,
      candidate: itemAt(itemAt(options, chord).list.candidates, itemAt(chosen, step)),
    })),
    hold: held,
    change: cost - held,
  };
}
