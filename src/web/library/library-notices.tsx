import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import type { LibraryNotice, UnreadableSong } from '../../contract/state-schema.ts';
import { api } from '../api/client.ts';
import { useAskState, useLibraryNotices } from '../api/library-state.ts';
import { reasonOf } from '../api/reason.ts';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { sayNotice, sayRescue } from './notice-words.ts';

/** What there is to know of the library, on every screen; nothing where all is well. */
export function LibraryNotices() {
  const notices = useLibraryNotices();
  if (notices.length === 0) {
    return null;
  }
  return (
    <Notices role="status">
      {notices.map((notice) => (
        <div key={notice.kind}>
          <p>{sayNotice(notice)}</p>
          {notice.kind === 'unreadable-songs' && <Rescues songs={notice.songs} />}
        </div>
      ))}
    </Notices>
  );
}

type UnreadableSongs = Extract<LibraryNotice, { readonly kind: 'unreadable-songs' }>['songs'];

/** Each song that cannot be read, with a way to bring back what there is of it. */
function Rescues({ songs }: { readonly songs: UnreadableSongs }) {
  const queries = useQueryClient();
  const ask = useAskState();
  const [news, setNews] = useState('');
  const bringBack = async ({ id, title }: UnreadableSong): Promise<void> => {
    try {
      await api.recoverSong(id);
      setNews(`“${title}” is back, as a song of its own.`);
    } catch (error) {
      setNews(reasonOf(error, 'It could not be brought back.'));
    }
    await ask();
    await queries.invalidateQueries({ queryKey: ['songs'] });
  };
  return (
    <>
      <ul>
        {songs.map((song) => (
          <li key={song.id}>
            {sayRescue(song)}{' '}
            {song.rescue !== null && (
              <Button weight="word" onPress={() => void bringBack(song)}>
                Bring it back
              </Button>
            )}
          </li>
        ))}
      </ul>
      {news !== '' && <p>{news}</p>}
    </>
  );
}

const Notices = styled.div`
  padding: 10px 24px; border-bottom: 3px solid ${colour.rosewood}; background: ${colour.sheet}; font-size: 14px;
  display: grid; gap: 8px;
  ul { margin: 4px 0 0; padding-left: 20px; }
  @media print { display: none; }
`;
