/* Writes src/core/page/drawing/font-widths.data.ts: how wide each character of the handout's faces is, read from the fonts themselves. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { FONT_FILES, FONT_FOLDER, type FontFace } from '../src/exchange/page-fonts.ts';

const root = join(import.meta.dirname, '..');
const FACES: readonly FontFace[] = ['name', 'text', 'text bold', 'text italic'];

const read = (file: string): Font => create(readFileSync(join(root, 'node_modules', FONT_FOLDER, file))) as Font;

function widthsOf(face: FontFace): string {
  const widths = new Map<number, number>();
  for (const { file, sizeShare } of FONT_FILES[face]) {
    const font = read(file);
    for (const point of font.characterSet) {
      if (point >= 32 && !widths.has(point)) {
        const advance = font.glyphForCodePoint(point).advanceWidth;
        widths.set(point, Math.round((advance / font.unitsPerEm) * sizeShare * 1000));
      }
    }
  }
  const sorted = [...widths].sort(([a], [b]) => a - b).filter(([point]) => point < 0x2800);
  let before = 0;
  return sorted
    .map(([point, width]) => {
      const step = point - before;
      before = point;
      return step === 1 ? String(width) : `+${step} ${width}`;
    })
    .join(' ');
}

const lines = FACES.map((face) => `  ${JSON.stringify(face)}:\n    '${widthsOf(face)}',`);
writeFileSync(
  join(root, 'src', 'core', 'page', 'drawing', 'font-widths.data.ts'),
  `/** Widths in thousandths of the size, by code point in rising order; "+n" leaps n code points ahead. Made by scripts/font-widths.ts. */
export const FONT_WIDTHS = {
${lines.join('\n')}
} as const;
`,
);
