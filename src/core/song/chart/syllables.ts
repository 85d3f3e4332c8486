/*
 * Words in syllables, for putting a change under one of them. The rule is a rough one for English: each group of vowels makes
 * a syllable, a final silent e does not, and consonants between go with what follows them (from memory). Hyphens and spaces
 * that are typed always part, so that a wrong guess is mended by typing one.
 */

/** The syllables of a line of words in order, punctuation left with them; nothing is added to what was typed. */
export function splitSyllables(words: string): readonly string[] {
  return words
    .split(/\s+|(?<=-)/)
    .filter((word) => word !== '')
    .flatMap(splitWord);
}

const VOWELS = /[aeiouyàâäéèêëîïôöùûüœæ]+/gi;

function splitWord(word: string): readonly string[] {
  const groups = [...word.matchAll(VOWELS)].filter((group) => !isSilentEnd(word, group));
  const cuts = groups.slice(1).map((group, index) => {
    const before = groups[index];
    const from = (before?.index ?? 0) + (before?.[0].length ?? 0);
    const consonants = group.index - from;
    return consonants <= 1 ? from : from + Math.floor(consonants / 2);
  });
  const edges = [0, ...cuts, word.length];
  return edges.slice(1).map((edge, index) => word.slice(edges[index], edge));
}

/** A lone e at a word's end, after a consonant and another syllable, is not sung. */
function isSilentEnd(word: string, group: RegExpMatchArray): boolean {
  const rest = word.slice((group.index ?? 0) + group[0].length);
  const before = word.slice(0, group.index);
  return (
    group[0].toLowerCase() === 'e' &&
    /^(?:s|d)?[^\p{L}]*$/u.test(rest) &&
    /[aeiouy]/i.test(before) &&
    !/l$/i.test(before)
  );
}
