/** A step of the work, in the order of the ladder; `key` is pressed alone to go there. */
export type Step = { readonly path: string; readonly label: string; readonly key: string };

/**
 * The steps that work, lowest rung first. The keys follow the whole ladder of eight, so that they stay when the steps
 * between them come.
 */
export const STEPS: readonly Step[] = [
  { path: 'listen', label: 'Listen', key: '1' },
  { path: 'capo', label: 'Capo', key: '2' },
  { path: 'shapes', label: 'Shapes', key: '3' },
  { path: 'map', label: 'Map', key: '4' },
  { path: 'right-hand', label: 'Right hand', key: '5' },
  { path: 'levels', label: 'Levels', key: '6' },
  { path: 'handout', label: 'Handout', key: '7' },
];
