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
        HEARD.map(({ value, text }) => (
          <Button key={value} weight="word" onPress={() => hear(value)}>
            Hear {text}
          </Button>
        ))
      )}
    </Row>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 10px;
`;
