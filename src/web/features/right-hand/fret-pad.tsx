import { styled } from 'styled-components';
import { range } from '../../../core/kernel/list.ts';
import { colour } from '../../theme/tokens.ts';

const PAD_FRETS = 6;

/** A small neck to press: each place is a step, its fret counted as the class counts. */
export function FretPad(props: {
  readonly strings: number;
  readonly fretsAdded: number;
  readonly onPress: (step: string) => void;
}) {
  const { strings, fretsAdded, onPress } = props;
  return (
    <Neck aria-label="Press a string at a fret to add a step">
      {range(1, strings + 1).map((stringNumber) => (
        <li key={stringNumber}>
          {range(fretsAdded, fretsAdded + PAD_FRETS).map((written) => (
            <button
              key={written}
              type="button"
              aria-label={`string ${stringNumber} fret ${written}`}
              onClick={() => onPress(`${stringNumber}/${written}`)}
            >
              {written}
            </button>
          ))}
        </li>
      ))}
    </Neck>
  );
}

const Neck = styled.ul`
  list-style: none; margin: 0; padding: 0; width: max-content;
  button {
    width: 38px; min-height: 26px; border: 0; border-right: 1px solid ${colour.hairline}; cursor: pointer; color: ${colour.quiet};
    background: linear-gradient(${colour.spruceMid}, ${colour.spruceMid}) center / 100% 1px no-repeat;
  }
  button:first-child { border-right: 3px solid ${colour.ink}; }
  button:hover { background-color: ${colour.spruceSoft}; color: ${colour.ink}; }
`;
