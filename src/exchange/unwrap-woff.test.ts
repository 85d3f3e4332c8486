import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { describe, expect, test } from 'vitest';
import { ALL_FONT_FILES, FONT_FOLDER } from './page-fonts.ts';
import { unwrapWoff } from './unwrap-woff.ts';

const read = (file: string): Uint8Array =>
  readFileSync(join(import.meta.dirname, '..', '..', 'node_modules', FONT_FOLDER, file));
const parse = (bytes: Uint8Array): Font => create(bytes as never) as Font;

type Table = { readonly tag: number; readonly sum: number; readonly offset: number; readonly length: number };

const tablesOf = (view: DataView): readonly Table[] =>
  Array.from({ length: view.getUint16(4) }, (_, index) => {
    const field = (at: number): number => view.getUint32(12 + index * 16 + 4 * at);
    return { tag: field(0), sum: field(1), offset: field(2), length: field(3) };
  });

/** The sum of a table as whole numbers of four bytes; that of “head” leaves out the sum of the whole font, which stands in it. */
function sumOf(view: DataView, { tag, offset, length }: Table): number {
  let sum = tag === 0x68656164 ? -view.getUint32(offset + 8) : 0;
  for (let at = offset; at < offset + length; at += 4) {
    sum += view.getUint32(at);
  }
  return sum >>> 0;
}

describe('a .woff file', () => {
  test.each(ALL_FONT_FILES)('%s holds the font that a font library reads from either', (file) => {
    const [wrapped, font] = [parse(read(file)), parse(unwrapWoff(read(file)))];
    expect([wrapped, font].map((each) => (each as unknown as { type: string }).type)).toEqual(['WOFF', 'TTF']);
    expect(font.characterSet).toEqual(wrapped.characterSet);
    for (const point of font.characterSet.slice(0, 8)) {
      const [own, other] = [font, wrapped].map((each) => each.glyphForCodePoint(point));
      expect(own?.advanceWidth).toBe(other?.advanceWidth);
      expect(own?.path.toSVG()).toBe(other?.path.toSVG());
    }
  });

  test('has the sums of its tables right, and every table at a multiple of four', () => {
    const font = unwrapWoff(read(ALL_FONT_FILES[0] ?? ''));
    const view = new DataView(font.buffer);
    const tables = tablesOf(view);
    expect(tables.length).toBeGreaterThan(8);
    expect(tables.map(({ offset }) => offset % 4)).toEqual(tables.map(() => 0));
    expect(tables.map((table) => sumOf(view, table))).toEqual(tables.map(({ sum }) => sum));
  });

  test('that is none stays as it is, and a damaged one is refused', () => {
    const bytes = Uint8Array.from({ length: 60 }, (_, at) => at);
    expect(unwrapWoff(bytes)).toBe(bytes);
    expect(() => unwrapWoff(read(ALL_FONT_FILES[0] ?? '').slice(0, 2000))).toThrow();
  });
});
