/*
 * Reading numbers that are known to be there, for inner loops over rows of numbers where every step counts. One function
 * for each kind of row: an engine makes them fast only as long as each of them always meets the same kind.
 */

/** A number of a list. */
export function numberAt(values: readonly number[], index: number): number {
  return values[index] as number;
}

/** A number of a row of 32-bit integers. */
export function int32At(values: Int32Array, index: number): number {
  return values[index] as number;
}

/** A number of a row of 8-bit integers. */
export function int8At(values: Int8Array, index: number): number {
  return values[index] as number;
}

/** A number of a row of floating-point numbers. */
export function float64At(values: Float64Array, index: number): number {
  return values[index] as number;
}
