import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { formatCount } from '../../core/kernel/plural.ts';
import { reasonOf } from '../api/reason.ts';
import { readPasted } from '../editor/pasted-state.ts';
import { useSongEditor } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';

/** What was assumed of a text that was pasted into the list of songs, until it is read or taken back. */
export function PastedNotice() {
  const { state, pathname } = useLocation();
  const navigate = useNavigate();
  const editor = useSongEditor();
  const [problem, setProblem] = useState('');
  const pasted = readPasted(state);
  if (pasted === null) {
    return null;
  }
  const { findings } = pasted;
  const takeBack = async (): Promise<void> => {
    try {
      await editor.remove();
    } catch (error) {
      setProblem(reasonOf(error));
      return;
    }
    await navigate('/');
  };
  return (
    <Frame role="status">
      <p>
        The pasted text is a song now.{' '}
        {findings.length === 0
          ? 'Nothing had to be assumed.'
          : `${formatCount(findings.length, 'thing')} had to be assumed or left out:`}{' '}
        <Link to="song">See its chart</Link>
        <Button weight="word" onPress={() => void takeBack()}>
          Undo the paste
        </Button>
        <Button weight="word" onPress={() => void navigate(pathname, { replace: true, state: null })}>
          Understood
        </Button>
      </p>
      {problem !== '' && <p role="alert">The paste is not undone. {problem}</p>}
      {findings.length > 0 && (
        <ul>
          {findings.map((finding) => (
            <li key={finding}>{finding}</li>
          ))}
        </ul>
      )}
    </Frame>
  );
}

const Frame = styled.div`
  padding: 6px 24px; border-bottom: 3px solid ${colour.brass}; background: ${colour.sheet}; font-size: 14px;
  p { display: flex; flex-wrap: wrap; gap: 0 12px; align-items: center; }
  ul { margin: 0; padding: 0 0 4px 18px; max-height: 96px; overflow: auto; }
  a { display: inline-flex; align-items: center; min-height: 28px; }
`;
