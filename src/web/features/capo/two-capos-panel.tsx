import { useMemo } from 'react';
import { type CapoPair, rankCapoPairs } from '../../../core/arrange/capo/capo-pairs.ts';
import type { CapoRow } from '../../../core/arrange/capo/capo-rows.ts';
import { formatShapeKey } from '../../../core/words/setup-words.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Signed } from '../../ui/signed.tsx';

const SHOWN = 3;

/** Two guitars in one room, each with a capo of its own, on easy shapes. */
export function TwoCaposPanel(props: {
  readonly rows: readonly CapoRow[];
  /** Whether the rows are still being worked out. */
  readonly isWorking: boolean;
  readonly isWaiting: boolean;
}) {
  const { rows, isWorking, isWaiting } = props;
  const editor = useSongEditor();
  const document = useDocument();
  const part = usePart();
  const pairs = useMemo(() => rankCapoPairs(rows).slice(0, SHOWN), [rows]);
  const others = document.arrangements.flatMap(({ parts }) => parts).filter(({ id }) => id !== part.id);
  const [first] = pairs;
  const none = isWorking ? 'being worked out …' : 'no pair that is far enough apart';
  const summary = first === undefined ? none : pairWords(first);
  const add = ({ high, low }: CapoPair): void => {
    const capoFret = part.setup.capoFret === high.capoFret ? low.capoFret : high.capoFret;
    editor.run({ kind: 'add-part', name: `Guitar ${others.length + 2}`, setup: { ...part.setup, capoFret } });
  };
  return (
    <Panel title="Two capos in the room" summary={<Signed text={summary} />}>
      <ul>
        {pairs.map((pair) => (
          <li key={`${pair.low.capoFret} ${pair.high.capoFret}`}>
            <Signed text={`${pairWords(pair)}${pair.barreChords === 0 ? ', no barre' : ''}`} />
          </li>
        ))}
      </ul>
      <p>Both sound the same chords, one lower and one higher, and stand on one map.</p>
      {first !== undefined && (
        <Button
          isDisabled={isWaiting}
          onPress={() => add(pairs.find((pair) => isHere(pair, part.setup.capoFret)) ?? first)}
        >
          Add a second guitar
        </Button>
      )}
    </Panel>
  );
}

function isHere({ low, high }: CapoPair, capoFret: number): boolean {
  return low.capoFret === capoFret || high.capoFret === capoFret;
}

function pairWords({ low, high }: CapoPair): string {
  const at = ({ capoFret, shapeKey }: CapoPair['low']): string =>
    `${formatShapeKey(shapeKey)} shapes ${capoFret === 0 ? 'without a capo' : `at ${capoFret}`}`;
  return `${at(low)} with ${at(high)}`;
}
