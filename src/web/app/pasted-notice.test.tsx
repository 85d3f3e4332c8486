import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { SONG_ID, showSong } from '../../test-support/song-screen.tsx';
import { refusal, stubServer } from '../../test-support/stub-server.tsx';
import { PastedNotice } from './pasted-notice.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  window.history.replaceState(null, '', '/');
});

const DELETE = `DELETE /api/songs/${SONG_ID}`;
const HERE = `/songs/${SONG_ID}/capo`;
const show = (findings: readonly string[]) => {
  window.history.replaceState({ usr: { pasted: { findings } }, key: 'pasted', idx: 0 }, '', HERE);
  return showSong(songFromChart('title: Now\n\n| G | D |\n'), <PastedNotice />);
};
const takeBack = () => fireEvent.click(screen.getByRole('button', { name: 'Undo the paste' }));

describe('what is said of a pasted song', () => {
  test('lists what had to be assumed, until that is read', async () => {
    show(['No key was named.']);
    expect(screen.getByRole('status').textContent).toContain('1 thing had to be assumed or left out:');
    expect(screen.getByRole('listitem').textContent).toBe('No key was named.');
    fireEvent.click(screen.getByRole('button', { name: 'Understood' }));
    await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
  });

  test('the paste is undone: the song is deleted, and the list of songs comes', async () => {
    const asked = stubServer({ [DELETE]: () => new Response(null, { status: 204 }) });
    show([]);
    takeBack();
    await waitFor(() => expect(window.location.pathname).toBe('/'));
    expect(asked.map(({ what }) => what)).toEqual([DELETE]);
  });

  test('where it cannot be undone that is said, and the song stays open', async () => {
    stubServer({ [DELETE]: () => refusal('disk-full', 'The disk is full.', 507) });
    show([]);
    takeBack();
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toBe('The paste is not undone. The disk is full.'),
    );
    expect(window.location.pathname).toBe(HERE);
  });
});
