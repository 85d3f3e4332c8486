import { styled } from 'styled-components';
import type { CapoRow } from '../../../core/arrange/capo/capo-rows.ts';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { listFigures } from '../../../core/words/capo-row-words.ts';
import { startSentence } from '../../../core/words/sentence.ts';
import { formatShapeKey } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

/** With so many chords the boxes become smaller. */
const FEW_CHORDS = 7;
const LARGE_PX = 76;
const SMALL_PX = 52;

/** The chosen fret, its shapes large enough to be read from a chair. */
export function ChosenBand({ row, mark }: { readonly row: CapoRow; readonly mark: string }) {
  const nameOf = useChordName();
  const gridPx = row.chords.length <= FEW_CHORDS ? LARGE_PX : SMALL_PX;
  return (
    <Band aria-label="The chosen fret, large">
      <p>
        <b>
          <Signed text={`${formatShapeKey(row.shapeKey)} shapes`} />
        </b>{' '}
        <strong>{row.capoFret === 0 ? 'no capo' : `capo ${row.capoFret}`}</strong> {mark !== '' && <em>{mark}</em>}{' '}
        <span>
          <Signed text={`${startSentence(listFigures(row, nameOf).join(', '))}.`} />
        </span>
      </p>
      <ul>
        {row.chords.map(({ shapeChord, sounding, rated }) => (
          <li key={formatChordSymbol(sounding)}>
            <b>
              <Signed text={nameOf(shapeChord)} />
            </b>
            {rated === null ? (
              <small>no shape</small>
            ) : (
              <ShapeBox fingering={rated.fingering} capoFret={row.capoFret} gridPx={gridPx} detail="fingers" />
            )}
          </li>
        ))}
      </ul>
    </Band>
  );
}

const Band = styled.section`
  border: 2px solid ${colour.brass}; background: ${colour.brassSoft}; padding: 10px 16px 8px; margin-bottom: 12px;
  > p { display: flex; flex-wrap: wrap; gap: 2px 12px; align-items: baseline; font-size: 14px; }
  > p b { font: 650 26px/1.1 ${nameFace}; }
  > p strong { font: 650 18px/1.1 ${nameFace}; }
  > p em { font-style: normal; font-weight: 650; color: ${colour.brassText}; }
  ul { list-style: none; margin: 0; padding: 8px 0 0; display: flex; flex-wrap: wrap; gap: 6px 22px; }
  li { display: grid; justify-items: center; align-content: start; }
  li b { font: 650 17px/1.2 ${nameFace}; }
  @media (max-width: 1000px) { padding: 10px; ul { gap: 6px 10px; } }
`;
