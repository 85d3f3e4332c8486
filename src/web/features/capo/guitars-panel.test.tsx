import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import { GuitarsPanel } from './guitars-panel.tsx';

afterEach(cleanup);

const SONG = songFromChart('capo: 2\n\nVerse:\n| G | D |\n');
const open = () => fireEvent.click(screen.getByRole('button', { name: /^Guitars/ }));
const partsOf = (editor: ReturnType<typeof showSong>) =>
  editor.store.getState().history.present.arrangements.flatMap(({ parts }) => parts);

describe('the guitars of a song', () => {
  test('are added on the capo of the one that is shown, named, shown and taken away', () => {
    const editor = showSong(SONG, <GuitarsPanel isWaiting={false} />);
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Add a guitar' }));
    expect(partsOf(editor).map(({ name, setup }) => [name, setup.capoFret])).toEqual([
      ['Guitar', 2],
      ['Guitar 2', 2],
    ]);
    const name = screen.getByLabelText('Name of Guitar 2');
    fireEvent.change(name, { target: { value: ' High guitar ' } });
    fireEvent.blur(name);
    expect(partsOf(editor).map((part) => part.name)).toEqual(['Guitar', 'High guitar']);
    fireEvent.click(screen.getByRole('button', { name: 'Show High guitar' }));
    expect(editor.store.getState().partId).toBe(partsOf(editor)[1]?.id);
    fireEvent.click(screen.getByRole('button', { name: 'Take High guitar away' }));
    expect(partsOf(editor)).toHaveLength(1);
    editor.undo();
    expect(partsOf(editor).map((part) => part.name)).toEqual(['Guitar', 'High guitar']);
  });

  test('keep a name, and the last of them cannot be taken away', () => {
    const editor = showSong(SONG, <GuitarsPanel isWaiting={false} />);
    open();
    const name = screen.getByLabelText('Name of Guitar');
    fireEvent.change(name, { target: { value: '  ' } });
    fireEvent.blur(name);
    expect(screen.getByText(/needs a name/)).toBeTruthy();
    expect(partsOf(editor)[0]?.name).toBe('Guitar');
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
  });
});
