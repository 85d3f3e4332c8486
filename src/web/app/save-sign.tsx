import { useState } from 'react';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { useLibraryNotices } from '../api/library-state.ts';
import { reasonOf } from '../api/reason.ts';
import type { SaveState } from '../editor/song-state.ts';
import { useSongEditor, useSongState } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { ConflictDialog } from './conflict-dialog.tsx';

const WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'all saved',
  changed: 'saving …',
  saving: 'saving …',
  waiting: 'not saved: the server does not answer; trying again',
  conflict: 'not saved: changed elsewhere',
  refused: 'not saved',
};

/** Says plainly whether everything is saved. */
export function SaveSign() {
  const state = useSongState(({ saveState }) => saveState);
  const isAnswered = useSongState(({ refusal }) => refusal !== '');
  const isTrouble = state === 'waiting' || state === 'conflict' || state === 'refused';
  return (
    <Sign role="status" data-trouble={isTrouble || undefined}>
      {state === 'waiting' && isAnswered ? 'not saved yet; trying again' : WORDS[state]}
    </Sign>
  );
}

/** What to do when the server refuses: nothing is overwritten, and the user chooses. */
export function SaveTrouble() {
  const editor = useSongEditor();
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const [isComparing, setComparing] = useState(false);
  const state = useSongState(({ saveState }) => saveState);
  const refusal = useSongState((song) => song.refusal);
  const other = useSongState((song) => song.other);
  const notices = useLibraryNotices();
  // What hinders every save is said once, for the library.
  const isSaid = state === 'waiting' && notices.some(({ kind }) => kind === 'no-room' || kind === 'reopening');
  if (refusal === '' || isSaid || (state !== 'conflict' && state !== 'refused' && state !== 'waiting')) {
    return null;
  }
  const keep = async (): Promise<void> => {
    try {
      const id = await editor.keepAsNewSong();
      await navigate(`/songs/${id}/song`);
    } catch (error) {
      setProblem(reasonOf(error, 'It could not be kept.'));
    }
  };
  return (
    <Trouble role="alert">
      <p>
        {refusal} {problem}
      </p>
      {state === 'conflict' && other !== null && (
        <Button weight="strong" onPress={() => setComparing(true)}>
          Compare the two
        </Button>
      )}
      {state === 'conflict' && other === null && (
        <Button weight="strong" onPress={() => void keep()}>
          Keep mine as a new song
        </Button>
      )}
      {isComparing && <ConflictDialog onClose={() => setComparing(false)} />}
    </Trouble>
  );
}

const Sign = styled.p`
  margin-left: auto; font-size: 13px; color: ${colour.quiet};
  &[data-trouble] { color: ${colour.rosewood}; font-weight: 650; }
`;
const Trouble = styled.div`
  display: flex; flex-wrap: wrap; align-items: center; gap: 12px; padding: 10px 24px; background: ${colour.sheet};
  border-bottom: 3px solid ${colour.rosewood};
`;
