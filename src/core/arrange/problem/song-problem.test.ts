import { expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { applyCommand } from '../../song/commands.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { toSongProblem } from './song-problem.ts';

test('a section in which a guitar is silent asks nothing of its hand', () => {
  const song = songFromChart('form: Verse, Chorus, Verse\n\nVerse:\n| G | D |\n\nChorus:\n| F | Bm |\n| G | Bm |\n');
  const change = { isSilent: true };
  const { id: partId } = mainPartOf(song);
  const targetId = itemAt(song.map.sections, 1).id;
  const outcome = applyCommand(song, { kind: 'assign-pattern', partId, targetId, change });
  const silent = outcome.ok ? outcome.value.document : expect.unreachable();
  const { chords, changes } = toSongProblem(silent);
  const share = (name: string) => chords.find(({ chord }) => formatChordSymbol(chord) === name)?.share ?? 0;
  expect(share('G')).toBeCloseTo(0.5);
  expect(share('D')).toBeCloseTo(0.5);
  // A chord that is never played is learned all the same: it keeps a trace.
  expect(share('Bm')).toBeLessThan(0.001);
  expect(
    changes.map(({ from, to, count }) => `${chords[from]?.chord.root} ${chords[to]?.chord.root} ${count}`),
  ).toEqual(['G D 2', 'D G 1']);
});
