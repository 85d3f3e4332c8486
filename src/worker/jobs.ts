/*
 * The worker's own order of work.
 *
 * A request starts a job in steps. Jobs are pulled for a few milliseconds at a time, one after the other; in between the
 * message queue runs, so that a cancel or a newer request is heard while a job is under way. A newer request of the same
 * kind drops the older one, whose answer nobody waits for any more.
 */
import type { ShapeMemory } from '../core/arrange/shape-memory.ts';
import { readLooseChart } from '../core/formats/loose-chart/read-loose-chart.ts';
import { applyTextInSteps } from '../core/formats/text-chart/apply-text.ts';
import { readChart } from '../core/formats/text-chart/parse-chart.ts';
import type { Steps } from '../core/kernel/steps.ts';
import type { FromWorker, ToWorker, WorkerRequest, WorkerResults } from './messages.ts';

type AnyResult = WorkerResults[WorkerRequest['kind']];
type Job = { readonly requestId: number; readonly steps: Steps<AnyResult> };

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
  const memory: ShapeMemory = new Map();
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
    const endsAt = nowMs() + SLICE_MS;
    try {
      let step = steps.next();
      while (step.done !== true && nowMs() < endsAt) {
        step = steps.next();
      }
      post(
        step.done === true
          ? { kind: 'done', requestId, result: step.value }
          : { kind: 'progress', requestId, share: step.value.share },
      );
      return step.done !== true;
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
    jobs.set(message.kind, { requestId: message.requestId, steps: stepsFor(message, memory) });
    if (!isPulling) {
      isPulling = true;
      later(pull);
    }
  };
}

function stepsFor(request: WorkerRequest, memory: ShapeMemory): Steps<AnyResult> {
  switch (request.kind) {
    case 'read-chart':
      return readChart(request.text);
    case 'apply-text':
      return applyTextInSteps(request.document, request.text, { hand: request.hand, memory });
    case 'read-loose':
      return readLooseChart(request.text, request.choices);
  }
}
