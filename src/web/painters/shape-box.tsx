import { memo } from 'react';
import {
  type BoxStyle,
  boxHeightMm,
  drawBelowStrings,
  drawChordBox,
  hasFretNumber,
} from '../../core/page/drawing/chord-box.ts';
import { boxStyleOf } from '../../core/page/handout/telling.ts';
import { type Fingering, formatShape } from '../../core/shapes/shape.ts';
import { useSettings } from '../api/settings.tsx';
import { Marks } from './marks.tsx';

const GRID_MM = 10;
/** Room around the grid, in gaps between strings: signs stand as far out as strings are apart. */
const ROOM = { above: 1.3, side: 0.6, number: 1.9, line: 1.1, below: 0.3 } as const;

type ShapeBoxProps = {
  readonly fingering: Fingering;
  readonly capoFret: number;
  readonly gridPx: number;
  readonly detail?: BoxStyle['detail'];
  /** What stands under each string: notes or degrees. */
  readonly below?: readonly (string | null)[] | null;
  /** The fingers that are drawn dark, the others as rings; without it all are dark. */
  readonly dark?: BoxStyle['dark'];
  /** What is read to those who do not see it; its frets unless something better is known. */
  readonly label?: string;
};

/** A chord box of a fixed grid width in px. */
export const ShapeBox = memo(function ShapeBox(props: ShapeBoxProps) {
  const { fingering, capoFret, gridPx, detail = 'dots only', below = null, dark } = props;
  const plain = boxStyleOf(capoFret, useSettings(), detail);
  const style = dark === undefined ? plain : { ...plain, dark };
  const gap = GRID_MM / (fingering.shape.length - 1);
  const left = gap * (hasFretNumber(fingering, style) ? ROOM.number : ROOM.side);
  const frame = { xMm: 0, yMm: 0, widthMm: GRID_MM };
  const lines = (detail === 'fingers' ? 1 : 0) + (below === null ? 0 : 1);
  const above = gap * ROOM.above;
  const height = boxHeightMm(fingering, GRID_MM) + above + gap * (ROOM.below + ROOM.line * lines);
  const width = GRID_MM + left + gap * ROOM.side;
  const scale = gridPx / GRID_MM;
  const texts = below === null ? [] : drawBelowStrings(below, fingering, frame, style);
  return (
    <svg
      role="img"
      data-frets={formatShape(fingering.shape)}
      data-capo={capoFret}
      aria-label={props.label ?? `frets ${formatShape(fingering.shape)}`}
      viewBox={`${-left} ${-above} ${width} ${height}`}
      width={width * scale}
      height={height * scale}
    >
      <Marks marks={[...drawChordBox(fingering, frame, style), ...texts]} on="screen" />
    </svg>
  );
});
