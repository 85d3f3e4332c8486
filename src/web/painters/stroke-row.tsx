import { styled } from 'styled-components';
import { isStruck, type Pattern, type PatternCell, type StrokeSound } from '../../core/rhythm/pattern.ts';
import { listCounts, speakPattern } from '../../core/rhythm/pattern-counts.ts';
import { listSwings } from '../../core/rhythm/pendulum.ts';
import { fingerFor } from '../../core/rhythm/picking.ts';
import { colour } from '../theme/tokens.ts';

/** A pattern as it is played: a stroke for each cell over its count; what is only passed is left faint. */
export function StrokeRow(props: {
  readonly pattern: Pattern;
  readonly isSmall?: boolean;
  /** The cell that sounds. */
  readonly litCell?: number | null;
}) {
  const { pattern, isSmall = false, litCell = null } = props;
  const counts = listCounts(pattern);
  const swings = listSwings(pattern);
  const starts = new Set(
    pattern.groups.map((_, group) => pattern.groups.slice(0, group).reduce((sum, count) => sum + count, 0)),
  );
  return (
    <Row role="img" aria-label={speakPattern(pattern)} data-small={isSmall || undefined}>
      {pattern.cells.map((cell, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: cells have no other name than their place
        <span key={index} data-start={starts.has(index) || undefined} data-lit={litCell === index || undefined}>
          <Stroke cell={cell} hand={swings[index] ?? 'down'} />
          <small data-struck={isStruck(cell) || undefined}>{counts[index]}</small>
        </span>
      ))}
    </Row>
  );
}

/** One cell: an arrow for a strum, a cross for a muted hit, a dot for a bass, the string's number for a pick. */
function Stroke({ cell, hand }: { readonly cell: PatternCell; readonly hand: 'down' | 'up' }) {
  if (cell.kind === 'pick') {
    return (
      <Picked>
        {cell.roles.map((role) => (
          <b key={role}>
            {role === 'bass' ? 'B' : role === 'other-bass' ? 'b' : role}
            <i>{fingerFor(role)}</i>
          </b>
        ))}
      </Picked>
    );
  }
  if (cell.kind !== 'stroke') {
    return <Faint aria-hidden="true">{cell.kind === 'damp' ? '∥' : '·'}</Faint>;
  }
  const width = cell.accent ? WIDTHS.accent : cell.sound === 'palm' ? WIDTHS.palm : WIDTHS.plain;
  return (
    <svg viewBox="0 0 14 30" width="14" height="30" strokeWidth={width} aria-hidden="true">
      {cell.sound === 'muted' ? (
        <path d="M3 10 L11 20 M11 10 L3 20" />
      ) : (
        <Arrow sound={cell.sound} isUp={(cell.direction ?? hand) === 'up'} />
      )}
      {cell.sound === 'bass' && <circle cx="7" cy="5" r="4" data-filled />}
      {cell.sound === 'other-bass' && <circle cx="7" cy="5" r="3" />}
      {cell.sound === 'hold' && <path d="M2 3 H12" />}
    </svg>
  );
}

const WAYS: Readonly<Partial<Record<StrokeSound, string>>> = { top: 'M7 14 V26', low: 'M7 4 V15' };
const WIDTHS = { accent: 3.4, palm: 1.2, plain: 2 } as const;

/** The way of a strum: its end for the top strings alone, its beginning for the low ones, broken under the palm. */
function Arrow({ sound, isUp }: { readonly sound: StrokeSound; readonly isUp: boolean }) {
  return (
    <g transform={isUp ? 'rotate(180 7 15)' : ''}>
      <path d={WAYS[sound] ?? 'M7 4 V26'} strokeDasharray={sound === 'palm' ? '4 2' : ''} />
      <path d={sound === 'low' ? 'M3 9 L7 16 L11 9' : 'M3 20 L7 27 L11 20'} fill="none" />
    </g>
  );
}

const Row = styled.span`
  display: inline-flex; align-items: end; color: ${colour.ink};
  > span { display: inline-grid; justify-items: center; width: 20px; }
  &[data-small] > span { width: 15px; }
  > span[data-start]:not(:first-child) { margin-left: 6px; }
  > span[data-lit] { color: ${colour.brassText}; box-shadow: inset 0 -3px 0 ${colour.brass}; }
  svg { stroke: currentColor; fill: currentColor; }
  circle { fill: ${colour.paper}; stroke-width: 1.6; }
  circle[data-filled] { fill: currentColor; }
  b { font-size: 14px; height: 30px; display: grid; place-items: center; }
  small { font-size: 12px; color: ${colour.quiet}; min-height: 18px; }
  small[data-struck] { color: ${colour.ink}; font-weight: 650; }
`;
/** A string with the finger that picks it; what is pinched stands together. */
const Picked = styled.span`
  min-height: 30px; display: grid; place-content: end center; line-height: 1;
  b { height: auto; display: grid; justify-items: center; }
  i { font-size: 12px; font-weight: 400; color: ${colour.quiet}; }
`;
const Faint = styled.i`
  height: 30px; display: grid; place-items: center; color: ${colour.quiet}; font-style: normal;
`;
