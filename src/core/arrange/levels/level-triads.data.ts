/** Whole triads on three strings for a first level, relative to the capo, in standard tuning (common practice). */
export const TRIADS: Readonly<Record<string, string>> = {
  G: 'xxx003',
  C: 'xxx010',
  D: 'xxx232',
  Em: 'xxx000',
  Am: 'xxx210',
  A: 'xxx220',
  E: 'xxx100',
  F: 'xxx211',
  Dm: 'xxx231',
  Bm: 'xxx432',
  D7: 'xx0212',
};
