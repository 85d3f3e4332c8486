import { type Mark, type MeasureText, type TextStyle, textMark } from './drawing.ts';
import type { Region, SongPlace } from './region.ts';

/** Marks with the height they take; `keepsNext` must not be the last on a page. Regions lead from parts of it into the song. */
export type Block = {
  readonly heightMm: number;
  readonly marks: readonly Mark[];
  readonly keepsNext: boolean;
  readonly regions?: readonly Region[];
};

/** A size in points in mm (1 pt = 1/72 inch). */
export function ptToMm(pt: number): number {
  return (pt / 72) * 25.4;
}

/** Size of small text at scale 1: 10 pt, which nothing on a page for a stand is set below. */
export const BODY_MM = ptToMm(10);
/** Words that are sung, at scale 1, and chords in bars. */
const WORD_MM = ptToMm(11);
export const CHORD_MM = ptToMm(14);
/** Nothing is set smaller, also where a teacher asks for one side; chords in bars stay larger. */
export const SMALLEST_MM = ptToMm(9.5);
const SMALLEST_CHORD_MM = ptToMm(11);

/** Sizes of type at a scale, never below what can be read. */
export function sizesAt(scale: number): Pick<Layout, 'bodyMm' | 'wordMm' | 'chordMm'> {
  return {
    bodyMm: Math.max(SMALLEST_MM, BODY_MM * scale),
    wordMm: Math.max(SMALLEST_MM, WORD_MM * scale),
    chordMm: Math.max(SMALLEST_CHORD_MM, CHORD_MM * scale),
  };
}

/**
 * What laying out needs to know: the width that is free, the scale of all sizes, the sizes of small text, of words that are sung and of
 * chords in bars, how much of the usual space stands between things (1, or less on a crowded page), and how to measure text.
 */
export type Layout = {
  readonly widthMm: number;
  readonly scale: number;
  readonly bodyMm: number;
  readonly wordMm: number;
  readonly chordMm: number;
  /** Room at the left of bars, for what their lines are called. */
  readonly labelMm: number;
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

/** The block, the whole of which leads to a place of the song. */
export function leadingTo(block: Block, widthMm: number, place: SongPlace, label: string): Block {
  return { ...block, regions: [{ xMm: 0, yMm: 0, widthMm, heightMm: block.heightMm, place, label }] };
}
