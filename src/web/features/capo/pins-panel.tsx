import { useState } from 'react';
import { styled } from 'styled-components';
import type { CapoPlan } from '../../../core/arrange/capo/capo-rows.ts';
import { soundingMidi } from '../../../core/fretboard/capo.ts';
import { range } from '../../../core/kernel/list.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { parsePitch } from '../../../core/pitch/midi.ts';
import { soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import type { SetupPin } from '../../../core/song/document/wishes.ts';
import { formatPin } from '../../../core/words/pin-words.ts';
import { formatPitchIn } from '../../../core/words/setup-words.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Select } from '../../ui/select.tsx';
import { Signed } from '../../ui/signed.tsx';
import { useSetWishes } from './key-panel.tsx';

const CHOOSE = 'choose';
const BARRES = range(0, 4);

/** What every setup has to keep; where nothing is left, which of it to let go. */
export function PinsPanel({ plan }: { readonly plan: CapoPlan }) {
  const { wishes } = usePart();
  const { key } = soundingKeyOf(useDocument());
  const setWishes = useSetWishes();
  const [problem, setProblem] = useState('');
  const { pins } = wishes;
  const set = (next: readonly SetupPin[]): string | null => {
    const refusal = setWishes({ pins: next });
    setProblem(refusal ?? '');
    return refusal;
  };
  const isNothingLeft = plan.loosenings.length > 0;
  return (
    <Panel
      title="Must stay"
      summary={<Signed text={pins.length === 0 ? 'nothing yet' : pins.map((pin) => formatPin(pin, key)).join('; ')} />}
      isOpenAtFirst={isNothingLeft}
    >
      {pins.length > 0 && (
        <Kept>
          {pins.map((pin, index) => (
            <li key={formatPin(pin, key)}>
              <Signed text={formatPin(pin, key)} />{' '}
              <Button
                weight="word"
                aria-label={`Let go: ${formatPin(pin, key)}`}
                onPress={() => void set(pins.filter((_, place) => place !== index))}
              >
                Let go
              </Button>
            </li>
          ))}
        </Kept>
      )}
      {problem !== '' && <Caution role="alert">{problem}</Caution>}
      <AddPin onAdd={(pin) => set([...pins.filter((each) => !isReplacedBy(each, pin)), pin])} />
    </Panel>
  );
}

/** There is one limit on barres and one capo; another takes its place. */
function isReplacedBy(old: SetupPin, pin: SetupPin): boolean {
  const isSingle = pin.kind === 'most-barres' || pin.kind === 'capo';
  return (isSingle && old.kind === pin.kind) || JSON.stringify(old) === JSON.stringify(pin);
}

function AddPin({ onAdd }: { readonly onAdd: (pin: SetupPin) => string | null }) {
  const { setup } = usePart();
  const { key } = soundingKeyOf(useDocument());
  const strings = setup.tuning.openMidi.length;
  return (
    <>
      <Select
        label="Barre chords"
        options={[
          { value: CHOOSE, text: 'any number' },
          ...BARRES.map((count) => ({ value: String(count), text: count === 0 ? 'none' : `at most ${count}` })),
        ]}
        value={CHOOSE}
        onChange={(count) => count !== CHOOSE && void onAdd({ kind: 'most-barres', count: Number(count) })}
      />
      <Select
        label="An open string must ring, as it sounds here"
        options={[
          { value: CHOOSE, text: 'choose a string' },
          ...range(0, strings).map((string) => ({
            value: String(soundingMidi(setup, string, 0)),
            text: `string ${strings - string}, ${formatPitchIn(soundingMidi(setup, string, 0), key)}`,
          })),
        ]}
        value={CHOOSE}
        onChange={(midi) => midi !== CHOOSE && void onAdd({ kind: 'open-string', midi: Number(midi) })}
      />
      <NoteField key={JSON.stringify(setup)} onAdd={onAdd} />
      <Button
        weight="word"
        onPress={() => void onAdd({ kind: 'capo', fret: setup.capoFret })}
      >{`Only this capo fret (${setup.capoFret === 0 ? 'none' : setup.capoFret})`}</Button>
    </>
  );
}

function NoteField({ onAdd }: { readonly onAdd: (pin: SetupPin) => string | null }) {
  const [added, setAdded] = useState(0);
  return (
    <Field
      key={added}
      label="A sounding note must stay in reach"
      value=""
      hint="such as D2, for a riff"
      onCommit={(text) => {
        const pitch = parsePitch(text);
        if (!pitch.ok || pitch.value < LOWEST_PINNED_MIDI) {
          return 'Write a note with its octave, such as D2.';
        }
        const refusal = onAdd({ kind: 'within-reach', midi: pitch.value });
        setAdded((count) => count + Number(refusal === null));
        return refusal;
      }}
    />
  );
}

/** C0, as low as a saved song can name. */
const LOWEST_PINNED_MIDI = 12;

/** Said in the place of the rungs where no setup keeps every pin. */
export function NothingLeft({ plan }: { readonly plan: CapoPlan }) {
  const { wishes } = usePart();
  const { key } = soundingKeyOf(useDocument());
  const setWishes = useSetWishes();
  return (
    <Caution as="div" role="status">
      <p>No setup of this tuning keeps everything that is to be kept whatever else changes. Let one of these go:</p>
      <ul>
        {plan.loosenings.map(({ pin, setups }) => (
          <li key={formatPin(pin, key)}>
            <Button
              weight="word"
              onPress={() =>
                void setWishes({ pins: wishes.pins.filter((each) => JSON.stringify(each) !== JSON.stringify(pin)) })
              }
            >
              <Signed text={formatPin(pin, key)} />
            </Button>{' '}
            {setups === 0 ? 'still leaves none by itself' : `leaves ${formatCount(setups, 'capo fret')}`}
          </li>
        ))}
      </ul>
    </Caution>
  );
}

const Kept = styled.ul`
  && { padding-left: 0; list-style: none; display: grid; gap: 2px; }
  li { display: flex; justify-content: space-between; align-items: baseline; gap: 8px; }
`;
