import type { Page } from '../core/page/drawing/drawing.ts';
import { toBase64 } from './base64.ts';
import { type FontFace, type FontLoader, listNeededFiles } from './page-fonts.ts';

/** How a face is called in pictures, with its weight and style. */
const FACES: Readonly<Record<FontFace, string>> = {
  name: "font-family:'Fraunces';font-weight:600",
  text: "font-family:'Atkinson';font-weight:400",
  'text bold': "font-family:'Atkinson';font-weight:600",
  'text italic': "font-family:'Atkinson';font-weight:400;font-style:italic",
};

/** A style sheet with the fonts that some pages need, as data, so that their pictures look alike wherever they are opened. */
export async function toFontStyle(pages: readonly Page[], loadFont: FontLoader): Promise<string> {
  const needed = listNeededFiles(pages.flatMap(({ marks }) => marks));
  const rules = await Promise.all(
    needed.map(async ({ face, font }) => {
      const data = toBase64(await loadFont(font.file));
      const range = font.covers.map(([from, to]) => `U+${from.toString(16)}-${to.toString(16)}`).join(',');
      const size = font.sizeShare === 1 ? '' : `;size-adjust:${Math.round(font.sizeShare * 100)}%`;
      return `@font-face{${FACES[face]};src:url(data:font/woff;base64,${data}) format('woff');unicode-range:${range}${size}}`;
    }),
  );
  // Where two files cover a character the later rule wins: the face's own files come last.
  return rules.toReversed().join('\n');
}
