/** Letters that have no accent to take off, and how they are looked for. */
const LETTERS: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ł: 'l',
  þ: 'th',
  ı: 'i',
  '♯': '#',
  '♭': 'b',
  '’': "'",
};

/**
 * A text as it is searched and sorted: small letters without accents ("Été" is "ete"), whatever the machine's language is. Two texts are found
 * as one where theirs are equal.
 */
export function foldText(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[ßæœøđðłþı♯♭’]/g, (letter) => LETTERS[letter] ?? letter)
    .replace(/\s+/g, ' ')
    .trim();
}

/** The words of a search, folded, each once. */
export function listSearchWords(text: string): readonly string[] {
  return [...new Set(foldText(text).split(' '))].filter((word) => word !== '');
}
