import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { styled } from 'styled-components';
import { songIdSchema } from '../../contract/api.ts';
import type { Players } from '../../core/arrange/problem/planner.ts';
import type { FilledShapes } from '../../core/arrange/shapes/part-shapes.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { UNTITLED } from '../../core/song/document/song-limits.ts';
import { sayLost } from '../../core/words/lost-words.ts';
import { api } from '../api/client.ts';
import { coreWorker } from '../api/core-worker.ts';
import { keepSteps } from '../editor/keep-steps.ts';
import { type OpenedSong as Opened, openSong, stepStore } from '../editor/open-song.ts';
import { trackSave } from '../editor/pending-saves.ts';
import { createSongEditor, type SongEditor } from '../editor/song-editor.ts';
import { usePlayers } from '../editor/use-players.ts';
import {
  LaterDocument,
  SongEditorProvider,
  useDocument,
  usePart,
  useSongEditor,
  useSongState,
} from '../editor/use-song.tsx';
import { LibraryNotices } from '../library/library-notices.tsx';
import { HearBoxes } from '../sound/hear-boxes.tsx';
import { stopHearing } from '../sound/sounding.ts';
import { useEscapeEndsSound } from '../sound/use-escape.ts';
import { chooseLook, nextLook, readLook } from '../theme/look.ts';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { EmptyState } from '../ui/empty-state.tsx';
import { useKeyedActions } from '../ui/keys.tsx';
import { Loading } from '../ui/loading.tsx';
import { ShortcutSheet } from '../ui/shortcut-sheet.tsx';
import { Signed } from '../ui/signed.tsx';
import { useWindowTitle } from '../ui/window-title.ts';
import { LadderRail } from './ladder-rail.tsx';
import { MoveDialog } from './move-dialog.tsx';
import { NextStrip } from './next-strip.tsx';
import { PastedNotice } from './pasted-notice.tsx';
import { SaveTrouble } from './save-sign.tsx';
import { SetupStrip } from './setup-strip.tsx';
import { STEPS, stepAt } from './steps.ts';
import { VersionsDialog } from './versions-dialog.tsx';

/** An open song: the ladder, the setup strip, and the screen of the current step. */
export function SongFrame() {
  const { songId } = useParams();
  const opened = useQuery(songQuery(songId));
  if (opened.isPending) {
    return <Loading what="Opening the song …" />;
  }
  if (opened.isError) {
    return (
      <Alone>
        <EmptyState level={1} title="This song cannot be opened">
          <p>{opened.error.message}</p>
          <Link to="/">Back to the songs</Link>
        </EmptyState>
      </Alone>
    );
  }
  return <OpenedSong key={opened.data.song.id} opened={opened.data} />;
}

/** How a song is fetched; nothing of it is kept once it is left. */
function songQuery(songId: string | undefined) {
  return {
    queryKey: ['song', songId],
    queryFn: async () => {
      const id = songIdSchema.safeParse(songId);
      if (!id.success) {
        throw new Error('There is no such song.');
      }
      return openSong(id.data);
    },
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
  };
}

function OpenedSong({ opened }: { readonly opened: Opened }) {
  const editor = useEditorFor(opened);
  const [sheet, setSheet] = useState<'keys' | 'versions' | 'move' | null>(null);
  const [isTold, setTold] = useState(!opened.isDropped);
  const close = (): void => setSheet(null);
  useSongActions(editor, setSheet);
  return (
    <SongEditorProvider editor={editor}>
      <PlayersOfSong />
      <WindowTitle />
      <HearSong />
      <Frame>
        <SkipLink href="#step">Skip to the step</SkipLink>
        <LadderRail />
        <div>
          <LaterDocument>
            <SetupStrip onShow={setSheet} />
          </LaterDocument>
          <NextStrip />
          <PastedNotice />
          <LibraryNotices />
          <SaveTrouble />
          {!isTold && (
            <Told role="status">
              The song was saved from somewhere else since it was open here, so the steps to undo are gone.{' '}
              <Button weight="word" onPress={() => setTold(true)}>
                Understood
              </Button>
            </Told>
          )}
          <Lost />
          <main id="step" tabIndex={-1}>
            <Outlet />
          </main>
        </div>
      </Frame>
      <ShortcutSheet isOpen={sheet === 'keys'} onClose={close} />
      {sheet === 'versions' && <VersionsDialog onClose={close} />}
      <MoveDialog isOpen={sheet === 'move'} onClose={close} />
    </SongEditorProvider>
  );
}

/** Keeps the editor's planning in step with the class and the settings. */
function PlayersOfSong() {
  const editor = useSongEditor();
  const { players } = usePlayers();
  useEffect(() => editor.setPlayers(players), [editor, players]);
  return null;
}

/** The window is named by the song and the step. */
function WindowTitle() {
  const { title } = useDocument().facts;
  const step = stepAt(useLocation().pathname);
  useWindowTitle(step === null ? title : `${title}, ${step.label}`);
  return null;
}

/** Boxes strum as the guitar is tuned; what is heard ends when the song is left. */
function HearSong() {
  const { tuning } = usePart().setup;
  useEffect(() => stopHearing, []);
  useEscapeEndsSound();
  return <HearBoxes tuning={tuning} />;
}

/** What a change took with it, until it has been read or undone. */
function Lost() {
  const editor = useSongEditor();
  const lost = useSongState((state) => state.lost);
  if (lost.length === 0) {
    return null;
  }
  return (
    <Told role="status">
      <Signed text={sayLost(lost)} />{' '}
      <Button weight="word" onPress={() => editor.store.setState({ lost: [] })}>
        Understood
      </Button>
    </Told>
  );
}

/** Shapes are found beside the page, so that no edit waits for them. */
function findShapes(document: SongDocument, players: Players): Promise<FilledShapes> {
  return coreWorker.ask<'fill-shapes'>({ kind: 'fill-shapes', document, players }).result;
}

/** One editor for as long as the song is open; what is not saved goes out when the song or the page is left. */
function useEditorFor({ song, local }: Opened): SongEditor {
  const [editor] = useState(() => createSongEditor(song, api, local, findShapes));
  const queries = useQueryClient();
  const isOpen = useRef(false);
  useEffect(() => {
    isOpen.current = true;
    trackSave(api.noteOpened(editor.store.getState().id).catch(() => undefined));
    const steps = keepSteps(editor, stepStore);
    const onLeave = (event: BeforeUnloadEvent): void => {
      if (editor.store.getState().saveState !== 'saved') {
        void editor.flush();
        if (!steps.keep()) {
          event.preventDefault();
        }
      }
    };
    window.addEventListener('beforeunload', onLeave);
    return () => {
      window.removeEventListener('beforeunload', onLeave);
      steps.stop();
      isOpen.current = false;
      const leave = async (): Promise<void> => {
        await editor.flush();
        await (isOpen.current ? undefined : dropEmptyTry(editor));
        // A list that was asked for before the song was left is read again.
        void queries.invalidateQueries({ queryKey: ['songs'] });
      };
      trackSave(leave());
    };
  }, [editor, queries]);
  return editor;
}

/** A new song into which nothing was ever put is no song: it does not stay behind in the list. */
async function dropEmptyTry(editor: SongEditor): Promise<void> {
  const { id, revision, history, saveState } = editor.store.getState();
  const { facts, map, chart } = history.present;
  const isEmpty = map.sections.length === 0 && chart.draftText === null && facts.title === UNTITLED;
  if (isEmpty && revision === 1 && saveState === 'saved' && history.past.length === 0) {
    await api.deleteSong(id).catch(() => undefined);
  }
}

function useSongActions(editor: SongEditor, show: (sheet: 'keys' | 'versions') => void): void {
  const navigate = useNavigate();
  useKeyedActions('The song', [
    ...STEPS.map((step) => ({ key: step.key, label: `Go to ${step.label}`, run: () => void navigate(step.path) })),
    { key: '0', label: 'Go to the songs', run: () => void navigate('/') },
    { key: 'undo', label: 'Undo', run: editor.undo },
    { key: 'redo', label: 'Redo', run: editor.redo },
    { key: 'Escape', label: 'End what is heard' },
    { key: 'v', label: 'Kept versions of this song', run: () => show('versions') },
    { key: 'l', label: 'Change the look: paper, stage, as the system', run: () => chooseLook(nextLook(readLook())) },
    { key: 'o', label: 'Settings', run: () => void navigate('/settings') },
    { key: '?', label: 'Show these shortcuts', run: () => show('keys') },
  ]);
}

const Frame = styled.div`
  display: grid; grid-template-columns: auto minmax(0, 1fr); min-height: 100vh;
  main { outline: none; }
  @media (max-width: 760px) { grid-template-columns: minmax(0, 1fr); padding-bottom: 56px; }
  @media print { display: block; padding: 0; }
`;
const Told = styled.p`
  padding: 8px 24px; border-bottom: 3px solid ${colour.brass}; background: ${colour.sheet}; font-size: 14px;
`;
const SkipLink = styled.a`
  position: absolute; left: -999px; top: 8px; background: ${colour.sheet}; padding: 8px 12px; z-index: 5;
  &:focus { left: 100px; }
`;
const Alone = styled.main`
  padding: 24px 48px;
`;
