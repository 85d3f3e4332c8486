import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { afterAll, describe, expect, test } from 'vitest';
import { toHandoutHtml } from '../core/formats/html/handout-html.ts';
import { toSvg } from '../core/formats/svg/svg-page.ts';
import { itemAt } from '../core/kernel/list.ts';
import { type Page, textMark } from '../core/page/drawing/drawing.ts';
import { measureText } from '../core/page/drawing/text-width.ts';
import type { Handout } from '../core/page/handout/handout-content.ts';
import { speakHandout } from '../core/page/handout/handout-spoken.ts';
import { layOutHandout, PHONE_SHEET, sheetOf } from '../core/page/layout/handout-layout.ts';
import { listPictures } from '../core/page/layout/pictures.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { type HandoutOptions, PLAIN_HANDOUT } from '../core/song/document/handout-options.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { handoutOf as handoutFor } from '../test-support/handout-of.ts';
import { songFromChart } from '../test-support/read-chart.ts';
import { toFontStyle } from './embedded-fonts.ts';
import { ALL_FONT_FILES, FONT_FILES, FONT_FOLDER } from './page-fonts.ts';
import { parseXml } from './parse-xml.ts';
import { toPdfBytes } from './pdf-bytes.ts';

/* Checked with qpdf and with poppler's pdftotext and pdftoppm (Debian), which share nothing with the writer. */
const hasTools = ['qpdf', 'pdftotext', 'pdftoppm'].every((name) => existsSync(`/usr/bin/${name}`));
const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-pdf-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const FONTS = join(import.meta.dirname, '..', '..', 'node_modules', FONT_FOLDER);
const loadFont = async (file: string): Promise<Uint8Array> => readFileSync(join(FONTS, file));

const handoutOf = (document: SongDocument, options: Partial<HandoutOptions> = {}): Handout =>
  handoutFor(document, { options });
const pagesOf = (document: SongDocument, options: Partial<HandoutOptions> = {}): readonly Page[] =>
  layOutHandout(handoutOf(document, options), sheetOf('A4', { ...PLAIN_HANDOUT, ...options }), measureText);

async function writePdf(name: string, pages: readonly Page[], title = name): Promise<string> {
  const file = join(folder, `${name}.pdf`);
  writeFileSync(file, (await toPdfBytes(pages, title, loadFont)).bytes);
  return file;
}

function run(command: string, ...args: readonly string[]): string {
  const { stdout, stderr, status } = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 2 ** 28 });
  if (status !== 0) {
    throw new Error(`${command}: ${stderr}`);
  }
  return stdout;
}

/** The words of some pages in the order of their marks. */
const wordsOf = (pages: readonly Page[]): readonly string[] =>
  pages
    .flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? mark.text.split(/[\s\u00A0]+/) : [])))
    .filter((word) => word !== '');

/** A grey picture of a page: width, height and one byte a pixel (binary PGM). */
function pictureOf(file: string, page: number, dpi: number) {
  run('pdftoppm', '-gray', '-r', String(dpi), '-f', String(page), '-l', String(page), file, join(folder, 'page'));
  const name = readdirSync(folder).find((each) => each.startsWith('page') && each.endsWith('.pgm'));
  const bytes = readFileSync(join(folder, name ?? ''));
  rmSync(join(folder, name ?? ''));
  const header = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 40).toString('latin1'));
  return { width: Number(header?.[1]), height: Number(header?.[2]), pixels: bytes.subarray(header?.[0].length ?? 0) };
}

const DPI = 100;

type Picture = ReturnType<typeof pictureOf>;
type Box = { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };

function hasInk({ width, height, pixels }: Picture, { left, top, right, bottom }: Box): boolean {
  for (let y = Math.max(0, Math.floor(top)); y < Math.min(height, bottom); y += 1) {
    const row = pixels.subarray(
      y * width + Math.max(0, Math.floor(left)),
      y * width + Math.min(width, Math.ceil(right)),
    );
    if (row.some((pixel) => pixel < DARK)) {
      return true;
    }
  }
  return false;
}

const DARK = 200;
const WORD = /<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">([^<]*)</g;

/** Words of the file that are not inside their page, or have no ink where they are. */
function blankWords(file: string): readonly string[] {
  const pages = run('pdftotext', '-bbox', file, '-').split('<page ').slice(1);
  return pages.flatMap((page, index) => {
    const picture = pictureOf(file, index + 1, DPI);
    return [...page.matchAll(WORD)].flatMap(([, x0, y0, x1, y1, word = '']) => {
      const pixels = (points: string | undefined): number => (Number(points) * DPI) / 72;
      const box = { left: pixels(x0), top: pixels(y0), right: pixels(x1), bottom: pixels(y1) };
      const isInside = box.left >= 0 && box.top >= 0 && box.right <= picture.width && box.bottom <= picture.height;
      return isInside && hasInk(picture, box) ? [] : [word];
    });
  });
}

describe.skipIf(!hasTools)('a PDF', () => {
  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    'of %s is sound, its text in reading order, every word drawn and inside the page',
    async (title, song) => {
      const pages = pagesOf(song);
      const file = await writePdf('song', pages, title);
      expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors');
      const info = run('pdfinfo', file);
      expect(info).toMatch(/^Title:\s+(.*)$/m);
      expect(/^Title:\s+(.*)$/m.exec(info)?.[1]).toBe(title);
      expect(info).toMatch(new RegExp(`Pages:\\s+${pages.length}\n`));
      expect(info).toMatch(/Tagged:\s+yes/);
      expect(readFileSync(file, 'latin1')).toContain('/Lang (en)');
      const raw = run('pdftotext', '-raw', file, '-')
        .split(/[\s\u00A0\f]+/)
        .filter((word) => word !== '');
      // Figures under the strings of a box stand close: where one ends is not told in the file.
      expect(raw.join('')).toBe(wordsOf(pages).join(''));
      expect(blankWords(file)).toEqual([]);
      const fonts = run('pdffonts', file).trim().split('\n').slice(2);
      expect(fonts.length).toBeGreaterThan(2);
      expect(fonts.every((line) => /\s+yes\s+yes\s+yes\s+/.test(line))).toBe(true);
    },
  );

  test('of every reader, of one student’s part, in large print and on its side is sound and inside the page', async () => {
    const song = itemAt(DEMO_SONGS, 1);
    const own = layOutHandout(
      handoutFor(song, { stand: { left: 1, right: 2 } }),
      sheetOf('Letter', PLAIN_HANDOUT),
      measureText,
    );
    const all = [
      own,
      ...(['keys', 'bass', 'ukulele'] as const).map((reader) => pagesOf(song, { reader })),
      pagesOf(song, { isLargePrint: true, isBlack: true }),
      pagesOf(song, { isLandscape: true, shows: { 'shape-words': true, sounding: true, degrees: true } }),
    ];
    for (const pages of all) {
      const file = await writePdf('option', pages);
      expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors');
      expect(blankWords(file)).toEqual([]);
    }
  });

  test('sets letters of many alphabets, and says which it could not set', async () => {
    const text = 'Žluťoučký Ðang Ελλάδα Жук ♭♯♮ ½ × “x” 歌';
    const page: Page = {
      widthMm: 210,
      heightMm: 60,
      marks: [textMark(text, [10, 20], 5), textMark(text, [10, 40], 5, { face: 'name', isBold: true })],
    };
    const { bytes, missing } = await toPdfBytes([page], 'Žluťoučký 歌', loadFont);
    expect(missing).toEqual(['歌']);
    const file = join(folder, 'letters.pdf');
    writeFileSync(file, bytes);
    expect(run('pdftotext', '-raw', file, '-')).toContain('Žluťoučký Ðang Ελλάδα Жук');
    expect(blankWords(file)).toEqual([]);
  });

  test('is the same bytes for the same page', async () => {
    const pages = pagesOf(itemAt(DEMO_SONGS, 0));
    const first = await toPdfBytes(pages, 'x', loadFont);
    const second = await toPdfBytes(pages, 'x', loadFont);
    expect(Buffer.compare(first.bytes, second.bytes)).toBe(0);
  });
});

describe('the fonts of a page', () => {
  test('are the ones that its widths were read from', async () => {
    expect(ALL_FONT_FILES.length).toBeGreaterThan(8);
    const sample = 'AVm7♭♯×½ŽčĐøжλ ';
    const faces = [
      ['name', 'name', true],
      ['text', 'text', false],
      ['text bold', 'text', true],
    ] as const;
    for (const [face, markFace, isBold] of faces) {
      const fonts = await Promise.all(
        FONT_FILES[face].map(async ({ file, sizeShare }) => ({
          font: create((await loadFont(file)) as never) as Font,
          sizeShare,
        })),
      );
      for (const character of sample) {
        const point = character.codePointAt(0) ?? 0;
        const found = fonts.find(({ font }) => font.hasGlyphForCodePoint(point));
        const advance =
          found === undefined
            ? Number.NaN
            : (found.font.glyphForCodePoint(point).advanceWidth / found.font.unitsPerEm) * found.sizeShare;
        expect(measureText(character, 1, markFace, isBold)).toBeCloseTo(advance, 2);
      }
    }
  });
});

describe('pictures and the web page', () => {
  const hostile = songFromChart(
    'title: <script>alert(1)</script> & "x"\ncredit: </svg><img src=x onerror=y>\nkey: G\n\nVerse:\n| G | D |\n"<b onload=1>&amp; \'rain\'"\n',
  );

  test('keep what people write as text: nothing of it becomes an element', async () => {
    const handout = handoutOf(hostile);
    const pages = pagesOf(hostile);
    const phone = layOutHandout(handout, PHONE_SHEET, measureText);
    const html = toHandoutHtml({
      title: handout.title,
      pages,
      phone,
      words: speakHandout(handout),
      fontStyle: '',
      player: null,
    });
    expect(html).toContain('<title>&lt;script&gt;alert(1)&lt;/script&gt; &amp; &quot;x&quot;</title>');
    expect(html).not.toMatch(/<script|<img|<b /);
    const svg = toSvg(itemAt(pages, 0), { title: handout.title, description: 'a & b < c', style: '', isHidden: false });
    const parsed = parseXml(svg);
    expect(parsed.ok).toBe(true);
    expect(svg).not.toMatch(/<script|<img|<b /);
  });

  test('of a handout ask for nothing from outside, and hold every word for screen readers', async () => {
    const song = itemAt(DEMO_SONGS, 0);
    const handout = handoutOf(song);
    const pages = pagesOf(song);
    const phone = layOutHandout(handout, PHONE_SHEET, measureText);
    const fontStyle = await toFontStyle([...pages, ...phone], loadFont);
    const html = toHandoutHtml({
      title: handout.title,
      pages,
      phone,
      words: speakHandout(handout),
      fontStyle,
      player: null,
    });
    const fonts = [...html.matchAll(/url\(([^)]*)\)/g)].map(([, address = '']) => address);
    expect(fonts.length).toBeGreaterThan(3);
    expect(fonts.filter((address) => !address.startsWith('data:font/woff'))).toEqual([]);
    expect(html.replace(/url\([^)]*\)/g, '')).not.toMatch(
      /\s(?:href|src|srcset|action)=|@import|<(?:script|link|iframe|object)/,
    );
    expect(html).toContain('default-src &#39;none&#39;');
    expect(html).toContain('<p>B1, bar 5: G | added finger a: D | Em7 | Cadd9, 3 times.</p>');
    expect(html).toContain('G: Index: fret 2, string 5.');
    expect(phone).toHaveLength(1);
    expect(phone[0]?.widthMm).toBe(96);
  });

  test('are there for every chord, pattern, section and ornament, each well-formed with its words', () => {
    const handout = handoutOf(itemAt(DEMO_SONGS, 3));
    const pictures = listPictures(handout, false, measureText);
    const names = pictures.map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(['D5', 'Washboard', 'A Song', 'bass walk c over G']));
    for (const { name, description, page } of pictures) {
      expect(description.length).toBeGreaterThan(3);
      expect(page.marks.length).toBeGreaterThan(3);
      const parsed = parseXml(toSvg(page, { title: name, description, style: '', isHidden: false }));
      expect(parsed.ok && parsed.value.name).toBe('svg');
    }
  });
});
