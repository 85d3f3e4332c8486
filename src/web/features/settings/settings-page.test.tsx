import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { DEFAULT_SETTINGS, type LibrarySettings } from '../../../core/song/document/settings.ts';
import { type Asked, refusal, showScreen, stubServer } from '../../../test-support/stub-server.tsx';
import { SettingsPage } from './settings-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The settings page over a library that keeps what it is sent, or refuses it. */
function show(refused: Response | null = null): readonly Asked[] {
  let settings: LibrarySettings = DEFAULT_SETTINGS;
  const asked = stubServer({
    'GET /api/settings': () => settings,
    'GET /api/session': () => ({ isSignedIn: true, isNeeded: false }),
    'PATCH /api/settings': (change: Partial<LibrarySettings>) => {
      settings = refused === null ? { ...settings, ...change } : settings;
      return refused ?? settings;
    },
  });
  showScreen(<SettingsPage />);
  return asked;
}
const changesIn = (asked: readonly Asked[]) =>
  asked.filter(({ what }) => what === 'PATCH /api/settings').map(({ body }) => body);
const choose = (name: string, option: string) =>
  fireEvent.click(within(screen.getByRole('radiogroup', { name })).getByText(option));
const isChosen = (name: string) =>
  within(screen.getByRole('radiogroup', { name }))
    .getAllByRole('radio')
    .find((each) => each instanceof HTMLInputElement && each.checked)
    ?.closest('label')?.textContent;

describe('the settings', () => {
  test('change one thing each, and show it once it is kept', async () => {
    const asked = show();
    await waitFor(() => expect(isChosen('Frets are counted')).toBe('from the capo'));
    choose('Frets are counted', 'from the nut');
    await waitFor(() => expect(isChosen('Frets are counted')).toBe('from the nut'));
    choose('Chord boxes', 'left-handed');
    await waitFor(() => expect(isChosen('Chord boxes')).toBe('left-handed'));
    expect(changesIn(asked)).toEqual([{ fretsFrom: 'nut' }, { isLeftHanded: true }]);
  });

  test('say why one is not kept, and stay as they were', async () => {
    show(refusal('disk-full', 'The disk of the data folder is full.', 507));
    await waitFor(() => expect(isChosen('Chord boxes')).toBe('right-handed'));
    choose('Chord boxes', 'left-handed');
    await waitFor(() => expect(screen.getByText('The disk of the data folder is full.')).toBeTruthy());
    expect(isChosen('Chord boxes')).toBe('right-handed');
  });

  test('take tunings of one’s own, and say what is wrong with one', async () => {
    const asked = show();
    const notes = screen.getByLabelText(/Open strings from low to high/);
    const write = (text: string) => {
      fireEvent.change(notes, { target: { value: text } });
      fireEvent.blur(notes);
    };
    write('C2 G2 D3');
    expect(notes.getAttribute('aria-invalid')).toBe('true');
    expect(changesIn(asked)).toEqual([]);
    write('C2 G2 C3 G3 A3 E4');
    await waitFor(() => expect(screen.getByRole('button', { name: /^Remove/ })).toBeTruthy());
    expect(changesIn(asked)).toMatchObject([{ ownTunings: [{ openMidi: [36, 43, 48, 55, 57, 64] }] }]);
    fireEvent.click(screen.getByRole('button', { name: /^Remove/ }));
    await waitFor(() => expect(screen.queryByRole('button', { name: /^Remove/ })).toBeNull());
    expect(changesIn(asked).at(-1)).toEqual({ ownTunings: [] });
  });
});
