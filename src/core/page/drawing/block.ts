import { type Mark, type MeasureText, type TextStyle, textMark } from './drawing.ts';

/** Marks with the height they take; `keepsNext` must not be the last on a page. */
export type Block = { readonly heightMm: number; readonly marks: readonly Mark[]; readonly keepsNext: boolean };

/** Size of running text at scale 1: 9 pt, which nothing that is read as text is set below (1 pt = 1/72 inch). */
export const BODY_MM = (9 / 72) * 25.4;

/**
 * What laying out needs to know: the width that is free, the scale of all sizes, the size of running text at it, how much of the
 * usual space stands between things (1, or less on a crowded page), and how to measure text.
 */
export type Layout = {
  readonly widthMm: number;
  readonly scale: number;
  readonly bodyMm: number;
  readonly gap: number;
  readonly measure: MeasureText;
};

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

/** Running text wrapped to the width that is free, a block a row; all but the last keep the next. */
export function layText(text: string, style: TextStyle, { widthMm, bodyMm, measure }: Layout): readonly Block[] {
  const rows =
    text === '' ? [] : wrapText(text, widthMm, (words) => measure(words, bodyMm, 'text', style.isBold ?? false));
  return rows.map((row, index) => ({
    heightMm: bodyMm * 1.32,
    marks: [textMark(row, [0, bodyMm], bodyMm, style)],
    keepsNext: index < rows.length - 1,
  }));
}
