import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { DRILLS } from '../../../../core/rehearse/drill-result.ts';
import { newSong } from '../../../../core/song/document/new-song.ts';
import { BARRE_CAUTION, DRILL_ABOUT, DRILL_CAUTION, DRILL_WORDS } from '../../../../core/words/rehearse/drill-words.ts';
import { chooseFrom } from '../../../../test-support/choose.ts';
import { songFromChart } from '../../../../test-support/read-chart.ts';
import { showSong } from '../../../../test-support/song-screen.tsx';
import { DrillsView } from './drills-view.tsx';

const EASY =
  'tempo: 60\nG = 320003\nD = xx0232\nform: Verse, Chorus, Verse\n\nVerse:\n| G | D |\n| G | D |\n\nChorus:\n| D | G |\n';
const WITH_BARRE = 'tempo: 60\nC = x32010\nF = 133211\n\nVerse:\n| C | F |\n';

const drill = () => within(screen.getByRole('region', { name: 'The drill' }));
const outcome = () => within(screen.getByRole('complementary', { name: 'What came of it' }));
const press = (name: string | RegExp) => fireEvent.click(drill().getByRole('button', { name }));
/** Lets so many seconds pass. */
const wait = (seconds: number) => act(() => vi.advanceTimersByTime(seconds * 1000));
const show = (chart: string) => showSong(songFromChart(chart), <DrillsView switcher={null} />);

beforeEach(() => {
  // There is no server: results wait in the page.
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the drills', () => {
  test('are chosen by name; each says what it is for, and the care that belongs to it', () => {
    show(EASY);
    for (const kind of DRILLS) {
      chooseFrom(/Drill$/, kind);
      expect(drill().getByRole('button', { name: `${DRILL_WORDS[kind]} Drill` })).toBeTruthy();
      expect(drill().getByText(DRILL_ABOUT[kind])).toBeTruthy();
      expect(drill().getByText(DRILL_CAUTION)).toBeTruthy();
    }
  });

  test('have nothing to change between in a song without chords', () => {
    showSong(newSong('Empty'), <DrillsView switcher={null} />);
    expect(drill().getByText('The song has no change that moves a finger.')).toBeTruthy();
  });

  test('of a new strum go in six steps, one after the other', () => {
    show(EASY);
    chooseFrom(/Drill$/, 'strum');
    const steps = within(drill().getByRole('list', { name: 'Steps of the drill' })).getAllByRole('button');
    expect(steps.map(({ textContent }) => textContent?.replace(/^\d /, ''))).toEqual([
      'Count aloud',
      'On muted strings',
      'On one chord',
      'On two chords',
      'In the song',
      'Sing',
    ]);
    expect(steps[0]?.getAttribute('aria-pressed')).toBe('true');
    press('It goes: the next step');
    expect(steps[1]?.getAttribute('aria-pressed')).toBe('true');
    expect(drill().getByText(/The left hand lies flat/)).toBeTruthy();
    fireEvent.click(steps[5] as HTMLElement);
    expect(drill().queryByRole('button', { name: 'It goes: the next step' })).toBeNull();
  });
});

describe('changes in a minute', () => {
  test('are counted after three seconds to get ready, typed, and lead to a tempo', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] });
    show(EASY);
    const clock = drill().getByRole('timer');
    expect(clock.textContent).toBe('60');
    press('Start the minute');
    expect(drill().getByText('Put the first chord down.')).toBeTruthy();
    expect(clock.textContent).toBe('3');
    wait(3.05);
    expect(clock.textContent).toBe('60');
    wait(59.5);
    expect(clock.textContent).toBe('1');
    wait(0.6);
    const field = drill().getByRole('textbox', { name: 'How many changes were that?' });
    const type = (text: string) => {
      fireEvent.change(field, { target: { value: text } });
      fireEvent.keyDown(field, { key: 'Enter' });
    };
    type('a few');
    expect(drill().getByText('Write how many changes you counted, such as 28.')).toBeTruthy();
    type('30');
    // Struck on every beat, the hand has one beat from the last strum of a bar to the first of the next.
    expect(drill().getByRole('status').textContent).toBe(
      '30 changes in a minute; the song leaves 1 beat for it, so with a click begin at 30.',
    );
    expect(clock.textContent).toBe('60');
    vi.useRealTimers();
    await waitFor(() => expect(outcome().getByText('G to D: 30 in a minute')).toBeTruthy());
    expect(outcome().getByRole('status').textContent).toContain('1 result kept in this browser');
  });

  test('are pressed by a partner, and can be broken off', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] });
    show(EASY);
    fireEvent.click(drill().getByText('a partner presses'));
    fireEvent.keyDown(document.body, { key: 's' });
    wait(5);
    for (const _ of [1, 2, 3]) {
      press(/^Change \(/);
    }
    fireEvent.keyDown(document.body, { key: 'Enter' });
    expect(drill().getByRole('button', { name: 'Change (4)' })).toBeTruthy();
    press('Break off');
    expect(drill().getByRole('timer').textContent).toBe('60');
    press('Start the minute');
    wait(64);
    expect(drill().getByText('4 pressed.')).toBeTruthy();
  });

  test('with a barre are half a minute, with half a minute’s rest and a word of care', () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] });
    show(WITH_BARRE);
    expect(drill().getByText(BARRE_CAUTION)).toBeTruthy();
    const clock = drill().getByRole('timer');
    press('Start 30 seconds');
    wait(33.1);
    expect(clock.textContent).toBe('rest 30');
    wait(30);
    expect(clock.textContent).toBe('0');
  });
});
