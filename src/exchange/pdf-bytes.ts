/*
 * Pages as a PDF with embedded fonts: text stays text in the order of the marks, which is the order of reading, and is tagged so; lines
 * and dots are marked as decoration. Fonts are static .woff files, subset by the library; a character is looked for in the files of its
 * face one after the other, and one that none has is set as a question mark and named in the answer.
 */
import { create, type Font } from 'fontkit';
import PDFDocument from 'pdfkit';
import type { Mark, Page, TextMark } from '../core/page/drawing/drawing.ts';
import { PAPER_INKS, SHARP_LIFT } from '../core/page/drawing/inks.ts';
import { FONT_FILES, type FontFile, type FontLoader, faceOf, listNeededFiles } from './page-fonts.ts';
import { unwrapWoff } from './unwrap-woff.ts';

/** A finished file, and the characters that no font had. */
export type PdfFile = { readonly bytes: Uint8Array; readonly missing: readonly string[] };

type Pdf = InstanceType<typeof PDFDocument>;

const POINTS_PER_MM = 72 / 25.4;
/** What stands in the place of a character that no font has. */
const UNKNOWN_SIGN = '?';
/** Every file says the same moment, so that the same page is the same bytes. */
const NO_MOMENT = new Date(0);

/** Writes pages as PDF; `title` and the language are set in the file. */
export async function toPdfBytes(pages: readonly Page[], title: string, loadFont: FontLoader): Promise<PdfFile> {
  const fonts = await loadFonts(pages, loadFont);
  const pdf = new PDFDocument({
    autoFirstPage: false,
    font: null as unknown as string,
    lang: 'en',
    displayTitle: true,
    tagged: true,
    pdfVersion: '1.7',
    info: {
      Title: title,
      Producer: 'Golden Ladder',
      Creator: 'Golden Ladder',
      CreationDate: NO_MOMENT,
      ModDate: NO_MOMENT,
    },
  });
  const chunks: Uint8Array[] = [];
  const ended = new Promise<void>((resolve) => {
    pdf.on('data', (chunk: Uint8Array) => void chunks.push(chunk));
    pdf.on('end', resolve);
  });
  for (const { file, bytes } of fonts.files) {
    pdf.registerFont(file, bytes as never);
  }
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  for (const page of pages) {
    pdf.addPage({ size: [page.widthMm * POINTS_PER_MM, page.heightMm * POINTS_PER_MM], margin: 0 });
    pdf.markContent('Artifact', { type: 'Layout' });
    for (const mark of page.marks) {
      paintShape(pdf, mark);
    }
    pdf.endMarkedContent();
    for (const mark of page.marks) {
      if (mark.kind === 'text') {
        root.add(pdf.struct('P', {}, () => paintText(pdf, mark, fonts)));
      }
    }
  }
  root.end();
  pdf.end();
  await ended;
  return { bytes: joinBytes(chunks), missing: [...fonts.missing].sort() };
}

/** The fonts that some pages need, and what was found to be missing in all of them. */
type Fonts = {
  readonly files: readonly { readonly file: string; readonly bytes: Uint8Array }[];
  readonly has: (file: FontFile, character: string) => boolean;
  readonly missing: Set<string>;
};

async function loadFonts(pages: readonly Page[], loadFont: FontLoader): Promise<Fonts> {
  const needed = listNeededFiles(pages.flatMap(({ marks }) => marks));
  const names = [...new Set(needed.map(({ font }) => font.file))];
  const files = await Promise.all(names.map(async (file) => ({ file, bytes: unwrapWoff(await loadFont(file)) })));
  const parsed = new Map(files.map(({ file, bytes }) => [file, create(bytes as never) as Font]));
  return {
    files,
    has: ({ file }, character) => parsed.get(file)?.hasGlyphForCodePoint(character.codePointAt(0) ?? 0) === true,
    missing: new Set(),
  };
}

/** A piece of a text that one font file sets. */
type Run = { readonly text: string; readonly font: FontFile; readonly isSharp: boolean };

function toRuns(mark: TextMark, { has, missing }: Fonts): readonly Run[] {
  const files = FONT_FILES[faceOf(mark)];
  const runs: Run[] = [];
  for (const character of mark.text) {
    const own = files.find((file) => has(file, character));
    const found = own ?? files[0];
    if (own === undefined) {
      missing.add(character);
    }
    const last = runs.at(-1);
    const isSharp = character === '♯';
    const text = own === undefined ? UNKNOWN_SIGN : character;
    if (found !== undefined && last?.font === found && last.isSharp === isSharp) {
      runs[runs.length - 1] = { ...last, text: last.text + text };
    } else if (found !== undefined) {
      runs.push({ text, font: found, isSharp });
    }
  }
  return runs;
}

function paintText(pdf: Pdf, mark: TextMark, fonts: Fonts): void {
  const runs = toRuns(mark, fonts);
  const setFont = ({ font }: Run): Pdf => pdf.font(font.file).fontSize(mark.sizeMm * font.sizeShare * POINTS_PER_MM);
  // Measuring shapes the text once more: it is left where nothing depends on it.
  const needsWidths = runs.length > 1 || mark.anchor !== 'start';
  const widths = needsWidths ? runs.map((run) => setFont(run).widthOfString(run.text)) : [0];
  const width = widths.reduce((sum, each) => sum + each, 0);
  const shift = { start: 0, middle: width / 2, end: width }[mark.anchor];
  let x = mark.xMm * POINTS_PER_MM - shift;
  pdf.fillColor(PAPER_INKS[mark.tone]);
  for (const [index, run] of runs.entries()) {
    const lift = run.isSharp ? SHARP_LIFT * mark.sizeMm : 0;
    setFont(run).text(run.text, x, (mark.yMm - lift) * POINTS_PER_MM, { lineBreak: false, baseline: 'alphabetic' });
    x += widths[index] ?? 0;
  }
}

function paintShape(pdf: Pdf, mark: Mark): void {
  const ink = PAPER_INKS[mark.tone];
  switch (mark.kind) {
    case 'text':
      return;
    case 'line':
      pdf
        .moveTo(mark.x1Mm * POINTS_PER_MM, mark.y1Mm * POINTS_PER_MM)
        .lineTo(mark.x2Mm * POINTS_PER_MM, mark.y2Mm * POINTS_PER_MM)
        .lineWidth(mark.widthMm * POINTS_PER_MM)
        .lineCap('butt')
        .stroke(ink);
      return;
    case 'dot': {
      const circle = pdf.circle(mark.xMm * POINTS_PER_MM, mark.yMm * POINTS_PER_MM, mark.radiusMm * POINTS_PER_MM);
      if (mark.isFilled) {
        circle.fill(ink);
      } else {
        circle.lineWidth(mark.radiusMm * 0.4 * POINTS_PER_MM).stroke(ink);
      }
      return;
    }
    case 'bar':
      pdf
        .moveTo(mark.xMm * POINTS_PER_MM, mark.yMm * POINTS_PER_MM)
        .lineTo((mark.xMm + mark.lengthMm) * POINTS_PER_MM, mark.yMm * POINTS_PER_MM)
        .lineWidth(mark.thicknessMm * POINTS_PER_MM)
        .lineCap('round')
        .stroke(ink);
  }
}

function joinBytes(chunks: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    all.set(chunk, at);
    at += chunk.length;
  }
  return all;
}
