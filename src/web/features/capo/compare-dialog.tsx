import { lazy, type ReactNode, Suspense } from 'react';
import { styled } from 'styled-components';
import type { CapoRow, RowChord } from '../../../core/arrange/capo/capo-rows.ts';
import { listDifferences, type RowDifference } from '../../../core/arrange/capo/row-differences.ts';
import type { Tuning } from '../../../core/fretboard/tuning.ts';
import type { ChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import type { SongMap } from '../../../core/song/document/document.ts';
import { voiceWords } from '../../../core/words/capo-row-words.ts';
import { formatTimes } from '../../../core/words/line-words.ts';
import { formatCapo, formatKeyWords, formatShapeKey } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Signed } from '../../ui/signed.tsx';
import { EFFORT_PARTS } from './effort-bar.tsx';

const SetupFigure = lazy(async () => ({ default: (await import('../../charts/setup-figure.tsx')).SetupFigure }));

/** A setup laid aside to be held against others: its tuning, its row, and the map it was planned for. */
export type HeldSetup = { readonly tuning: Tuning; readonly row: CapoRow; readonly map: SongMap };

const LABELS: Readonly<Record<Exclude<RowDifference['kind'], 'chord'>, string>> = {
  'sounding-key': 'sounds in',
  'shape-key': 'shapes in',
  barres: 'barre chords',
  'new-shapes': 'new shapes',
  'ringing-strings': 'open strings that ring, over all shapes',
  hardest: 'hardest change',
  effort: 'effort',
  hold: 'of it, holding',
  change: 'of it, changing',
  singer: 'voice',
  crowding: 'room for the fingers',
  record: 'with the record',
};

/** Two or three setups side by side: what tells them apart, and nothing else. */
export function CompareDialog(props: {
  readonly held: readonly HeldSetup[];
  readonly isOpen: boolean;
  readonly isWaiting: boolean;
  readonly onTake: (setup: HeldSetup) => void;
  readonly onDrop: (setup: HeldSetup) => void;
  readonly onClose: () => void;
}) {
  const { held, isOpen, isWaiting, onTake, onDrop, onClose } = props;
  const nameOf = useChordName();
  const isOneTuning = held.every(({ tuning }) => tuning.name === held[0]?.tuning.name);
  const differences = listDifferences(held.map(({ row }) => row));
  return (
    <Dialog title="Side by side" isOpen={isOpen} onClose={onClose} isWide>
      {held.length < 2 && <p>Tick a second fret on the neck to lay it beside this one.</p>}
      <Scroll>
        <table>
          <thead>
            <tr>
              <th scope="col">What differs</th>
              {held.map((setup) => (
                <th scope="col" key={keyOf(setup)}>
                  <Name>
                    <Signed text={`${formatCapo(setup.row.capoFret)}, ${formatShapeKey(setup.row.shapeKey)} shapes`} />
                  </Name>
                  {!isOneTuning && <small>{setup.tuning.name}</small>}
                  <span>
                    <Button weight="word" isDisabled={isWaiting} onPress={() => onTake(setup)}>
                      Take this one
                    </Button>
                    <Button
                      weight="word"
                      aria-label={`Put away ${formatCapo(setup.row.capoFret)}`}
                      onPress={() => onDrop(setup)}
                    >
                      Put away
                    </Button>
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {differences.map((difference) => (
              <tr key={labelOf(difference, nameOf)}>
                <th scope="row">
                  <Signed text={labelOf(difference, nameOf)} />
                </th>
                {cellsOf(difference, nameOf, held).map((cell, place) => (
                  <td key={keyOf(held[place])}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
      {held.length > 1 && (
        <Suspense>
          <SetupFigure
            parts={EFFORT_PARTS}
            setups={held.map(({ tuning, row }) => ({
              name: `${formatCapo(row.capoFret)}${isOneTuning ? '' : `, ${tuning.name}`}`,
              effort: row.effort,
            }))}
          />
        </Suspense>
      )}
      {held.length > 1 && differences.length === 0 && <p>Nothing tells them apart.</p>}
    </Dialog>
  );
}

function keyOf(setup: HeldSetup | undefined): string {
  return setup === undefined ? '' : `${setup.tuning.name} ${setup.row.capoFret} ${setup.row.recordShift}`;
}

function labelOf(difference: RowDifference, nameOf: (chord: ChordSymbol) => string): string {
  if (difference.kind !== 'chord') {
    return LABELS[difference.kind];
  }
  const [first] = difference.values;
  return first === undefined ? '' : `what sounds as ${nameOf(first.sounding)}`;
}

function cellsOf(
  difference: RowDifference,
  nameOf: (chord: ChordSymbol) => string,
  held: readonly HeldSetup[],
): readonly ReactNode[] {
  switch (difference.kind) {
    case 'chord':
      return difference.values.map((chord, place) => (
        <ChordCell key={keyOf(held[place])} chord={chord} capoFret={held[place]?.row.capoFret ?? 0} />
      ));
    case 'sounding-key':
    case 'shape-key':
      return difference.values.map(formatKeyWords).map(signed);
    case 'hardest':
      return difference.values.map((hardest) =>
        signed(
          hardest === null ? '–' : `${nameOf(hardest.from)} to ${nameOf(hardest.to)}, ${formatTimes(hardest.count)}`,
        ),
      );
    case 'singer':
      return difference.values.map((singer) => voiceWords({ singer }) || '–');
    case 'crowding':
      return difference.values.map((crowding) =>
        crowding === null
          ? 'room enough'
          : `neck fret ${crowding.neckFret}: ${Math.round(crowding.spaceMm)} mm for ${crowding.fingers}`,
      );
    case 'record':
      return difference.values.map(recordWords);
    case 'effort':
    case 'hold':
    case 'change':
      return difference.values.map((value) => value.toFixed(1));
    default:
      return difference.values.map(String);
  }
}

function signed(text: string): ReactNode {
  return <Signed key={text} text={text} />;
}

function recordWords({ recordShift, recordCapoFret }: Pick<CapoRow, 'recordShift' | 'recordCapoFret'>): string {
  if (recordShift === 0) {
    return 'plays along as it is';
  }
  return recordCapoFret === null
    ? 'no fret plays along'
    : recordCapoFret === 0
      ? 'plays along without a capo'
      : `plays along at capo ${recordCapoFret}`;
}

function ChordCell({ chord, capoFret }: { readonly chord: RowChord; readonly capoFret: number }) {
  const nameOf = useChordName();
  return (
    <Held>
      <b>
        <Signed text={nameOf(chord.shapeChord)} />
      </b>
      {chord.rated === null ? (
        'no shape'
      ) : (
        <ShapeBox fingering={chord.rated.fingering} capoFret={capoFret} gridPx={30} />
      )}
      {chord.isBarre && <small>barre</small>}
      {chord.isNew && <small>new</small>}
    </Held>
  );
}

const Scroll = styled.div`
  overflow-x: auto; width: 100%;
  table { border-collapse: collapse; width: 100%; font-size: 14px; }
  th, td { text-align: left; padding: 6px 12px 6px 0; border-bottom: 1px solid ${colour.hairline}; vertical-align: middle; font-weight: 400; }
  thead th { vertical-align: bottom; }
  tbody th { color: ${colour.quiet}; width: 24%; }
  small { display: block; color: ${colour.quiet}; font-size: 12.5px; }
`;
const Name = styled.span`
  display: block; font: 650 18px/1.2 ${nameFace};
`;
const Held = styled.span`
  display: flex; align-items: center; gap: 10px;
  b { min-width: 52px; font-weight: 650; }
`;
