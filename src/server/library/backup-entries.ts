const WORDS: ReadonlyMap<string, string> = new Map([
  ['songs', 'song'],
  ['classes', 'class'],
  ['results', 'result'],
]);

/** What is meant by a place in a backup, in words: `song 4`, `class 2`, `the settings`; null for the whole. */
export function placeOf(path: readonly PropertyKey[]): string | null {
  const [part, index] = path;
  if (part === 'settings') {
    return 'the settings';
  }
  const word = WORDS.get(String(part));
  return word === undefined || typeof index !== 'number' ? null : `${word} ${index + 1}`;
}
