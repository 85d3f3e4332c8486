import type { CycleBars } from '../rhythm/pattern.ts';

/** How often a pattern comes round: "one round to a bar" (rule R2). */
export const ROUND_WORDS: Readonly<Record<CycleBars, string>> = {
  0.5: 'two rounds to a bar',
  1: 'one round to a bar',
  2: 'one round to two bars',
};
