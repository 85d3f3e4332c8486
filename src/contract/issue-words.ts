import type * as z from 'zod';

/** Lists whose name in the singular is not the name without its last letter. */
const SINGULAR: Readonly<Record<string, string>> = { passes: 'pass', classes: 'class', pieces: 'piece' };

/** Where in a value something was found, for people: `section 2, line 1, bar 3`; empty for the value as a whole. */
function wordsOfPath(path: readonly PropertyKey[]): string {
  const words: string[] = [];
  for (const [index, step] of path.entries()) {
    const next = path[index + 1];
    if (typeof step === 'string') {
      const plain = step.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
      words.push(typeof next === 'number' ? `${SINGULAR[plain] ?? plain.replace(/s$/, '')} ${next + 1}` : plain);
    }
  }
  return words.join(', ');
}

/** What a check found, as a phrase: where, and what is wrong there. */
export function wordsOfIssue({ path, message }: Pick<z.core.$ZodIssue, 'path' | 'message'>): string {
  return [wordsOfPath(path), message].filter(Boolean).join(': ');
}
