import { useState } from 'react';
import { styled } from 'styled-components';
import { formatOpenStrings, type Tuning } from '../../../core/fretboard/tuning.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { Signed } from '../../ui/signed.tsx';
import { readOwnTuning } from './read-own-tuning.ts';

/** Tunings of one's own, of four to eight strings: a list, and a line to add one. */
export function OwnTunings(props: {
  readonly tunings: readonly Tuning[];
  readonly onChange: (tunings: readonly Tuning[]) => Promise<string | null>;
}) {
  const { tunings, onChange } = props;
  const [name, setName] = useState('');
  const [added, setAdded] = useState(0);
  const [problem, setProblem] = useState('');
  const add = (notes: string): string | null => {
    if (notes.trim() === '') {
      return null;
    }
    const read = readOwnTuning(name, notes, tunings);
    if ('problem' in read) {
      return read.problem;
    }
    void onChange([...tunings, read.tuning]).then((refusal) => {
      setProblem(refusal ?? '');
      if (refusal === null) {
        setName('');
        setAdded((count) => count + 1);
      }
    });
    return null;
  };
  return (
    <section aria-label="Your own tunings">
      <h2>Your own tunings</h2>
      <List>
        {tunings.map((tuning) => (
          <li key={tuning.name}>
            <b>{tuning.name}</b>
            <Signed text={formatOpenStrings(tuning)} />
            <Button
              weight="word"
              aria-label={`Remove ${tuning.name}`}
              onPress={() => void onChange(tunings.filter((each) => each !== tuning))}
            >
              Remove
            </Button>
          </li>
        ))}
      </List>
      <Line key={added}>
        <Field
          label="Its name, if it should have one"
          value={name}
          maxLength={40}
          onCommit={(text) => {
            setName(text);
            return null;
          }}
        />
        <Field
          label="Open strings from low to high, then Enter"
          hint="such as C2 G2 D3 G3 B3 E4"
          value=""
          onCommit={add}
        />
      </Line>
      {problem !== '' && <p role="alert">{problem}</p>}
      <p>A song keeps the tuning it was given, also when it is removed here.</p>
    </section>
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0;
  li { display: grid; grid-template-columns: 180px 1fr auto; gap: 16px; align-items: center; border-bottom: 1px solid ${colour.hairline}; padding: 4px 0; }
`;
const Line = styled.div`
  display: grid; grid-template-columns: 1fr 1fr; gap: 24px;
`;
