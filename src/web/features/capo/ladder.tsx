import { memo } from 'react';
import { Checkbox, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import type { CapoPlan } from '../../../core/arrange/capo/capo-rows.ts';
import { HIGHEST_PLANNED_CAPO } from '../../../core/arrange/problem/setup-question.ts';
import type { Key } from '../../../core/harmony/key.ts';
import { range } from '../../../core/kernel/list.ts';
import { bestWords } from '../../../core/words/capo-row-words.ts';
import { formatPin } from '../../../core/words/pin-words.ts';
import { formatCapo } from '../../../core/words/setup-words.ts';
import { colour } from '../../theme/tokens.ts';
import { CapoRung, EmptyRung } from './capo-row.tsx';
import { Neck } from './neck.tsx';
import { rowHeightPx } from './neck-geometry.ts';
import { usePassedFret } from './passed-fret.tsx';
import { rowAt } from './use-capo-step.ts';

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
  /** The fret under the capo while it is dragged. */
  readonly onPass: (capoFret: number) => void;
  /** The frets that are ticked to be compared. */
  readonly ticked: readonly number[];
  readonly onTick: (capoFret: number) => void;
}) {
  const { plan, soundingKey, capoFret, strings, easiest, isDisabled, showsKey, onTake, onPass, ticked, onTick } = props;
  const preview = usePassedFret(onPass);
  return (
    <Frame>
      <Neck capoFret={capoFret} strings={strings} isDisabled={isDisabled} onPreview={preview} onDrop={onTake} />
      <RungGroup
        aria-label="Capo fret"
        value={String(capoFret)}
        isDisabled={isDisabled}
        onChange={(fret) => onTake(Number(fret))}
      >
        <Rungs plan={plan} soundingKey={soundingKey} easiest={easiest} showsKey={showsKey} ticked={ticked} />
      </RungGroup>
      <Ticks plan={plan} ticked={ticked} onTick={onTick} />
    </Frame>
  );
}

/** The rungs; none is drawn anew while the capo is dragged over them. */
const Rungs = memo(function Rungs(props: {
  readonly plan: CapoPlan;
  readonly soundingKey: Key;
  readonly easiest: readonly number[];
  readonly showsKey: boolean;
  readonly ticked: readonly number[];
}) {
  const { plan, soundingKey, easiest, showsKey, ticked } = props;
  const full = new Set([...bestFrets(plan), ...ticked]);
  const most = Math.max(...plan.rows.map(({ effort }) => effort.total));
  const mark = bestWords(easiest);
  return FRETS.map((fret) => {
    const row = rowAt(plan.rows, fret);
    const leftOut = plan.leftOut.find((each) => each.capoFret === fret);
    return row === null ? (
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
        isFull={full.has(fret)}
        showsKey={showsKey}
      />
    );
  });
});

/** So many rungs show their shapes without being asked. */
const SHOWN_FULL = 3;

/** The frets that cost least. */
function bestFrets({ rows }: CapoPlan): readonly number[] {
  return [...rows]
    .sort((a, b) => a.effort.total - b.effort.total)
    .slice(0, SHOWN_FULL)
    .map(({ capoFret }) => capoFret);
}

/** A tick beside each rung: it shows its shapes, and is laid beside the others that are ticked. */
const Ticks = memo(function Ticks(props: {
  readonly plan: CapoPlan;
  readonly ticked: readonly number[];
  readonly onTick: (capoFret: number) => void;
}) {
  const { plan, ticked, onTick } = props;
  return (
    <TickColumn aria-label="Frets to compare">
      {FRETS.map((fret) => (
        <TickCell key={fret} $heightPx={rowHeightPx(fret)}>
          {plan.rows.some(({ capoFret }) => capoFret === fret) && (
            <Checkbox
              aria-label={`Compare ${formatCapo(fret).toLowerCase()}`}
              isSelected={ticked.includes(fret)}
              onChange={() => onTick(fret)}
            >
              <i aria-hidden="true" />
            </Checkbox>
          )}
        </TickCell>
      ))}
    </TickColumn>
  );
});

const TickColumn = styled.fieldset`
  border: 0; margin: 0; padding: 0; width: 36px; flex: none;
  @media (max-width: 760px) { display: none; }
`;
const TickCell = styled.div<{ readonly $heightPx: number }>`
  height: ${({ $heightPx }) => $heightPx}px; display: grid; place-items: center;
  label { min-width: 32px; min-height: 32px; display: grid; place-items: center; cursor: pointer; }
  i { width: 16px; height: 16px; border: 1px solid ${colour.spruce}; border-radius: 2px; background: ${colour.sheet}; }
  [data-selected] i { background: ${colour.spruce}; outline: 2px solid ${colour.sheet}; outline-offset: -4px; }
  [data-focus-visible] { outline: 3px solid ${colour.ring}; }
`;
const Frame = styled.div`
  display: flex; align-items: start; gap: 8px;
`;
const RungGroup = styled(RadioGroup)`
  flex: 1; min-width: 0; border-top: 1px solid ${colour.hairline};
`;
