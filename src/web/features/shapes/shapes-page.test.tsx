import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import { ShapesPage } from './shapes-page.tsx';

afterEach(cleanup);

const CHANGES = 'title: Hands\nkey: C\n\nVerse:\n| C | G | Am | F |\n| C | G | F | G |\n';
const SONG = songFromChart(`tempo: 90\n${CHANGES}`);
const PATIENT = { timeout: 60_000 };
const details = () => within(screen.getByRole('complementary', { name: 'The chosen shape' }));
const opened = () => waitFor(() => expect(screen.getByRole('radio', { name: /^F\./ })).toBeTruthy(), PATIENT);

describe('the Shapes step', () => {
  test('shows a shape for each chord of the song, and pins, changes and lets go the chosen one', async () => {
    const editor = showSong(SONG, <ShapesPage />);
    await opened();
    expect(screen.getAllByRole('radio', { name: /^(C|G|Am|F)\./ })).toHaveLength(4);
    fireEvent.click(screen.getByRole('radio', { name: /^F\./ }));
    const storedF = () =>
      mainPartOf(editor.store.getState().history.present).shapes.filter(
        ({ chord, origin }) => formatChordSymbol(chord) === 'F' && origin !== 'accepted',
      );
    expect(storedF()).toEqual([]);
    fireEvent.click(await waitFor(() => details().getByRole('button', { name: 'Pin this shape' }), PATIENT));
    expect(storedF().map(({ origin }) => origin)).toEqual(['pinned']);
    fireEvent.click(await waitFor(() => details().getByRole('button', { name: 'Take the pin out' }), PATIENT));
    await waitFor(() => expect(storedF()).toEqual([]), PATIENT);
    expect(editor.store.getState().history.past).toHaveLength(2);
  });

  test('lists the changes of the song by what they ask for, the hardest of each first, each with its time', async () => {
    showSong(songFromChart(`tempo: 200\n${CHANGES}`), <ShapesPage />);
    await opened();
    fireEvent.click(screen.getByRole('tab', { name: 'Changes' }));
    const rows = screen.getAllByRole('radio', { name: / to .*The hand needs/ });
    const labels = rows.map((each) => each.getAttribute('aria-label') ?? '');
    expect(labels.length).toBeGreaterThan(3);
    // Quick is what needs more than there is; the program's two figures say it.
    const isQuick = (label: string): boolean => {
      const [, needs = '', leaves = ''] = /needs (\d+\.\d+) s; .* (\d+\.\d+) s\./.exec(label) ?? [];
      return Number(needs) > Number(leaves);
    };
    expect(labels.map((label) => /begin at|one strum a bar/.test(label))).toEqual(labels.map(isQuick));
    const quick = screen.getByRole('region', { name: 'Too quick yet at 200' });
    expect(within(quick).getAllByRole('radio')).toHaveLength(labels.filter(isQuick).length);
    expect(labels.slice(0, labels.filter(isQuick).length).every(isQuick)).toBe(true);
  });

  test('says that there are none in a song without chords', async () => {
    showSong(newSong('Empty'), <ShapesPage />);
    expect(await waitFor(() => screen.getByText('No chords yet'), PATIENT)).toBeTruthy();
  });
});
