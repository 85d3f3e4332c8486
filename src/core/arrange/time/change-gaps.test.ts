import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { toStoredPattern } from '../../song/attachments/right-hand.ts';
import { applyCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { toSongProblem } from '../problem/song-problem.ts';

const CHART = 'key: G\ntempo: 92\n\nVerse:\n| G | D | Em C | <G |\n';

function strummed(chart: string, name: string): SongDocument {
  const song = songFromChart(chart);
  const pattern = findPattern(SHELF, name)?.pattern ?? null;
  const outcome = applyCommand(song, {
    kind: 'assign-pattern',
    partId: mainPartOf(song).id,
    targetId: null,
    change: { pattern: pattern === null ? null : toStoredPattern(pattern) },
  });
  return outcome.ok ? outcome.value.document : song;
}
/** The time for each change of a song, in hundredths of a second. */
function gapsOf(song: SongDocument): Readonly<Record<string, number>> {
  const problem = toSongProblem(song);
  const nameOf = (place: number): string => formatChordSymbol(itemAt(problem.chords, place).chord);
  return Object.fromEntries(
    problem.changes.map(({ from, to, gapMs }) => [`${nameOf(from)} ${nameOf(to)}`, Math.round((gapMs ?? 0) / 10)]),
  );
}

describe('the time for a change', () => {
  // docs/rules.md: at 92, eighths whose last up-stroke rings open and quarters leave .65 s, one strum a bar 2.6 s.
  test.each([
    ['Full Kettle', 65],
    ['Four Square', 65],
    ['One Bell', 261],
  ])('strummed as %s is %i hundredths of a second at 92', (name, hundredths) => {
    expect(gapsOf(strummed(CHART, name))['G D']).toBe(hundredths);
  });

  test('is that of quarters where no pattern is chosen, and says which it is', () => {
    const byQuarters = toSongProblem(songFromChart(CHART)).changes;
    expect(byQuarters.map(({ isByPattern }) => isByPattern)).not.toContain(true);
    expect(gapsOf(songFromChart(CHART))['G D']).toBe(65);
    expect(toSongProblem(strummed(CHART, 'Four Square')).changes.every(({ isByPattern }) => isByPattern)).toBe(true);
  });

  test('of a chord that comes pushed an eighth is shorter by it where the pattern strikes beats alone', () => {
    // The C is struck on beat 4, the G on the "and" of it.
    expect(gapsOf(strummed(CHART, 'Four Square'))['C G']).toBe(33);
    expect(gapsOf(strummed(CHART.replace('<', ''), 'Four Square'))['C G']).toBe(65);
  });
});
