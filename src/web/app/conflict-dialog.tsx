import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { chartTextOf } from '../../core/formats/text-chart/format-chart.ts';
import { layTextsSideBySide } from '../../core/kernel/side-by-side.ts';
import { listChanges } from '../../core/song/changes.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { sayChanges } from '../../core/words/version-words.ts';
import { reasonOf } from '../api/reason.ts';
import { useSongEditor, useSongState } from '../editor/use-song.tsx';
import { chartFace, colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';

const MOST_ROWS = 600;

/** Two versions of one song side by side, and the ways out: one of them, or both. */
export function ConflictDialog({ onClose }: { readonly onClose: () => void }) {
  const editor = useSongEditor();
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const mine = useSongState(({ history }) => history.present);
  const other = useSongState((state) => state.other);
  const act = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      await work();
      onClose();
    } catch (error) {
      setProblem(reasonOf(error, 'It could not be done.'));
    }
  };
  if (other === null) {
    return null;
  }
  return (
    <Dialog title="Two versions of this song" isWide isOpen onClose={onClose} closeLabel="Decide later">
      <p>
        {/* What stands on one side and not on the other, said once. */}
        From the version saved elsewhere to yours: {sayChanges(listChanges(other.document, mine))}.
      </p>
      <Versions mine={mine} other={other.document} />
      <p role="status">{problem}</p>
      <Ways>
        <Button weight="strong" onPress={() => void act(editor.keepMine)}>
          Keep mine
        </Button>
        <Button onPress={() => void act(editor.takeOther)}>Take the other</Button>
        <Button
          onPress={() =>
            void act(async () => {
              const id = await editor.keepAsNewSong();
              await editor.takeOther();
              await navigate(`/songs/${id}/song`);
            })
          }
        >
          Keep both, mine as a new song
        </Button>
      </Ways>
      <small>Whatever you choose, the version that gives way stays among the kept versions of the song.</small>
    </Dialog>
  );
}

function Versions({ mine, other }: { readonly mine: SongDocument; readonly other: SongDocument }) {
  const rows = useMemo(() => layTextsSideBySide(chartTextOf(mine), chartTextOf(other)), [mine, other]);
  return (
    <Scroll tabIndex={0} role="region" aria-label="Both charts">
      <table>
        <thead>
          <tr>
            <th scope="col">Yours, here</th>
            <th scope="col">Saved elsewhere</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST_ROWS).map(({ left, right, isSame }, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name than their place
            <tr key={index} data-differs={!isSame || undefined}>
              <td>{left}</td>
              <td>{right}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scroll>
  );
}

const Scroll = styled.div`
  width: 100%; max-height: 52vh; overflow: auto; border: 1px solid ${colour.hairline};
  table { width: 100%; border-collapse: collapse; table-layout: fixed; font: 14px/1.5 ${chartFace}; }
  th { position: sticky; top: 0; background: ${colour.sheet}; text-align: left; padding: 6px 10px; }
  td { padding: 0 10px; min-height: 21px; height: 21px; vertical-align: top; overflow-wrap: anywhere; white-space: pre-wrap; }
  td + td, th + th { border-left: 1px solid ${colour.hairline}; }
  tr[data-differs] td { background: ${colour.brassSoft}; text-decoration: underline dotted ${colour.brass}; text-underline-offset: 4px; }
`;
const Ways = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px;
`;
