import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { itemAt } from '../../../core/kernel/list.ts';
import { findPattern, SHELF } from '../../../core/rhythm/pattern-library.ts';
import { toStoredPattern } from '../../../core/song/attachments/right-hand.ts';
import { applyCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { chartIn, showSong } from '../../../test-support/song-screen.tsx';
import { MapPage } from './map-page.tsx';

const CHART = 'key: G\ntempo: 120\n\nVerse:\n| G | D | Em | C |\n"one two"\n| G | D |\n\nChorus:\n| C | D |\n';
const show = (chart: string) => showSong(songFromChart(chart), <MapPage />);
const bar = (place: string): HTMLElement => {
  const found = document.querySelector<HTMLElement>(`[data-place$="${place}"]`);
  if (found === null) {
    throw new Error(`no bar at ${place}`);
  }
  return found;
};
const press = (element: Element, key: string, held: object = {}) => fireEvent.keyDown(element, { key, ...held });
const button = (name: string | RegExp) => screen.getByRole('button', { name });
/** Commits a text into a labelled field, as leaving it does. */
const fill = (label: string, text: string) => {
  const field = screen.getByRole('textbox', { name: label });
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the map of a song', () => {
  test('shows sections, the form, the other names beside, and what it adds up to', () => {
    show(`capo: 2\n${CHART}`);
    expect(screen.getByRole('heading', { name: 'Verse' })).toBeTruthy();
    expect(bar('/0//0').textContent).toBe('GF');
    expect(within(screen.getByRole('list', { name: 'Form' })).getAllByRole('button')).toHaveLength(2);
    expect(screen.getByText(/8 bars, 0:16, 32 beats in 2 sections/)).toBeTruthy();
  });

  test('says which pattern goes round a section, and marks the bar where it changes and where it comes back', () => {
    const song = songFromChart(CHART);
    const { id: partId } = mainPartOf(song);
    const assign = (document: SongDocument, targetId: number | null, name: string): SongDocument => {
      const pattern = toStoredPattern((findPattern(SHELF, name) ?? itemAt(SHELF, 0)).pattern);
      const outcome = applyCommand(document, { kind: 'assign-pattern', partId, targetId, change: { pattern } });
      return outcome.ok ? outcome.value.document : document;
    };
    const second = song.map.sections[0]?.lines[0]?.bars[1]?.id ?? null;
    showSong(assign(assign(song, null, 'Late Ferry'), second, 'One Bell'), <MapPage />);
    expect(screen.getAllByText(/Late Ferry, once through each bar/)).toHaveLength(2);
    const texts = ['/0//0', '/0//1', '/0//2', '/0//3', '/1//0'].map((place) => bar(place).textContent);
    expect(texts.map((text) => /One Bell|Late Ferry/.exec(text)?.[0] ?? '')).toEqual([
      '',
      'One Bell',
      'Late Ferry',
      '',
      '',
    ]);
  });

  test('an empty song has one bar to type into, and a first section to name', () => {
    const editor = showSong(newSong('Empty'), <MapPage />);
    const next = button('Next bar of Verse');
    press(next, 'g');
    const field = screen.getByRole('textbox', { name: 'Next bar of Verse' });
    press(field, 'Tab');
    expect(chartIn(editor)).toBe('Verse:\n| G |\n');
    fireEvent.click(bar('/0//0'));
    fireEvent.click(button(/^Section/));
    fill('Name of the section', 'Lamp part');
    expect(chartIn(editor)).toBe('Lamp part:\n| G |\n');
  });

  test('a bar that cannot be read says so in its field, and takes a proposal', () => {
    const editor = show(CHART);
    press(bar('/0//1'), 'D');
    const field = screen.getByRole('textbox', { name: 'Bar 2 of Verse line 1' });
    fireEvent.change(field, { target: { value: 'Dq' } });
    press(field, 'Tab');
    expect(screen.getByRole('alert').textContent).toContain('“Dq” is no chord known here.');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    press(field, 'Escape');
    expect(chartIn(editor)).toContain('| G | D | Em | C |');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('a bar selected by pressing is marked, given another metre, and parted', () => {
    const editor = show(CHART);
    fireEvent.click(bar('/0//1'));
    expect(bar('/0//1').getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByRole('heading', { name: 'Verse, line 1, bar 2' })).toBeTruthy();
    expect(screen.getByText(/Heard as bar 2, first at 0:02/)).toBeTruthy();
    fill('Metre', '2/4');
    expect(chartIn(editor)).toContain('| G | (2/4) D | Em | C |');
    fill('Metre', 'seven');
    expect(screen.getByText('Write a metre such as 3/4 or 7/8 2+2+3.')).toBeTruthy();
    fill('Syllable under D', 'two');
    expect(bar('/0//1').textContent).toContain('two');
    fireEvent.click(button('Join into one bar'));
    expect(screen.getByText('These bars do not share one bar in whole or half beats.')).toBeTruthy();
  });

  test('a line gets rounds, words and an ending of its own, and is written out again', () => {
    const editor = show(CHART);
    fireEvent.click(bar('/1//0'));
    fireEvent.click(button(/^Line/));
    fill('Rounds', '3');
    fill('Words, time 2', 'second time');
    expect(chartIn(editor)).toContain('| G | D | x3\n"" / "second time"');
    fireEvent.click(button('End the last round otherwise'));
    expect(chartIn(editor)).toContain('| G | x3\n1-2. | D |\n3. | D |');
    fireEvent.click(button('Write the rounds out'));
    expect(chartIn(editor)).toContain('| G | D |\n| G | D |\n"second time"\n| G | D |\n');
    fill('Rounds', 'many');
    expect(screen.getByText('A number of repeats lies between 1 and 64.')).toBeTruthy();
  });

  test('sections are moved, joined, cut and taken out; a name in use is refused in its field', () => {
    const editor = show(CHART);
    fireEvent.click(bar('/1//0'));
    fireEvent.click(button(/^Section/));
    fill('Name of the section', 'Chorus');
    expect(screen.getAllByText('There is a section called Chorus already.').length).toBeGreaterThan(0);
    fireEvent.click(button('Cut before this line'));
    expect(chartIn(editor)).toContain('Verse:\n| G | D | Em | C |\n"one two"\n\nVerse 2:\n| G | D |\n');
    editor.undo();
  });

  test('passes are chosen, moved, left out and made sections of their own', () => {
    const editor = show(CHART);
    const form = screen.getByRole('list', { name: 'Form' });
    fireEvent.click(within(form).getByRole('button', { name: /^Verse/ }));
    expect(screen.getByText(/2 bars, 0:04 instead of 8 bars, 0:16/)).toBeTruthy();
    fireEvent.click(button('Later'));
    expect(chartIn(editor)).toContain('form: Chorus, Verse');
    fireEvent.click(button('Leave out for a lesson'));
    expect(within(form).getByRole('button', { name: /^Verse/ }).textContent).toContain('left out');
    expect(screen.getByText('With passes left out the record is not compared.')).toBeTruthy();
    fireEvent.click(button('Play again'));
    fireEvent.click(button(/^Add it at the end/));
    fireEvent.click(button('Delete it'));
    editor.undo();
    editor.undo();
    expect(chartIn(editor)).toContain('form: Chorus, Verse');
  });

  test('a song whose text cannot be read in full waits until that is settled', () => {
    const editor = show(CHART);
    editor.run({ kind: 'keep-draft', draftText: `${CHART}| Q |\n` });
    press(bar('/0//0'), 'Delete');
    expect(screen.getByRole('alert').textContent).toContain('Mend them in the text, or drop them');
    editor.run({ kind: 'drop-draft' });
    press(bar('/0//0'), 'Delete');
    expect(chartIn(editor)).toContain('| D | Em | C |');
  });
});
