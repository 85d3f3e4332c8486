import { memo } from 'react';
import { styled } from 'styled-components';
import type { Bar, Line } from '../../../../core/song/document/document.ts';
import type { BarRun } from '../../../../core/song/map/line-edits.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { type BarPlace, placeKey } from '../places/bar-places.ts';
import type { BarDraft } from '../places/map-session.ts';
import { BarCell, type MapNaming } from './bar-cell.tsx';
import { BarField } from './bar-field.tsx';

/** What of the step's state concerns one line; equal objects as long as nothing in it changes. */
export type LineState = {
  readonly runs: readonly BarRun[];
  readonly editing: BarPlace | null;
  /** The bar at which the keyboard comes to the map. */
  readonly entry: BarPlace | null;
};

type MapLineProps = {
  readonly line: Line;
  /** The words under it, one row a line of text. */
  readonly cues: string;
  readonly block: string;
  readonly index: number;
  readonly title: string;
  readonly naming: MapNaming;
  readonly state: LineState;
  readonly oddBarId: number | null;
  /** The ids of bars that say "same" and ring on, parted by spaces: a text, so that a line is drawn anew only when they change. */
  readonly ringing: string;
  /** What the right hand does around the line. */
  readonly handAround: string;
  readonly drafts: Readonly<Record<string, BarDraft>>;
};

/** A line of the map: its bars, endings, rounds, and the words under it. */
export const MapLine = memo(function MapLine(props: MapLineProps) {
  const { line, cues, block, index } = props;
  return (
    <Row data-line={`${block}/${index}`}>
      <Handle aria-hidden="true" data-handle={`${block}/${index}`} title="Drag the line">
        {index + 1}
      </Handle>
      <div>
        <Bars {...props} ending={null} bars={line.bars} end={roundsOf(line)} />
        {line.endings.map((ending, at) => (
          <Ending key={ending.id}>
            <span>{ending.rounds.join(', ')}.</span>
            <Bars {...props} ending={at} bars={ending.bars} end="" />
          </Ending>
        ))}
        {cues
          .split('\n')
          .filter((cue) => cue !== '')
          .map((cue) => (
            <Cue key={cue}>{cue}</Cue>
          ))}
      </div>
    </Row>
  );
});

function roundsOf({ times, note }: Line): string {
  return [times > 1 ? `× ${times}` : '', note].filter(Boolean).join(' ');
}

function Bars(
  props: MapLineProps & { readonly ending: number | null; readonly bars: readonly Bar[]; readonly end: string },
) {
  const { line, bars, ending, end, block, index, title, naming, state, oddBarId, handAround, drafts, ringing } = props;
  const ringingIds = ringing.split(' ');
  const ofLine = naming.hands.get(line.id)?.name ?? handAround;
  const handAt = (at: number): string => naming.hands.get(bars[at]?.id ?? -1)?.name ?? ofLine;
  const handWhereItChanges = (at: number): string => {
    const before = at === 0 ? (ending === null ? handAround : ofLine) : handAt(at - 1);
    return handAt(at) === before ? '' : handAt(at);
  };
  return (
    <BarsAndEnd>
      <BarRow>
        {bars.map((bar, at) => {
          const place = placeKey({ block, line: index, ending, at });
          return state.editing !== null && placeKey(state.editing) === place ? (
            <BarField key={bar.id} label={`Bar ${at + 1} of ${title} line ${index + 1}`} isNext={false} />
          ) : (
            <BarCell
              key={bar.id}
              bar={bar}
              place={place}
              number={at + 1}
              where={`${title}, line ${index + 1}, bar ${at + 1}`}
              naming={naming}
              isSelected={state.runs.some(
                (run) => run.ending === ending && at >= run.from && at < run.from + run.count,
              )}
              isEntry={state.entry !== null && placeKey(state.entry) === place}
              isOdd={bar.id === oddBarId}
              isRinging={ringingIds.includes(String(bar.id))}
              hand={handWhereItChanges(at)}
              refused={refusedWords(drafts[`bar ${block} ${bar.id}`])}
            />
          );
        })}
      </BarRow>
      <End>{end}</End>
    </BarsAndEnd>
  );
}

function refusedWords(draft: BarDraft | undefined): string {
  return draft === undefined ? '' : `“${draft.text}”: ${draft.problem}`;
}

const Row = styled.li`
  display: grid; grid-template-columns: 26px minmax(0, 1fr); padding: 6px 0; content-visibility: auto; contain-intrinsic-size: auto 76px;
  &[data-drop] { box-shadow: 0 -3px 0 ${colour.brass}; }
`;
const Handle = styled.span`
  font-size: 13px; color: ${colour.quiet}; padding: 14px 4px 0 2px; cursor: grab; touch-action: manipulation; align-self: stretch;
  &:hover { color: ${colour.spruce}; text-decoration: underline; }
`;
/** Bars side by side, with room behind them for what stands at a line's end. */
export const BarRow = styled.div`
  display: grid; grid-template-columns: repeat(4, minmax(0, 1fr)); row-gap: 8px;
  > [data-drop] { box-shadow: -3px 0 0 ${colour.brass}; }
  @media (max-width: 760px) { grid-template-columns: repeat(2, minmax(0, 1fr)); }
`;
/** A row of bars and what stands behind it. */
export const BarsAndEnd = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) 84px; align-items: end;
  @media (max-width: 760px) { grid-template-columns: minmax(0, 1fr) 44px; }
`;
const End = styled.span`
  border-left: 3px solid ${colour.ink}; padding: 8px 0 0 10px; font: 650 16px/1.2 ${nameFace}; min-height: 48px; overflow-wrap: anywhere; margin-left: -3px;
`;
const Ending = styled.div`
  display: grid; grid-template-columns: 44px 1fr; padding-top: 8px;
  > span { font-weight: 650; border-top: 2px solid ${colour.ink}; padding-left: 4px; }
`;
const Cue = styled.p`
  font-style: italic; color: ${colour.quiet}; padding: 3px 0 2px 10px;
`;
