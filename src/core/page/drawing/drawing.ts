import type { Region } from './region.ts';

/** The faces a page is set in: names of chords, keys and sections, and everything else. */
export type Face = 'name' | 'text';

/** What colour a mark has; painters choose the ink. `paper` leaves the ground white on something dark. */
export type Tone = 'ink' | 'quiet' | 'warning' | 'paper';

/** A mark on a page, in mm from its top left corner; text stands on its baseline. */
export type Mark =
  | {
      readonly kind: 'text';
      readonly xMm: number;
      readonly yMm: number;
      readonly text: string;
      readonly sizeMm: number;
      readonly face: Face;
      readonly isBold: boolean;
      readonly isItalic: boolean;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly tone: Tone;
    }
  | {
      readonly kind: 'line';
      readonly x1Mm: number;
      readonly y1Mm: number;
      readonly x2Mm: number;
      readonly y2Mm: number;
      readonly widthMm: number;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'dot';
      readonly xMm: number;
      readonly yMm: number;
      readonly radiusMm: number;
      readonly isFilled: boolean;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'bar';
      readonly xMm: number;
      readonly yMm: number;
      readonly lengthMm: number;
      readonly thicknessMm: number;
      readonly tone: Tone;
    };

/** A text on a page. */
export type TextMark = Extract<Mark, { kind: 'text' }>;

/** One page of paper with its marks, and the parts of it that lead into the song. */
export type Page = {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly marks: readonly Mark[];
  readonly regions?: readonly Region[];
};

/** How wide a text is in mm, set in a face at a size in mm; supplied by whoever paints. */
export type MeasureText = (text: string, sizeMm: number, face: Face, isBold: boolean) => number;

/** How a text mark differs from plain ink in the text face, starting at its place. */
export type TextStyle = Partial<Pick<TextMark, 'face' | 'isBold' | 'isItalic' | 'anchor' | 'tone'>>;

/** A text mark on a baseline at [x, y] in mm; plain ink in the text face, starting at x, unless the style says otherwise. */
export function textMark(
  text: string,
  [xMm, yMm]: readonly [number, number],
  sizeMm: number,
  style: TextStyle = {},
): Mark {
  const plain = { face: 'text', isBold: false, isItalic: false, anchor: 'start', tone: 'ink' } as const;
  return { kind: 'text', xMm, yMm, text, sizeMm, ...plain, ...style };
}

/** A straight line. */
export function lineMark(
  [x1Mm, y1Mm]: readonly [number, number],
  [x2Mm, y2Mm]: readonly [number, number],
  widthMm: number,
  tone: Tone = 'ink',
): Mark {
  return { kind: 'line', x1Mm, y1Mm, x2Mm, y2Mm, widthMm, tone };
}

/** The mark moved down by some mm. */
export function moveDown(mark: Mark, byMm: number): Mark {
  return mark.kind === 'line'
    ? { ...mark, y1Mm: mark.y1Mm + byMm, y2Mm: mark.y2Mm + byMm }
    : { ...mark, yMm: mark.yMm + byMm };
}

/** The mark moved to the right by some mm. */
export function moveRight(mark: Mark, byMm: number): Mark {
  return mark.kind === 'line'
    ? { ...mark, x1Mm: mark.x1Mm + byMm, x2Mm: mark.x2Mm + byMm }
    : { ...mark, xMm: mark.xMm + byMm };
}

/** A mark at another size, seen from the top left corner; lines keep their width. */
export function scaleMark(mark: Mark, by: number): Mark {
  switch (mark.kind) {
    case 'line':
      return {
        ...mark,
        x1Mm: mark.x1Mm * by,
        y1Mm: mark.y1Mm * by,
        x2Mm: mark.x2Mm * by,
        y2Mm: mark.y2Mm * by,
      };
    case 'text':
      return { ...mark, xMm: mark.xMm * by, yMm: mark.yMm * by, sizeMm: mark.sizeMm * by };
    case 'dot':
      return { ...mark, xMm: mark.xMm * by, yMm: mark.yMm * by, radiusMm: mark.radiusMm * by };
    case 'bar':
      return {
        ...mark,
        xMm: mark.xMm * by,
        yMm: mark.yMm * by,
        lengthMm: mark.lengthMm * by,
        thicknessMm: mark.thicknessMm * by,
      };
  }
}

/** Thinnest line that a photocopier keeps, in mm (from memory). */
const PHOTOCOPIED_MM = 0.25;

/** The mark in plain ink, no line thinner than a photocopier keeps. */
export function inBlack(mark: Mark): Mark {
  const tone = mark.tone === 'paper' ? 'paper' : 'ink';
  return mark.kind === 'line' ? { ...mark, tone, widthMm: Math.max(mark.widthMm, PHOTOCOPIED_MM) } : { ...mark, tone };
}
