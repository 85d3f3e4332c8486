import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { toMapTable, toShapeTable } from '../core/formats/csv/song-rows.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { songFromChart } from '../test-support/read-chart.ts';
import { runs } from '../test-support/runs.ts';
import { toCsvText } from './csv-text.ts';

describe('comma-separated values', () => {
  test('of a map have a row for every played bar, with both names', () => {
    const song = songFromChart(
      'capo: 2\nkey: D\ntempo: 60\nC = x32010\n\nVerse:\n| D A | (3/4) (note softly) D | <D_ | ~ A!4 |\n',
    );
    expect(toCsvText(toMapTable(song, mainPartOf(song)))).toBe(
      'bar,section,pass,metre,beats,start beat,start second,key,sounding,shapes,beats each,marks,note,right hand,loudness,strums,beside the chords\r\n' +
        '1,Verse,Verse,4/4,4,0,0.000,D,D A,C G,2 2,,,,,4,\r\n' +
        '2,Verse,Verse,3/4,3,4,4.000,D,D,C,3,,softly,,,4,\r\n' +
        '3,Verse,Verse,4/4,4,7,7.000,D,D,C,4,"pushed an eighth, let ring",,,,0,\r\n' +
        '4,Verse,Verse,4/4,4,11,11.000,D,D A,C G,2 2,rings on; stop on 4,,,,2,\r\n',
    );
  });

  test('of the demo songs have as many bars as docs/demo-songs.md says, and every shape', () => {
    const rows = DEMO_SONGS.map(
      (song) => Papa.parse(toCsvText(toMapTable(song, mainPartOf(song))).trim()).data.length - 1,
    );
    expect(rows).toEqual([77, 101, 100, 70, 88, 16, 16]);
    const [almanac] = DEMO_SONGS;
    const shapes = almanac === undefined ? [] : toShapeTable(almanac, mainPartOf(almanac));
    expect(shapes.map((row) => row[2])).toEqual(['frets', '320033', 'xx0232', '022033', 'x32033', 'x20033', 'x02010']);
  });

  // A cell that begins with one of these is run as a formula by common spreadsheets.
  test.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1'])('a cell %j is no formula', (cell) => {
    expect(toCsvText([[cell]])).toMatch(/^"?'/);
  });

  test('are read back as they were, whatever stands in a cell', () => {
    const cell = fc.string().filter((text) => !/^[=+\-@\t\r]/.test(text) && text !== '');
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 }), (table) => {
        expect(Papa.parse(toCsvText(table).slice(0, -2), { newline: '\r\n', delimiter: ',' }).data).toEqual(table);
      }),
      { numRuns: runs(500), seed: 11 },
    );
  });
});
