import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { applyCommand } from '../../../../core/song/commands.ts';
import type { SongDocument } from '../../../../core/song/document/document.ts';
import { songFromChart } from '../../../../test-support/read-chart.ts';
import { showSong } from '../../../../test-support/song-screen.tsx';
import { TuneView } from './tune-view.tsx';

const strings = () => within(screen.getByRole('list', { name: 'Strings' })).getAllByRole('button');
const chosen = () => strings().findIndex((each) => each.getAttribute('aria-pressed') === 'true');
const show = (song: SongDocument) => showSong(song, <TuneView switcher={null} />);
const key = (name: string) => fireEvent.keyDown(document.body, { key: name });

afterEach(cleanup);

describe('tuning the room', () => {
  test('has the strings of the part’s tuning, the lowest first, and goes through them by keys and presses', () => {
    show(songFromChart('tuning: drop D\n\nVerse:\n| D |\n'));
    expect(strings().map((each) => each.querySelector('b')?.textContent)).toEqual(['D2', 'A2', 'D3', 'G3', 'B3', 'E4']);
    expect(chosen()).toBe(0);
    key('ArrowRight');
    expect(chosen()).toBe(1);
    key('ArrowLeft');
    key('ArrowLeft');
    expect(chosen()).toBe(5);
    fireEvent.click(screen.getByRole('button', { name: 'Next string' }));
    expect(chosen()).toBe(0);
    fireEvent.click(strings()[3] as HTMLElement);
    expect(chosen()).toBe(3);
  });

  test('follows a record that is off concert pitch, and says to what', () => {
    const song = songFromChart('Verse:\n| D |\n');
    show(song);
    expect(screen.queryByText(/All follows the record/)).toBeNull();
    cleanup();
    const outcome = applyCommand(song, { kind: 'set-facts', facts: { recordCents: -20 } });
    show(outcome.ok ? outcome.value.document : expect.unreachable());
    // 440 Hz less 20 cents: 440 x 2^(-20/1200) = 434.9.
    expect(screen.getByText(/All follows the record: A = 434\.9 Hz\./)).toBeTruthy();
  });

  test('says that it cannot listen where there is no microphone, and warns of tuning up', async () => {
    show(songFromChart('Verse:\n| D |\n'));
    expect(screen.getByText('A string above its usual pitch can break: tune down, or move the capo.')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Listen to a string' }));
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
    expect(screen.getByRole('button', { name: 'Listen to a string' })).toBeTruthy();
  });
});
