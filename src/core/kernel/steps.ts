/** How much of a long work is done, from 0 to 1. */
export type Progress = { readonly share: number };

/** Something found on the way that is worth showing before the end. */
export type Found<F> = { readonly found: F };

/** A long work in steps: it yields its progress, or what it has found so far, after bounded pieces and returns its result. */
export type Steps<T, F = null> = Generator<[F] extends [null] ? Progress : Progress | Found<F>, T, void>;

/** Does all steps of a work at once. */
export function runSteps<T>(steps: Generator<unknown, T, void>): T {
  let step = steps.next();
  while (step.done !== true) {
    step = steps.next();
  }
  return step.value;
}

/** Does a work as a part of a longer one, of which it fills so much: from a share to a share. */
export function* partOfSteps<T>(steps: Steps<T>, from: number, to: number): Steps<T> {
  let step = steps.next();
  while (step.done !== true) {
    yield { share: from + step.value.share * (to - from) };
    step = steps.next();
  }
  return step.value;
}
