import { drawTablature, type TablatureBar } from '../../core/page/drawing/tablature.ts';
import { QUARTER_TICKS } from '../../core/rhythm/metre.ts';
import { formatOrnamentNotes } from '../../core/song/attachments/ornament-text.ts';
import { Marks } from './marks.tsx';

const PX_PER_MM = 3.6;

/** A bar of tablature at the size of the screen; it is read out as its strings and frets. */
export function TabStaff({ bar, label }: { readonly bar: TablatureBar; readonly label: string }) {
  const { widthMm, heightMm, marks } = drawTablature(bar);
  const { text } = formatOrnamentNotes(bar.notes, [QUARTER_TICKS, QUARTER_TICKS / 2]);
  return (
    <svg
      role="img"
      aria-label={`${label}: ${text}`}
      viewBox={`-0.5 0 ${widthMm + 1} ${heightMm}`}
      width={(widthMm + 1) * PX_PER_MM}
      height={heightMm * PX_PER_MM}
      style={{ maxWidth: '100%', height: 'auto' }}
    >
      <Marks marks={marks} on="screen" />
    </svg>
  );
}
