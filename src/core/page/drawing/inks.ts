import type { Tone } from './drawing.ts';

/** The inks of printed paper, as RGB in hexadecimal; the ground stays white. */
export const PAPER_INKS: Readonly<Record<Tone, string>> = {
  ink: '#23201b',
  quiet: '#625a4c',
  warning: '#8c3a2b',
  paper: '#ffffff',
};

/** How far the sharp of the sign font, drawn for a staff, is lifted to stand on the line, in shares of the size. */
export const SHARP_LIFT = 0.2;

/** A text cut at its sharps, which are set a little higher than the rest. */
export function splitAtSharps(text: string): readonly { readonly piece: string; readonly isSharp: boolean }[] {
  return text
    .split(/(♯+)/)
    .filter((piece) => piece !== '')
    .map((piece) => ({ piece, isSharp: piece.startsWith('♯') }));
}
