import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf, shapeOf } from '../../../test-support/read.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { STANDARD_TUNING, TUNINGS } from '../../fretboard/tuning.ts';
import { itemAt } from '../../kernel/list.ts';
import { createPlanMemory } from '../problem/candidates.ts';
import { toSetupPlace } from '../problem/chord-options.ts';
import { PLAIN_QUESTION, type SetupQuestion } from '../problem/setup-question.ts';
import { type SongProblem, toSongProblem } from '../problem/song-problem.ts';
import { createSketcher } from './setup-sketch.ts';
import { solveSetup, UNPLAYABLE } from './setup-solution.ts';

const PROBLEMS: readonly SongProblem[] = [
  'key: G\n\nVerse:\n| G | D | Em | C |\n\nChorus:\n| Am7 | D7 | G | G/B |\n',
  'key: Bb\n\nVerse:\n| Bb | Gm | Eb | F |\n| Cm7 | F7 | Bb | Bb |\n',
  'key: E\n\nVerse:\n| E | A | F#m7b5 | B7 |\n| C#m | G#m | A | Bsus4 |\n',
].map((chart) => toSongProblem(songFromChart(chart)));

const arbitraryPlace = fc.record({
  problem: fc.constantFrom(...PROBLEMS),
  tuning: fc.constantFrom(...TUNINGS.filter(({ openMidi }) => openMidi.length === 6)),
  capoFret: fc.nat(9),
  keyShift: fc.integer({ min: -3, max: 3 }),
});

describe('the sketch of a setup', () => {
  test('costs what its shapes come to, and no less than the exact plan of the same shapes would allow', () => {
    fc.assert(
      fc.property(arbitraryPlace, ({ problem, tuning, capoFret, keyShift }) => {
        const memory = createPlanMemory();
        const place = toSetupPlace(problem.key, { tuning, capoFret }, keyShift);
        const sketch = createSketcher(problem, PLAIN_QUESTION, memory)(place);
        const { hold, change, learn, chords, isRough } = sketch.toSolution();
        expect(isRough).toBe(true);
        const isPlayable = chords.every(({ candidate, holdEffort }) => candidate !== null && holdEffort <= UNPLAYABLE);
        // A shape out of all reason counts for no more than none at all, or none at all would be chosen before it.
        const whole = hold + change + learn;
        expect(isPlayable ? Math.abs(sketch.cost - whole) : Math.min(0, whole - sketch.cost)).toBeCloseTo(0, 9);
        const exact = solveSetup(problem, place, PLAIN_QUESTION, memory);
        if (isPlayable && exact?.isProven === true) {
          // What is shown at once is never better than what is then found, as far as it chooses among the same shapes.
          expect(exact.hold + exact.change + exact.learn).toBeLessThanOrEqual(sketch.cost + 1e-9);
        }
      }),
      { numRuns: runs(200), seed: 3 },
    );
  });

  test('is the same with a used memory, after other setups, and for every one that shares its hand', () => {
    fc.assert(
      fc.property(fc.array(arbitraryPlace, { minLength: 1, maxLength: 12 }), (places) => {
        const used = createPlanMemory();
        const [first] = places;
        const problem = first?.problem ?? itemAt(PROBLEMS, 0);
        const sketch = createSketcher(problem, PLAIN_QUESTION, used);
        for (const { tuning, capoFret, keyShift } of places) {
          const place = toSetupPlace(problem.key, { tuning, capoFret }, keyShift);
          const alone = createSketcher(problem, PLAIN_QUESTION, createPlanMemory())(place);
          expect(sketch(place).cost).toBe(alone.cost);
        }
      }),
      { numRuns: runs(60), seed: 5 },
    );
  });

  test('holds nothing beyond the neck, nothing that is forbidden, and no barre where none is wanted', () => {
    const problem = itemAt(PROBLEMS, 1);
    const question: SetupQuestion = {
      ...PLAIN_QUESTION,
      pins: [{ kind: 'most-barres', count: 0 }],
      forbiddenShapes: [{ chord: chordOf('G'), shape: shapeOf('320003') }],
    };
    for (const capoFret of PLAIN_QUESTION.capoFrets) {
      const place = toSetupPlace(problem.key, { tuning: STANDARD_TUNING, capoFret }, 0);
      const { chords } = createSketcher(problem, question, createPlanMemory())(place).toSolution();
      for (const { candidate } of chords) {
        expect(candidate?.isBarre ?? false).toBe(false);
        expect(candidate?.text).not.toBe('320003');
        expect((candidate?.topFret ?? 0) + capoFret).toBeLessThanOrEqual(question.guitar.highestNeckFret);
      }
    }
  });

  test('a chord that is the same in two ways of holding it is learned once', () => {
    const problem = itemAt(PROBLEMS, 0);
    const question: SetupQuestion = { ...PLAIN_QUESTION, known: new Set() };
    const place = toSetupPlace(problem.key, { tuning: STANDARD_TUNING, capoFret: 0 }, 0);
    const costOf = (each: SongProblem) => createSketcher(each, question, createPlanMemory())(place).cost;
    const [g] = problem.chords;
    const again = {
      ...problem,
      chords: problem.chords.map((chord) => (chord === g ? { ...chord, isAgain: true } : chord)),
    };
    expect(costOf(again)).toBeLessThan(costOf(problem));
    const { learn } = createSketcher(again, question, createPlanMemory())(place).toSolution();
    const whole = createSketcher(problem, question, createPlanMemory())(place).toSolution();
    expect(costOf(problem) - costOf(again)).toBeCloseTo(whole.learn - learn, 9);
  });
});
