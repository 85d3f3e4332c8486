import { describe, expect, test } from 'vitest';
import { easiestFrets, listCapoRows } from '../../core/arrange/capo-rows.ts';
import { listPasses } from '../../core/arrange/form-summary.ts';
import { checkRecord } from '../../core/arrange/record-check.ts';
import { formatChart } from '../../core/formats/text-chart/format-chart.ts';
import { formatChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { itemAt } from '../../core/kernel/list.ts';
import { formatMinutes } from '../../core/rhythm/clock.ts';
import { formatShape } from '../../core/shapes/shape.ts';
import { chartOf } from '../../core/song/chart-of.ts';
import { mainPartOf } from '../../core/song/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played-bars.ts';
import { listSongChords } from '../../core/song/song-chords.ts';
import { createDemoSongs } from './demo-songs.ts';
import { TIN_ROOF_ALMANAC } from './tin-roof-almanac.data.ts';

const song = itemAt(createDemoSongs(), 0);
const played = listPlayedBars(song);

// The song and its arithmetic are our own invention, worked out by hand.
describe('Tin Roof Almanac', () => {
  test('has 77 bars, 306 beats, and lasts 3:20', () => {
    const { bars, beats, seconds } = totalsOf(played);
    expect([bars, beats, formatMinutes(seconds ?? 0)]).toEqual([77, 306, '3:20']);
  });

  test('is 2 bars short of its record, or was played at 89.6', () => {
    expect(checkRecord(song, totalsOf(played))).toMatchObject({ bars: 2, tempoBpm: 89.6, recordSeconds: 205 });
  });

  test('runs through its form in passes of 4, 16, 8, 16, 8, 9, 12 and 4 bars', () => {
    expect(listPasses(song, played).map(({ bars }) => bars)).toEqual([4, 16, 8, 16, 8, 9, 12, 4]);
    expect(listPasses(song, played).map(({ label }) => label)).toEqual([
      'Intro',
      'Verse 1',
      'Chorus 1',
      'Verse 2',
      'Chorus 2',
      'Bridge',
      'Chorus 3',
      'Outro',
    ]);
    expect(listPasses(song, played)[6]?.remarks).toEqual(['line 2 again']);
  });

  test('has its one 2/4 bar at bar 61', () => {
    expect(played.filter(({ metre }) => metre.beats === 2).map(({ number }) => number)).toEqual([61]);
  });

  test('sounds Bb F Gm7 Ebadd9 Bb/D Cm7', () => {
    expect(listSongChords(song, played).map(({ chord }) => formatChordSymbol(chord))).toEqual([
      'Bb',
      'F',
      'Gm7',
      'Ebadd9',
      'Bb/D',
      'Cm7',
    ]);
  });

  test('is easiest at capo 3 with its own shapes and no barre; capo 1 holds A E F#m7 Dadd9 A/C# Bm7', () => {
    const rows = listCapoRows(song, mainPartOf(song), new Map());
    const shapesAt = (fret: number) => rows[fret]?.chords.map(({ shapeChord }) => formatChordSymbol(shapeChord));
    expect(easiestFrets(rows)).toEqual([3]);
    expect(rows[3]?.barreChords).toEqual([]);
    expect(rows[3]?.chords.map(({ rated }) => rated && formatShape(rated.fingering.shape))).toEqual([
      '320033',
      'xx0232',
      '022033',
      'x32033',
      'x20033',
      'x02010',
    ]);
    expect(shapesAt(1)).toEqual(['A', 'E', 'F#m7', 'Dadd9', 'A/C#', 'Bm7']);
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(song))).toBe(TIN_ROOF_ALMANAC);
  });
});
