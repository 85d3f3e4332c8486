import { styled } from 'styled-components';
import { listLevelEdits } from '../../../core/arrange/levels/level-overlay.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { LevelEdit } from '../../../core/song/document/document.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { formatLevelEdit, formatMisfit } from '../../../core/words/level-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';

/** What was changed by hand; where something no longer fits, why. */
export function HandEdits({
  played,
  run,
}: {
  readonly played: readonly PlayedBar[];
  readonly run: (command: SongCommand) => void;
}) {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const edits = listLevelEdits(document, part, played);
  return edits.length === 0 ? null : (
    <section aria-label="Changed by hand">
      <h3>Changed by hand</h3>
      <List>
        {edits.map(({ edit, misfit }) => {
          const words = formatLevelEdit(edit, placeWords(edit, played), nameOf);
          return (
            <li key={words}>
              <span>
                {words}
                {misfit !== null && <em>Not played: {formatMisfit(misfit)}</em>}
              </span>
              <Button
                weight="word"
                aria-label={`Take away: ${words}`}
                onPress={() => run({ kind: 'drop-level-edit', partId: part.id, edit })}
              >
                Take away
              </Button>
            </li>
          );
        })}
      </List>
    </section>
  );
}

/** What the place of an edit is called. */
function placeWords(edit: LevelEdit, played: readonly PlayedBar[]): string {
  if (edit.hand === 'left') {
    const bar = played.find(({ slots }) => slots.some(({ id }) => id === edit.slotId));
    return bar === undefined ? 'a bar that is gone' : `bar ${bar.number}`;
  }
  if (edit.targetId === null) {
    return 'the whole song';
  }
  const section = played.find((bar) => bar.section.id === edit.targetId)?.section.name;
  const line = played.find((bar) => bar.lineId === edit.targetId);
  const bar = played.find((each) => each.bar.id === edit.targetId);
  return (
    section ??
    (line === undefined
      ? bar === undefined
        ? 'a place that is gone'
        : `bar ${bar.number}`
      : `the line of bar ${line.number}`)
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0; font-size: 14px;
  li { display: flex; justify-content: space-between; gap: 12px; padding: 6px 0; border-top: 1px solid ${colour.hairline}; }
  em { display: block; font-style: normal; color: ${colour.rosewood}; }
`;
