import { memo, useMemo } from 'react';
import { styled } from 'styled-components';
import { barsOfLines } from '../../../../core/song/chart/chart.ts';
import type { Line, StoredPattern } from '../../../../core/song/document/document.ts';
import { listRingingBars } from '../../../../core/song/played/same-bars.ts';
import { ROUND_WORDS } from '../../../../core/words/pattern-words.ts';
import { colour } from '../../../theme/tokens.ts';
import { type BarPlace, type MapBlock as Block, placeKey, runsBetween } from '../places/bar-places.ts';
import type { BarDraft, BarSelection } from '../places/map-session.ts';
import type { MapNaming } from './bar-cell.tsx';
import { BarField } from './bar-field.tsx';
import { BarRow, BarsAndEnd, type LineState, MapLine } from './map-line.tsx';

/** What of the selection concerns a block; null for the blocks it is not in. */
export type BlockState = { readonly selection: BarSelection | null; readonly editing: BarPlace | null };

type MapBlockProps = {
  readonly block: Block;
  readonly title: string;
  readonly remark: string;
  /** The words under each line, one row for each pass that has its own. */
  readonly cues: readonly (readonly string[])[];
  readonly naming: MapNaming;
  readonly state: BlockState;
  readonly oddBarIds: ReadonlyMap<number, number>;
  readonly drafts: Readonly<Record<string, BarDraft>>;
  /** Whether the keyboard comes to the map in this block while nothing is selected. */
  readonly isFirst: boolean;
};

const IDLE: LineState = { runs: [], editing: null, entry: null };

/** A section as written, or a pass as played: its lines, and the place for its next bar. */
export const MapBlockView = memo(function MapBlockView(props: MapBlockProps) {
  const { block, title, remark, cues, naming, state, oddBarIds, drafts, isFirst } = props;
  const { selection, editing } = state;
  const runs = useMemo(
    () => (selection === null ? [] : runsBetween(block, selection.anchor, selection.focus)),
    [block, selection],
  );
  const hand = handOf(naming, block);
  const ringing = useMemo(() => listRingingBars(block.lines), [block.lines]);
  const entry = selection?.focus ?? (isFirst ? { block: block.key, line: 0, ending: null, at: 0 } : null);
  return (
    <Frame aria-label={title} data-block={block.key}>
      <header>
        <h2 data-handle={`${block.key}/`}>{title}</h2>
        <p>{[remark, handWords(hand)].filter((text) => text !== '').join('; ')}</p>
      </header>
      <ol>
        {block.lines.map((line, index) => (
          <MapLine
            key={keyOf(line, block.lines, index)}
            line={line}
            cues={cues[index]?.join('\n') ?? ''}
            block={block.key}
            index={index}
            title={title}
            naming={naming}
            state={lineState({ runs, editing, entry }, index)}
            oddBarId={oddBarIds.get(line.id) ?? null}
            ringing={ringingIn(line, ringing)}
            handAround={hand?.name ?? ''}
            drafts={drafts}
          />
        ))}
      </ol>
      <NextBar block={block} title={title} entry={entry} editing={editing} draft={drafts[`next ${block.key}`]} />
    </Frame>
  );
});

/** The bars of a line that ring on, by their ids, as one text. */
function ringingIn(line: Line, ringing: ReadonlySet<number>): string {
  return barsOfLines([line])
    .flatMap(({ id }) => (ringing.has(id) ? [id] : []))
    .join(' ');
}

/** What the right hand does in a block: in its pass, its section, or the whole song, the nearest. */
function handOf({ hands }: MapNaming, { passId, sectionId }: Block): StoredPattern | undefined {
  return (passId === null ? undefined : hands.get(passId)) ?? hands.get(sectionId) ?? hands.get(null);
}

function handWords(hand: StoredPattern | undefined): string {
  return hand === undefined ? '' : `${hand.name}, ${ROUND_WORDS[hand.bars]}`;
}

/** A line that is sung again stands twice under one id. */
function keyOf({ id }: Line, lines: readonly Line[], index: number): string {
  return lines.findIndex((line) => line.id === id) === index ? `${id}` : `${id} again ${index}`;
}

/** The state of a line: the same object for all lines that nothing concerns. */
function lineState(state: LineState, line: number): LineState {
  const runs = state.runs.filter((run) => run.line === line);
  const editing = state.editing?.line === line ? state.editing : null;
  const entry = state.entry?.line === line ? state.entry : null;
  return runs.length === 0 && editing === null && entry === null ? IDLE : { runs, editing, entry };
}

/** The place after the last bar: a bar that is typed there is added. */
export function NextBar(props: {
  readonly block: Pick<Block, 'key' | 'lines'>;
  readonly title: string;
  readonly entry: BarPlace | null;
  readonly editing: BarPlace | null;
  readonly draft: BarDraft | undefined;
}) {
  const { block, title, entry, editing, draft } = props;
  const place = placeKey({ block: block.key, line: block.lines.length, ending: null, at: 0 });
  const isEntry = entry !== null && placeKey(entry) === place;
  const label = `Next bar of ${title}`;
  return (
    <Next>
      <BarsAndEnd>
        <BarRow>
          {editing !== null && placeKey(editing) === place ? (
            <BarField label={label} isNext />
          ) : (
            <button
              type="button"
              data-place={place}
              data-refused={draft !== undefined || undefined}
              tabIndex={isEntry ? 0 : -1}
              aria-label={draft === undefined ? label : `${label}: ${draft.text}, ${draft.problem}`}
            >
              {draft === undefined ? 'next bar' : `“${draft.text}”: ${draft.problem}`}
            </button>
          )}
        </BarRow>
      </BarsAndEnd>
    </Next>
  );
}

const Frame = styled.section`
  padding-top: 16px;
  header { display: flex; align-items: baseline; gap: 14px; flex-wrap: wrap; }
  header h2 { font-size: 21px; cursor: grab; touch-action: manipulation; }
  header p { font-size: 13.5px; color: ${colour.quiet}; }
  ol { list-style: none; margin: 0; padding: 0; }
  &[data-drop] { box-shadow: 0 -3px 0 ${colour.brass}; }
`;
const Next = styled.div`
  padding-left: 26px;
  button {
    border: 0; border-left: 1px dashed ${colour.quiet}; background: transparent; text-align: left; padding: 4px 9px; min-height: 30px;
    color: ${colour.quiet}; font-size: 13px; cursor: text;
  }
  button:hover { background: ${colour.spruceSoft}; }
  button:focus { box-shadow: inset 0 0 0 2px ${colour.spruce}; color: ${colour.ink}; }
  button[data-refused] { color: ${colour.rosewood}; border-left-color: ${colour.rosewood}; }
`;
