import { styled } from 'styled-components';
import { sayAssumption } from '../../../core/formats/loose-chart/assumption-words.ts';
import { useSongEditor } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import type { PasteReading } from './use-paste-reading.ts';

/** What was assumed of a text that was pasted, to be taken back, or taken otherwise. */
export function PasteNotice(props: {
  readonly reading: PasteReading;
  readonly onLook: (text: string) => void;
  readonly onClose: () => void;
}) {
  const { reading, onLook, onClose } = props;
  const editor = useSongEditor();
  const said = reading.assumptions.map((assumption) => {
    const { title, ways } = sayAssumption(assumption);
    return `${title}: ${ways.find(({ value }) => value === assumption.chosen)?.text ?? ''}`;
  });
  return (
    <Frame role="status">
      <p>
        {said.length === 0
          ? 'The song is called by its first words.'
          : 'The text was read as what it looks like, and written as a chart.'}{' '}
        <Button
          weight="word"
          onPress={() => {
            onClose();
            editor.undo();
          }}
        >
          Undo it
        </Button>
        {said.length > 0 && (
          <Button
            weight="word"
            onPress={() => {
              onClose();
              onLook(reading.pasted);
            }}
          >
            Read it otherwise
          </Button>
        )}
        <Button weight="word" onPress={onClose}>
          Understood
        </Button>
      </p>
      {said.length > 0 && (
        <ul>
          {said.map((each) => (
            <li key={each}>{each}.</li>
          ))}
        </ul>
      )}
    </Frame>
  );
}

const Frame = styled.div`
  font-size: 14px; border-left: 4px solid ${colour.brass}; padding: 2px 0 2px 10px;
  p { display: flex; flex-wrap: wrap; gap: 0 12px; align-items: center; }
  ul { margin: 0; padding-left: 18px; max-height: 96px; overflow: auto; }
`;
