/** What can be assumed about a loose chart, each with the ways it can be taken; the first one is taken unless another is chosen. */
export const ASSUMPTIONS = {
  metre: ['4/4', '3/4', '6/8', '2/4'],
  'chord-length': ['bar', 'half-bar', 'two-bars'],
  'bar-lines': ['added', 'left-out'],
  beats: ['counted', 'left-out'],
  heading: ['heading', 'left-out'],
  again: ['another-pass', 'new-section'],
  repeats: ['folded', 'as-written'],
  sections: ['proposed', 'one-piece'],
  words: ['first-words', 'whole-lines', 'kept-traditional', 'kept-mine', 'left-out'],
  title: ['title', 'left-out'],
  credit: ['credit', 'left-out'],
  capo: ['shapes', 'sounding'],
  header: ['read', 'left-out'],
  'bracketed-chord': ['chord', 'left-out'],
  tablature: ['left-out', 'kept-as-words'],
  tabs: ['eight', 'four'],
  'other-line': ['left-out', 'kept-as-words'],
} as const;

/** The kinds of assumptions. */
export type AssumptionKind = keyof typeof ASSUMPTIONS;

/** What the reader of a loose chart was told to assume instead. */
export type LooseChoices = { readonly [K in AssumptionKind]?: (typeof ASSUMPTIONS)[K][number] };

/** One assumption that was made: the lines of the source it touches (from 1, in order) and the first text it was made of. */
export type Assumption = {
  readonly kind: AssumptionKind;
  readonly chosen: string;
  readonly lines: readonly number[];
  readonly found: string;
};

/** Gathers assumptions as they are made, one entry a kind. */
export type AssumptionList = Map<AssumptionKind, { readonly lines: number[]; readonly found: string }>;

/** Notes that an assumption was made in a line, and gives what was chosen for it. */
export function assume<K extends AssumptionKind>(
  context: { readonly choices: LooseChoices; readonly made: AssumptionList },
  kind: K,
  place: { readonly line: number; readonly text: string },
): (typeof ASSUMPTIONS)[K][number] {
  const known = context.made.get(kind);
  if (known === undefined) {
    context.made.set(kind, { lines: [place.line], found: place.text.trim().slice(0, 60) });
  } else if (known.lines.at(-1) !== place.line) {
    known.lines.push(place.line);
  }
  return chosenFor(context.choices, kind);
}

/** What is taken for a kind: the choice, or the first way. */
export function chosenFor<K extends AssumptionKind>(choices: LooseChoices, kind: K): (typeof ASSUMPTIONS)[K][number] {
  return choices[kind] ?? ASSUMPTIONS[kind][0];
}

/** The assumptions that were made, in the order in which they were first made. */
export function listAssumptions(made: AssumptionList, choices: LooseChoices): readonly Assumption[] {
  return [...made].map(([kind, { lines, found }]) => ({ kind, chosen: chosenFor(choices, kind), lines, found }));
}
