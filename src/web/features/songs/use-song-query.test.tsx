import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { beforeEach, describe, expect, test } from 'vitest';
import { useSongQuery } from './use-song-query.ts';

const at = (address: string) =>
  renderHook(() => useSongQuery(), {
    wrapper: ({ children }: { readonly children: ReactNode }) => (
      <MemoryRouter initialEntries={[address]}>{children}</MemoryRouter>
    ),
  }).result;

beforeEach(() => window.history.replaceState({ kept: true }, '', '/'));

describe('what the list of songs is asked for', () => {
  test('comes from the address', () => {
    const { wanted, isNarrowed } = at('/?words=paper boat&sort=title&hasNoBarre=true').current;
    expect(wanted).toMatchObject({ words: 'paper boat', sort: 'title', hasNoBarre: true, key: null, tags: [] });
    expect(isNarrowed).toBe(true);
  });

  test('is written into it, which keeps what the router noted there', () => {
    const query = at('/');
    expect(query.current.isNarrowed).toBe(false);
    act(() => query.current.change({ words: 'boat', tags: ['duets'] }));
    act(() => query.current.change({ key: 'G' }));
    expect(query.current.wanted).toMatchObject({ words: 'boat', tags: ['duets'], key: 'G' });
    const written = new URLSearchParams(window.location.search);
    expect([written.get('words'), written.get('key')]).toEqual(['boat', 'G']);
    expect(window.history.state).toEqual({ kept: true });
    // Whoever comes back to that address finds the same.
    expect(at(`/${window.location.search}`).current.wanted).toEqual(query.current.wanted);
  });

  test('is all songs again in one step, in the same order', () => {
    const query = at('/?words=boat&sort=title');
    act(() => query.current.clear());
    expect(query.current.wanted).toMatchObject({ words: '', sort: 'title' });
    expect(query.current.isNarrowed).toBe(false);
    expect(window.location.search).toBe('?sort=title');
  });

  test.each(['/?sort=loudness', '/?capoFret=none', '/?mostChords=-1'])(
    'is all songs where the address is %s',
    (address) => {
      expect(at(address).current.wanted).toMatchObject({
        words: '',
        sort: 'opened',
        capoFret: null,
        mostChords: null,
      });
    },
  );
});
