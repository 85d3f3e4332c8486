/** What a command answers: the text for standard output, and a sentence for each thing that failed. */
export type Answer = { readonly text: string; readonly failures: readonly string[] };

/** An answer without failures, as JSON or for people. */
export function answer(isJson: boolean, json: unknown, text: string): Answer {
  return { text: isJson ? JSON.stringify(json, null, 2) : text, failures: [] };
}
