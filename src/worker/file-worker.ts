/* Reads one file after the other beside the page and the planner. Who does not want it any more ends the worker. */
import { createPlanMemory } from '../core/arrange/problem/candidates.ts';
import type { Planner } from '../core/arrange/problem/planner.ts';
import { err, type Result } from '../core/kernel/result.ts';
import { lookAtFile, type ReadFile, readFileInSteps } from '../exchange/read-file.ts';
import type { FromFileWorker, ToFileWorker } from './messages-file.ts';

/** The share of the work that fetching the bytes is taken for. */
const FETCHING = 0.2;
const START_BYTES = 4000;
/** Progress is told no oftener than so, in ms. */
const TELL_MS = 100;

const memory = createPlanMemory();
let toldAt = 0;

function tell(share: number): void {
  if (performance.now() - toldAt > TELL_MS) {
    toldAt = performance.now();
    self.postMessage({ kind: 'progress', share } satisfies FromFileWorker);
  }
}

async function read(file: File, planner: Planner): Promise<Result<ReadFile, string>> {
  const start = new Uint8Array(await file.slice(0, START_BYTES).arrayBuffer());
  const known = lookAtFile(start, file.size);
  if (known !== null) {
    return known;
  }
  const steps = readFileInSteps(file.name, await fetchBytes(file), planner);
  let startedAt = performance.now();
  let step = steps.next();
  while (step.done !== true) {
    tell(FETCHING + step.value.share * (1 - FETCHING));
    await rest(performance.now() - startedAt);
    startedAt = performance.now();
    step = steps.next();
  }
  return step.value;
}

/**
 * Waits twice as long as was worked, so that a file takes a third of a processor from the planner, of this page or another. A worker that
 * is ended stops where it rests; while it works, a browser gives it two seconds.
 */
function rest(workedMs: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, 2 * workedMs));
}

async function fetchBytes(file: File): Promise<Uint8Array> {
  const bytes = new Uint8Array(file.size);
  let at = 0;
  const reader = file.stream().getReader();
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    bytes.set(piece.value, at);
    at += piece.value.length;
    tell((at / file.size) * FETCHING);
  }
  return bytes;
}

self.onmessage = ({ data: { file, players } }: MessageEvent<ToFileWorker>) => {
  void read(file, { ...players, memory })
    .catch((error: unknown) => err(error instanceof Error ? error.message : 'It could not be read.'))
    .then((outcome) => self.postMessage({ kind: 'done', read: outcome } satisfies FromFileWorker));
};
