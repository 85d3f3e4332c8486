import { useState } from 'react';
import { styled } from 'styled-components';
import { formatMetre, type Metre, parseMetre } from '../../../core/rhythm/metre.ts';
import {
  type CycleBars,
  type Pattern,
  type PatternError,
  parseCells,
  type Swing,
} from '../../../core/rhythm/pattern.ts';
import { formatCounts, speakPattern } from '../../../core/rhythm/pattern-counts.ts';
import { findPendulumFaults, type PendulumFault } from '../../../core/rhythm/pendulum.ts';
import { StrokeRow } from '../../painters/stroke-row.tsx';
import { chartFace, colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { Select } from '../../ui/select.tsx';

/** What is being written. */
export type PatternDraft = {
  readonly name: string;
  readonly metre: Metre;
  readonly bars: CycleBars;
  readonly swing: Swing;
  readonly cells: string;
};

const KEYS: readonly (readonly [string, string])[] = [
  ['D', 'down'],
  ['U', 'up'],
  ['x', 'muted hit'],
  ['d', 'palm down'],
  ['u', 'palm up'],
  ['B', 'bass'],
  ['b', 'other bass'],
  ['T', 'top down'],
  ['t', 'top up'],
  ['L', 'low down'],
  ['l', 'low up'],
  ['H', 'hold'],
  ['-', 'pass'],
  ['r', 'damp'],
  ['^', 'accent'],
  [' ', 'next beat'],
  ['|', 'next bar'],
];

/** Writing a pattern, by keyboard in one field or by pressing: a letter a cell, groups parted by spaces. */
export function PatternEditor(props: {
  readonly draft: PatternDraft;
  readonly onChange: (draft: PatternDraft) => void;
  readonly onUse: (pattern: Pattern) => void;
  readonly onHear: (pattern: Pattern) => void;
  readonly onKeep: (pattern: Pattern) => Promise<string | null>;
}) {
  const { draft, onChange, onUse, onHear, onKeep } = props;
  const [said, setSaid] = useState('');
  const read = parseCells(draft.cells, draft);
  const faults = read.ok ? findPendulumFaults(read.value) : [];
  return (
    <Frame aria-label="Write a pattern">
      <Field
        label="Its name"
        value={draft.name}
        maxLength={40}
        onCommit={(name) => {
          onChange({ ...draft, name: name.trim() });
          return null;
        }}
      />
      <Row>
        <Field
          label="Metre"
          value={formatMetre(draft.metre)}
          onCommit={(text) => {
            const metre = parseMetre(text);
            if (metre.ok) {
              onChange({ ...draft, metre: metre.value });
            }
            return metre.ok ? null : 'Write a metre such as 4/4.';
          }}
        />
        <Select
          label="Its length"
          options={[
            { value: '0.5', text: 'half a bar' },
            { value: '1', text: 'a bar' },
            { value: '2', text: 'two bars' },
          ]}
          value={String(draft.bars)}
          onChange={(bars) => onChange({ ...draft, bars: bars === '0.5' ? 0.5 : bars === '2' ? 2 : 1 })}
        />
        <Select
          label="Swing"
          options={[
            { value: 'even', text: 'even' },
            { value: 'shuffle', text: 'shuffle' },
          ]}
          value={draft.swing}
          onChange={(swing) => onChange({ ...draft, swing })}
        />
      </Row>
      <label>
        <span>Strokes: one letter for each cell, a space between beats</span>
        <input
          value={draft.cells}
          spellCheck={false}
          autoComplete="off"
          maxLength={300}
          aria-invalid={!read.ok}
          onChange={(event) => onChange({ ...draft, cells: event.target.value })}
        />
      </label>
      <Pads>
        {KEYS.map(([letter, words]) => (
          <Button key={letter} weight="word" onPress={() => onChange({ ...draft, cells: `${draft.cells}${letter}` })}>
            {letter === ' ' ? '␣' : letter} {words}
          </Button>
        ))}
        <Button weight="word" onPress={() => onChange({ ...draft, cells: draft.cells.slice(0, -1) })}>
          Take back
        </Button>
      </Pads>
      {read.ok ? (
        <>
          <StrokeRow pattern={read.value} />
          <p>
            Counted {formatCounts(read.value)}; spoken “{speakPattern(read.value)}”.
          </p>
          {faults.map((fault) => (
            <p key={`${fault.kind} ${fault.cell}`}>{sayFault(fault)}</p>
          ))}
          <Acts>
            <Button onPress={() => onUse(read.value)}>Use it</Button>
            <Button onPress={() => onHear(read.value)}>Hear it</Button>
            <Button
              isDisabled={draft.name === ''}
              onPress={() =>
                void onKeep(read.value).then((refusal) =>
                  setSaid(refusal ?? `${draft.name} is among your own patterns.`),
                )
              }
            >
              Keep it
            </Button>
          </Acts>
        </>
      ) : (
        <p role="alert">{sayError(read.error)}</p>
      )}
      {said !== '' && <p role="status">{said}</p>}
    </Frame>
  );
}

function sayError(error: PatternError): string {
  switch (error.kind) {
    case 'bad-cell':
      return `“${error.found}” at place ${error.at + 1} is no stroke.`;
    case 'empty-pattern':
      return 'Nothing is struck yet.';
    case 'cells-do-not-fill':
      return `${error.cells} cells do not fill the bars evenly: add some, or take some out.`;
    case 'mixed-hands':
      return 'Strummed and picked cells do not go in one pattern.';
  }
}

function sayFault(fault: PendulumFault): string {
  return fault.kind === 'twice-down'
    ? `The hand goes down twice before cell ${fault.cell + 1}; fine where it is meant.`
    : `Cell ${fault.cell + 1} goes against the swing: the hand goes ${fault.hand ?? 'neither way'} there.`;
}

const Frame = styled.section`
  display: grid; gap: 10px; font-size: 14px;
  label span { display: block; font-size: 13px; color: ${colour.quiet}; }
  label input { width: 100%; font: 600 17px/1.5 ${chartFace}; border: 1px solid ${colour.spruceMid}; background: ${colour.sheet}; padding: 4px 8px; }
  label input[aria-invalid='true'] { border-color: ${colour.rosewood}; }
  p { font-size: 14px; }
`;
const Row = styled.div`
  display: grid; grid-template-columns: 72px auto auto; gap: 10px; align-items: end; justify-content: start;
`;
const Pads = styled.div`
  display: flex; flex-wrap: wrap; gap: 2px 8px;
`;
const Acts = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
