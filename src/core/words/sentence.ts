/** Words in a row: "G, Cadd9 and Em7". */
export function joinWords(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** A text as a sentence begins. */
export function startSentence(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}
