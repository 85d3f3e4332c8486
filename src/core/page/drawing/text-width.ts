import type { MeasureText } from './drawing.ts';
import { FONT_WIDTHS } from './font-widths.data.ts';

const THOUSANDTHS = 1000;
/** What a character takes that no face has: narrow ones about a letter, those of East Asia (from U+2E80 on) a whole square. */
const UNKNOWN = { narrow: 600, wide: 1000, wideFrom: 0x2e80 } as const;

type Widths = ReadonlyMap<number, number>;

function readWidths(packed: string): Widths {
  const widths = new Map<number, number>();
  let point = 0;
  let step = 1;
  for (const word of packed.split(' ')) {
    if (word.startsWith('+')) {
      step = Number(word.slice(1));
    } else {
      point += step;
      step = 1;
      widths.set(point, Number(word));
    }
  }
  return widths;
}

const FACES: Readonly<Record<keyof typeof FONT_WIDTHS, Widths>> = {
  name: readWidths(FONT_WIDTHS.name),
  text: readWidths(FONT_WIDTHS.text),
  'text bold': readWidths(FONT_WIDTHS['text bold']),
  'text italic': readWidths(FONT_WIDTHS['text italic']),
};

/**
 * How wide a text is in mm in the faces of a printed page, at a size in mm: the sum of its characters, which is a little more than
 * kerned. So a page is laid out alike wherever it is painted. Widths are read from the fonts by scripts/font-widths.ts.
 */
export const measureText: MeasureText = (text, sizeMm, face, isBold) => {
  const widths = face === 'name' ? FACES.name : isBold ? FACES['text bold'] : FACES.text;
  let sum = 0;
  for (const character of text) {
    const point = character.codePointAt(0) ?? 0;
    sum += widths.get(point) ?? (point >= UNKNOWN.wideFrom ? UNKNOWN.wide : UNKNOWN.narrow);
  }
  return (sum / THOUSANDTHS) * sizeMm;
};
