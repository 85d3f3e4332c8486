import { useMemo, useState } from 'react';
import { type DrillResult, perMinute, tempoForChanges } from '../../../../core/rehearse/drill-result.ts';
import { changeSteps } from '../../../../core/rehearse/drill-steps.ts';
import { withinLimits } from '../../../../core/rehearse/tempo.ts';
import { BARRE_CAUTION } from '../../../../core/words/rehearse/drill-words.ts';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { songBpmOf } from '../play-along-desk.ts';
import { ChangeSelect } from './change-select.tsx';
import type { DrillDone } from './drill-done.ts';
import { StepDrill } from './step-drill.tsx';
import { type NamedChange, useDrillChanges } from './use-drill-changes.ts';

/** A change with a click, from the tempo that its count without one gives. */
export function ChangeDrill(props: {
  readonly results: readonly DrillResult[];
  readonly onDone: (done: DrillDone) => void;
}) {
  const { results, onDone } = props;
  const changes = useDrillChanges();
  const document = useDocument();
  const part = usePart();
  const [at, setAt] = useState(0);
  const change = changes[at] ?? changes[0];
  const steps = useMemo(
    () => (change === undefined ? [] : changeSteps(document, part, change)),
    [document, part, change],
  );
  if (change === undefined) {
    return <p>The song has no change that moves a finger.</p>;
  }
  const { bpm, why } = startOf(change, results, songBpmOf(document));
  return (
    <>
      <ChangeSelect changes={changes} at={Math.min(at, changes.length - 1)} onChange={setAt} hasBoxes={false} />
      <p>{why}</p>
      <StepDrill key={change.name} steps={steps} what={change.name} startBpm={bpm} onDone={onDone} />
      {change.hasBarre && <Caution>{BARRE_CAUTION}</Caution>}
    </>
  );
}

/** Where a change begins with a click: from its last count, or else at three quarters of the song's tempo. */
function startOf(change: NamedChange, results: readonly DrillResult[], songBpm: number) {
  const counted = results.find(
    ({ drill, what, count }) => drill === 'changes' && what === change.name && count !== null,
  );
  if (counted?.count == null) {
    const bpm = Math.round(songBpm * 0.75);
    return { bpm, why: `It was not counted without a click yet, so it begins at ${bpm}, three quarters of the song.` };
  }
  const aMinute = Math.round(perMinute(counted.count, counted.seconds));
  const bpm = Math.round(withinLimits(Math.min(songBpm, tempoForChanges(aMinute, change.freeBeats)), songBpm));
  return { bpm, why: `${aMinute} in a minute were counted last, so it begins at ${bpm} of ${Math.round(songBpm)}.` };
}
