import { useMemo } from 'react';
import { RadioGroup } from 'react-aria-components';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { easiestFrets } from '../../../core/arrange/capo-rows.ts';
import { useChordName, useSettings } from '../../api/settings.tsx';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { colour, frame } from '../../theme/tokens.ts';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Loading } from '../../ui/loading.tsx';
import { Signed } from '../../ui/signed.tsx';
import { CapoReasons } from './capo-reasons.tsx';
import { CapoRung } from './capo-row.tsx';
import { EffortLegend } from './effort-bar.tsx';
import { GuitarPanel } from './guitar-panel.tsx';
import { Neck } from './neck.tsx';
import { useCapoRows } from './use-capo-rows.ts';

/** Step 2: the neck as a ladder, and on every rung what the song would need there. */
export function CapoPage() {
  const editor = useSongEditor();
  const document = useDocument();
  const part = usePart();
  const { hand } = useSettings();
  const nameOf = useChordName();
  const { rows, isWorking, failure } = useCapoRows(document, part, hand);
  const easiest = useMemo(() => easiestFrets(rows), [rows]);
  const setCapo = (capoFret: number): void => {
    editor.run({ kind: 'set-capo', partId: part.id, capoFret });
  };
  const [golden] = easiest;
  const isWaiting = document.chart.draftText !== null;
  useKeyedActions('Capo', [
    { key: '↑ ↓', label: 'On the rungs: the capo a fret higher or lower' },
    ...(golden === undefined || isWaiting
      ? []
      : [{ key: 'g', label: 'Put the capo on the golden rung', run: () => setCapo(golden) }]),
  ]);
  if (rows.length === 0 && failure !== null) {
    return <EmptyStep title="The rungs could not be worked out" text={failure} />;
  }
  if (rows.length === 0 && isWorking) {
    return <Loading what="the rungs" />;
  }
  if (rows.length === 0) {
    return <EmptyStep title="No chords yet" text="The rungs fill when the song has chords." />;
  }
  const most = Math.max(...rows.map(({ effort }) => effort.total));
  const sounding = rows[0]?.chords.map((chord) => nameOf(chord.sounding)) ?? [];
  return (
    <Page>
      <section aria-label="Where the capo goes">
        <Sounding>
          What sounds, on every rung:{' '}
          <b>
            <Signed text={sounding.join('   ')} />
          </b>
        </Sounding>
        {isWaiting && (
          <Waiting role="status">
            The chart has lines that cannot be read, and its text holds the capo too.{' '}
            <Link to="../listen">Mend it</Link> to move the capo here.
          </Waiting>
        )}
        <Ladder>
          <Neck capoFret={part.setup.capoFret} strings={part.setup.tuning.openMidi.length} />
          <Rungs
            aria-label="Capo fret"
            value={String(part.setup.capoFret)}
            isDisabled={isWaiting}
            onChange={(fret) => setCapo(Number(fret))}
          >
            {rows.map((row) => (
              <CapoRung
                key={row.capoFret}
                row={row}
                most={most}
                isGolden={easiest.includes(row.capoFret)}
                isTie={easiest.length > 1}
              />
            ))}
          </Rungs>
        </Ladder>
        <EffortLegend />
      </section>
      <aside>
        <CapoReasons rows={rows} easiest={easiest} />
        <GuitarPanel isWaiting={isWaiting} />
      </aside>
    </Page>
  );
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx}px;
  > section { padding: 10px 14px 20px 20px; min-width: 0; }
  aside { border-left: 1px solid ${colour.hairline}; background: ${colour.sheet}; padding: 22px 24px; }
  @media (max-width: 1100px) {
    grid-template-columns: minmax(0, 1fr);
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
`;
const Sounding = styled.p`
  font-size: 14px; color: ${colour.quiet}; padding: 0 0 6px 8px;
  b { color: ${colour.ink}; white-space: pre-wrap; }
`;
const Waiting = styled.p`
  border-left: 4px solid ${colour.rosewood}; padding: 4px 10px; margin: 0 0 8px 8px; font-size: 14px;
`;
const Ladder = styled.div`
  display: flex; align-items: start; gap: 8px;
`;
const Rungs = styled(RadioGroup)`
  flex: 1; min-width: 0; border-top: 1px solid ${colour.hairline};
`;
