import { useMemo, useState } from 'react';
import { patternSteps, strumSteps } from '../../../../core/rehearse/drill-steps.ts';
import { listSongPatterns } from '../../../../core/rehearse/song-patterns.ts';
import type { Pattern } from '../../../../core/rhythm/pattern.ts';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { StrokeRow } from '../../../painters/stroke-row.tsx';
import { Select } from '../../../ui/select.tsx';
import type { DrillDone } from './drill-done.ts';
import { StepDrill } from './step-drill.tsx';

/** A strum of the song: in its six steps, or alone. */
export function HandDrill({
  drill,
  onDone,
}: {
  readonly drill: 'strum' | 'pattern';
  readonly onDone: (done: DrillDone) => void;
}) {
  const document = useDocument();
  const part = usePart();
  const patterns = useMemo(() => listSongPatterns(document, part), [document, part]);
  const [at, setAt] = useState(0);
  const pattern = patterns[at] ?? patterns[0];
  const steps = useMemo(
    () => (pattern === undefined ? [] : (drill === 'strum' ? strumSteps : patternSteps)(document, part, pattern)),
    [document, part, pattern, drill],
  );
  if (pattern === undefined) {
    return <p>The song has no bars to strum.</p>;
  }
  return (
    <>
      <Select
        label="Pattern"
        options={patterns.map((each, index) => ({ value: String(index), text: nameOf(each) }))}
        value={String(Math.min(at, patterns.length - 1))}
        onChange={(value) => setAt(Number(value))}
      />
      <StrokeRow pattern={pattern} />
      <StepDrill
        key={`${drill} ${nameOf(pattern)}`}
        steps={steps}
        what={nameOf(pattern)}
        startBpm={null}
        onDone={onDone}
      />
    </>
  );
}

function nameOf({ name }: Pattern): string {
  return name === '' ? 'a strum on each beat' : name;
}
