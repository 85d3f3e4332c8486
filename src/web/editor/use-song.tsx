import { createContext, type ReactNode, useContext, useDeferredValue } from 'react';
import { useStore } from 'zustand';
import type { Part, SongDocument } from '../../core/song/document/document.ts';
import { findPart, mainPartOf } from '../../core/song/document/parts.ts';
import type { SongEditor } from './song-editor.ts';
import type { SongState } from './song-state.ts';

const EditorContext = createContext<SongEditor | null>(null);

/** Gives the screens below an open song. */
export function SongEditorProvider({
  editor,
  children,
}: {
  readonly editor: SongEditor;
  readonly children: ReactNode;
}) {
  return <EditorContext.Provider value={editor}>{children}</EditorContext.Provider>;
}

/** The editor of the open song. */
export function useSongEditor(): SongEditor {
  const editor = useContext(EditorContext);
  if (editor === null) {
    throw new Error('no song is open here');
  }
  return editor;
}

/** A value taken from the open song's state. */
export function useSongState<T>(select: (state: SongState) => T): T {
  return useStore(useSongEditor().store, select);
}

const GivenDocument = createContext<SongDocument | null>(null);

/**
 * Shows what is inside a moment later, where the page has more urgent things to draw: the song it sees follows when there is
 * time. What stands beside a text or a bar that is being typed belongs in here.
 */
export function LaterDocument({ children }: { readonly children: ReactNode }) {
  const later = useDeferredValue(useDocument());
  return <GivenDocument value={later}>{children}</GivenDocument>;
}

/** The document of the open song; inside LaterDocument the one that is shown there. */
export function useDocument(): SongDocument {
  const given = useContext(GivenDocument);
  const present = useSongState((state) => (given === null ? state.history.present : given));
  return given ?? present;
}

/** The document, a moment later where the page has more urgent things to draw: for what is worked out beside a text being typed. */
export function useLaterDocument(): SongDocument {
  return useDeferredValue(useDocument());
}

/** The part that the screens speak of: the one chosen, or else the first. */
export function usePart(): Part {
  const document = useDocument();
  const partId = useSongState((state) => state.partId);
  return (partId === null ? null : findPart(document, partId)) ?? mainPartOf(document);
}
