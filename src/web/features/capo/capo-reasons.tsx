import { styled } from 'styled-components';
import type { CapoRow } from '../../../core/arrange/capo-rows.ts';
import type { ChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { formatCapo, formatCount, formatKeyWords, formatShapeKey } from '../../../core/page/setup-words.ts';
import { songKeysOf } from '../../../core/song/song-keys.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

/** What the chosen rung means, in sentences, and what the easiest one would change. */
export function CapoReasons({
  rows,
  easiest,
}: {
  readonly rows: readonly CapoRow[];
  readonly easiest: readonly number[];
}) {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { capoFret } = part.setup;
  const { sounding } = songKeysOf(document, part);
  const row = rows.find((each) => each.capoFret === capoFret);
  const best = rows.find((each) => each.capoFret === easiest[0]);
  if (row === undefined) {
    return <p>The capo is on fret {capoFret}, above the rungs shown here.</p>;
  }
  return (
    <Reasons>
      <h2>
        <Signed text={`${formatCapo(capoFret)}, hands in ${formatShapeKey(row.shapeKey)}`} />
      </h2>
      <p>
        <Signed text={`${sentence(row, nameOf)} It sounds in ${formatKeyWords(sounding)}, as on every other rung.`} />
      </p>
      {capoFret > 0 && (
        <p>
          <Signed
            text={`Without the capo the same shapes sound in ${formatKeyWords(row.shapeKey)}, ${formatCount(capoFret, 'semitone')} lower.`}
          />
        </p>
      )}
      {best !== undefined && !easiest.includes(capoFret) && (
        <>
          <h3>Against the golden rung</h3>
          <p>
            <Signed
              text={`${formatCapo(best.capoFret)}, ${formatShapeKey(best.shapeKey)} shapes. ${sentence(best, nameOf)} Effort ${best.effort.total.toFixed(1)} against ${row.effort.total.toFixed(1)}.`}
            />
          </p>
        </>
      )}
      {row.barreChords.length > 0 && (
        <Caution>
          Barres: short sets, then rest. Stop when it hurts, and see a teacher or a clinician if it lasts.
        </Caution>
      )}
      <h3>How it is counted</h3>
      <p>
        What sounds never changes from rung to rung, only what the hand plays. Effort is what holding the shapes costs,
        weighed by how long each chord sounds, and what the changes between them cost, weighed by how often each comes.
      </p>
    </Reasons>
  );
}

function sentence(row: CapoRow, nameOf: (chord: ChordSymbol) => string): string {
  const names = row.barreChords.map(nameOf).join(', ');
  const count = row.barreChords.length;
  return count === 0 ? 'No barre chords.' : `${count === 1 ? 'One barre chord' : `${count} barre chords`}: ${names}.`;
}

const Reasons = styled.div`
  display: grid; gap: 10px; align-content: start;
  h3 { padding-top: 8px; font: 650 13px/1.3 'Atkinson', sans-serif; color: ${colour.quiet}; }
`;
const Caution = styled.p`
  border-left: 4px solid ${colour.rosewood}; padding-left: 10px; font-size: 14px;
`;
