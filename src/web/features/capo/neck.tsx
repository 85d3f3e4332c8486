import { memo, type PointerEvent as ReactPointerEvent, useRef } from 'react';
import { styled } from 'styled-components';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/problem/setup-question.ts';
import { range } from '../../../core/kernel/list.ts';
import { colour } from '../../theme/tokens.ts';
import { CAPO_ABOVE_WIRE_PX, fretAtPx, NECK_WIDTH_PX, rowBottomPx, rowMiddlePx } from './neck-geometry.ts';

const MARKED_FRETS: ReadonlySet<number> = new Set([3, 5, 7, 9]);
const STRING_WIDTHS = [2.6, 2.2, 1.8, 1.4, 1.1, 1];
const BELOW_PX = 14;

type NeckProps = {
  readonly capoFret: number;
  readonly strings: number;
  readonly isDisabled: boolean;
  /** The fret under the capo while it is dragged; null when it is let go of elsewhere. */
  readonly onPreview: (fret: number | null) => void;
  readonly onDrop: (fret: number) => void;
};

/**
 * The neck standing upright, its frets spaced as on a guitar, with the capo lying across it. The capo is dragged, or put
 * where the neck is tapped; the rungs beside it do the same by keys. While it is dragged only the capo itself is drawn anew.
 */
export const Neck = memo(function Neck({ capoFret, strings, isDisabled, onPreview, onDrop }: NeckProps) {
  const heightPx = rowBottomPx(HIGHEST_PLANNED_CAPO) + BELOW_PX;
  const drag = useCapoDrag(capoFret, { isDisabled, onPreview, onDrop });
  return (
    <Svg
      viewBox={`-8 0 ${NECK_WIDTH_PX + 16} ${heightPx}`}
      width={NECK_WIDTH_PX + 16}
      height={heightPx}
      aria-hidden="true"
      data-testid="neck"
      $isHeld={!isDisabled}
      {...drag.handlers}
    >
      <Wood strings={strings} heightPx={heightPx} />
      <g ref={drag.capo} transform={`translate(0 ${capoHomePx(capoFret)})`}>
        <rect x={-7} y={-7} width={NECK_WIDTH_PX + 14} height={14} rx={7} fill={colour.brass} />
        <rect x={-1} y={-4} width={NECK_WIDTH_PX + 2} height={3} rx={1.5} fill={colour.railInk} opacity={0.6} />
      </g>
    </Svg>
  );
});

const Wood = memo(function Wood({ strings, heightPx }: { readonly strings: number; readonly heightPx: number }) {
  const nutPx = rowBottomPx(0);
  const gapPx = (NECK_WIDTH_PX - 16) / (strings - 1);
  return (
    <>
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
    </>
  );
});

/** Where the capo lies for a fret; off the strings, above the nut, for none. */
function capoHomePx(capoFret: number): number {
  const fret = Math.min(capoFret, HIGHEST_PLANNED_CAPO);
  return capoFret === 0 ? rowBottomPx(0) - 34 : rowBottomPx(fret) - CAPO_ABOVE_WIRE_PX;
}

/** Moves the capo with the pointer and says where it is; what is drawn of it in a drag is not React's. */
function useCapoDrag(capoFret: number, { isDisabled, onPreview, onDrop }: Omit<NeckProps, 'capoFret' | 'strings'>) {
  const capo = useRef<SVGGElement>(null);
  const under = useRef<number | null>(null);
  const place = (yPx: number): void => capo.current?.setAttribute('transform', `translate(0 ${yPx})`);
  const follow = (event: ReactPointerEvent<SVGSVGElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const yPx = Math.min(rowBottomPx(HIGHEST_PLANNED_CAPO), Math.max(16, event.clientY - box.top));
    place(yPx);
    const fret = fretAtPx(yPx);
    if (fret !== under.current) {
      under.current = fret;
      onPreview(fret);
    }
  };
  const end = (fret: number | null): void => {
    under.current = null;
    onPreview(null);
    if (fret === null || fret === capoFret) {
      place(capoHomePx(capoFret));
    } else {
      onDrop(fret);
    }
  };
  const handlers = isDisabled
    ? {}
    : {
        onPointerDown: (event: ReactPointerEvent<SVGSVGElement>): void => {
          if (event.button === 0) {
            event.currentTarget.setPointerCapture(event.pointerId);
            follow(event);
          }
        },
        onPointerMove: (event: ReactPointerEvent<SVGSVGElement>): void => {
          if (under.current !== null) {
            follow(event);
          }
        },
        onPointerUp: (): void => {
          if (under.current !== null) {
            end(under.current);
          }
        },
        onPointerCancel: (): void => end(null),
      };
  return { capo, handlers };
}

const Svg = styled.svg<{ readonly $isHeld: boolean }>`
  display: block; flex: none; touch-action: none; cursor: ${({ $isHeld }) => ($isHeld ? 'grab' : 'default')};
  &:active { cursor: ${({ $isHeld }) => ($isHeld ? 'grabbing' : 'default')}; }
  @media (max-width: 760px) { display: none; }
`;
