import type { Mark, MeasureText } from './drawing.ts';

/** Marks with the height they take; `keepsNext` must not be the last on a page. */
export type Block = { readonly heightMm: number; readonly marks: readonly Mark[]; readonly keepsNext: boolean };

/** What laying out needs to know: the width that is free, the scale of all sizes, and how to measure text. */
export type Layout = { readonly widthMm: number; readonly scale: number; readonly measure: MeasureText };

/** Breaks words into lines no wider than a width; a no-break space does not part words. */
export function wrapText(text: string, sizeMm: number, widthMm: number, measure: MeasureText): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    const longer = `${last} ${word}`;
    if (last !== undefined && measure(longer, sizeMm, 'text', false) <= widthMm) {
      lines[lines.length - 1] = longer;
    } else {
      lines.push(word);
    }
  }
  return lines;
}
