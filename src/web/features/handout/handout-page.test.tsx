import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { HANDOUT_ITEMS } from '../../../core/song/document/handout-options.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import { HandoutPage } from './handout-page.tsx';

const SONG = songFromChart(
  'title: Paper Boat\nkey: C\ntempo: 90\nC = x32010\nG = 320003\nF = 133211\n\nVerse:\n| C | F |\n| G | C |\n',
);
const saved: { readonly name: string; readonly blob: Blob }[] = [];
const texts = () => [...document.querySelectorAll('svg text')].map(({ textContent }) => textContent);

beforeEach(() => {
  saved.length = 0;
  window.localStorage.clear();
  // jsdom has neither fonts, nor a canvas to measure with, nor downloads.
  Object.defineProperty(document, 'fonts', { configurable: true, value: { load: () => Promise.resolve([]) } });
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockImplementation(
    () => ({ font: '', measureText: (text: string) => ({ width: text.length * 8 }) }) as never,
  );
  let last: Blob | null = null;
  vi.stubGlobal(
    'URL',
    Object.assign(URL, {
      createObjectURL: (blob: Blob) => {
        last = blob;
        return 'blob:x';
      },
      revokeObjectURL: () => undefined,
    }),
  );
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    if (last !== null && this.download !== '') {
      saved.push({ name: this.download, blob: last });
    }
  });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('the handout', () => {
  test('prints nothing by accident: it says what is missing, with the way there', () => {
    showSong(newSong('Empty'), <HandoutPage />);
    expect(
      screen
        .getByText(/The song has no chords yet/)
        .querySelector('a')
        ?.getAttribute('href'),
    ).toBe('/song');
    expect(screen.queryByText('PDF')).toBeNull();
    expect(screen.queryByText('Show the page as it is')).toBeNull();
    cleanup();
    const unread = { ...SONG, chart: { ...SONG.chart, draftText: '| what' } };
    showSong(unread, <HandoutPage />);
    expect(document.querySelector('svg[role=img]')).toBeNull();
    fireEvent.click(screen.getByText('Show the page as it is'));
    expect(texts().join(' ')).toContain('The chart has lines that could not be read');
    expect(screen.getByText('PDF')).toBeTruthy();
  });

  test('says what it leaves out, shows it when asked, and leads from the page into the song', () => {
    showSong(SONG, <HandoutPage />);
    fireEvent.click(screen.getByLabelText('finger numbers'));
    expect(screen.getByText(/finger numbers: switched off/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText('Show finger numbers'));
    expect(screen.queryByText(/finger numbers: switched off/)).toBeNull();
    const bar = screen.getByLabelText('A1, bar 2: go there');
    expect(bar.getAttribute('href')).toMatch(/^\/map\?section=\d+&bar=\d+$/);
    expect(screen.getByLabelText('F: go there').getAttribute('href')).toBe('/shapes?chord=F');
  });

  test('stays as it was chosen when the step is left', () => {
    showSong(SONG, <HandoutPage />);
    fireEvent.click(screen.getByLabelText('on a level'));
    cleanup();
    showSong(SONG, <HandoutPage />);
    expect(texts().join(' ')).toContain('Your part.');
  });

  test('is for all, or one part with each hand on its own level', async () => {
    showSong(SONG, <HandoutPage />);
    await screen.findByText('Fits one page.');
    expect(texts()).toContain('F');
    fireEvent.click(screen.getByLabelText('on a level'));
    expect(screen.getByText('Level')).toBeTruthy();
    expect(texts().join(' ')).toContain('Your part.');
    fireEvent.click(screen.getByLabelText('as arranged'));
    expect(texts().join(' ')).not.toContain('Your part.');
  });

  test('is made as its reader wants it, which this device remembers where no class is chosen', () => {
    showSong(SONG, <HandoutPage />);
    expect(screen.getByText(new RegExp(`^\\d+ of ${HANDOUT_ITEMS.length} shown$`))).toBeTruthy();
    fireEvent.click(screen.getByLabelText('degrees of the key'));
    expect(texts()).toEqual(expect.arrayContaining(['I', 'IV', 'V']));
    fireEvent.click(screen.getByLabelText('finger numbers'));
    fireEvent.click(screen.getByLabelText('Letter'));
    expect(document.querySelector('svg[role=img]')?.getAttribute('viewBox')).toBe('0 0 215.9 279.4');
    fireEvent.click(screen.getByLabelText('paper on its side'));
    const box = () => document.querySelector('svg[role=img]')?.getAttribute('viewBox')?.split(' ').map(Number) ?? [];
    expect((box()[2] ?? 0) > (box()[3] ?? 0)).toBe(true);
    cleanup();
    showSong(SONG, <HandoutPage />);
    expect(texts()).toEqual(expect.arrayContaining(['I', 'IV', 'V']));
    expect(screen.getByText(new RegExp(`^\\d+ of ${HANDOUT_ITEMS.length} shown$`))).toBeTruthy();
  });

  test('gives the song as a file: its chart, its JSON, MIDI, MusicXML and tables', async () => {
    showSong(SONG, <HandoutPage />);
    fireEvent.click(screen.getByText('The song as a file'));
    const names = [
      'Text chart',
      'JSON',
      'MIDI',
      'MusicXML',
      'MusicXML, packed',
      'CSV of the bars',
      'CSV of the shapes',
    ];
    for (const [index, name] of names.entries()) {
      fireEvent.click(screen.getByText(name));
      await vi.waitFor(() => expect(saved).toHaveLength(index + 1), { timeout: 60_000 });
      await vi.waitFor(() => expect(screen.getByText('MIDI').closest('button')?.hasAttribute('disabled')).toBe(false));
    }
    expect(saved.map(({ name }) => name)).toEqual(
      ['.txt', '.json', '.mid', '.musicxml', '.mxl', '-map.csv', '-shapes.csv'].map((ending) => `Paper-Boat${ending}`),
    );
    expect(saved.every(({ blob }) => blob.size > 60)).toBe(true);
  });
});
