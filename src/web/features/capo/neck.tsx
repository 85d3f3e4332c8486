import {
  DndContext,
  type DragMoveEvent,
  type DragStartEvent,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { memo, type ReactNode, type RefObject, useRef } from 'react';
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
  const { capo, neck, ...drag } = useCapoDrag(capoFret, { onPreview, onDrop });
  return (
    <DndContext {...drag} autoScroll={false} accessibility={SILENT}>
      <Surface neckRef={neck} isDisabled={isDisabled}>
        <Wood strings={strings} />
        <g ref={capo} transform={`translate(0 ${capoHomePx(capoFret)})`}>
          <rect x={-7} y={-7} width={NECK_WIDTH_PX + 14} height={14} rx={7} fill={colour.brass} />
          <rect x={-1} y={-4} width={NECK_WIDTH_PX + 2} height={3} rx={1.5} fill={colour.railInk} opacity={0.6} />
        </g>
      </Surface>
    </DndContext>
  );
});

/** The neck is for the pointer; the rungs beside it say to screen readers what it would. */
const SILENT = {
  announcements: {
    onDragStart: () => undefined,
    onDragMove: () => undefined,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: () => undefined,
  },
  screenReaderInstructions: { draggable: '' },
};

const HEIGHT_PX = rowBottomPx(HIGHEST_PLANNED_CAPO) + BELOW_PX;

/** The drawing on which the capo is dragged. */
function Surface({
  neckRef,
  isDisabled,
  children,
}: {
  readonly neckRef: RefObject<SVGSVGElement | null>;
  readonly isDisabled: boolean;
  readonly children: ReactNode;
}) {
  const { listeners } = useDraggable({ id: 'capo', disabled: isDisabled });
  return (
    <Svg
      ref={neckRef}
      viewBox={`-8 0 ${NECK_WIDTH_PX + 16} ${HEIGHT_PX}`}
      width={NECK_WIDTH_PX + 16}
      height={HEIGHT_PX}
      aria-hidden="true"
      data-testid="neck"
      $isHeld={!isDisabled}
      {...listeners}
    >
      {children}
    </Svg>
  );
}

const Wood = memo(function Wood({ strings }: { readonly strings: number }) {
  const nutPx = rowBottomPx(0);
  const gapPx = (NECK_WIDTH_PX - 16) / (strings - 1);
  return (
    <>
      <rect x={0} y={nutPx} width={NECK_WIDTH_PX} height={HEIGHT_PX - nutPx} fill={colour.neck} />
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
          height={HEIGHT_PX - nutPx + 7}
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

/**
 * Moves the capo with the pointer and says where it is; what is drawn of it in a drag is not React's. A tap is a drag that goes
 * nowhere.
 */
function useCapoDrag(capoFret: number, { onPreview, onDrop }: Pick<NeckProps, 'onPreview' | 'onDrop'>) {
  const capo = useRef<SVGGElement>(null);
  const neck = useRef<SVGSVGElement>(null);
  const under = useRef<number | null>(null);
  const sensors = useSensors(useSensor(PointerSensor));
  const place = (yPx: number): void => capo.current?.setAttribute('transform', `translate(0 ${yPx})`);
  const startPx = useRef(0);
  const begin = ({ activatorEvent }: DragStartEvent): void => {
    const topPx = neck.current?.getBoundingClientRect().top ?? 0;
    startPx.current = activatorEvent instanceof MouseEvent ? activatorEvent.clientY - topPx : 0;
    follow(0);
  };
  // What was scrolled meanwhile is in the way that was moved.
  const follow = (movedPx: number): void => {
    const yPx = Math.min(rowBottomPx(HIGHEST_PLANNED_CAPO), Math.max(16, startPx.current + movedPx));
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
  return {
    capo,
    neck,
    sensors,
    onDragStart: begin,
    onDragMove: ({ delta }: DragMoveEvent): void => follow(delta.y),
    onDragEnd: (): void => end(under.current),
    onDragCancel: (): void => end(null),
  };
}

const Svg = styled.svg<{ readonly $isHeld: boolean }>`
  display: block; flex: none; touch-action: none; cursor: ${({ $isHeld }) => ($isHeld ? 'grab' : 'default')};
  &:active { cursor: ${({ $isHeld }) => ($isHeld ? 'grabbing' : 'default')}; }
  @media (max-width: 760px) { display: none; }
`;
