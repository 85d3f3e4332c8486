/** Numbers from 0 to 1, the same in every run. */
export function createRandom(start: number): () => number {
  let seed = start;
  return () => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed / 2_147_483_647;
  };
}
