import { useQuery } from '@tanstack/react-query';
import { styled } from 'styled-components';
import type { SongId } from '../../../contract/api.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { api } from '../../api/client.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { formatDay } from '../../ui/moment.ts';
import { Panel } from '../../ui/panel.tsx';

/** The songs that were deleted and can still be brought back; nothing where there are none. */
export function DeletedSongs({ onBringBack }: { readonly onBringBack: (id: SongId) => void }) {
  const deleted = useQuery({ queryKey: ['songs', 'deleted'], queryFn: api.readDeletedSongs, staleTime: 0 });
  const songs = deleted.data?.songs ?? [];
  return songs.length === 0 ? null : (
    <Frame aria-label="Deleted songs">
      <Panel title="Deleted songs" summary={`${formatCount(songs.length, 'song')} can be brought back`}>
        <ul>
          {songs.map(({ id, title, deletedAt, daysLeft }) => (
            <li key={id}>
              <b>{title}</b>
              <small>
                deleted {formatDay(deletedAt)}; goes for good after {formatCount(daysLeft, 'more day')} on which Golden
                Ladder runs
              </small>
              <Button weight="word" aria-label={`Bring back ${title}`} onPress={() => onBringBack(id)}>
                Bring it back
              </Button>
            </li>
          ))}
        </ul>
      </Panel>
    </Frame>
  );
}

const Frame = styled.section`
  padding-top: 28px;
  ul { list-style: none; padding: 0; }
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0 16px; align-items: center; border-top: 1px solid ${colour.hairline}; padding: 8px 0; }
  small { grid-row: 2; color: ${colour.quiet}; }
  button { grid-row: 1 / span 2; grid-column: 2; }
`;
