import type { Metre } from '../../rhythm/metre.ts';

/** What was assumed while a score was read, or had to be left. `measure` is the number the file gives it. */
export type ScoreFinding =
  | { readonly kind: 'key-assumed' | 'metre-assumed' | 'no-tempo' | 'no-title' | 'one-section' | 'lines-of-four' }
  | { readonly kind: 'metre-changed'; readonly measure: string; readonly metre: Metre }
  | { readonly kind: 'measure-filled'; readonly measure: string }
  | { readonly kind: 'chord-moved'; readonly measure: string; readonly chord: string }
  | { readonly kind: 'chord-simplified'; readonly measure: string; readonly found: string; readonly chord: string }
  | { readonly kind: 'repeat-across-sections'; readonly measure: string }
  | { readonly kind: 'name-changed'; readonly found: string; readonly name: string }
  | { readonly kind: 'lyrics-shortened'; readonly lines: number }
  | { readonly kind: 'chord-left'; readonly measure: string; readonly found: string }
  | { readonly kind: 'shape-left'; readonly measure: string; readonly chord: string }
  | { readonly kind: 'jump-left'; readonly measure: string; readonly words: string }
  | { readonly kind: 'notes-left'; readonly count: number }
  | { readonly kind: 'parts-left'; readonly names: readonly string[] }
  | { readonly kind: 'words-left'; readonly count: number }
  | { readonly kind: 'text-cut'; readonly what: 'title' | 'credit' };

const LEFT: ReadonlySet<ScoreFinding['kind']> = new Set([
  'chord-left',
  'shape-left',
  'jump-left',
  'notes-left',
  'parts-left',
  'words-left',
  'text-cut',
]);

/** Whether something was left out, rather than assumed. */
export function isLeft({ kind }: ScoreFinding): boolean {
  return LEFT.has(kind);
}
