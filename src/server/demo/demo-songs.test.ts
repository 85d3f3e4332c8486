import { describe, expect, test } from 'vitest';
import { easiestFrets, planCapoRows } from '../../core/arrange/capo-rows.ts';
import { listPasses } from '../../core/arrange/form-summary.ts';
import { createPlanner } from '../../core/arrange/planner.ts';
import { checkRecord } from '../../core/arrange/record-check.ts';
import { formatChart } from '../../core/formats/text-chart/format-chart.ts';
import { formatChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { itemAt } from '../../core/kernel/list.ts';
import { runSteps } from '../../core/kernel/steps.ts';
import { formatMinutes } from '../../core/rhythm/clock.ts';
import { formatShape } from '../../core/shapes/shape.ts';
import { listSoundingMidi } from '../../core/shapes/sounding.ts';
import { chartOf } from '../../core/song/chart-of.ts';
import type { SongDocument } from '../../core/song/document.ts';
import { mainPartOf } from '../../core/song/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played-bars.ts';
import { listSongChords } from '../../core/song/song-chords.ts';
import { CLOCKMENDERS_FERRY } from './clockmenders-ferry.data.ts';
import { createDemoSongs } from './demo-songs.ts';
import { QUARRY_DOG } from './quarry-dog.data.ts';
import { TIN_ROOF_ALMANAC } from './tin-roof-almanac.data.ts';

const songs = createDemoSongs();
const song = itemAt(songs, 0);
const played = listPlayedBars(song);

/** Bars, beats and length of a demo song, and its sounding chords in order of first use. */
const factsOf = (document: SongDocument) => {
  const bars = listPlayedBars(document);
  const totals = totalsOf(bars);
  const chords = listSongChords(document, bars).map(({ chord }) => formatChordSymbol(chord));
  return [totals.bars, totals.beats, formatMinutes(totals.seconds ?? 0), chords.join(' ')];
};
/** The sounding pitch of the lowest string of each shape behind the capo. */
const bassesOf = (document: SongDocument, names: readonly string[]) => {
  const part = mainPartOf(document);
  return names.map((name) => {
    const stored = part.shapes.find(({ chord }) => formatChordSymbol(chord) === name);
    return Math.min(...listSoundingMidi(stored?.fingering.shape ?? [], part.setup)) - part.setup.capoFret;
  });
};

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
    const rows = runSteps(planCapoRows(song, mainPartOf(song), createPlanner()));
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

describe('The Clockmender’s Ferry', () => {
  const ferry = itemAt(songs, 1);

  test('has 101 bars, 303 beats, lasts 2:48, and sounds in B minor', () => {
    expect(factsOf(ferry)).toEqual([101, 303, '2:48', 'Bm Bm/A Bm/G# Gmaj7 F#7 D A Em G']);
  });

  test('its bass falls A G F# F, one note lower each time', () => {
    expect(bassesOf(ferry, ['Am', 'Am/G', 'Am/F#', 'Fmaj7'])).toEqual([45, 43, 42, 41]);
  });

  test('holds F in 6 bars and B minor for 3 bars over the seams', () => {
    const bars = listPlayedBars(ferry);
    const f = listSongChords(ferry, bars).find(({ chord }) => formatChordSymbol(chord) === 'G');
    expect(f?.bars).toBe(6);
    const tonics = bars.map(({ slots }) => slots[0]?.chord?.root === 'B' && slots[0].chord.bass === null);
    for (const seam of [23, 55, 63, 95]) {
      expect(tonics.slice(seam - 1, seam + 2), `bars ${seam} to ${seam + 2}`).toEqual([true, true, true]);
    }
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(ferry))).toBe(CLOCKMENDERS_FERRY);
  });
});

describe('Quarry Dog', () => {
  const dog = itemAt(songs, 2);

  test('is one walk-through of 70 bars, 280 beats and 2:30 in drop D', () => {
    expect(factsOf(dog)).toEqual([70, 280, '2:30', 'E5 E A D F#m B C#m7']);
    expect(dog.map.sections).toHaveLength(1);
    expect(mainPartOf(dog).setup).toMatchObject({ capoFret: 2, tuning: { name: 'drop D' } });
  });

  test('holds its own shapes, the low D under D and not under A', () => {
    expect(bassesOf(dog, ['D', 'D5', 'G', 'A', 'C'])).toEqual([38, 38, 43, 45, 48]);
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(dog))).toBe(QUARRY_DOG);
  });
});
