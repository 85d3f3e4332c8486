import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { planCapoRows } from '../../../core/arrange/capo/capo-rows.ts';
import { runSteps } from '../../../core/kernel/steps.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import type { SongEditor } from '../../editor/song-editor.ts';
import { CapoPage } from './capo-page.tsx';

afterEach(() => {
  cleanup();
  window.history.replaceState(null, '', '/');
});

const SONG = songFromChart('title: Boats\nkey: Bb\ntempo: 92\n\nVerse:\n| Bb | F | Gm | Eb |\n| Bb | F | Eb | F |\n');
const rungAt = (fret: number): HTMLElement =>
  screen.getByRole('radio', { name: fret === 0 ? /^No capo:/ : new RegExp(`^Capo ${fret}:`) });
const capoOf = (editor: SongEditor): number => mainPartOf(editor.store.getState().history.present).setup.capoFret;
const settled = () => waitFor(() => expect(screen.queryByText(/worked out …/)).toBeNull(), { timeout: 60_000 });
const busy = () => screen.getByLabelText('Where the capo goes').getAttribute('aria-busy');

describe('the Capo step', () => {
  test('fills every rung with what the planner finds, and names the easiest', async () => {
    showSong(SONG, <CapoPage />);
    await waitFor(() => expect(busy()).toBe('false'), { timeout: 60_000 });
    await settled();
    const { rows } = runSteps(planCapoRows(SONG, mainPartOf(SONG), SHARED_PLANNER));
    expect(rows).toHaveLength(10);
    expect(screen.getAllByRole('radio', { name: /^(No capo|Capo \d+):/ })).toHaveLength(rows.length);
    expect(rungAt(3).getAttribute('aria-label')).toMatch(/G shapes.*no barre/);
    expect(rungAt(3).getAttribute('aria-label')).toMatch(/best capo|as easy as the best/);
  });

  test('moves the capo by a press on a rung, in one step that can be undone; the song sounds as before', async () => {
    const editor = showSong(SONG, <CapoPage />);
    await waitFor(() => expect(busy()).toBe('false'), { timeout: 60_000 });
    expect(capoOf(editor)).toBe(0);
    fireEvent.click(rungAt(3));
    await waitFor(() => expect(capoOf(editor)).toBe(3));
    const { history } = editor.store.getState();
    expect(history.past).toHaveLength(1);
    expect(history.present.map).toBe(history.past[0]?.map);
    expect(history.present.facts).toBe(history.past[0]?.facts);
  });

  test('puts the capo on the best fret once where the way here asks for it', async () => {
    window.history.replaceState(null, '', '/songs/1/capo?best');
    const editor = showSong(SONG, <CapoPage />);
    await waitFor(() => expect(capoOf(editor)).toBe(3), { timeout: 60_000 });
    await waitFor(() => expect(window.location.search).toBe(''));
    editor.undo();
    await waitFor(() => expect(busy()).toBe('false'), { timeout: 60_000 });
    expect(capoOf(editor)).toBe(0);
  });

  test('neither moves the capo nor calls back when the song was left before the best fret was found', async () => {
    window.history.replaceState(null, '', '/songs/1/capo?best');
    const editor = showSong(SONG, <CapoPage />);
    window.history.replaceState(null, '', '/');
    await waitFor(() => expect(busy()).toBe('false'), { timeout: 60_000 });
    await settled();
    expect(capoOf(editor)).toBe(0);
    expect(window.location.pathname).toBe('/');
  });

  test('says what a song without chords needs', () => {
    showSong(newSong('Empty'), <CapoPage />);
    expect(screen.getByText('No chords yet')).toBeTruthy();
  });

  test('waits with the capo while the chart cannot be read', async () => {
    showSong({ ...SONG, chart: { ...SONG.chart, draftText: 'Verse:\n| Q# |' } }, <CapoPage />);
    expect(screen.getByText(/lines that cannot be read/)).toBeTruthy();
    await waitFor(() => expect((rungAt(3) as HTMLInputElement).disabled).toBe(true), { timeout: 60_000 });
  });
});
