import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { trackSave } from '../../editor/pending-saves.ts';
import { useAskSongs, useSongPages } from './use-song-pages.ts';
import { useSongQuery } from './use-song-query.ts';

const asked: string[] = [];
beforeEach(() => {
  asked.length = 0;
  window.history.replaceState(null, '', '/');
  vi.stubGlobal('fetch', async (path: string) => {
    const { searchParams } = new URL(path, 'http://127.0.0.1');
    asked.push([searchParams.get('words'), searchParams.get('from')].filter((part) => part !== null).join(' from '));
    return new Response(JSON.stringify({ songs: [], total: asked.length }));
  });
});
afterEach(() => vi.unstubAllGlobals());

/** The list as its page reads it. */
function open() {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return renderHook(
    () => {
      const query = useSongQuery(useAskSongs());
      return { query, pages: useSongPages(query.wanted) };
    },
    {
      wrapper: ({ children }: { readonly children: ReactNode }) => (
        <QueryClientProvider client={client}>
          <MemoryRouter>{children}</MemoryRouter>
        </QueryClientProvider>
      ),
    },
  ).result;
}

describe('the songs that are found', () => {
  test('are asked for once with each key, before it is drawn', async () => {
    const list = open();
    await waitFor(() => expect(list.current.pages.total).toBe(1));
    act(() => {
      list.current.query.change({ words: 'boat' });
      expect(list.current.query.wanted.words).toBe('');
      expect(asked).toEqual(['0', 'boat from 0']);
    });
    expect(list.current.query.wanted.words).toBe('boat');
    await waitFor(() => expect(list.current.pages.total).toBe(2));
    expect(asked).toEqual(['0', 'boat from 0']);
  });

  test('are asked for by pages where they are looked at; another search begins at its first page', async () => {
    const list = open();
    await waitFor(() => expect(list.current.pages.total).toBe(1));
    act(() => list.current.pages.look(90, 310));
    await waitFor(() => expect(asked).toEqual(['0', '300']));
    act(() => list.current.query.change({ words: 'boat' }));
    // As long as the rows of the search before stand there, theirs are not looked for.
    act(() => list.current.pages.look(300, 310));
    await waitFor(() => expect(list.current.pages.total).toBe(3));
    expect(asked).toEqual(['0', '300', 'boat from 0']);
    act(() => list.current.pages.look(200, 210));
    await waitFor(() => expect(asked).toContain('boat from 200'));
  });

  test('are asked for when what was left is saved', async () => {
    let saved = (): void => undefined;
    trackSave(
      new Promise((resolve) => {
        saved = resolve;
      }),
    );
    const list = open();
    act(() => list.current.query.change({ words: 'boat' }));
    expect(asked).toEqual([]);
    saved();
    await waitFor(() => expect(list.current.pages.total).not.toBeNull());
    expect(asked).toContain('boat from 0');
  });
});
