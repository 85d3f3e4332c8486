import type { MeasureText } from '../../../core/page/drawing.ts';
import { nameFace, textFace } from '../../theme/tokens.ts';

const PROBE_PX = 100;

/** Measures text with the browser's own fonts: exact widths once they have loaded. */
export function createMeasure(): MeasureText {
  const context = document.createElement('canvas').getContext('2d');
  const widths = new Map<string, number>();
  return (text, sizeMm, face, isBold) => {
    const font = `${isBold ? 650 : 400} ${PROBE_PX}px ${face === 'name' ? nameFace : textFace}`;
    const key = `${font} ${text}`;
    const width = widths.get(key) ?? widthOf(context, font, text);
    widths.set(key, width);
    return width * sizeMm;
  };
}

/** The width of a text at size 1; about half its characters where nothing can be measured. */
function widthOf(context: CanvasRenderingContext2D | null, font: string, text: string): number {
  if (context === null) {
    return text.length * 0.52;
  }
  context.font = font;
  return context.measureText(text).width / PROBE_PX;
}
