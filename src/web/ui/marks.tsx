import { colour, nameFace, textFace } from '../theme/tokens.ts';
import { SignedInPicture } from './signed.tsx';

/** A mark to paint, as core/page makes them: the same shape of data, so that ui need not know where it comes from. */
export type PaintableMark =
  | {
      readonly kind: 'text';
      readonly xMm: number;
      readonly yMm: number;
      readonly text: string;
      readonly sizeMm: number;
      readonly face: 'name' | 'text';
      readonly isBold: boolean;
      readonly isItalic: boolean;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly tone: Tone;
    }
  | {
      readonly kind: 'line';
      readonly x1Mm: number;
      readonly y1Mm: number;
      readonly x2Mm: number;
      readonly y2Mm: number;
      readonly widthMm: number;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'dot';
      readonly xMm: number;
      readonly yMm: number;
      readonly radiusMm: number;
      readonly isFilled: boolean;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'bar';
      readonly xMm: number;
      readonly yMm: number;
      readonly lengthMm: number;
      readonly thicknessMm: number;
      readonly tone: Tone;
    };

type Tone = 'ink' | 'quiet' | 'warning';

const INKS: Readonly<Record<Tone, string>> = { ink: colour.ink, quiet: colour.quiet, warning: colour.rosewood };

/** Paints marks as SVG; one unit is one mm. */
export function Marks({ marks }: { readonly marks: readonly PaintableMark[] }) {
  return marks.map((mark, index) => <Painted key={keyOf(mark, index)} mark={mark} />);
}

/** Marks never move by themselves: their place in the list names them. */
function keyOf(mark: PaintableMark, index: number): string {
  return `${index} ${mark.kind}`;
}

function Painted({ mark }: { readonly mark: PaintableMark }) {
  const ink = INKS[mark.tone];
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
