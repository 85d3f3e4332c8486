import { styled } from 'styled-components';
import { formatCount } from '../../../../core/kernel/plural.ts';
import { sayResult } from '../../../../core/words/rehearse/drill-words.ts';
import type { usePractice } from '../../../api/practice.ts';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { formatMoment } from '../../../ui/moment.ts';
import { Signed } from '../../../ui/signed.tsx';

const SHOWN = 30;

/** What came of the drills on this song, the latest first. */
export function ResultsList({ practice }: { readonly practice: ReturnType<typeof usePractice> }) {
  const { results, waiting, drop } = practice;
  return (
    <>
      <h2>What came of it</h2>
      {results.length === 0 && <p>Nothing yet. A result is kept when a drill ends.</p>}
      {waiting > 0 && (
        <p role="status">
          {formatCount(waiting, 'result')} kept in this browser, to be sent when the server answers again.
        </p>
      )}
      <List>
        {results.slice(0, SHOWN).map((result) => (
          <li key={result.id}>
            <span>
              <Signed text={sayResult(result)} />
              <small>{formatMoment(result.doneAt)}</small>
            </span>
            <Button weight="word" aria-label={`Take away: ${sayResult(result)}`} onPress={() => void drop(result.id)}>
              take away
            </Button>
          </li>
        ))}
      </List>
      {results.length > SHOWN && <p>and {formatCount(results.length - SHOWN, 'earlier one')}</p>}
    </>
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0;
  li { display: flex; gap: 10px; align-items: baseline; padding: 6px 0; border-bottom: 1px solid ${colour.hairline}; font-size: 14px; }
  li > span { flex: 1; min-width: 0; }
  small { display: block; color: ${colour.quiet}; font-size: 12.5px; }
`;
