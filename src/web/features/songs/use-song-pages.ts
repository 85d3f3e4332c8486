import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { SongSummary } from '../../../contract/song-list-schema.ts';
import { api } from '../../api/client.ts';
import { settleSaves } from '../../editor/pending-saves.ts';
import type { Wanted } from './use-song-query.ts';

/** How many songs are asked for at once. */
const PAGE = 100;

/** The songs that are found: how many, and those of the pages that are looked at; the rest are fetched when they are. */
export type SongPages = ReturnType<typeof useSongPages>;

/** Finds songs page by page. The first page is asked for once the song that was left is saved. */
export function useSongPages(wanted: Wanted) {
  const [seen, setSeen] = useState<readonly number[]>([]);
  const first = useQuery({
    queryKey: ['songs', wanted, 0],
    queryFn: async () => {
      await settleSaves();
      return api.findSongs({ ...wanted, from: 0, count: PAGE });
    },
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
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
    if (pages.some((page) => !seen.includes(page))) {
      // Few are kept: a long scroll does not ask again for all that it passed.
      setSeen([...new Set([...pages, ...seen])].slice(0, 6));
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
