import { styled } from 'styled-components';
import { LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import { range } from '../../../core/kernel/list.ts';
import { ORNAMENT_KINDS, type Part } from '../../../core/song/document/document.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { ORNAMENT_WORDS } from '../../../core/words/ornament-words.ts';
import { TabStaff } from '../../painters/tab-staff.tsx';
import { chartFace, colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { NumberSelect, Select } from '../../ui/select.tsx';
import { EMPTY_DRAFT, type OrnamentDraft, type ReadDraft, readDraft, STEPS_TO_BEAT } from './ornament-draft.ts';

const PAD_FRETS = 6;
const STEP_WORDS = { '1': 'a beat', '2': 'half a beat', '3': 'a third', '4': 'a quarter' } as const;

/** Writing an ornament: where it stands, from which level on it is played, and its steps, typed or pressed on a small neck. */
export function OrnamentEditor(props: {
  readonly draft: OrnamentDraft;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly onChange: (draft: OrnamentDraft) => void;
  readonly onPut: (read: ReadDraft) => void;
}) {
  const { draft, part, played, onChange, onPut } = props;
  const read = readDraft(draft, part, played);
  const strings = part.setup.tuning.openMidi.length;
  const keep = (change: Partial<OrnamentDraft>): null => {
    onChange({ ...draft, ...change });
    return null;
  };
  const append = (step: string): void =>
    void keep({ text: draft.text === '' ? step : `${draft.text.trimEnd()} ${step}` });
  return (
    <Frame aria-label="Write an ornament">
      <Row>
        <Select
          label="Kind"
          options={ORNAMENT_KINDS.map((value) => ({ value, text: ORNAMENT_WORDS[value] }))}
          value={draft.kind}
          onChange={(kind) => keep({ kind })}
        />
        <NumberSelect label="From level" values={LEVELS} value={draft.level} onChange={(level) => keep({ level })} />
      </Row>
      <Row>
        <Field label="In bars" value={draft.bars} onCommit={(bars) => keep({ bars })} maxLength={80} />
        <Field label="On beat" value={draft.beat} onCommit={(beat) => keep({ beat })} maxLength={4} />
        <Select
          label="A step is"
          options={STEPS_TO_BEAT.map((value) => ({ value, text: STEP_WORDS[value] }))}
          value={draft.steps}
          onChange={(steps) => keep({ steps })}
        />
      </Row>
      <label>
        <span>Steps: string/fret from the capo, a dash rings on, + strikes together</span>
        <input
          value={draft.text}
          spellCheck={false}
          autoComplete="off"
          maxLength={400}
          aria-invalid={!read.ok && draft.text !== ''}
          onChange={(event) => keep({ text: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && read.ok) {
              onPut(read.value);
            }
          }}
        />
      </label>
      <Neck aria-label="Press a string at a fret to add a step">
        {range(1, strings + 1).map((stringNumber) => (
          <li key={stringNumber}>
            {range(0, PAD_FRETS).map((fret) => (
              <button
                key={fret}
                type="button"
                aria-label={`string ${stringNumber} fret ${fret}`}
                onClick={() => append(`${stringNumber}/${fret}`)}
              >
                {fret}
              </button>
            ))}
          </li>
        ))}
      </Neck>
      <Acts>
        <Button weight="word" onPress={() => append('-')}>
          Ring on
        </Button>
        <Button weight="word" onPress={() => keep({ text: draft.text.trimEnd().split(' ').slice(0, -1).join(' ') })}>
          Take a step back
        </Button>
      </Acts>
      {read.ok ? (
        <TabStaff
          label={ORNAMENT_WORDS[draft.kind]}
          bar={{
            kind: draft.kind,
            notes: read.value.notes,
            lengthTicks: read.value.bars[0]?.lengthTicks ?? 1,
            strings,
            fretsAdded: 0,
          }}
        />
      ) : (
        <p role={draft.text === '' ? 'note' : 'alert'}>{read.error}</p>
      )}
      <Acts>
        <Button weight="strong" isDisabled={!read.ok} onPress={() => read.ok && onPut(read.value)}>
          {draft.replaces.length === 0 ? 'Put it in' : 'Write it anew'}
        </Button>
        {draft.replaces.length > 0 && <Button onPress={() => onChange(EMPTY_DRAFT)}>Leave it as it was</Button>}
      </Acts>
    </Frame>
  );
}

const Frame = styled.section`
  display: grid; gap: 10px; font-size: 14px;
  label span { display: block; font-size: 13px; color: ${colour.quiet}; }
  > label input { width: 100%; font: 600 16px/1.5 ${chartFace}; border: 1px solid ${colour.spruceMid}; background: ${colour.sheet}; padding: 4px 8px; }
  > label input[aria-invalid='true'] { border-color: ${colour.rosewood}; }
  p { font-size: 14px; }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px; align-items: end;
  input { width: 92px; }
`;
const Acts = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
const Neck = styled.ul`
  list-style: none; margin: 0; padding: 0; width: max-content;
  button {
    width: 38px; min-height: 26px; border: 0; border-right: 1px solid ${colour.hairline}; cursor: pointer; color: ${colour.quiet};
    background: linear-gradient(${colour.spruceMid}, ${colour.spruceMid}) center / 100% 1px no-repeat;
  }
  button:first-child { border-right: 3px solid ${colour.ink}; }
  button:hover { background-color: ${colour.spruceSoft}; color: ${colour.ink}; }
`;
