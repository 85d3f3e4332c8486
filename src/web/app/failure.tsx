import { Link, useRouteError } from 'react-router';
import { styled } from 'styled-components';

/** What stands in place of a screen that failed: that it did, what was not touched, and the way on. */
export function Failure() {
  const error = useRouteError();
  return (
    <Frame role="alert">
      <h1>This screen stopped working</h1>
      <p>What was saved was not touched. Reload the page to go on, or go back to the songs.</p>
      <p>
        <code>{error instanceof Error ? error.message : 'unknown fault'}</code>
      </p>
      <p>
        <Link to="/">Songs</Link>
      </p>
    </Frame>
  );
}

const Frame = styled.main`
  padding: 48px; display: grid; gap: 12px; max-width: 60ch;
`;
