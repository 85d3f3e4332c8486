/** A step of the work, in the order of the ladder; `key` is pressed alone to go there, `about` says what is done there. */
export type Step = { readonly path: string; readonly label: string; readonly key: string; readonly about: string };

/** The steps, lowest rung first. */
export const STEPS: readonly Step[] = [
  { path: 'song', label: 'Song', key: '1', about: 'put the chords in' },
  { path: 'capo', label: 'Capo', key: '2', about: 'the fret that suits hands and voice' },
  { path: 'shapes', label: 'Shapes', key: '3', about: 'how each chord is held, and the changes' },
  { path: 'map', label: 'Map', key: '4', about: 'verse, chorus and what repeats' },
  { path: 'right-hand', label: 'Right hand', key: '5', about: 'strums and picking' },
  { path: 'levels', label: 'Levels', key: '6', about: 'the same song, easier and harder' },
  { path: 'handout', label: 'Handout', key: '7', about: 'the page to give out' },
  { path: 'rehearse', label: 'Rehearse', key: '8', about: 'play along, slow to fast' },
];

/** The step that an address of a song shows, or null. */
export function stepAt(pathname: string): Step | null {
  const [, path] = /^\/songs\/[^/]+\/([^/]+)/.exec(pathname) ?? [];
  return STEPS.find((step) => step.path === path) ?? null;
}

/** The step after one; null after the last. */
export function stepAfter(step: Step): Step | null {
  return STEPS[STEPS.indexOf(step) + 1] ?? null;
}
