import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { newSong } from '../../../core/song/document/new-song.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { chooseFrom } from '../../../test-support/choose.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import type { SongEditor } from '../../editor/song-editor.ts';
import { RightHandPage } from './right-hand-page.tsx';

const CHART = 'tempo: 120\nG = 3553xx\n\nVerse:\n| G | D |\n| G | C |\n\nChorus:\n| C | D |\n';

/** The button so called. By its label or text: to work out the names of so many by role takes seconds. */
function button(name: string | RegExp): HTMLElement {
  const found = [...document.querySelectorAll('button')].filter((each) => {
    const called = each.getAttribute('aria-label') ?? each.textContent;
    return typeof name === 'string' ? called === name : name.test(called);
  });
  expect(found, String(name)).toHaveLength(1);
  return found[0] as HTMLElement;
}

const patternsIn = (editor: SongEditor) =>
  mainPartOf(editor.store.getState().history.present).patterns.map(({ targetId, pattern }) => [
    targetId,
    pattern?.name,
  ]);

afterEach(cleanup);

describe('the right hand of a song', () => {
  test('has no places while the song has no bars', () => {
    showSong(newSong('Empty'), <RightHandPage />);
    expect(screen.getByText('Patterns are chosen for sections; the song has none yet.')).toBeTruthy();
  });

  test('picks other strings under a chord, once for the song', () => {
    const editor = showSong(songFromChart('C = x32010\n\nVerse:\n| C | C |\n'), <RightHandPage />);
    expect(screen.queryByLabelText('Strings under each chord')).toBeNull();
    fireEvent.click(button('Use Eight Beads for The whole song'));
    const panel = within(screen.getByLabelText('Strings under each chord'));
    expect(panel.getByRole('button', { name: /bass under C/ }).textContent).toContain('its own: 5');
    chooseFrom(/bass under C/, '4');
    const part = mainPartOf(editor.store.getState().history.present);
    expect(part.pickedStrings.map(({ strings }) => strings)).toEqual([[{ role: 'bass', stringNumber: 4 }]]);
    chooseFrom(/bass under C/, 'own');
    expect(mainPartOf(editor.store.getState().history.present).pickedStrings).toEqual([]);
  });

  test('takes patterns for the song, a section and a line; what is further in says what it follows', () => {
    const song = songFromChart(CHART);
    const editor = showSong(song, <RightHandPage />);
    fireEvent.click(button('Use Late Ferry for The whole song'));
    expect(screen.queryAllByRole('button', { name: /as the rest/ })).toEqual([]);
    fireEvent.click(button('Verse: another right hand'));
    expect(button('Verseas the rest: Late Ferry')).toBeTruthy();
    fireEvent.click(button(/^Verseas the rest/));
    fireEvent.click(button('Use Full Kettle for Verse'));
    expect(screen.getAllByText('once through each bar; 4.0 strums a second, within level 3')).toHaveLength(1);
    fireEvent.click(button('Times, lines and bars of Verse'));
    const near = screen.getByLabelText('In Verse');
    fireEvent.click(within(near).getByText('Line 2'));
    fireEvent.click(button('Use One Bell for Line 2'));
    const [verse] = song.map.sections;
    expect(patternsIn(editor)).toEqual([
      [null, 'Late Ferry'],
      [verse?.id, 'Full Kettle'],
      [verse?.lines[1]?.id, 'One Bell'],
    ]);
    fireEvent.click(button('One pattern throughout Verse'));
    expect(patternsIn(editor)).toEqual([
      [null, 'Late Ferry'],
      [verse?.id, 'Full Kettle'],
    ]);
    fireEvent.click(button('Remove Full Kettle from Verse'));
    expect(patternsIn(editor)).toEqual([[null, 'Late Ferry']]);
  });

  test('tells strings that a picked pattern asks for and a shape does not sound', () => {
    showSong(songFromChart(CHART), <RightHandPage />);
    fireEvent.click(button('Use Eight Beads for The whole song'));
    expect(screen.getAllByText(/Not sounding: string 2 under G, string 1 under G/).length).toBeGreaterThan(0);
  });

  test('finds patterns by words and metre, and says where none answers', () => {
    showSong(songFromChart(CHART), <RightHandPage />);
    const search = screen.getByRole('textbox', { name: 'Name or feel' });
    fireEvent.change(search, { target: { value: 'country' } });
    fireEvent.keyDown(search, { key: 'Enter' });
    expect(within(screen.getByRole('list', { name: 'Patterns' })).getAllByRole('listitem')).toHaveLength(2);
    fireEvent.change(search, { target: { value: 'zither' } });
    fireEvent.keyDown(search, { key: 'Enter' });
    expect(screen.getByText('No pattern answers to this. Write one below.')).toBeTruthy();
  });

  test('writes a pattern by pressing, with its counts and what is wrong with it', () => {
    const editor = showSong(songFromChart(CHART), <RightHandPage />);
    const strokes = screen.getByRole<HTMLInputElement>('textbox', { name: /^Strokes/ });
    fireEvent.change(strokes, { target: { value: 'D- D- D- DU ---' } });
    expect(screen.getByRole('alert').textContent).toBe(
      '11 cells do not fill the bars evenly: add some, or take some out.',
    );
    fireEvent.change(strokes, { target: { value: 'D- D- D- ' } });
    fireEvent.click(button('D down'));
    fireEvent.click(button('U up'));
    expect(strokes.value).toBe('D- D- D- DU');
    expect(screen.getByText(/Counted 1 2 3 4 &; spoken/)).toBeTruthy();
    fireEvent.click(button('Take back'));
    fireEvent.click(button('D down'));
    expect(screen.getByText('Cell 8 goes against the swing: the hand goes up there.')).toBeTruthy();
    fireEvent.click(button('Use it'));
    expect(patternsIn(editor)).toHaveLength(1);
  });
});
