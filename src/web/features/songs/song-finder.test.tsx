import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { SongChoices } from '../../../contract/song-list-schema.ts';
import { SongFinder } from './song-finder.tsx';
import { useSongQuery } from './use-song-query.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
beforeEach(() => window.history.replaceState(null, '', '/'));

const CHOICES: SongChoices = {
  songs: 1200,
  keys: ['G', 'Bb'],
  capoFrets: [0, 3],
  shapes: ['G', 'Em'],
  tags: ['duets'],
  unjudged: 0,
};

let query: ReturnType<typeof useSongQuery> | null = null;
function Finder({ total }: { readonly total: number }) {
  query = useSongQuery();
  return <SongFinder query={query} total={total} />;
}

function show(total: number, choices: SongChoices = CHOICES, address = '/'): void {
  vi.stubGlobal('fetch', async () => new Response(JSON.stringify(choices)));
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[address]}>
        <Finder total={total} />
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
const told = () => screen.getByRole('status').textContent;

describe('finding songs', () => {
  test('tells how many there are, how many of them were found, and what is still looked at', async () => {
    show(1200);
    await waitFor(() => expect(told()).toBe('1,200 songs'));
    cleanup();
    show(7, { ...CHOICES, unjudged: 2 }, '/?words=boat');
    await waitFor(() => expect(told()).toBe('7 of 1,200 songs; the shapes of 2 are still being looked at'));
    cleanup();
    show(1, { ...CHOICES, songs: 1 });
    await waitFor(() => expect(told()).toBe('1 song'));
  });

  test('asks for the words from key to key, without the space around them', async () => {
    show(1200);
    const words = screen.getByRole('searchbox');
    fireEvent.change(words, { target: { value: ' paper boat ' } });
    expect(query?.wanted.words).toBe('paper boat');
    expect((words as HTMLInputElement).value).toBe(' paper boat ');
    fireEvent.click(await waitFor(() => screen.getByRole('button', { name: 'Show all songs' })));
    expect(query?.wanted.words).toBe('');
  });

  test('narrows down once that is opened; a shape that is no chord is refused where it is typed', async () => {
    show(1200);
    const summary = await waitFor(() => screen.getByText('By key, capo, chords and shapes'));
    expect(screen.queryByText('Sounds in')).toBeNull();
    const details = summary.closest('details') ?? expect.unreachable();
    details.open = true;
    fireEvent(details, new Event('toggle'));
    expect((await waitFor(() => screen.getAllByText('Sounds in'))).length).toBeGreaterThan(0);
    const [shapes] = screen.getAllByPlaceholderText('G C D Em');
    const field = shapes ?? expect.unreachable();
    fireEvent.change(field, { target: { value: 'G Hm' } });
    fireEvent.blur(field);
    expect(screen.getByText('“Hm” is no chord known here.')).toBeTruthy();
    fireEvent.change(field, { target: { value: 'G, Em' } });
    fireEvent.blur(field);
    await waitFor(() => expect([query?.wanted.onlyShapes, query?.wanted.needsShapes]).toContainEqual(['G', 'Em']));
  });

  test('is open where one comes back to a narrowed list', async () => {
    show(3, CHOICES, '/?tags=duets');
    await waitFor(() => expect(screen.getAllByText('Sounds in').length).toBeGreaterThan(0));
    expect(screen.getByText('By key, capo, chords and shapes').closest('details')?.open).toBe(true);
  });
});
