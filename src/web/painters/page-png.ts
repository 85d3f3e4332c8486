import type { Mark, Page, TextMark } from '../../core/page/drawing/drawing.ts';
import { PAPER_INKS, SHARP_LIFT, splitAtSharps } from '../../core/page/drawing/inks.ts';
import { nameFace, textFace } from '../theme/tokens.ts';

/** Pixels for each mm: 288 an inch, sharp on paper too. */
const PIXELS_PER_MM = 288 / 25.4;
const MOST_PIXELS = 8000;

/** A page as a PNG picture on white, in the page's own fonts. */
export async function pageToPng({ widthMm, heightMm, marks }: Page): Promise<Blob> {
  await loadFaces(marks);
  const scale = Math.min(PIXELS_PER_MM, MOST_PIXELS / Math.max(widthMm, heightMm, 1));
  const canvas = window.document.createElement('canvas');
  canvas.width = Math.ceil(widthMm * scale);
  canvas.height = Math.ceil(heightMm * scale);
  const context = canvas.getContext('2d');
  if (context === null) {
    throw new Error('this browser cannot draw');
  }
  context.scale(scale, scale);
  context.fillStyle = PAPER_INKS.paper;
  context.fillRect(0, 0, widthMm, heightMm);
  // Lines lie under everything else, as in the other painters.
  for (const mark of [...marks].sort((a, b) => Number(b.kind === 'line') - Number(a.kind === 'line'))) {
    paintMark(context, mark);
  }
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => (blob === null ? reject(new Error('no picture came out')) : resolve(blob)), 'image/png');
  });
}

function fontOf({ face, isBold, isItalic, sizeMm }: TextMark): string {
  return `${isItalic ? 'italic ' : ''}${isBold ? 600 : 400} ${sizeMm}px ${face === 'name' ? nameFace : textFace}`;
}

async function loadFaces(marks: readonly Mark[]): Promise<void> {
  const texts = marks.filter((mark): mark is TextMark => mark.kind === 'text');
  const fonts = new Map(texts.map((mark) => [fontOf({ ...mark, sizeMm: 16 }), mark.text]));
  const all = texts.map(({ text }) => text).join('');
  await Promise.allSettled([...fonts.keys()].map((font) => window.document.fonts.load(font, all)));
}

function paintMark(context: CanvasRenderingContext2D, mark: Mark): void {
  context.fillStyle = PAPER_INKS[mark.tone];
  context.strokeStyle = PAPER_INKS[mark.tone];
  context.lineCap = mark.kind === 'bar' ? 'round' : 'butt';
  context.beginPath();
  switch (mark.kind) {
    case 'text':
      paintText(context, mark);
      return;
    case 'line':
      context.lineWidth = mark.widthMm;
      context.moveTo(mark.x1Mm, mark.y1Mm);
      context.lineTo(mark.x2Mm, mark.y2Mm);
      context.stroke();
      return;
    case 'bar':
      context.lineWidth = mark.thicknessMm;
      context.moveTo(mark.xMm, mark.yMm);
      context.lineTo(mark.xMm + mark.lengthMm, mark.yMm);
      context.stroke();
      return;
    case 'dot':
      context.arc(mark.xMm, mark.yMm, mark.radiusMm, 0, 2 * Math.PI);
      context.lineWidth = mark.radiusMm * 0.4;
      if (mark.isFilled) {
        context.fill();
      } else {
        context.stroke();
      }
  }
}

function paintText(context: CanvasRenderingContext2D, mark: TextMark): void {
  context.font = fontOf(mark);
  const width = context.measureText(mark.text).width;
  let x = mark.xMm - { start: 0, middle: width / 2, end: width }[mark.anchor];
  for (const { piece, isSharp } of splitAtSharps(mark.text)) {
    context.fillText(piece, x, mark.yMm - (isSharp ? SHARP_LIFT * mark.sizeMm : 0));
    x += context.measureText(piece).width;
  }
}
