/* A screen of an open song on its own, as the application shows it; saves go nowhere, and the worker never answers. */
import type { ReactNode } from 'react';
import { createBrowserRouter, RouterProvider } from 'react-router';
import type { OpenSong } from '../contract/api.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { api, type SongApi } from '../web/api/client.ts';
import { createSongEditor, type SongEditor } from '../web/editor/song-editor.ts';
import { SongEditorProvider } from '../web/editor/use-song.tsx';
import { showInApp } from './show-in-app.tsx';

/** The id of the song that is shown. */
export const SONG_ID = '00000000-0000-4000-8000-000000000001';

/** An editor on a song, whose saves go nowhere. */
function editorOf(document: SongDocument): SongEditor {
  const open = { id: SONG_ID, revision: 1, document } as OpenSong;
  const nowhere: SongApi = { ...api, saveSong: () => new Promise(() => undefined) };
  return createSongEditor(open, nowhere);
}

/** The chart of what an editor holds, without its title. */
export function chartIn(editor: SongEditor): string {
  return chartTextOf(editor.store.getState().history.present).replace(/^title: .*\n\n?/, '');
}

/** Shows a screen over a song, at the address that the window is at. */
export function showSong(document: SongDocument, screen: ReactNode): SongEditor {
  const editor = editorOf(document);
  showInApp(screen, (shown) => (
    <SongEditorProvider editor={editor}>
      <RouterProvider router={createBrowserRouter([{ path: '*', element: shown }])} />
    </SongEditorProvider>
  ));
  return editor;
}
