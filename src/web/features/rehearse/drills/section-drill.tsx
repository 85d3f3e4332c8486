import { useMemo } from 'react';
import { joinedSteps, singleStrumSteps } from '../../../../core/rehearse/drill-steps.ts';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import type { DrillDone } from './drill-done.ts';
import { StepDrill } from './step-drill.tsx';

/** Sections joined one by one, or single strums to sing over. */
export function SectionDrill(props: {
  readonly drill: 'joined' | 'single-strums';
  readonly onDone: (done: DrillDone) => void;
}) {
  const { drill, onDone } = props;
  const document = useDocument();
  const part = usePart();
  const steps = useMemo(
    () => (drill === 'joined' ? joinedSteps : singleStrumSteps)(document, part),
    [document, part, drill],
  );
  const { title } = document.facts;
  return <StepDrill steps={steps} what={title === '' ? 'The song' : title} startBpm={null} onDone={onDone} />;
}
