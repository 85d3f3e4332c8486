import { createContext, type ReactNode, useContext, useMemo } from 'react';
import { useStore } from 'zustand';
import { useSongEditor } from '../../editor/use-song.tsx';
import type { MapDesk } from './acts/map-stores.ts';
import { type MapState, mapSessionOf } from './places/map-session.ts';

const DeskContext = createContext<MapDesk | null>(null);

/** Gives the parts of the Map step the desk they work on. */
export function MapDeskProvider({ children }: { readonly children: ReactNode }) {
  const editor = useSongEditor();
  const desk = useMemo(() => ({ editor, session: mapSessionOf(editor) }), [editor]);
  return <DeskContext.Provider value={desk}>{children}</DeskContext.Provider>;
}

/** The desk of the step. */
export function useDesk(): MapDesk {
  const desk = useContext(DeskContext);
  if (desk === null) {
    throw new Error('no map is open here');
  }
  return desk;
}

/** A value taken from the step's session. */
export function useMapState<T>(select: (state: MapState) => T): T {
  return useStore(useDesk().session, select);
}
