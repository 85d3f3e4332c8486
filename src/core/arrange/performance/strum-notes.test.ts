import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { performanceOf } from './performance.ts';
import { listPickedChords, listSilentRoles } from './picked-chords.ts';
import { listNotes, withPattern } from './strum-notes.ts';

const SONG = songFromChart('tempo: 60\nG = 320003\nD = xx0232\n\nVerse:\n| G | D |\n');
const notesOf = (name: string, bar: number) => {
  const pattern = findPattern(SHELF, name)?.pattern ?? expect.unreachable();
  return listNotes(withPattern(SONG, mainPartOf(SONG), pattern), [bar]);
};

describe('what is heard of a pattern', () => {
  test('goes down from low to high and up from high to low, over the upper strings', () => {
    const notes = notesOf('Full Kettle', 0);
    const down = notes.slice(0, 6);
    const up = notes.slice(6, 10);
    expect(down.map(({ midi }) => midi)).toEqual([43, 47, 50, 55, 59, 67]);
    expect(up.map(({ midi }) => midi)).toEqual([67, 59, 55, 50]);
    expect(up[0]?.atSeconds).toBeCloseTo(0.5, 6);
    expect(down.map(({ atSeconds }) => atSeconds)).toEqual(
      [...down.map(({ atSeconds }) => atSeconds)].sort((a, b) => a - b),
    );
  });

  test('strikes the bass of each chord, mutes, accents, and picks its strings', () => {
    expect(notesOf('Cellar Waltz', 1)[0]?.midi).toBe(50);
    const muted = notesOf('Washboard', 0).filter(({ seconds }) => seconds < 0.1);
    expect(muted).toHaveLength(12);
    const loud = notesOf('Full Kettle', 0).map(({ velocity }) => velocity);
    expect(Math.max(...loud)).toBeGreaterThan(Math.min(...loud));
    expect(notesOf('Eight Beads', 1).map(({ midi }) => midi)).toEqual([50, 57, 62, 57, 66, 57, 62, 57]);
  });

  test('is a strum on each beat where nothing is assigned, and goes on in time', () => {
    const notes = listNotes(performanceOf(SONG, mainPartOf(SONG)));
    expect(notes).toHaveLength(6 * 4 + 4 * 4);
    expect(notes[24]?.atSeconds).toBe(4);
  });

  test('is told where a picked pattern asks for a string that a shape does not sound', () => {
    const song = songFromChart('G = 3553xx\nD = xx0232\n\nVerse:\n| G | D |\n');
    const pattern = findPattern(SHELF, 'Eight Beads')?.pattern;
    const chords = pattern === undefined ? [] : listPickedChords(song, mainPartOf(song), listPlayedBars(song), pattern);
    const silent = listSilentRoles(chords);
    expect(silent.map(({ shapeChord, role }) => `${shapeChord.root} ${role}`)).toEqual(['G 2', 'G 1']);
  });
});
