/** Reads a number that is known to be there: for inner loops over rows of numbers, where every step counts. */
export function numberAt(values: ArrayLike<number>, index: number): number {
  return values[index] as number;
}
