import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { newSong } from '../../../core/song/new-song.ts';
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
  test('has nothing to print without bars', () => {
    showSong(newSong('Empty'), <HandoutPage />);
    expect(screen.getByText('Nothing to hand out yet')).toBeTruthy();
  });

  test('is for all, or one part with each hand on its own rung', async () => {
    showSong(SONG, <HandoutPage />);
    await screen.findByText('Fits one page.');
    expect(texts()).toContain('F');
    fireEvent.click(screen.getByLabelText('one part'));
    expect(screen.getByText('Left hand on rung')).toBeTruthy();
    expect(texts().join(' ')).toContain('Your part.');
    fireEvent.click(screen.getByLabelText('all'));
    expect(texts().join(' ')).not.toContain('Your part.');
  });

  test('gives the song as a file: its chart, its JSON, and MIDI', async () => {
    showSong(SONG, <HandoutPage />);
    for (const name of ['Text chart', 'JSON', 'MIDI']) {
      fireEvent.click(screen.getByText(name));
    }
    await vi.waitFor(() => expect(saved).toHaveLength(3), { timeout: 60_000 });
    expect(saved.map(({ name }) => name)).toEqual(['Paper-Boat.txt', 'Paper-Boat.json', 'Paper-Boat.mid']);
    expect(saved.map(({ blob }) => blob.type)).toEqual(['text/plain', 'application/json', 'audio/midi']);
    expect(saved.every(({ blob }) => blob.size > 60)).toBe(true);
  });
});
