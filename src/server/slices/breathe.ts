/** Work that others may not notice is done in slices of so many ms. */
const SLICE_MS = 10;

/** Makes a pause that is one only when a slice of time is over: then whoever waits for an answer has a turn. */
export function createBreather(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since >= SLICE_MS) {
      await new Promise((resolve) => setImmediate(resolve));
      since = performance.now();
    }
  };
}
