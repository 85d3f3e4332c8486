import { memo } from 'react';
import {
  type BoxStyle,
  boxHeightMm,
  drawBelowStrings,
  drawChordBox,
  hasFretNumber,
} from '../../core/page/chord-box.ts';
import { boxStyleOf } from '../../core/page/handout-content.ts';
import { type Fingering, formatShape } from '../../core/shapes/shape.ts';
import { useSettings } from '../api/settings.tsx';
import { Marks } from './marks.tsx';

const GRID_MM = 10;
const ABOVE_MM = 2.6;
const FINGERS_MM = 2.2;
const TEXTS_MM = 2.2;

type ShapeBoxProps = {
  readonly fingering: Fingering;
  readonly capoFret: number;
  readonly gridPx: number;
  readonly detail?: BoxStyle['detail'];
  /** What stands under each string: notes or degrees. */
  readonly below?: readonly (string | null)[] | null;
  /** What is read to those who do not see it; its frets unless something better is known. */
  readonly label?: string;
};

/** A chord box of a fixed grid width in px. */
export const ShapeBox = memo(function ShapeBox(props: ShapeBoxProps) {
  const { fingering, capoFret, gridPx, detail = 'dots only', below = null } = props;
  const style = boxStyleOf(capoFret, useSettings(), detail);
  const left = hasFretNumber(fingering, style) ? 3.4 : 1.2;
  const frame = { xMm: 0, yMm: 0, widthMm: GRID_MM };
  const under = (detail === 'fingers' ? FINGERS_MM : 0.6) + (below === null ? 0 : TEXTS_MM);
  const height = boxHeightMm(fingering, GRID_MM) + ABOVE_MM + under;
  const width = GRID_MM + left + 1.2;
  const scale = gridPx / GRID_MM;
  const texts = below === null ? [] : drawBelowStrings(below, fingering, frame, style);
  return (
    <svg
      role="img"
      aria-label={props.label ?? `frets ${formatShape(fingering.shape)}`}
      viewBox={`${-left} ${-ABOVE_MM} ${width} ${height}`}
      width={width * scale}
      height={height * scale}
    >
      <Marks marks={[...drawChordBox(fingering, frame, style), ...texts]} on="screen" />
    </svg>
  );
});
