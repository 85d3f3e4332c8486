import type { Mark, Tone } from '../../core/page/drawing/drawing.ts';
import { PAPER_INKS } from '../../core/page/drawing/inks.ts';
import { colour, nameFace, textFace } from '../theme/tokens.ts';
import { SignedInPicture } from '../ui/signed.tsx';

type Inks = Readonly<Record<Tone, string>>;

const INKS: Readonly<Record<'screen' | 'paper', Inks>> = {
  screen: { ink: colour.ink, quiet: colour.quiet, warning: colour.rosewood, paper: colour.paper },
  paper: PAPER_INKS,
};

type LineMark = Extract<Mark, { kind: 'line' }>;

/**
 * Paints the marks of core/page as SVG, on the screen or on white paper; one unit is one mm. Straight lines of one width and
 * tone are drawn as one path, since a page of chord boxes has thousands of them.
 */
export function Marks({ marks, on }: { readonly marks: readonly Mark[]; readonly on: 'screen' | 'paper' }) {
  const lines = groupLines(marks);
  const others = marks.filter((mark): mark is OtherMark => mark.kind !== 'line');
  return (
    <>
      {[...lines].map(([key, [first, ...rest]]) =>
        first === undefined ? null : (
          <path
            key={key}
            d={[first, ...rest].map(pathOf).join('')}
            stroke={INKS[on][first.tone]}
            strokeWidth={first.widthMm}
            fill="none"
          />
        ),
      )}
      {others.map((mark, index) => (
        <Painted key={keyOf(mark, index)} mark={mark} ink={INKS[on][mark.tone]} />
      ))}
    </>
  );
}

function groupLines(marks: readonly Mark[]): ReadonlyMap<string, readonly LineMark[]> {
  const groups = new Map<string, LineMark[]>();
  for (const mark of marks) {
    if (mark.kind === 'line') {
      const key = `${mark.tone} ${mark.widthMm}`;
      const group = groups.get(key) ?? [];
      group.push(mark);
      groups.set(key, group);
    }
  }
  return groups;
}

function pathOf({ x1Mm, y1Mm, x2Mm, y2Mm }: LineMark): string {
  const round = (mm: number): number => Math.round(mm * 1000) / 1000;
  return `M${round(x1Mm)} ${round(y1Mm)}L${round(x2Mm)} ${round(y2Mm)}`;
}

/** Marks never move by themselves: their place in the list names them. */
function keyOf(mark: Mark, index: number): string {
  return `${index} ${mark.kind}`;
}

type OtherMark = Exclude<Mark, LineMark>;

function Painted({ mark, ink }: { readonly mark: OtherMark; readonly ink: string }) {
  switch (mark.kind) {
    case 'text':
      return (
        <text
          x={mark.xMm}
          y={mark.yMm}
          fontSize={mark.sizeMm}
          fontFamily={mark.face === 'name' ? nameFace : textFace}
          fontWeight={mark.isBold ? 600 : 400}
          fontStyle={mark.isItalic ? 'italic' : 'normal'}
          textAnchor={mark.anchor}
          fill={ink}
          xmlSpace="preserve"
        >
          <SignedInPicture text={mark.text} />
        </text>
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
