import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { deriveLevels } from '../../../core/arrange/levels/levels.ts';
import { AVERAGE_HAND } from '../../../core/shapes/hand.ts';
import { formatShape } from '../../../core/shapes/shape.ts';
import { applyCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { showSong } from '../../../test-support/song-screen.tsx';
import { LevelsPage } from './levels-page.tsx';
import { LevelsView } from './levels-view.tsx';

const SONG = songFromChart(
  'key: C\ntempo: 90\nC = x32010\nG = 320003\nF = 133211\n\nVerse:\n| C | F |\n| G | C |\n\nChorus:\n| F G | C |\n',
);

function showLevels(song: SongDocument) {
  const levels = deriveLevels(song, mainPartOf(song), { hand: AVERAGE_HAND, known: null });
  return showSong(song, <LevelsView playedLevels={levels} played={listPlayedBars(song)} />);
}
const byLabel = (label: RegExp | string) => fireEvent.click(screen.getByLabelText(label));
const editsIn = (editor: ReturnType<typeof showLevels>) =>
  mainPartOf(editor.store.getState().history.present).levelEdits.map((edit) =>
    edit.hand === 'left'
      ? `${edit.level} ${edit.fingering === null ? 'goes on' : formatShape(edit.fingering.shape)} ${edit.slotId === null ? 'throughout' : 'here'}`
      : `${edit.level} ${edit.pattern.name}`,
  );

afterEach(cleanup);

describe('the levels of a song', () => {
  test('wait for bars', () => {
    showSong(newSong('Empty'), <LevelsPage />);
    expect(screen.getByText('No bars yet')).toBeTruthy();
  });

  test('stand under each other, the hardest on top, with what makes them hard', () => {
    showLevels(SONG);
    const ladder = within(screen.getByLabelText('Levels, the hardest first'));
    const texts = ladder
      .getAllByRole('listitem')
      .flatMap(({ textContent }) => (/difficulty \d/.test(textContent) ? [textContent] : []));
    expect(texts[0]).toMatch(/full version|the song/);
    expect(texts[0]).toMatch(/1 barre; hardest .* in 0\.67 s, bar \d/);
    expect(texts.at(-1)).toMatch(/no barres/);
    const totals = texts.map((text) => Number(/difficulty ([\d.]+)/.exec(text)?.[1]));
    expect(totals).toEqual([...totals].sort((a, b) => b - a));
  });

  test('a chord is held otherwise throughout a level or here only, or gives way to the one before', () => {
    const editor = showLevels(SONG);
    byLabel('Level 3, bar 2: F xx3211');
    expect(screen.getByText('F on level 3')).toBeTruthy();
    expect(screen.getByText(/Barres in short sets/)).toBeTruthy();
    byLabel('133211 wherever F comes');
    byLabel('133211 in bar 2 only');
    expect(editsIn(editor)).toEqual(['3 133211 throughout', '3 133211 here']);
    fireEvent.click(screen.getByText('Let the chord before go on here'));
    expect(editsIn(editor)).toEqual(['3 133211 throughout', '3 goes on here']);
    byLabel('Take away: Level 3: F the chord before goes on, bar 2');
    expect(editsIn(editor)).toEqual(['3 133211 throughout']);
  });

  test('the first level plays triads or bass notes', () => {
    const editor = showLevels(SONG);
    byLabel(/^Level 1, bar 1/);
    byLabel('bass notes');
    expect(mainPartOf(editor.store.getState().history.present).firstLevel).toBe('bass');
  });

  test('an edit whose chord the capo has taken away is told, and stays', () => {
    const partId = mainPartOf(SONG).id;
    const fingering = mainPartOf(SONG).shapes.find(({ chord }) => chord.root === 'F')?.fingering ?? null;
    const chord = { root: 'F', quality: '', bass: null } as const;
    const edited = [
      { kind: 'edit-level', partId, edit: { hand: 'left', level: 3, chord, slotId: null, fingering } },
      { kind: 'set-capo', partId, capoFret: 2 },
    ] as const;
    const moved = edited.reduce<SongDocument>((song, command) => {
      const outcome = applyCommand(song, command);
      return outcome.ok ? outcome.value.document : song;
    }, SONG);
    showLevels(moved);
    const told = screen.getByLabelText('Changed by hand').textContent;
    expect(told).toContain('Level 3: F held as 133211');
  });
});
