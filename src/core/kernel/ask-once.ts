/** What is asked for once, by whoever needs it first, and answered to all; where asking failed, the next one asks again. */
export function askedOnce<Value>(ask: () => Promise<Value>): () => Promise<Value> {
  let asking: Promise<Value> | null = null;
  return () => {
    asking ??= ask().catch((error: unknown) => {
      asking = null;
      throw error;
    });
    return asking;
  };
}
