import { boxHeightMm, drawChordBox, hasFretNumber } from '../../../core/page/chord-box.ts';
import { boxStyleOf } from '../../../core/page/handout-content.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import { useSettings } from '../../api/settings.tsx';
import { Marks } from '../../painters/marks.tsx';

const GRID_MM = 10;

/** A small chord box of a fixed grid width in px; its frets are named for screen readers. */
export function ShapeBox(props: { readonly fingering: Fingering; readonly capoFret: number; readonly gridPx: number }) {
  const { fingering, capoFret, gridPx } = props;
  const style = boxStyleOf(capoFret, useSettings(), 'dots only');
  const hasNumber = hasFretNumber(fingering, style);
  const left = hasNumber ? 3.4 : 1.2;
  const height = boxHeightMm(fingering, GRID_MM) + 3.2;
  const width = GRID_MM + left + 1.2;
  const scale = gridPx / GRID_MM;
  return (
    <svg
      role="img"
      aria-label={`frets ${formatShape(fingering.shape)}`}
      viewBox={`${-left} -2.6 ${width} ${height}`}
      width={width * scale}
      height={height * scale}
    >
      <Marks marks={drawChordBox(fingering, { xMm: 0, yMm: 0, widthMm: GRID_MM }, style)} on="screen" />
    </svg>
  );
}
