import { Link } from 'react-router';
import { styled } from 'styled-components';
import type { Missing } from '../../../core/page/handout/missing.ts';
import { pathOfPlace } from '../../editor/song-links.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';

/** In the place of the page: what the song is short of, and where each is mended. Nothing is printed before somebody wants it so. */
export function NotReady(props: { readonly missing: readonly Missing[]; readonly onShow: (() => void) | null }) {
  const { missing, onShow } = props;
  return (
    <Frame aria-label="The page is not ready">
      <h2>The page is not ready</h2>
      <ul>
        {missing.map(({ text, place }) => (
          <li key={text}>
            {text} <Link to={pathOfPlace(place)}>Mend it</Link>
          </li>
        ))}
      </ul>
      {onShow !== null && <Button onPress={onShow}>Show the page as it is</Button>}
    </Frame>
  );
}

const Frame = styled.section`
  background: ${colour.sheet}; border: 1px solid ${colour.hairline}; color: ${colour.ink}; padding: 40px 48px; width: min(100%, 820px);
  display: grid; gap: 16px; justify-items: start; align-content: start;
  h2 { color: ${colour.rosewood}; }
  ul { padding-left: 20px; display: grid; gap: 8px; }
  @media print { > * { display: none; } }
`;
