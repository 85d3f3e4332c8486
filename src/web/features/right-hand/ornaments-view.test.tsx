import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { chooseFrom } from '../../../test-support/choose.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import type { SongEditor } from '../../editor/song-editor.ts';
import { OrnamentsView } from './ornaments-view.tsx';

const SONG = songFromChart('key: D\ntempo: 90\nD = xx0232\nG = 320033\nA = x02220\n\nVerse:\n| D | G |\n| A | D |\n');
const ornamentsIn = (editor: SongEditor) =>
  mainPartOf(editor.store.getState().history.present).ornaments.map(
    ({ kind, level, notes }) =>
      `${kind} ${level}: ${notes.map(({ stringNumber, fret }) => `${stringNumber}/${fret}`).join(' ')}`,
  );
const type = (label: RegExp | string, value: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value } });
  fireEvent.keyDown(field, { key: 'Enter' });
  fireEvent.blur(field);
};
/** The steps are read as they are typed; Enter puts them in. */
const steps = (text: string) => fireEvent.change(screen.getByLabelText(/^Steps/), { target: { value: text } });
/** Presses the button that says so; the editor comes after the list. */
const press = (text: string) => fireEvent.click(screen.getAllByText(text).at(-1) as HTMLElement);

afterEach(cleanup);

describe('ornaments beside the chords', () => {
  test('are written by typing and by pressing, refused with the reason, put into several bars, and taken away', () => {
    const editor = showSong(SONG, <OrnamentsView switcher={null} />);
    expect(screen.getByText('No note is written yet.')).toBeTruthy();
    steps('6/3 6/x');
    fireEvent.keyDown(screen.getByLabelText(/^Steps/), { key: 'Enter' });
    expect(ornamentsIn(editor)).toEqual([]);
    expect(screen.getByRole('alert').textContent).toMatch(/Step 2, “6\/x”, is no string and fret/);
    steps('6/3');
    fireEvent.click(screen.getByLabelText('string 5 fret 2'));
    press('Ring on');
    type('In bars', '1, 9');
    expect(screen.getByRole('alert').textContent).toBe('The song has bars up to 4; there is no bar 9.');
    type('In bars', '1, 4');
    type('On beat', '7');
    expect(screen.getByRole('alert').textContent).toBe('“7” is no beat of the bar; write 1, 3 or 2&.');
    type('On beat', '3');
    press('Put it in');
    expect(ornamentsIn(editor)).toEqual(['riff 5: 6/3 5/2', 'riff 5: 6/3 5/2']);
    expect(screen.getByText('Riff, bars 1, 4')).toBeTruthy();
    fireEvent.click(screen.getByLabelText('Edit Riff, bars 1, 4'));
    expect(screen.getByLabelText<HTMLInputElement>(/^Steps/).value).toBe('6/3 5/2 -');
    steps('6/2 5/2 -');
    fireEvent.keyDown(screen.getByLabelText(/^Steps/), { key: 'Enter' });
    expect(ornamentsIn(editor)).toEqual(['riff 5: 6/2 5/2', 'riff 5: 6/2 5/2']);
    fireEvent.click(screen.getByLabelText('Take away Riff, bars 1, 4'));
    expect(ornamentsIn(editor)).toEqual([]);
  });

  test('are placed by section, line and bar, and played only where that is said', () => {
    const song = songFromChart('form: Verse, Chorus, Verse\n\nVerse:\n| G | D |\n\nChorus:\n| C | D |\n');
    const editor = showSong(song, <OrnamentsView switcher={null} />);
    steps('6/3');
    type('In bars', 'Bridge, line 1, bar 1');
    expect(screen.getByRole('alert').textContent).toMatch(/no section here; there are Verse 1, Chorus, Verse 2/);
    type('In bars', 'Verse 2, line 1, bar 2');
    chooseFrom(/Played/, 'only');
    press('Put it in');
    const [ornament] = mainPartOf(editor.store.getState().history.present).ornaments;
    expect(ornament?.passIds).toEqual([song.map.form[2]?.id]);
    expect(screen.getByText('Riff, bar 6')).toBeTruthy();
    expect(screen.getByText(/only there · Verse 2, line 1, bar 2/)).toBeTruthy();
  });

  test('past the last fret are kept, with a word', () => {
    const editor = showSong(SONG, <OrnamentsView switcher={null} />);
    steps('1/19');
    expect(screen.getByText('Fret 19 is out of reach: fret 14 is the last this guitar reaches.')).toBeTruthy();
    press('Put it in');
    expect(ornamentsIn(editor)).toEqual(['riff 5: 1/19']);
    expect(screen.getByText('Fret 19 is out of reach: fret 14 is the last this guitar reaches.')).toBeTruthy();
  });

  test('are proposed where they suit, and put in with a press', () => {
    const editor = showSong(SONG, <OrnamentsView switcher={null} />);
    fireEvent.click(screen.getByLabelText('Put in: Bar 1: the fourth on D, string 1, and back.'));
    expect(ornamentsIn(editor)).toEqual(['added-finger 5: 1/3 1/2']);
    expect(screen.queryByLabelText('Put in: Bar 1: the fourth on D, string 1, and back.')).toBeNull();
  });

  test('a full hand is told with a shape that has a finger free, which is taken with a press', () => {
    const editor = showSong(SONG, <OrnamentsView switcher={null} />);
    fireEvent.change(screen.getByLabelText(/^Steps/), { target: { value: '2/1' } });
    type('In bars', '2');
    press('Put it in');
    expect(screen.queryByText(/leaves no finger free/)).toBeNull();
    const before = mainPartOf(editor.store.getState().history.present);
    editor.run({
      kind: 'put-ornaments',
      partId: before.id,
      replaces: before.ornaments.map(({ id }) => id),
      spots: before.ornaments.map(({ barId }) => ({ barId, passIds: null })),
      ornament: { kind: 'added-finger', level: 5, notes: before.ornaments[0]?.notes ?? [] },
    });
    cleanup();
    const again = showSong(editor.store.getState().history.present, <OrnamentsView switcher={null} />);
    expect(screen.getByText(/G leaves no finger free for string 2 at fret 1; held as 320003/)).toBeTruthy();
    press('Hold it so');
    expect(screen.queryByText(/leaves no finger free/)).toBeNull();
    const held = mainPartOf(again.store.getState().history.present).shapes.find(({ chord }) => chord.root === 'G');
    // Ring, middle and little finger: the index is free (common practice).
    expect(held).toMatchObject({ origin: 'chosen', fingering: { fingers: [3, 2, null, null, null, 4] } });
  });
});
