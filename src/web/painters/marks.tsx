import type { Mark, Tone } from '../../core/page/drawing.ts';
import { colour, nameFace, printed, textFace } from '../theme/tokens.ts';
import { SignedInPicture } from '../ui/signed.tsx';

type Inks = Readonly<Record<Tone, string>>;

const INKS: Readonly<Record<'screen' | 'paper', Inks>> = {
  screen: { ink: colour.ink, quiet: colour.quiet, warning: colour.rosewood },
  paper: { ink: printed.ink, quiet: printed.quiet, warning: printed.rosewood },
};

/** Paints the marks of core/page as SVG, on the screen or on white paper; one unit is one mm. */
export function Marks({ marks, on }: { readonly marks: readonly Mark[]; readonly on: 'screen' | 'paper' }) {
  return marks.map((mark, index) => <Painted key={keyOf(mark, index)} mark={mark} ink={INKS[on][mark.tone]} />);
}

/** Marks never move by themselves: their place in the list names them. */
function keyOf(mark: Mark, index: number): string {
  return `${index} ${mark.kind}`;
}

function Painted({ mark, ink }: { readonly mark: Mark; readonly ink: string }) {
  switch (mark.kind) {
    case 'text':
      return (
        <text
          x={mark.xMm}
          y={mark.yMm}
          fontSize={mark.sizeMm}
          fontFamily={mark.face === 'name' ? nameFace : textFace}
          fontWeight={mark.isBold ? 650 : 400}
          fontStyle={mark.isItalic ? 'italic' : 'normal'}
          textAnchor={mark.anchor}
          fill={ink}
          xmlSpace="preserve"
        >
          <SignedInPicture text={mark.text} />
        </text>
      );
    case 'line':
      return (
        <line x1={mark.x1Mm} y1={mark.y1Mm} x2={mark.x2Mm} y2={mark.y2Mm} stroke={ink} strokeWidth={mark.widthMm} />
      );
    case 'dot':
      return (
        <circle
          cx={mark.xMm}
          cy={mark.yMm}
          r={mark.radiusMm}
          fill={mark.isFilled ? ink : 'none'}
          stroke={mark.isFilled ? 'none' : ink}
          strokeWidth={mark.radiusMm * 0.4}
        />
      );
    case 'bar':
      return (
        <line
          x1={mark.xMm}
          y1={mark.yMm}
          x2={mark.xMm + mark.lengthMm}
          y2={mark.yMm}
          stroke={ink}
          strokeWidth={mark.thicknessMm}
          strokeLinecap="round"
        />
      );
  }
}
