/**
 * The best weights near some: each in turn is made larger and smaller by the shares given, what scores better is kept, until a round
 * changes nothing. Plain, slow and always the same. `scoreOf` is higher for better weights.
 */
export function climb<Name extends string>(
  start: Readonly<Record<Name, number>>,
  names: readonly Name[],
  scoreOf: (weights: Readonly<Record<Name, number>>) => number,
  factors: readonly number[],
): { readonly weights: Readonly<Record<Name, number>>; readonly score: number } {
  let weights = start;
  let score = scoreOf(weights);
  for (let isBetter = true; isBetter; ) {
    isBetter = false;
    for (const name of names) {
      for (const factor of factors) {
        const tried = { ...weights, [name]: round(weights[name] * factor) };
        const reached = scoreOf(tried);
        if (reached > score + 1e-9) {
          [weights, score, isBetter] = [tried, reached, true];
        }
      }
    }
  }
  return { weights, score };
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}
