import { createContext, type ReactNode, useContext, useMemo } from 'react';
import { useStore } from 'zustand';
import { useSongEditor } from '../../editor/use-song.tsx';
import type { MapStores } from './acts/map-stores.ts';
import { type MapState, mapSessionOf } from './places/map-session.ts';

const StoresContext = createContext<MapStores | null>(null);

/** Gives the parts of the Map step the stores they work on. */
export function MapStoresProvider({ children }: { readonly children: ReactNode }) {
  const editor = useSongEditor();
  const stores = useMemo(() => ({ editor, session: mapSessionOf(editor) }), [editor]);
  return <StoresContext.Provider value={stores}>{children}</StoresContext.Provider>;
}

/** The stores of the step. */
export function useMapStores(): MapStores {
  const stores = useContext(StoresContext);
  if (stores === null) {
    throw new Error('no map is open here');
  }
  return stores;
}

/** A value taken from the step's session. */
export function useMapState<T>(select: (state: MapState) => T): T {
  return useStore(useMapStores().session, select);
}
