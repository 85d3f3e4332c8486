import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { chartIn, SONG_ID, showSong } from '../../test-support/song-screen.tsx';
import { type Asked, refusal, stubServer } from '../../test-support/stub-server.tsx';
import { VersionsDialog } from './versions-dialog.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const NOW = songFromChart('title: Now\n\n| G | D |\n');
const BEFORE = songFromChart('title: Before\n\n| Em | C |\n');
const VERSIONS = `/api/songs/${SONG_ID}/versions`;
const VERSION_ID = '019a4d2b-9a65-4204-8dac-5275e987d79d';
const version = (changes: unknown) => ({
  id: VERSION_ID,
  revision: 3,
  reason: 'editing',
  madeAt: '2026-03-01T12:00:00.000Z',
  changes,
});

let isClosed = false;
function show(versions: readonly unknown[], more: Parameters<typeof stubServer>[0] = {}) {
  isClosed = false;
  const asked: readonly Asked[] = stubServer({
    [`GET ${VERSIONS}`]: () => ({ versions }),
    [`GET ${VERSIONS}/${VERSION_ID}`]: () => ({ document: BEFORE }),
    [`POST ${VERSIONS}`]: () => new Response(null, { status: 201 }),
    ...more,
  });
  const editor = showSong(
    NOW,
    <VersionsDialog
      onClose={() => {
        isClosed = true;
      }}
    />,
  );
  return { asked, editor };
}

describe('kept versions', () => {
  test('say what changed after each, in a few words', async () => {
    show([version([{ kind: 'fact', fact: 'tempo' }, { kind: 'levels', part: 'Guitar' }, { kind: 'section-order' }])]);
    await waitFor(() =>
      expect(screen.getByText('Changed after it: tempo; levels of Guitar; order of the sections.')).toBeTruthy(),
    );
  });

  test('are brought back in one step, after what stands was kept', async () => {
    const { asked, editor } = show([version([{ kind: 'form' }])]);
    fireEvent.click(await waitFor(() => screen.getByRole('button', { name: /^Bring back/ })));
    await waitFor(() => expect(isClosed).toBe(true));
    expect(chartIn(editor)).toContain('| Em | C |');
    expect(asked.at(-1)).toEqual({ what: `POST ${VERSIONS}`, body: { reason: 'before-restore' } });
    editor.undo();
    expect(chartIn(editor)).toContain('| G | D |');
  });

  test('that cannot be kept first are not brought back, and say why', async () => {
    const { editor } = show([version([])], {
      [`POST ${VERSIONS}`]: () => refusal('disk-full', 'The disk of the data folder is full.', 507),
    });
    fireEvent.click(await waitFor(() => screen.getByRole('button', { name: /^Bring back/ })));
    await waitFor(() => expect(screen.getByText('The disk of the data folder is full.')).toBeTruthy());
    expect(isClosed).toBe(false);
    expect(chartIn(editor)).toContain('| G | D |');
  });

  test('say that there are none, that one cannot be read, or that they could not be looked up', async () => {
    show([]);
    await waitFor(() => expect(screen.getByText(/^None yet/)).toBeTruthy());
    cleanup();
    show([version(null)]);
    await waitFor(() => expect(screen.getByText('This version cannot be read.')).toBeTruthy());
    expect((screen.getByRole('button', { name: /^Bring back/ }) as HTMLButtonElement).disabled).toBe(true);
    cleanup();
    show([], { [`GET ${VERSIONS}`]: () => refusal('internal', 'Something went wrong.', 500) });
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Something went wrong.'));
  });
});
