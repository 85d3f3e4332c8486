import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { runSteps } from '../../kernel/steps.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { easiestFrets, planCapoRows } from './capo-rows.ts';

const rowsOf = (chart: string) => {
  const song = songFromChart(chart);
  return runSteps(planCapoRows(song, mainPartOf(song), SHARED_PLANNER)).rows;
};
const bars = (chords: string) => `| ${chords.split(' ').join(' | ')} |\n`;

describe('the rungs of the capo', () => {
  // Which capo a teacher takes for a progression (common practice).
  test.each([
    ['Bb F Gm Eb', 3, 'G D Em C'],
    ['B F# G#m E', 4, 'G D Em C'],
    ['C#m A E B', 4, 'Am F C G'],
    ['Eb Bb Cm Ab', 3, 'C G Am F'],
    ['Gm Eb Bb F', 3, 'Em C G D'],
    ['Ab Eb Fm Db', 1, 'G D Em C'],
    ['F#m D A E', 2, 'Em C G D'],
    ['A E D', 0, 'A E D'],
    ['G C D Em', 0, 'G C D Em'],
  ])('%s is easiest at capo %i as %s', (sounding, capoFret, shapes) => {
    const rows = rowsOf(bars(sounding));
    expect(easiestFrets(rows)).toContain(capoFret);
    expect(rows[capoFret]?.chords.map(({ shapeChord }) => formatChordSymbol(shapeChord)).join(' ')).toBe(shapes);
  });

  test('stand from no capo to fret 9, and what sounds is the same on each', () => {
    const rows = rowsOf(`key: Bb\n\n${bars('Bb F Gm7 Ebadd9')}`);
    expect(rows.map(({ shapeKey }) => formatKey(shapeKey))).toEqual([
      'Bb',
      'A',
      'Ab',
      'G',
      'Gb',
      'F',
      'E',
      'Eb',
      'D',
      'Db',
    ]);
    for (const { chords } of rows) {
      expect(chords.map(({ sounding }) => formatChordSymbol(sounding))).toEqual(['Bb', 'F', 'Gm7', 'Ebadd9']);
    }
  });

  test('name their barre chords', () => {
    const barres = (row: ReturnType<typeof rowsOf>[number] | undefined) => row?.barreChords.map(formatChordSymbol);
    const rows = rowsOf(bars('C Bb F'));
    expect(barres(rows[0])).toEqual(['Bb']);
    const { total = 0, ...terms } = rows[0]?.effort ?? {};
    expect(total).toBeCloseTo(
      Object.values(terms).reduce((sum, term) => sum + term, 0),
      9,
    );
  });

  test('of a song without chords are none', () => {
    expect(rowsOf('Verse:\n')).toEqual([]);
    expect(rowsOf('| N.C. |')).toEqual([]);
  });
});
