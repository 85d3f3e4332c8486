import { useEffect, useMemo, useRef, useState } from 'react';
import { styled } from 'styled-components';
import type { DrillStep } from '../../../../core/rehearse/drill-steps.ts';
import { sayDrillStep } from '../../../../core/words/rehearse/drill-words.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { useKeyedActions } from '../../../ui/keys.tsx';
import { doAct, REHEARSE_ACTS } from '../acts.ts';
import { createPlayAlong, type PlayAlong } from '../play-along.ts';
import { barOf, bpmAt, plainSetup } from '../play-along-desk.ts';
import { Controls } from '../stage/controls.tsx';
import { Stage } from '../stage/stage.tsx';
import type { DrillDone } from './drill-done.ts';

/** Rounds too short to be worth keeping, in seconds. */
const LEAST_SECONDS = 5;

/** The steps of a drill, played one at a time with a click; rounds are counted as clean or missed, and what came of it is kept. */
export function StepDrill(props: {
  readonly steps: readonly DrillStep[];
  readonly what: string;
  readonly startBpm: number | null;
  readonly onDone: (done: DrillDone) => void;
}) {
  const { steps, what, startBpm, onDone } = props;
  const [at, setAt] = useState(0);
  const step = steps[Math.min(at, steps.length - 1)];
  if (step === undefined) {
    return <p>The song has nothing for this drill yet.</p>;
  }
  return (
    <>
      <Steps aria-label="Steps of the drill">
        {steps.map(({ kind }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: steps have no other name than their place
          <li key={index}>
            <button type="button" aria-pressed={index === at} onClick={() => setAt(index)}>
              <b>{index + 1}</b> {sayDrillStep(kind).title}
            </button>
          </li>
        ))}
      </Steps>
      <Step key={`${at} ${what}`} step={step} what={what} startBpm={startBpm} onDone={onDone} />
      {at + 1 < steps.length && (
        <Button weight="word" onPress={() => setAt(at + 1)}>
          It goes: the next step
        </Button>
      )}
    </>
  );
}

function Step(props: {
  readonly step: DrillStep;
  readonly what: string;
  readonly startBpm: number | null;
  readonly onDone: (done: DrillDone) => void;
}) {
  const { step, what, startBpm, onDone } = props;
  const playAlong = useDrillPlayAlong(step, startBpm);
  useKept(playAlong, (done) => onDone({ ...done, what: `${what}, ${sayDrillStep(step.kind).title.toLowerCase()}` }));
  useKeyedActions(
    'The drill',
    REHEARSE_ACTS.map(({ act, key, label }) => ({ key, label, run: () => doAct(playAlong, act) })),
  );
  return (
    <>
      <p>{sayDrillStep(step.kind).about}</p>
      <Stage playAlong={playAlong} isForClass={false} />
      <Controls playAlong={playAlong} isDrill />
    </>
  );
}

/** A play-along of its own for a step; it ends with it. */
function useDrillPlayAlong({ document, guitar, range, silent }: DrillStep, startBpm: number | null): PlayAlong {
  const playAlong = useMemo(() => {
    const plain = plainSetup(document);
    const made = createPlayAlong(
      { document, guitar, second: null },
      { ...plain, range, silent, isLooped: true, bpm: startBpm ?? plain.bpm * 0.75 },
    );
    made.use.setState({ isCounted: true });
    return made;
  }, [document, guitar, range, silent, startBpm]);
  useEffect(() => () => playAlong.stop(), [playAlong]);
  return playAlong;
}

/** Hands over what came of a step as it ends: how long, at which tempo, and whether the last round was clean. */
function useKept(playAlong: PlayAlong, onDone: (done: Omit<DrillDone, 'what'>) => void): void {
  const current = useRef(onDone);
  current.current = onDone;
  useEffect(() => {
    let played: Played | null = null;
    return playAlong.use.subscribe(({ place }) => {
      if (place !== null) {
        played = playedSoFar(playAlong, played);
        return;
      }
      const done = played === null ? null : toDone(played);
      played = null;
      if (done !== null) {
        current.current(done);
      }
    });
  }, [playAlong]);
}

function playedSoFar({ desk, use }: PlayAlong, before: Played | null): Played {
  const { place, lastRound } = use.getState();
  return {
    beganAt: before?.beganAt ?? performance.now(),
    bpm: bpmAt(desk, barOf(place)?.round ?? 0),
    isClean: lastRound,
  };
}

/** What is kept of it; null where it was too short to say anything. */
function toDone({ beganAt, bpm, isClean }: Played): Omit<DrillDone, 'what'> | null {
  const seconds = Math.round((performance.now() - beganAt) / 1000);
  return seconds < LEAST_SECONDS && isClean === null
    ? null
    : { seconds, bpm: Math.round(bpm), count: null, countedBy: null, isClean };
}

/** What was played since the last start. */
type Played = { readonly beganAt: number; readonly bpm: number; readonly isClean: boolean | null };

const Steps = styled.ol`
  list-style: none; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 6px;
  button { border: 1px solid ${colour.hairline}; background: transparent; padding: 8px 14px; min-height: 44px; cursor: pointer; color: ${colour.ink}; border-radius: 3px; }
  button[aria-pressed='true'] { border-color: ${colour.brass}; box-shadow: inset 0 -3px 0 ${colour.brass}; }
  b { font-family: ${nameFace}; }
`;
