/** The names of what makes a shape hard; the first belong to the hand, the rest to what sounds. */
export const EFFORT_TERMS = [
  'fingers',
  'little finger',
  'barre',
  'open string beside a barre',
  'stretch',
  'crowded fret',
  'narrow frets',
  'crossed fingers',
  'posture',
  'thumb',
  'height',
  'muted string inside',
  'silent bass strings',
  'silent treble strings',
  'thin sound',
  'another bass',
  'muddy third',
  'doubled unison',
  'dropped tone',
] as const;

/** The name of one thing that makes a shape hard. */
export type EffortTerm = (typeof EFFORT_TERMS)[number];

/** The place of a term in a row of costs. */
export function termPlace(term: EffortTerm): number {
  return EFFORT_TERMS.indexOf(term);
}

/** How many of the terms, from the first on, are what the hand has to do, whatever is heard. */
export const HAND_TERM_COUNT = termPlace('thumb') + 1;
