import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { STANDARD_TUNING } from '../../../core/fretboard/tuning.ts';
import { applyCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { chooseFrom } from '../../../test-support/choose.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import type { SongEditor } from '../../editor/song-editor.ts';
import { RehearsePage } from './rehearse-page.tsx';

const SONG = songFromChart(
  'tempo: 100\nG = 320003\nD = xx0232\nC = x32010\nform: Verse, Chorus, Verse\n\nVerse:\n| G | D | x2\n| D | C |\n\nChorus:\n| C | G |\n',
);

function withSecondGuitar(song: SongDocument): SongDocument {
  const setup = { tuning: STANDARD_TUNING, capoFret: 5 };
  const outcome = applyCommand(song, { kind: 'add-part', name: 'Guitar 2', setup });
  return outcome.ok ? outcome.value.document : expect.unreachable();
}

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const more = () => within(screen.getByRole('complementary', { name: 'More' }));

/** Writes into a field and leaves it. */
function write(label: string, text: string): void {
  const field = more().getByRole('textbox', { name: label });
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
}

/** Shows the step with everything beside it. */
function open(song: SongDocument = SONG): SongEditor {
  const editor = showSong(song, <RehearsePage />);
  press('More');
  return editor;
}

/** A panel's summary, opened or not. */
const summaryOf = (title: string) =>
  more()
    .getByRole('button', { name: new RegExp(`^${title}`) })
    .textContent?.replace(title, '');
const openPanel = (title: string) => press(new RegExp(`^${title}`));
const scenesIn = (editor: SongEditor) => editor.store.getState().history.present.scenes;
/** The numbers of the bars that stand on the stage. */
const barsOnStage = () => [...document.querySelectorAll('[data-bar]')].map((bar) => bar.getAttribute('data-bar'));

afterEach(cleanup);

describe('rehearsing', () => {
  test('has nothing to play while the song has no bars', () => {
    showSong(newSong('Empty'), <RehearsePage />);
    expect(screen.getByText('Nothing to play yet')).toBeTruthy();
  });

  test('begins with the whole song at its tempo, its first two rows, and the four controls', () => {
    showSong(SONG, <RehearsePage />);
    expect(screen.getByTestId('tempo').textContent).toBe('100');
    expect(barsOnStage()).toEqual(['1', '2', '3', '4']);
    const controls = within(screen.getByRole('toolbar', { name: 'Rehearsing' }));
    expect(controls.getAllByRole('button').map(({ textContent }) => textContent)).toEqual([
      'Start',
      'Slower',
      'Loop this line',
      'Next section',
      'More',
    ]);
    expect(screen.queryByRole('complementary', { name: 'More' })).toBeNull();
  });

  test('is slowed, looped and moved on by buttons and by keys alike, in silence too', () => {
    showSong(SONG, <RehearsePage />);
    press('Slower');
    expect(screen.getByTestId('tempo').textContent).toBe('95');
    fireEvent.keyDown(document.body, { key: '-' });
    expect(screen.getByTestId('tempo').textContent).toBe('90');
    fireEvent.keyDown(document.body, { key: '+' });
    expect(screen.getByTestId('tempo').textContent).toBe('95');
    fireEvent.keyDown(document.body, { key: 'r' });
    expect(barsOnStage()).toEqual(['1', '2']);
    press('Leave the loop');
    press('Next section');
    expect(barsOnStage()).toContain('7');
  });

  test.each([
    ['section', '1', 'Chorus', ['7', '8']],
    ['pass', '2', 'Verse 2', ['9', '10', '11', '12']],
    ['line', '1', 'Verse 1, line 2', ['5', '6']],
    ['change', '0', 'G to D', ['1', '2']],
  ])('takes a %s, the one at %s: %s', (kind, which, said, bars) => {
    open();
    chooseFrom(/Range$/, kind);
    chooseFrom(/Which$/, which);
    expect(summaryOf('What is played')).toBe(said);
    expect(barsOnStage()).toEqual(bars);
  });

  test('takes bars by number or place, says what lies between, and refuses what is not there', () => {
    open();
    chooseFrom(/Range$/, 'bars');
    write('Bars', '5-7');
    expect(summaryOf('What is played')).toBe('bars 5 to 7');
    expect(barsOnStage()).toEqual(['5', '6', '7']);
    write('Bars', '2, 5');
    expect(more().getByText(/2 to 5 are played/)).toBeTruthy();
    write('Bars', '99');
    expect(summaryOf('What is played')).toBe('bars 2 to 5');
    expect(more().getByRole<HTMLInputElement>('textbox', { name: 'Bars' }).value).toBe('99');
    write('Bars', 'Chorus, line 1, bar 2');
    expect(summaryOf('What is played')).toBe('bar 8');
  });

  test('joins sections in the order of the song, one of them at least', () => {
    open();
    chooseFrom(/Range$/, 'joined');
    expect(summaryOf('What is played')).toBe('Verse 1, Chorus and Verse 2, joined one by one');
    const tick = (name: string) => more().getByRole<HTMLInputElement>('checkbox', { name });
    fireEvent.click(tick('Verse 1'));
    fireEvent.click(tick('Chorus'));
    expect(summaryOf('What is played')).toBe('Verse 2, joined one by one');
    expect(tick('Verse 2').disabled).toBe(true);
    fireEvent.click(tick('Verse 1'));
    expect(summaryOf('What is played')).toBe('Verse 1 and Verse 2, joined one by one');
    expect(screen.getByRole('button', { name: 'Join the next' })).toBeTruthy();
  });
});

describe('how fast', () => {
  test('is written in beats a minute or in percent, within 40 and 130 percent of the song', () => {
    open();
    openPanel('How fast');
    write('Beats a minute', '72');
    expect(screen.getByTestId('tempo').textContent).toBe('72');
    expect(more().getByRole<HTMLInputElement>('textbox', { name: 'or percent of the song' }).value).toBe('72');
    write('or percent of the song', '50');
    expect(summaryOf('How fast')).toBe('50 of 100');
    write('Beats a minute', '131');
    expect(more().getByText('Write a whole number from 40 to 130.')).toBeTruthy();
    write('Beats a minute', 'fast');
    expect(screen.getByTestId('tempo').textContent).toBe('50');
  });

  test('rises by itself, or as rounds are clean', () => {
    open();
    openPanel('How fast');
    fireEvent.click(more().getByText('rising by itself'));
    expect(summaryOf('How fast')).toBe('75 of 100, up 3 every 2 rounds to 100');
    write('Up by', '5');
    write('after so many rounds', '1');
    write('as far as', '90');
    expect(summaryOf('How fast')).toBe('75 of 100, up 5 every round to 90');
    write('Up by', '0');
    expect(more().getByText('Write a whole number from 1 to 20.')).toBeTruthy();
    fireEvent.click(more().getByText('as rounds are clean'));
    const controls = within(screen.getByRole('toolbar', { name: 'Rehearsing' }));
    for (const _ of [1, 2]) {
      fireEvent.click(controls.getByRole('button', { name: 'Clean' }));
    }
    expect(controls.getByRole('status').textContent).toBe('2 clean, 0 missed in a row');
    fireEvent.click(controls.getByRole('button', { name: 'Clean' }));
    expect(screen.getByTestId('tempo').textContent).toBe('105');
    fireEvent.keyDown(document.body, { key: 'x' });
    expect(controls.getByRole('status').textContent).toBe('0 clean, 1 missed in a row');
  });
});

describe('the band', () => {
  test('has the players that the song has, and says who is heard', () => {
    open(withSecondGuitar(SONG));
    openPanel('The band');
    expect(summaryOf('The band')).toBe('without second guitar; click on every beat');
    fireEvent.click(more().getByRole('checkbox', { name: 'second guitar' }));
    expect(summaryOf('The band')).toBe('all of it; click on every beat');
    fireEvent.click(more().getByRole('checkbox', { name: 'this guitar' }));
    fireEvent.click(more().getByRole('checkbox', { name: 'second guitar' }));
    expect(summaryOf('The band')).toBe('bass only; click on every beat');
    chooseFrom(/Click$/, 'backbeat');
    expect(summaryOf('The band')).toBe('bass only; click on 2 and 4');
  });

  test('alone has no second guitar, and each hand takes a level of its own', () => {
    open();
    openPanel('The band');
    expect(more().queryByRole('checkbox', { name: 'second guitar' })).toBeNull();
    chooseFrom(/Left hand$/, '2');
    expect(more().getByRole('button', { name: /Right hand/ }).textContent).toContain('level 2');
    chooseFrom(/Right hand$/, '4');
    expect(more().getByRole('button', { name: /Left hand/ }).textContent).toContain('level 2');
    chooseFrom(/Left hand$/, 'as arranged');
    expect(more().getByRole('button', { name: /Right hand/ }).textContent).toContain('as arranged');
  });

  test('loops a part under what is played, which can then be silenced', () => {
    open();
    openPanel('Looped under it');
    expect(summaryOf('Looped under it')).toBe('nothing');
    chooseFrom(/Which part goes round$/, 'bass');
    expect(summaryOf('Looped under it')).toBe('bass: the whole song');
    chooseFrom(/Its bars$/, 'section');
    expect(summaryOf('Looped under it')).toBe('bass: Verse');
    openPanel('The band');
    expect(more().getByRole('checkbox', { name: 'looped part' })).toBeTruthy();
  });
});

describe('a scene', () => {
  test('is kept with the song under a name, set up again, put on the page, and taken away', () => {
    const editor = open();
    openPanel('Scenes');
    chooseFrom(/Range$/, 'section');
    press('Slower');
    write('Keep what is set up now as', 'Monday');
    expect(scenesIn(editor)).toMatchObject([{ name: 'Monday', bpm: 95, range: { kind: 'section' }, isOnPage: false }]);
    expect(summaryOf('Scenes')).toBe('one scene');
    expect(more().getByText('Monday: Verse at 95')).toBeTruthy();
    chooseFrom(/Range$/, 'song');
    press('Set up Monday');
    expect(summaryOf('What is played')).toBe('Verse');
    fireEvent.click(more().getByRole('checkbox', { name: 'on the page' }));
    expect(scenesIn(editor)[0]?.isOnPage).toBe(true);
    press('Slower');
    press('Keep what is set up now as Monday');
    expect(scenesIn(editor)).toMatchObject([{ name: 'Monday', bpm: 90, isOnPage: true }]);
    press('Take Monday away');
    expect(scenesIn(editor)).toEqual([]);
    editor.undo();
    expect(scenesIn(editor)).toMatchObject([{ name: 'Monday', bpm: 90 }]);
  });

  test('needs a name of its own', () => {
    const editor = open();
    openPanel('Scenes');
    write('Keep what is set up now as', 'Monday');
    write('Keep what is set up now as', 'Monday');
    expect(more().getByRole('alert').textContent).toContain('Another scene is called “Monday” already.');
    expect(scenesIn(editor)).toHaveLength(1);
  });
});
