import { styled } from 'styled-components';
import type { Part } from '../../../core/song/document/document.ts';
import { SONG_LIMITS } from '../../../core/song/document/song-limits.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { formatCapo } from '../../../core/words/setup-words.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { Panel } from '../../ui/panel.tsx';

/** The guitars of the song: each with its name and its capo, on one map; where one is silent is said on the Right hand step. */
export function GuitarsPanel({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const document = useDocument();
  const { id } = usePart();
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  const add = (): void => {
    const shown = parts.find((part) => part.id === id) ?? parts[0];
    const names = new Set(parts.map(({ name }) => name));
    const name = [2, 3, 4, 5, 6].map((number) => `Guitar ${number}`).find((each) => !names.has(each)) ?? 'Guitar';
    if (shown !== undefined) {
      editor.run({ kind: 'add-part', name, setup: shown.setup });
    }
  };
  return (
    <Panel title="Guitars" summary={parts.map(({ name }) => name).join(', ')}>
      <List>
        {parts.map((part) => (
          <Guitar
            key={part.id}
            part={part}
            isShown={part.id === id}
            isOnly={parts.length === 1}
            isWaiting={isWaiting}
          />
        ))}
      </List>
      <Button isDisabled={isWaiting} onPress={add}>
        Add a guitar
      </Button>
      <p>
        All play the same map. Where one of them is silent, or plays another pattern, is chosen on its Right hand step.
      </p>
    </Panel>
  );
}

function Guitar(props: {
  readonly part: Part;
  readonly isShown: boolean;
  readonly isOnly: boolean;
  readonly isWaiting: boolean;
}) {
  const { part, isShown, isOnly, isWaiting } = props;
  const editor = useSongEditor();
  return (
    <li>
      <Field
        label={`Name of ${part.name}`}
        value={part.name}
        maxLength={SONG_LIMITS.sectionNameCharacters}
        isDisabled={isWaiting}
        onCommit={(text) => {
          const error = editor.run({ kind: 'rename-part', partId: part.id, name: text.trim() });
          return error === null ? null : sayCommandError(error);
        }}
      />
      <span>{formatCapo(part.setup.capoFret)}</span>
      {isShown ? (
        <span>shown</span>
      ) : (
        <Button
          weight="word"
          aria-label={`Show ${part.name}`}
          onPress={() => editor.store.setState({ partId: part.id })}
        >
          Show
        </Button>
      )}
      {!isOnly && (
        <Button
          weight="word"
          isDisabled={isWaiting}
          aria-label={`Take ${part.name} away`}
          onPress={() => void editor.run({ kind: 'remove-part', partId: part.id })}
        >
          Take away
        </Button>
      )}
    </li>
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0; display: grid; gap: 14px;
  li { display: grid; grid-template-columns: 1fr auto auto; gap: 6px 14px; align-items: center; font-size: 14px; color: ${colour.quiet}; }
  li > :first-child { grid-column: 1 / -1; }
`;
