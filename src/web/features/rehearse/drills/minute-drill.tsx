import { useState } from 'react';
import { styled } from 'styled-components';
import { perMinute, tempoForChanges } from '../../../../core/rehearse/drill-result.ts';
import { BARRE_CAUTION, BARRE_SETS, sayCounted } from '../../../../core/words/rehearse/drill-words.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { Field } from '../../../ui/field.tsx';
import { useKeyedActions } from '../../../ui/keys.tsx';
import { ChangeSelect } from './change-select.tsx';
import type { DrillDone } from './drill-done.ts';
import { useCountdown } from './use-countdown.ts';
import { type NamedChange, useDrillChanges } from './use-drill-changes.ts';

const MINUTE = 60;
const WAYS = [
  { value: 'typed', text: 'counted aloud' },
  { value: 'partner', text: 'a partner presses' },
] as const;

/** Changes in a minute, without a click: counted aloud and typed afterwards, or pressed by a partner. */
export function MinuteDrill({ onDone }: { readonly onDone: (done: DrillDone) => void }) {
  const changes = useDrillChanges();
  const [at, setAt] = useState(0);
  const change = changes[at] ?? changes[0];
  return change === undefined ? (
    <p>The song has no change that moves a finger.</p>
  ) : (
    <>
      <ChangeSelect changes={changes} at={Math.min(at, changes.length - 1)} onChange={setAt} hasBoxes />
      <Minute key={change.name} change={change} onDone={onDone} />
    </>
  );
}

function Minute({ change, onDone }: { readonly change: NamedChange; readonly onDone: (done: DrillDone) => void }) {
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('typed');
  const [pressed, setPressed] = useState(0);
  const [told, setTold] = useState('');
  const whole = change.hasBarre ? BARRE_SETS.workSeconds : MINUTE;
  const clock = useCountdown(whole, change.hasBarre ? BARRE_SETS.restSeconds : 0);
  const keep = (count: number): void => {
    const { name: what, freeBeats } = change;
    const bpm = tempoForChanges(perMinute(count, whole), freeBeats);
    setTold(sayCounted(count, whole, Math.round(freeBeats * 10) / 10, bpm));
    onDone({ what, seconds: whole, bpm: null, count, countedBy: way, isClean: null });
    clock.reset();
    setPressed(0);
  };
  const press = (): void => setPressed(pressed + 1);
  useKeyedActions('Changes in a minute', [
    {
      key: 's',
      label: 'Start the minute, or break it off',
      run: () => (clock.phase === 'idle' ? clock.start() : clock.reset()),
    },
    ...(way === 'partner' && clock.phase === 'running' ? [{ key: 'Enter', label: 'One change', run: press }] : []),
  ]);
  return (
    <>
      <Choice label="How it is counted" options={WAYS} value={way} onChange={setWay} />
      <Big role="timer" data-phase={clock.phase}>
        {clock.phase === 'resting' ? `rest ${clock.left}` : clock.left}
      </Big>
      <MinuteActs
        clock={clock}
        whole={whole}
        pressed={way === 'partner' ? pressed : null}
        onStart={() => {
          setTold('');
          clock.start();
        }}
        onPress={press}
        onCount={keep}
      />
      {told !== '' && <p role="status">{told}</p>}
      {change.hasBarre && <Caution>{BARRE_CAUTION}</Caution>}
    </>
  );
}

/** What can be done as the minute stands; `pressed` is what a partner has counted, null where it is typed. */
function MinuteActs(props: {
  readonly clock: ReturnType<typeof useCountdown>;
  readonly whole: number;
  readonly pressed: number | null;
  readonly onStart: () => void;
  readonly onPress: () => void;
  readonly onCount: (count: number) => void;
}) {
  const { clock, whole, pressed, onStart, onPress, onCount } = props;
  switch (clock.phase) {
    case 'idle':
      return (
        <Row>
          <Button weight="strong" onPress={onStart}>
            Start {whole === MINUTE ? 'the minute' : `${whole} seconds`}
          </Button>
        </Row>
      );
    case 'ready':
      return (
        <Row>
          <span>Put the first chord down.</span>
        </Row>
      );
    case 'running':
      return (
        <Row>
          {pressed !== null && (
            <Button weight="strong" onPress={onPress}>
              Change ({pressed})
            </Button>
          )}
          <Button onPress={clock.reset}>Break off</Button>
        </Row>
      );
    default:
      return pressed === null ? (
        <CountField onCount={onCount} />
      ) : (
        <Row>
          <span>{pressed} pressed.</span>
          <Button weight="strong" onPress={() => onCount(pressed)}>
            Keep it
          </Button>
        </Row>
      );
  }
}

function CountField({ onCount }: { readonly onCount: (count: number) => void }) {
  return (
    <Field
      label="How many changes were that?"
      hint="to and fro are two"
      value=""
      onCommit={(text) => {
        const count = Number(text.trim());
        if (!Number.isInteger(count) || count < 1 || count > 400) {
          return 'Write how many changes you counted, such as 28.';
        }
        onCount(count);
        return null;
      }}
    />
  );
}

const Big = styled.div`
  font: 650 120px/1 ${nameFace}; color: ${colour.ink};
  &[data-phase='ready'], &[data-phase='resting'] { color: ${colour.brassText}; }
`;
const Row = styled.div`
  display: flex; gap: 12px; flex-wrap: wrap; align-items: center;
  button { min-height: 56px; font-size: 20px; padding: 8px 26px; }
`;
