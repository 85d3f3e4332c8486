/*
 * The worker's own order of work.
 *
 * A request starts a job in steps. Jobs are pulled for a few milliseconds at a time, one after the other; in between the
 * message queue runs, so that a cancel or a newer request is heard while a job is under way. A newer request of the same
 * kind drops the older one, whose answer nobody waits for any more.
 */

import { type CapoPlan, NO_CAPO_PLAN, planCapoRows } from '../core/arrange/capo/capo-rows.ts';
import { createLevelMemory, deriveLevels, type LevelMemory, type PlayedLevel } from '../core/arrange/levels/levels.ts';
import { createPlanMemory, type PlanMemory } from '../core/arrange/problem/candidates.ts';
import { type Recognised, recogniseMap } from '../core/arrange/recogniser/map-proposals.ts';
import { type FilledShapes, fillShapes, listShapes } from '../core/arrange/shapes/part-shapes.ts';
import { planShapes, type ShapePlan } from '../core/arrange/shapes/shape-plan.ts';
import { readLooseChart } from '../core/formats/loose-chart/read-loose-chart.ts';
import { applyTextInSteps } from '../core/formats/text-chart/apply-text.ts';
import { readChart } from '../core/formats/text-chart/parse-chart.ts';
import type { Found, Progress, Steps } from '../core/kernel/steps.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { findPart } from '../core/song/document/parts.ts';
import type { FromWorker, ToWorker, WorkerRequest, WorkerResults } from './messages.ts';

type AnyResult = WorkerResults[WorkerRequest['kind']];
type Job = { readonly requestId: number; readonly steps: Steps<AnyResult, AnyResult> };

/** What jobs need from their surroundings: a way to answer, a clock, and a way to go on after the message queue has run. */
export type Surroundings = {
  readonly post: (message: FromWorker) => void;
  readonly nowMs: () => number;
  readonly later: (work: () => void) => void;
};

const SLICE_MS = 12;

/** Starts with no jobs; the function that comes back takes messages. */
export function createJobs({ post, nowMs, later }: Surroundings): (message: ToWorker) => void {
  const jobs = new Map<WorkerRequest['kind'], Job>();
  const memory = createPlanMemory();
  const levelMemory = createLevelMemory();
  let isPulling = false;

  const pull = (): void => {
    const [entry] = jobs;
    isPulling = entry !== undefined;
    if (entry === undefined) {
      return;
    }
    const [kind, job] = entry;
    jobs.delete(kind);
    if (pullSlice(job)) {
      jobs.set(kind, job);
    }
    later(pull);
  };

  const failed = (requestId: number, error: unknown): false => {
    post({ kind: 'failed', requestId, message: error instanceof Error ? error.message : String(error) });
    return false;
  };

  /** Pulls a job until its slice of time is over; whether it goes on after that. */
  const pullSlice = ({ requestId, steps }: Job): boolean => {
    try {
      const { last, news } = takeSlice(steps, nowMs() + SLICE_MS, nowMs);
      post(last.done === true ? { kind: 'done', requestId, result: last.value } : toMessage(requestId, news));
      return last.done !== true;
    } catch (error) {
      return failed(requestId, error);
    }
  };

  return (message) => {
    if (message.kind === 'cancel') {
      for (const [kind, job] of jobs) {
        if (job.requestId === message.requestId) {
          jobs.delete(kind);
        }
      }
      return;
    }
    jobs.set(message.kind, { requestId: message.requestId, steps: stepsFor(message, memory, levelMemory) });
    if (!isPulling) {
      isPulling = true;
      later(pull);
    }
  };
}

type Step = Found<AnyResult> | Progress;

/** Takes steps until an hour of the clock: the last one, and the newest thing found, or else how far the work is. */
function takeSlice(steps: Steps<AnyResult, AnyResult>, endsAtMs: number, nowMs: () => number) {
  let last = steps.next();
  let news: Step = { share: 0 };
  while (last.done !== true) {
    news = 'found' in last.value || !('found' in news) ? last.value : news;
    if (nowMs() >= endsAtMs) {
      break;
    }
    last = steps.next();
  }
  return { last, news };
}

function toMessage(requestId: number, step: Step): FromWorker {
  return 'found' in step
    ? { kind: 'found', requestId, found: step.found }
    : { kind: 'progress', requestId, share: step.share };
}

function stepsFor(request: WorkerRequest, memory: PlanMemory, levelMemory: LevelMemory): Steps<AnyResult, AnyResult> {
  switch (request.kind) {
    case 'read-chart':
      return readChart(request.text);
    case 'apply-text':
      return applyTextInSteps(request.document, request.text, { ...request.players, memory });
    case 'plan-capo':
      return planPart(request, memory);
    case 'plan-shapes':
      return planShapesOf(request, memory);
    case 'fill-shapes':
      return fillInSteps(request, memory);
    case 'derive-levels':
      return deriveInSteps(request, levelMemory);
    case 'recognise':
      return recogniseInSteps(request.document);
    case 'read-loose':
      return readLooseChart(request.text, request.choices);
  }
}

function* fillInSteps(
  { document, players }: Extract<WorkerRequest, { kind: 'fill-shapes' }>,
  memory: PlanMemory,
): Steps<FilledShapes, FilledShapes> {
  yield { share: 0 };
  return listShapes(fillShapes(document, { ...players, memory }));
}

function* deriveInSteps(
  { document, partId, players }: Extract<WorkerRequest, { kind: 'derive-levels' }>,
  memory: LevelMemory,
): Steps<readonly PlayedLevel[], readonly PlayedLevel[]> {
  yield { share: 0 };
  const part = findPart(document, partId);
  return part === null ? [] : deriveLevels(document, part, players, memory);
}

function* recogniseInSteps(document: SongDocument): Steps<Recognised, Recognised> {
  yield { share: 0 };
  return recogniseMap(document);
}

function* planShapesOf(
  { document, partId, players }: Extract<WorkerRequest, { kind: 'plan-shapes' }>,
  memory: PlanMemory,
): Steps<ShapePlan | null, ShapePlan | null> {
  const part = findPart(document, partId);
  return part === null ? null : yield* planShapes(document, part, { ...players, memory });
}

function* planPart(
  { document, partId, players }: Extract<WorkerRequest, { kind: 'plan-capo' }>,
  memory: PlanMemory,
): Steps<CapoPlan, CapoPlan> {
  const part = findPart(document, partId);
  return part === null ? NO_CAPO_PLAN : yield* planCapoRows(document, part, { ...players, memory });
}
