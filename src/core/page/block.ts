import type { Mark, MeasureText } from './drawing.ts';

/** Marks with the height they take; `keepsNext` must not be the last on a page. */
export type Block = { readonly heightMm: number; readonly marks: readonly Mark[]; readonly keepsNext: boolean };

/** What laying out needs to know: the width that is free, the scale of all sizes, and how to measure text. */
export type Layout = { readonly widthMm: number; readonly scale: number; readonly measure: MeasureText };

/**
 * Breaks words into lines no wider than a width in mm; a no-break space does not part words, and a word that is too wide
 * by itself is cut.
 */
export function wrapText(text: string, widthMm: number, widthOf: (text: string) => number): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(' ').flatMap((each) => cutWord(each, widthMm, widthOf))) {
    const last = lines.at(-1);
    const longer = `${last} ${word}`;
    if (last !== undefined && widthOf(longer) <= widthMm) {
      lines[lines.length - 1] = longer;
    } else {
      lines.push(word);
    }
  }
  return lines;
}

function cutWord(word: string, widthMm: number, widthOf: (text: string) => number): readonly string[] {
  const characters = [...word];
  if (widthOf(word) <= widthMm || characters.length < 2) {
    return [word];
  }
  const half = Math.ceil(characters.length / 2);
  return [characters.slice(0, half), characters.slice(half)].flatMap((part) =>
    cutWord(part.join(''), widthMm, widthOf),
  );
}
