import { keepPreviousData, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { SongSummary } from '../../../contract/song-list-schema.ts';
import { api } from '../../api/client.ts';
import { isSaving, settleSaves } from '../../editor/pending-saves.ts';
import type { Wanted } from './use-song-query.ts';

/** How many songs are asked for at once. */
const PAGE = 100;

/** The songs that are found: how many, and those of the pages that are looked at; the rest are fetched when they are. */
export type SongPages = ReturnType<typeof useSongPages>;

/** The first page, asked for once the song that was left is saved. */
const firstPage = (wanted: Wanted) => ({
  queryKey: ['songs', wanted, 0],
  queryFn: async () => {
    // Waiting, for nothing even, would let the screen be drawn first.
    if (isSaving()) {
      await settleSaves();
    }
    return api.findSongs({ ...wanted, from: 0, count: PAGE });
  },
  staleTime: 0,
});

/** Asks for the first page before the screen draws what was changed: the one goes on beside the other. */
export function useAskSongs(): (wanted: Wanted) => void {
  const queries = useQueryClient();
  return (wanted) => void queries.prefetchQuery(firstPage(wanted));
}

/** Finds songs page by page. */
export function useSongPages(wanted: Wanted) {
  // Pages that were looked at say nothing of another search.
  const [looked, setLooked] = useState<{ readonly of: Wanted; readonly pages: readonly number[] }>({
    of: wanted,
    pages: [],
  });
  const seen = looked.of === wanted ? looked.pages : [];
  const first = useQuery({ ...firstPage(wanted), placeholderData: keepPreviousData });
  const later = useQueries({
    queries: seen.map((page) => ({
      queryKey: ['songs', wanted, page],
      queryFn: () => api.findSongs({ ...wanted, from: page * PAGE, count: PAGE }),
    })),
  });
  const songAt = (index: number): SongSummary | null => {
    const page = Math.floor(index / PAGE);
    const list = page === 0 ? first.data : later[seen.indexOf(page)]?.data;
    return list?.songs[index % PAGE] ?? null;
  };
  const look = (from: number, to: number): void => {
    const pages = [Math.floor(from / PAGE), Math.floor(to / PAGE)].filter((page) => page > 0);
    // While another search is under way the rows that stand there are those of the one before.
    if (!first.isPlaceholderData && pages.some((page) => !seen.includes(page))) {
      // Few are kept: a long scroll does not ask again for all that it passed.
      setLooked({ of: wanted, pages: [...new Set([...pages, ...seen])].slice(0, 6) });
    }
  };
  return {
    total: first.data?.total ?? null,
    error: first.error,
    again: () => void first.refetch(),
    songAt,
    look,
  };
}
