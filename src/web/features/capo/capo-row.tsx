import { Radio } from 'react-aria-components';
import { styled } from 'styled-components';
import type { CapoRow as Row, RowChord } from '../../../core/arrange/capo-rows.ts';
import { type ChordSymbol, formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { formatCapo, formatShapeKey } from '../../../core/page/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';
import { EffortBar } from './effort-bar.tsx';
import { rowHeightPx } from './neck-geometry.ts';
import { ShapeBox } from './shape-box.tsx';

const MOST_CHORDS = 9;

/** One rung: the key of the shapes at this fret, each chord's shape, barres and effort. */
export function CapoRung(props: {
  readonly row: Row;
  readonly most: number;
  readonly isGolden: boolean;
  readonly isTie: boolean;
}) {
  const { row, most, isGolden, isTie } = props;
  const nameOf = useChordName();
  const shown = row.chords.slice(0, MOST_CHORDS);
  const hidden = row.chords.length - shown.length;
  return (
    <Rung
      value={String(row.capoFret)}
      $heightPx={rowHeightPx(row.capoFret)}
      aria-label={rungWords(row, isGolden, isTie, nameOf)}
    >
      <Fret>{row.capoFret === 0 ? '–' : row.capoFret}</Fret>
      <KeyName>
        <Signed text={formatShapeKey(row.shapeKey)} />
        <small>{row.capoFret === 0 ? 'no capo' : 'shapes'}</small>
      </KeyName>
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
      <Cost>
        <EffortBar effort={row.effort} most={most} />
        <span>{barreWords(row)}</span>
        {isGolden && <Golden>{isTie ? 'as easy as the best' : 'golden rung'}</Golden>}
      </Cost>
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

/** "no barre", "2 barres": how many of the chords are barre chords. */
function barreWords(row: Row): string {
  const count = row.barreChords.length;
  const missing = row.unplayable.length === 0 ? '' : `, ${row.unplayable.length} without a shape`;
  return `${count === 0 ? 'no barre' : count === 1 ? '1 barre' : `${count} barres`}${missing}`;
}

function rungWords(row: Row, isGolden: boolean, isTie: boolean, nameOf: (chord: ChordSymbol) => string): string {
  const chords = row.chords.map(({ shapeChord }) => nameOf(shapeChord)).join(', ');
  const golden = isGolden ? (isTie ? ', as easy as the best' : ', golden rung') : '';
  return `${formatCapo(row.capoFret)}: ${formatShapeKey(row.shapeKey)} shapes, ${chords}; ${barreWords(row)}, effort ${row.effort.total.toFixed(1)}${golden}`;
}

const Rung = styled(Radio)<{ readonly $heightPx: number }>`
  display: grid; grid-template-columns: 28px 62px minmax(0, 1fr) 132px; align-items: center; height: ${({ $heightPx }) => $heightPx}px;
  padding: 0 12px 0 8px; border-bottom: 1px solid ${colour.hairline}; cursor: pointer; position: relative;
  &[data-hovered] { background: ${colour.sheet}; }
  &[data-selected] { background: ${colour.brassSoft}; box-shadow: inset 0 0 0 2px ${colour.brass}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -1px; z-index: 1; }
  @media (max-width: 760px) { height: auto; grid-template-columns: 24px minmax(0, 1fr); row-gap: 6px; padding-block: 10px; }
`;
const Fret = styled.span`
  color: ${colour.quiet}; font-variant-numeric: tabular-nums;
`;
const KeyName = styled.span`
  font: 650 21px/1.1 ${nameFace};
  small { display: block; font: 400 12px/1.3 'Atkinson', sans-serif; color: ${colour.quiet}; }
`;
const Chords = styled.span<{ readonly $count: number }>`
  display: grid; grid-template-columns: repeat(${({ $count }) => Math.max(6, $count)}, minmax(0, 1fr)) auto; align-items: center;
  @media (max-width: 760px) { grid-column: 2; display: flex; flex-wrap: wrap; gap: 8px 14px; }
`;
const Cell = styled.span`
  display: grid; justify-items: center; gap: 1px; min-width: 0;
  b { font-size: 13.5px; line-height: 1.2; font-weight: 650; white-space: nowrap; }
  small { font-size: 11px; color: ${colour.quiet}; }
`;
const More = styled.span`
  font-size: 12px; color: ${colour.quiet};
`;
const Cost = styled.span`
  display: grid; gap: 1px; font-size: 13px; line-height: 1.3;
  @media (max-width: 760px) { grid-column: 2; padding-left: 0; } padding-left: 10px;
`;
const Golden = styled.em`
  font-style: normal; font-weight: 650; color: ${colour.brassText}; justify-self: start; border-bottom: 2px solid ${colour.brass}; line-height: 1.2;
`;
