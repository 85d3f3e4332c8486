import { boxFretsOf, boxHeightMm, drawChordBox } from '../../../core/page/chord-box.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import { Marks } from '../../painters/marks.tsx';

const GRID_MM = 10;

/** A small chord box of a fixed grid width in px; its frets are named for screen readers. */
export function ShapeBox({ fingering, gridPx }: { readonly fingering: Fingering; readonly gridPx: number }) {
  const hasNumber = boxFretsOf(fingering).first > 1;
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
      <Marks marks={drawChordBox(fingering, { xMm: 0, yMm: 0, widthMm: GRID_MM }, 'dots only')} on="screen" />
    </svg>
  );
}
