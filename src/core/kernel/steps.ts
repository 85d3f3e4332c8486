/** How much of a long work is done, from 0 to 1. */
export type Progress = { readonly share: number };

/** A long work in steps: it yields its progress after bounded pieces and returns its result. */
export type Steps<T> = Generator<Progress, T, void>;

/** Does all steps of a work at once. */
export function runSteps<T>(steps: Steps<T>): T {
  let step = steps.next();
  while (step.done !== true) {
    step = steps.next();
  }
  return step.value;
}
