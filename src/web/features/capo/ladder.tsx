import { memo, useState } from 'react';
import { RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import type { CapoPlan } from '../../../core/arrange/capo/capo-rows.ts';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/problem/setup-question.ts';
import type { Key } from '../../../core/harmony/key.ts';
import { range } from '../../../core/kernel/list.ts';
import { formatPin } from '../../../core/words/pin-words.ts';
import { colour } from '../../theme/tokens.ts';
import { CapoRung, EmptyRung } from './capo-row.tsx';
import { Neck } from './neck.tsx';

const FRETS = range(0, HIGHEST_PLANNED_CAPO + 1);

/**
 * The neck with its rungs. Each fret has its rung from the start, so that what comes in from the worker moves nothing; a
 * rung that cannot keep what was asked for says so in its place.
 */
export function Ladder(props: {
  readonly plan: CapoPlan;
  readonly soundingKey: Key;
  readonly capoFret: number;
  readonly strings: number;
  /** The easiest frets; empty while that is not settled. */
  readonly easiest: readonly number[];
  readonly isDisabled: boolean;
  readonly showsKey: boolean;
  readonly onTake: (capoFret: number) => void;
}) {
  const { plan, soundingKey, capoFret, strings, easiest, isDisabled, showsKey, onTake } = props;
  const [under, setUnder] = useState<number | null>(null);
  return (
    <Frame>
      <Neck capoFret={capoFret} strings={strings} isDisabled={isDisabled} onPreview={setUnder} onDrop={onTake} />
      <RungGroup
        aria-label="Capo fret"
        value={String(capoFret)}
        isDisabled={isDisabled}
        onChange={(fret) => onTake(Number(fret))}
      >
        <Rungs plan={plan} soundingKey={soundingKey} easiest={easiest} showsKey={showsKey} under={under} />
      </RungGroup>
    </Frame>
  );
}

/** The rungs; those that the capo does not pass are not drawn anew while it is dragged. */
const Rungs = memo(function Rungs(props: {
  readonly plan: CapoPlan;
  readonly soundingKey: Key;
  readonly easiest: readonly number[];
  readonly showsKey: boolean;
  readonly under: number | null;
}) {
  const { plan, soundingKey, easiest, showsKey, under } = props;
  const most = Math.max(...plan.rows.map(({ effort }) => effort.total));
  const mark = easiest.length > 1 ? 'as easy as the best' : 'golden rung';
  return FRETS.map((fret) => {
    const row = plan.rows.find((each) => each.capoFret === fret);
    const leftOut = plan.leftOut.find((each) => each.capoFret === fret);
    return row === undefined ? (
      <EmptyRung
        key={fret}
        capoFret={fret}
        words={
          leftOut === undefined
            ? '…'
            : leftOut.pins.length === 0
              ? 'no place for it on this neck'
              : `cannot keep: ${leftOut.pins.map((pin) => formatPin(pin, soundingKey)).join('; ')}`
        }
      />
    ) : (
      <CapoRung
        key={fret}
        row={row}
        most={most}
        mark={easiest.includes(fret) ? mark : ''}
        isUnderCapo={under === fret}
        showsKey={showsKey}
      />
    );
  });
});

const Frame = styled.div`
  display: flex; align-items: start; gap: 8px;
`;
const RungGroup = styled(RadioGroup)`
  flex: 1; min-width: 0; border-top: 1px solid ${colour.hairline};
`;
