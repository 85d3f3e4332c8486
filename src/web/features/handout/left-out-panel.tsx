import { Link } from 'react-router';
import { styled } from 'styled-components';
import type { LeftOut } from '../../../core/page/handout/handout-left-out.ts';
import type { HandoutItem } from '../../../core/song/document/handout-options.ts';
import { pathOfPlace } from '../../editor/song-links.ts';
import { Button } from '../../ui/button.tsx';

/** What the song has and the page does not show; a press goes to where that is decided, or shows it. */
export function LeftOutPanel(props: {
  readonly leftOut: readonly LeftOut[];
  readonly onShow: (item: HandoutItem) => void;
}) {
  const { leftOut, onShow } = props;
  return (
    <Part>
      <h2>Not on the page</h2>
      {leftOut.length === 0 ? (
        <p>All that the song has stands on this page.</p>
      ) : (
        <List aria-label="Not on the page">
          {leftOut.map((each, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two lines may read alike, and none moves by itself
            <li key={index}>
              <Line leftOut={each} onShow={onShow} />
            </li>
          ))}
        </List>
      )}
    </Part>
  );
}

function Line({ leftOut, onShow }: { readonly leftOut: LeftOut; readonly onShow: (item: HandoutItem) => void }) {
  const { what, why, place } = leftOut;
  const text = `${what}: ${why}`;
  if ('item' in place) {
    return (
      <>
        {text}.{' '}
        <Button weight="word" onPress={() => onShow(place.item)} aria-label={`Show ${what}`}>
          Show
        </Button>
      </>
    );
  }
  return (
    <>
      <Link to={pathOfPlace(place)}>{text}</Link>.
    </>
  );
}

const Part = styled.section`
  padding-bottom: 12px; font-size: 14px;
  h2 { font-size: 17px; padding-bottom: 4px; }
`;
const List = styled.ul`
  list-style: none; padding: 0; margin: 0; display: grid; gap: 6px;
`;
