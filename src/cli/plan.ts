import { parseArgs } from 'node:util';
import { createPlanMemory, type PlanMemory } from '../core/arrange/problem/candidates.ts';
import type { SetupQuestion } from '../core/arrange/problem/setup-question.ts';
import { toSongProblem } from '../core/arrange/problem/song-problem.ts';
import { planOccurrences } from '../core/arrange/setup/occurrence-plan.ts';
import { MOST_PLANNED_CHORDS, planSetups, REFINED_SETUPS } from '../core/arrange/setup/setup-plan.ts';
import { pinsOf } from '../core/arrange/shapes/part-shapes.ts';
import { runSteps } from '../core/kernel/steps.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import type { Answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { noSetupWords, type Planned, toPlanJson, toPlanText } from './plan-answer.ts';
import { PLAN_OPTIONS, type PlanValues, readQuestion } from './plan-question.ts';
import { readSong } from './read-song.ts';
import { readNumber, readRange } from './read-words.ts';

const USUAL_LIMIT = 8;

/** ladder plan FILE…: the best setups for each song. */
export function runPlan(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: PLAN_OPTIONS, allowPositionals: true });
  if (positionals.length === 0) {
    throw usageError('plan needs a file, or - for standard input.');
  }
  const question = readQuestion(values);
  const limit = readNumber(values.limit, 'limit', [1, REFINED_SETUPS], USUAL_LIMIT);
  const memory = createPlanMemory();
  const answers = positionals.map((file) => planFile(file, { question, values, memory, limit }));
  const failures = answers.flatMap(({ failure }) => (failure === null ? [] : [failure]));
  const isMany = positionals.length > 1;
  const json = answers.map(({ file, json: plan, failure }) =>
    isMany ? { file, ...(failure === null ? plan : { error: failure }) } : plan,
  );
  return {
    text:
      values.json === true
        ? JSON.stringify(isMany ? json : (json[0] ?? null), null, 2)
        : answers.flatMap(({ text }) => (text === '' ? [] : [text])).join('\n\n'),
    failures,
  };
}

type FileAnswer = {
  readonly file: string;
  readonly text: string;
  readonly json: object | null;
  readonly failure: string | null;
};

function planFile(
  file: string,
  work: {
    readonly question: SetupQuestion;
    readonly values: PlanValues;
    readonly memory: PlanMemory;
    readonly limit: number;
  },
): FileAnswer {
  try {
    const { title, planned } = planSong(file, work);
    const failure = planned.plan.setups.length === 0 ? `${file}: ${noSetupWords(planned)}` : null;
    return { file, text: failure === null ? toPlanText(title, planned) : '', json: toPlanJson(planned), failure };
  } catch (error) {
    if (error instanceof CommandError && !error.isUsage) {
      return { file, text: '', json: null, failure: `${file}: ${error.message}` };
    }
    throw error;
  }
}

function planSong(file: string, { question, values, memory, limit }: Parameters<typeof planFile>[1]) {
  const document = readSong(file, { hand: question.guitar.hand, known: question.known, memory });
  const melody = values.melody === undefined ? {} : { melody: readRange(values.melody, 'melody') };
  const problem = { ...toSongProblem(document), ...melody };
  if (problem.chords.length > MOST_PLANNED_CHORDS) {
    throw new CommandError(
      `it has ${problem.chords.length} different chords; at most ${MOST_PLANNED_CHORDS} can be planned together`,
    );
  }
  if (question.singer !== null && problem.melody === null) {
    throw new CommandError('the singer needs the melody: add a line "range: C4-D5" to the chart, or --melody C4-D5');
  }
  const startedAt = performance.now();
  const asked = withPinsOf(document, question);
  const plan = runSteps(planSetups(problem, asked, memory));
  const [first] = plan.setups;
  const occurrences =
    first === undefined || values['per-occurrence'] !== true
      ? null
      : planOccurrences(problem, first.solution.place, asked, memory);
  const planned: Planned = {
    problem,
    question: asked,
    plan,
    elapsedMs: performance.now() - startedAt,
    limit,
    occurrences,
  };
  return { title: document.facts.title, planned };
}

/** The shapes that the song itself insists on hold in every setup where their chord comes up. */
function withPinsOf(document: SongDocument, question: SetupQuestion): SetupQuestion {
  return { ...question, pinnedShapes: [...question.pinnedShapes, ...pinsOf(mainPartOf(document))] };
}
