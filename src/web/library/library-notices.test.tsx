import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { SongId } from '../../contract/api.ts';
import type { LibraryState } from '../../contract/state-schema.ts';
import { LibraryNotices } from './library-notices.tsx';

let state: LibraryState = { notices: [] };
const asked: string[] = [];
const id = '0b8f6a52-9a65-4204-8dac-5275e987d79d' as SongId;

beforeEach(() => {
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    asked.push(`${init?.method ?? 'GET'} ${path}`);
    return path === '/api/state'
      ? Response.json(state)
      : Response.json({ code: 'not-found', message: 'There is no other copy of this song.' }, { status: 404 });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function show(notices: LibraryState['notices']) {
  state = { notices };
  render(
    <QueryClientProvider client={new QueryClient()}>
      <LibraryNotices />
    </QueryClientProvider>,
  );
}

test('says what hinders saving and backups, and what to do', async () => {
  show([
    { kind: 'no-room', freeMegabytes: 3 },
    { kind: 'backup-failing', since: '2026-05-04T10:20:00.000Z', reason: 'no-room' },
  ]);
  expect(await screen.findByText(/nearly full \(3 MB free\): nothing can be saved until there is room/)).toBeTruthy();
  expect(screen.getByText(/No backup could be written since .*: the disk is nearly full/)).toBeTruthy();
});

test('names songs that cannot be read and offers what there is of them; what cannot be done is said', async () => {
  show([
    {
      kind: 'unreadable-songs',
      songs: [
        { id, title: 'Quarry Dog', rescue: { from: 'version', madeAt: '2026-05-04T10:20:00.000Z' } },
        { id: id.replace('0b', '1b') as SongId, title: 'Lost', rescue: null },
      ],
    },
  ]);
  expect(await screen.findByText(/2 songs cannot be read from the disk any more/)).toBeTruthy();
  expect(screen.getByText(/“Quarry Dog”: its newest kept version is of/)).toBeTruthy();
  expect(screen.getByText(/“Lost”: there is no kept version and no backup of it/)).toBeTruthy();
  const buttons = screen.getAllByRole('button', { name: 'Bring it back' });
  expect(buttons).toHaveLength(1);
  buttons[0]?.click();
  expect(await screen.findByText('There is no other copy of this song.')).toBeTruthy();
  expect(asked).toContain(`POST /api/songs/${id}/recover`);
});
