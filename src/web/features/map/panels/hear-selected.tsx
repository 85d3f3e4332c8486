import { styled } from 'styled-components';
import { Button } from '../../../ui/button.tsx';
import { HEARD, useHearSelected } from './use-hear-selected.ts';

/** Hears the selected bars, or more of the song around them. */
export function HearSelected() {
  const { playing, hear, stop } = useHearSelected();
  return (
    <Row>
      {playing !== null ? (
        <Button onPress={stop}>Stop</Button>
      ) : (
        <>
          Hear
          {HEARD.map(({ value, text }) => (
            <Button key={value} weight="word" aria-label={`Hear ${text}`} onPress={() => hear(value)}>
              {text}
            </Button>
          ))}
        </>
      )}
    </Row>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 2px 6px; align-items: baseline; font-size: 14px;
`;
