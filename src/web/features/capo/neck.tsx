import { styled } from 'styled-components';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/setup-question.ts';
import { range } from '../../../core/kernel/list.ts';
import { colour } from '../../theme/tokens.ts';
import { NECK_WIDTH_PX, rowBottomPx, rowMiddlePx } from './neck-geometry.ts';

const MARKED_FRETS: ReadonlySet<number> = new Set([3, 5, 7, 9]);
const STRING_WIDTHS = [2.6, 2.2, 1.8, 1.4, 1.1, 1];

/** The neck standing upright, its frets spaced as on a guitar, with the capo lying across it. */
export function Neck({ capoFret, strings }: { readonly capoFret: number; readonly strings: number }) {
  const heightPx = rowBottomPx(HIGHEST_PLANNED_CAPO) + 14;
  const nutPx = rowBottomPx(0);
  const gapPx = (NECK_WIDTH_PX - 16) / (strings - 1);
  return (
    <Svg
      viewBox={`-8 0 ${NECK_WIDTH_PX + 16} ${heightPx}`}
      width={NECK_WIDTH_PX + 16}
      height={heightPx}
      aria-hidden="true"
    >
      <rect x={0} y={nutPx} width={NECK_WIDTH_PX} height={heightPx - nutPx} fill={colour.neck} />
      <rect x={-2} y={nutPx - 7} width={NECK_WIDTH_PX + 4} height={7} fill={colour.railInk} />
      {range(1, HIGHEST_PLANNED_CAPO + 1).map((fret) => (
        <g key={fret}>
          <rect x={0} y={rowBottomPx(fret) - 1.5} width={NECK_WIDTH_PX} height={3} fill={colour.wire} />
          {MARKED_FRETS.has(fret) && (
            <circle cx={NECK_WIDTH_PX / 2} cy={rowMiddlePx(fret)} r={5} fill={colour.railInk} opacity={0.85} />
          )}
        </g>
      ))}
      {range(0, strings).map((string) => (
        <rect
          key={string}
          x={8 + string * gapPx - (STRING_WIDTHS[string] ?? 1) / 2}
          y={nutPx - 7}
          width={STRING_WIDTHS[string] ?? 1}
          height={heightPx - nutPx + 7}
          fill={colour.railInk}
          opacity={0.8}
        />
      ))}
      {capoFret > 0 && capoFret <= HIGHEST_PLANNED_CAPO && (
        <g>
          <rect
            x={-7}
            y={rowBottomPx(capoFret) - 20}
            width={NECK_WIDTH_PX + 14}
            height={14}
            rx={7}
            fill={colour.brass}
          />
          <rect
            x={-1}
            y={rowBottomPx(capoFret) - 17}
            width={NECK_WIDTH_PX + 2}
            height={3}
            rx={1.5}
            fill={colour.railInk}
            opacity={0.6}
          />
        </g>
      )}
    </Svg>
  );
}

const Svg = styled.svg`
  display: block; flex: none;
  @media (max-width: 760px) { display: none; }
`;
