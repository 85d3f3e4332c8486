import { type ReactNode, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { DRILLS, type DrillKind, type DrillResult } from '../../../../core/rehearse/drill-result.ts';
import { DRILL_ABOUT, DRILL_CAUTION, DRILL_WORDS } from '../../../../core/words/rehearse/drill-words.ts';
import { usePractice } from '../../../api/practice.ts';
import { useSongState } from '../../../editor/use-song.tsx';
import { frame } from '../../../theme/tokens.ts';
import { Caution } from '../../../ui/caution.tsx';
import { Select } from '../../../ui/select.tsx';
import { ChangeDrill } from './change-drill.tsx';
import type { DrillDone } from './drill-done.ts';
import { HandDrill } from './hand-drill.tsx';
import { MinuteDrill } from './minute-drill.tsx';
import { ResultsList } from './results-list.tsx';
import { SectionDrill } from './section-drill.tsx';
import { WhoField } from './who-field.tsx';

/** The drills of a song, one at a time, and what came of them. */
export function DrillsView({ switcher }: { readonly switcher: ReactNode }) {
  const [drill, setDrill] = useState<DrillKind>('changes');
  const songId = useSongState(({ id }) => id);
  const practice = usePractice(songId);
  const [who, setWho] = useState('');
  const options = useMemo(() => DRILLS.map((value) => ({ value, text: DRILL_WORDS[value] })), []);
  const keep = (done: DrillDone): void => void practice.keep({ ...done, who, drill });
  return (
    <Page>
      <section aria-label="The drill">
        {switcher}
        <Select label="Drill" options={options} value={drill} onChange={setDrill} />
        <p>{DRILL_ABOUT[drill]}</p>
        <Drill key={drill} drill={drill} results={practice.results} onDone={keep} />
        <Caution>{DRILL_CAUTION}</Caution>
      </section>
      <aside aria-label="What came of it">
        <WhoField who={who} onChange={setWho} />
        <ResultsList practice={practice} />
      </aside>
    </Page>
  );
}

function Drill(props: {
  readonly drill: DrillKind;
  readonly results: readonly DrillResult[];
  readonly onDone: (done: DrillDone) => void;
}) {
  const { drill, results, onDone } = props;
  switch (drill) {
    case 'changes':
      return <MinuteDrill onDone={onDone} />;
    case 'ramp':
      return <ChangeDrill results={results} onDone={onDone} />;
    case 'strum':
    case 'pattern':
      return <HandDrill drill={drill} onDone={onDone} />;
    case 'single-strums':
    case 'joined':
      return <SectionDrill drill={drill} onDone={onDone} />;
  }
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 20}px; gap: 0 28px; padding: 18px 32px;
  > section, > aside { display: grid; gap: 12px; align-content: start; min-width: 0; }
  @media (max-width: 900px) { grid-template-columns: minmax(0, 1fr); padding: 12px 14px; gap: 20px; }
`;
