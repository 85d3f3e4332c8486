import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Link, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import type { SongId } from '../../../contract/api.ts';
import type { SongSummary } from '../../../contract/song-list-schema.ts';
import { UNTITLED } from '../../../core/song/document/song-limits.ts';
import { api } from '../../api/client.ts';
import { reasonOf } from '../../api/reason.ts';
import { LibraryNotices } from '../../library/library-notices.tsx';
import { chooseLook, nextLook, readLook } from '../../theme/look.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { EmptyState } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Loading } from '../../ui/loading.tsx';
import { useWindowTitle } from '../../ui/window-title.ts';
import { DropVeil } from './drop-veil.tsx';
import { SongTable } from './song-table.tsx';
import { useBringIn } from './use-bring-in.ts';
import { usePasteSong } from './use-paste-song.ts';
import { type SongPages, useAskSongs, useSongPages } from './use-song-pages.ts';
import { useSongQuery } from './use-song-query.ts';

/** What only those need who look for a song, or bring one in, is fetched beside the list. */
const SongFinder = lazy(async () => ({ default: (await import('./song-finder.tsx')).SongFinder }));
const ShortcutSheet = lazy(async () => ({ default: (await import('../../ui/shortcut-sheet.tsx')).ShortcutSheet }));
const DeletedSongs = lazy(async () => ({ default: (await import('./deleted-songs.tsx')).DeletedSongs }));
const BookDialog = lazy(async () => ({ default: (await import('./book-dialog.tsx')).BookDialog }));
const BringInDialog = lazy(async () => ({ default: (await import('./bring-in-dialog.tsx')).BringInDialog }));

/** The library: every song, a new one, and a way back for one that was deleted. */
export function SongsPage({ onListed }: { readonly onListed: () => void }) {
  const query = useSongQuery(useAskSongs());
  const pages = useSongPages(query.wanted);
  const isEmpty = pages.total === 0;
  useEffect(() => {
    if (isEmpty) {
      onListed();
    }
  }, [isEmpty, onListed]);
  useWindowTitle('Songs');
  const { act, problem } = useActs();
  const [deleted, setDeleted] = useState<SongSummary | null>(null);
  const navigate = useNavigate();

  const create = () =>
    act(async () => {
      const song = await api.createSong({ title: UNTITLED });
      await navigate(`/songs/${song.id}/song`);
    });
  const remove = useCallback(
    (song: SongSummary): void =>
      void act(async () => {
        await api.deleteSong(song.id);
        setDeleted(song);
      }),
    [act],
  );
  const bringBack = (id: SongId) =>
    act(async () => {
      await api.restoreSong(id);
      setDeleted(null);
    });

  const bringing = useBringIn();
  const pasteSong = usePasteSong();
  const paste = (text: string): void =>
    void act(async () => {
      // Beside files that are looked at, a text is one more of them.
      if (bringing.incoming.length > 0 || !(await pasteSong(text))) {
        bringing.openText(text);
      }
    });
  const picker = useRef<HTMLInputElement>(null);
  const [areKeysShown, showKeys] = useState(false);
  const [isBookOpen, setBookOpen] = useState(false);
  useKeyedActions('Songs', [
    { key: 'n', label: 'New song', run: () => void create() },
    { key: 'b', label: 'Bring songs in from files', run: () => picker.current?.click() },
    { key: 'k', label: 'A song book of the songs that are listed', run: () => setBookOpen(true) },
    { key: 'c', label: 'Classes', run: () => void navigate('/classes') },
    { key: 'o', label: 'Settings', run: () => void navigate('/settings') },
    { key: 'l', label: 'Change the look: paper, stage, as the system', run: () => chooseLook(nextLook(readLook())) },
    { key: '?', label: 'Show these shortcuts', run: () => showKeys(true) },
  ]);

  return (
    <>
      <LibraryNotices />
      <Page>
        <header>
          <div>
            <h1>Songs</h1>
            <p>Golden Ladder</p>
          </div>
          <div>
            <Button weight="word" onPress={() => showKeys(true)}>
              Shortcuts
            </Button>
            <Link to="/classes">Classes</Link>
            <Link to="/settings">Settings</Link>
            {pages.total !== 0 && (
              <Button weight="word" onPress={() => setBookOpen(true)}>
                Song book
              </Button>
            )}
            <FileTrigger ref={picker} allowsMultiple onSelect={(files) => bringing.open([...(files ?? [])])}>
              <Button>Bring in files</Button>
            </FileTrigger>
            <Button weight="strong" onPress={() => void create()}>
              New song
            </Button>
          </div>
        </header>
        <DropVeil onFiles={bringing.open} onText={paste} />
        {bringing.incoming.length > 0 && (
          <Suspense>
            <BringInDialog bringing={bringing} onAdded={() => void act(async () => undefined)} />
          </Suspense>
        )}
        {isBookOpen && (
          <Suspense>
            <BookDialog wanted={query.wanted} onClose={() => setBookOpen(false)} />
          </Suspense>
        )}
        {areKeysShown && (
          <Suspense>
            <ShortcutSheet isOpen onClose={() => showKeys(false)} />
          </Suspense>
        )}
        <Messages role="status">
          {problem !== '' && <p>{problem}</p>}
          {deleted !== null && (
            <p>
              “{deleted.title}” is deleted. It waits below, under Deleted songs.{' '}
              <Button weight="word" onPress={() => void bringBack(deleted.id)}>
                Bring it back
              </Button>
            </p>
          )}
        </Messages>
        <Listed pages={pages} query={query} onListed={onListed} onDelete={remove} act={act} />
        <Suspense>
          <DeletedSongs onBringBack={(id) => void bringBack(id)} />
        </Suspense>
      </Page>
    </>
  );
}

/** The songs that are found, or why there are none. */
function Listed(props: {
  readonly pages: SongPages;
  readonly query: ReturnType<typeof useSongQuery>;
  readonly onListed: () => void;
  readonly onDelete: (song: SongSummary) => void;
  readonly act: (work: () => Promise<void>) => Promise<void>;
}) {
  const { pages, query, onListed, onDelete, act } = props;
  const { total, error } = pages;
  if (error !== null) {
    return (
      <EmptyState title="The library cannot be read">
        <p role="alert">{error.message} Start Golden Ladder again if it was stopped.</p>
        <Button onPress={pages.again}>Try again</Button>
      </EmptyState>
    );
  }
  if (total === null) {
    return <Loading what="Opening the library …" />;
  }
  if (total === 0 && !query.isNarrowed) {
    return (
      <EmptyState title="No songs yet">
        <p>
          Begin a new song and paste its chords, drop text charts, MusicXML or a saved library here, or look at how a
          finished song is laid out.
        </p>
        <Button onPress={() => void act(api.addDemoSongs)}>Add the demo songs</Button>
      </EmptyState>
    );
  }
  return (
    <>
      <FinderRoom>
        <Suspense>
          <SongFinder query={query} total={total} />
        </Suspense>
      </FinderRoom>
      {total > 0 ? (
        <SongTable pages={pages} total={total} onListed={onListed} onDelete={onDelete} />
      ) : (
        <EmptyState title="No song is like that">
          <p>Nothing in this library is all that was asked for.</p>
          <Button onPress={query.clear}>Show all songs</Button>
        </EmptyState>
      )}
    </>
  );
}

/** Runs something that changes the library, says what went wrong, and reads the list again. */
function useActs() {
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const act = useCallback(
    async (work: () => Promise<void>): Promise<void> => {
      setProblem('');
      try {
        await work();
      } catch (error) {
        setProblem(reasonOf(error));
      }
      await queries.invalidateQueries({ queryKey: ['songs'] });
    },
    [queries],
  );
  return { act, problem };
}

const Page = styled.main`
  max-width: 1400px; margin: 0 auto; padding: 32px 40px;
  > header { display: flex; justify-content: space-between; align-items: end; padding-bottom: 16px; }
  > header > div:last-child { display: flex; align-items: center; gap: 28px; flex-wrap: wrap; }
  > header a { display: inline-flex; align-items: center; min-height: 28px; }
  > header h1 { font-size: 34px; }
  > header p { color: ${colour.brassText}; font-weight: 600; }
  @media (max-width: 760px) {
    padding: 16px;
    > header { flex-direction: column; align-items: stretch; gap: 10px; }
    > header > div:last-child { gap: 4px 18px; }
  }
`;
/** Keeps the room of the search while its script is on its way, so that the songs stay where they are. */
const FinderRoom = styled.div`
  min-height: 98px;
  @media (pointer: coarse) { min-height: 128px; }
  @media (max-width: 1000px) { min-height: 138px; }
  @media (max-width: 1000px) and (pointer: coarse) { min-height: 168px; }
  @media (max-width: 760px) { min-height: 199px; }
  @media (max-width: 760px) and (pointer: coarse) { min-height: 241px; }
`;
const Messages = styled.div`
  min-height: 32px; color: ${colour.ink};
`;
