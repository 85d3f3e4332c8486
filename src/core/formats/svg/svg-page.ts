/*
 * A page or a single drawing as an SVG picture, one unit a mm: text stays text, lines of one width and tone are one path. The same marks
 * that the screen and the PDF paint; every text that comes from a person is escaped.
 */
import type { Mark, Page } from '../../page/drawing/drawing.ts';
import { PAPER_INKS, SHARP_LIFT, splitAtSharps } from '../../page/drawing/inks.ts';
import { escapeMarkup } from '../markup-text.ts';

/** What a picture is made with: its name, its words for those who do not see it, and a style sheet with its fonts (may be empty). */
export type SvgWords = {
  readonly title: string;
  readonly description: string;
  readonly style: string;
  /** Whether it is a file of its own, or stands in a page that says its words elsewhere. */
  readonly isHidden: boolean;
};

/** The faces by name; what is not embedded falls back on what the reader has. */
const FAMILIES = {
  name: "'Fraunces',Georgia,serif",
  text: "'Atkinson',Verdana,sans-serif",
} as const;

const PX_PER_MM = 96 / 25.4;

/** A page as SVG, on white. @example toSvg(page, { title: "G", description: "…", style: "", isHidden: false }) */
export function toSvg({ widthMm, heightMm, marks }: Page, { title, description, style, isHidden }: SvgWords): string {
  const [width, height] = [round(widthMm), round(heightMm)];
  const size = `viewBox="0 0 ${width} ${height}" width="${round(widthMm * PX_PER_MM)}" height="${round(heightMm * PX_PER_MM)}"`;
  const access = isHidden ? 'aria-hidden="true"' : 'role="img" aria-labelledby="title words"';
  const words = isHidden
    ? ''
    : `<title id="title">${escapeMarkup(title)}</title><desc id="words">${escapeMarkup(description)}</desc>`;
  const sheet = style === '' ? '' : `<style>${style}</style>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} ${access}>${words}${sheet}`,
    `<rect width="${width}" height="${height}" fill="${PAPER_INKS.paper}"/>`,
    ...paintLines(marks),
    ...marks.flatMap((mark) => (mark.kind === 'line' ? [] : [paintMark(mark)])),
    '</svg>',
  ].join('\n');
}

function round(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}

type LineMark = Extract<Mark, { kind: 'line' }>;

function paintLines(marks: readonly Mark[]): readonly string[] {
  const paths = new Map<string, string[]>();
  for (const mark of marks) {
    if (mark.kind === 'line') {
      const look = `stroke="${PAPER_INKS[mark.tone]}" stroke-width="${round(mark.widthMm)}"`;
      const pieces = paths.get(look) ?? [];
      pieces.push(pathOf(mark));
      paths.set(look, pieces);
    }
  }
  return [...paths].map(([look, pieces]) => `<path ${look} fill="none" d="${pieces.join('')}"/>`);
}

function pathOf({ x1Mm, y1Mm, x2Mm, y2Mm }: LineMark): string {
  return `M${round(x1Mm)} ${round(y1Mm)}L${round(x2Mm)} ${round(y2Mm)}`;
}

function paintMark(mark: Exclude<Mark, LineMark>): string {
  const ink = PAPER_INKS[mark.tone];
  const [x, y] = [round(mark.xMm), round(mark.yMm)];
  switch (mark.kind) {
    case 'text': {
      const look = [
        `font-family="${FAMILIES[mark.face]}" font-size="${round(mark.sizeMm)}"`,
        mark.isBold ? ' font-weight="600"' : '',
        mark.isItalic ? ' font-style="italic"' : '',
        mark.anchor === 'start' ? '' : ` text-anchor="${mark.anchor}"`,
      ].join('');
      return `<text x="${x}" y="${y}" ${look} fill="${ink}" xml:space="preserve">${paintText(mark.text)}</text>`;
    }
    case 'dot':
      return mark.isFilled
        ? `<circle cx="${x}" cy="${y}" r="${round(mark.radiusMm)}" fill="${ink}"/>`
        : `<circle cx="${x}" cy="${y}" r="${round(mark.radiusMm)}" fill="none" stroke="${ink}" stroke-width="${round(mark.radiusMm * 0.4)}"/>`;
    case 'bar':
      return `<path d="M${x} ${y}h${round(mark.lengthMm)}" stroke="${ink}" stroke-width="${round(mark.thicknessMm)}" stroke-linecap="round" fill="none"/>`;
  }
}

/** Sharps are lifted, and what follows them comes down again. */
function paintText(text: string): string {
  const pieces = splitAtSharps(text);
  if (pieces.length === 1 && pieces[0]?.isSharp === false) {
    return escapeMarkup(text);
  }
  return pieces
    .map(({ piece, isSharp }, index) => {
      const lift = isSharp ? -SHARP_LIFT : index > 0 ? SHARP_LIFT : 0;
      return `<tspan${lift === 0 ? '' : ` dy="${lift}em"`}>${escapeMarkup(piece)}</tspan>`;
    })
    .join('');
}
