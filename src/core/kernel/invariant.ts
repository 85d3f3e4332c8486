/** Stops the program where one of our own assumptions is broken; never used for what a user may type. */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) {
    throw new Error(`broken assumption: ${message}`);
  }
}
