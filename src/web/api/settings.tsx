import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { SettingsChange } from '../../contract/settings-schema.ts';
import { formatChord } from '../../core/harmony/chord-style.ts';
import type { ChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { DEFAULT_SETTINGS, type LibrarySettings } from '../../core/song/document/settings.ts';
import { api } from './client.ts';

const SETTINGS = ['settings'] as const;
const SETTINGS_QUERY = { queryKey: SETTINGS, queryFn: api.readSettings, staleTime: Number.POSITIVE_INFINITY };

/** The library's settings; the defaults until they have come. */
export function useSettings(): LibrarySettings {
  const { data } = useQuery(SETTINGS_QUERY);
  return data ?? DEFAULT_SETTINGS;
}

/** Why the settings could not be fetched, or an empty text. */
export function useSettingsFailure(): string {
  const { error } = useQuery(SETTINGS_QUERY);
  return error?.message ?? '';
}

/** Changes settings for every song of the library; answers what is wrong, or null. */
export function useChangeSettings(): (change: SettingsChange) => Promise<string | null> {
  const queries = useQueryClient();
  return async (change) => {
    try {
      const changed = await api.changeSettings(change);
      // What was asked for before the change would take it back.
      await queries.cancelQueries({ queryKey: SETTINGS });
      queries.setQueryData(SETTINGS, changed);
      return null;
    } catch (error) {
      return error instanceof Error ? error.message : 'The settings could not be saved.';
    }
  };
}

/** How chords are written for this library. */
export function useChordName(): (chord: ChordSymbol) => string {
  const { chordStyle } = useSettings();
  return useMemo(() => (chord: ChordSymbol) => formatChord(chord, chordStyle), [chordStyle]);
}
