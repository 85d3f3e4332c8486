import { memo } from 'react';
import { Radio } from 'react-aria-components';
import { styled } from 'styled-components';
import type { CapoRow as Row, RowChord } from '../../../core/arrange/capo/capo-rows.ts';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { listFigures, rungWords } from '../../../core/words/capo-row-words.ts';
import { formatCapo, formatKeyWords, formatShapeKey } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';
import { EffortBar } from './effort-bar.tsx';
import { rowHeightPx } from './neck-geometry.ts';
import { PassedMark } from './passed-fret.tsx';

const MOST_CHORDS = 9;

type RungProps = {
  readonly row: Row;
  readonly most: number;
  /** What is said of it among the others: "best capo"; empty for nothing. */
  readonly mark: string;
  /** Whether its shapes are drawn; else their names are written. */
  readonly isFull: boolean;
  readonly showsKey: boolean;
};

/** One rung: the key of the shapes at this fret, each chord's shape, what it costs, and what is lost. */
export const CapoRung = memo(function CapoRung({ row, most, mark, isFull, showsKey }: RungProps) {
  const nameOf = useChordName();
  const shown = row.chords.slice(0, MOST_CHORDS);
  const hidden = row.chords.length - shown.length;
  const [barres = '', ...figures] = listFigures(row, nameOf, false);
  return (
    <Rung
      value={String(row.capoFret)}
      $heightPx={rowHeightPx(row.capoFret)}
      aria-label={rungWords(row, mark, nameOf)}
      data-rough={row.isRough || undefined}
    >
      <PassedMark capoFret={row.capoFret} />
      <Fret>{row.capoFret === 0 ? '–' : row.capoFret}</Fret>
      <KeyName>
        <Signed text={formatShapeKey(row.shapeKey)} />
        <small>
          {showsKey ? (
            <Signed text={`in ${formatKeyWords(row.soundingKey)}`} />
          ) : row.capoFret === 0 ? (
            'no capo'
          ) : (
            'shapes'
          )}
        </small>
      </KeyName>
      {isFull ? (
        <Chords $count={shown.length}>
          {shown.map((chord) => (
            <ChordCell
              key={formatChordSymbol(chord.sounding)}
              chord={chord}
              capoFret={row.capoFret}
              heightPx={rowHeightPx(row.capoFret)}
            />
          ))}
          {hidden > 0 && <More>+{hidden}</More>}
        </Chords>
      ) : (
        <Names>
          <Signed text={row.chords.map(({ shapeChord }) => nameOf(shapeChord)).join('   ')} />
        </Names>
      )}
      <Cost>
        <EffortBar effort={row.effort} most={most} isPale={!isFull} />
        <p>
          {mark !== '' && <Golden>{mark}</Golden>} <b>{barres}</b>
          {figures.length > 0 && <Signed text={`, ${figures.join(', ')}`} />}
        </p>
      </Cost>
    </Rung>
  );
});

/** A rung that holds nothing yet, or that cannot keep what was asked for. */
export function EmptyRung({ capoFret, words }: { readonly capoFret: number; readonly words: string }) {
  return (
    <Rung
      value={String(capoFret)}
      $heightPx={rowHeightPx(capoFret)}
      aria-label={`${formatCapo(capoFret)}: ${words}`}
      isDisabled
    >
      <PassedMark capoFret={capoFret} />
      <Fret>{capoFret === 0 ? '–' : capoFret}</Fret>
      <Words>{words}</Words>
    </Rung>
  );
}

function ChordCell(props: { readonly chord: RowChord; readonly capoFret: number; readonly heightPx: number }) {
  const { chord, capoFret, heightPx } = props;
  const nameOf = useChordName();
  return (
    <Cell>
      <b>
        <Signed text={nameOf(chord.shapeChord)} />
      </b>
      {chord.rated === null ? (
        <small>no shape</small>
      ) : (
        <ShapeBox fingering={chord.rated.fingering} capoFret={capoFret} gridPx={Math.min(28, heightPx * 0.4)} />
      )}
    </Cell>
  );
}

const Rung = styled(Radio)<{ readonly $heightPx: number }>`
  display: grid; grid-template-columns: 28px 62px minmax(0, 1fr) 236px; align-items: center; height: ${({ $heightPx }) => $heightPx}px;
  padding: 0 8px; border-bottom: 1px solid ${colour.hairline}; cursor: pointer; position: relative; isolation: isolate;
  &[data-rough] > :last-child, &[data-rough] > :last-child b { color: ${colour.quiet}; font-style: italic; }
  &[data-rough] > :last-child svg { opacity: .5; }
  &[data-hovered] { background: ${colour.sheet}; }
  &[data-disabled] { cursor: default; }
  &[data-selected] { background: ${colour.brassSoft}; box-shadow: inset 0 0 0 2px ${colour.brass}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -1px; z-index: 1; }
  @media (max-width: 760px) { height: auto; grid-template-columns: 24px minmax(0, 1fr); row-gap: 4px; padding-block: 8px; }
`;
const Fret = styled.span`
  color: ${colour.quiet}; font-size: 16px; font-variant-numeric: tabular-nums;
`;
const KeyName = styled.span`
  font: 650 21px/1.1 ${nameFace};
  small { display: block; font: 400 12px/1.3 'Signs', 'Atkinson', sans-serif; color: ${colour.quiet}; }
`;
const Chords = styled.span<{ readonly $count: number }>`
  display: grid; grid-template-columns: repeat(${({ $count }) => Math.max(6, $count)}, minmax(0, 1fr)) auto; align-items: center;
  @media (max-width: 760px) { grid-column: 2; display: flex; flex-wrap: wrap; gap: 8px 14px; }
`;
const Names = styled.span`
  font-size: 14px; color: ${colour.quiet}; white-space: pre-wrap; overflow-wrap: anywhere; line-height: 1.25;
  @media (max-width: 760px) { grid-column: 2; }
`;
const Cell = styled.span`
  display: grid; justify-items: center; gap: 1px; min-width: 0;
  b { font-size: 13px; line-height: 1.2; font-weight: 650; white-space: nowrap; }
  small { font-size: 11px; color: ${colour.quiet}; }
  @media (max-width: 1000px) { b { font-size: 11px; letter-spacing: -.02em; } }
`;
const More = styled.span`
  font-size: 12px; color: ${colour.quiet};
`;
const Words = styled.span`
  grid-column: 2 / -1; font-size: 13px; color: ${colour.quiet};
`;
const Cost = styled.span`
  display: grid; gap: 1px; padding-left: 10px;
  p { font-size: 12.5px; line-height: 1.25; color: ${colour.quiet}; }
  p b { color: ${colour.ink}; font-weight: 650; }
  @media (max-width: 760px) { grid-column: 2; padding-left: 0; }
`;
const Golden = styled.em`
  font-style: normal; font-weight: 650; color: ${colour.brassText}; border-bottom: 2px solid ${colour.brass};
`;
