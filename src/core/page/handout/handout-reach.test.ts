import { describe, expect, test } from 'vitest';
import { handoutOf } from '../../../test-support/handout-of.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { chartTextOf } from '../../formats/text-chart/format-chart.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { speakHandout } from './handout-spoken.ts';

const run = (song: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(song, command);
  return outcome.ok ? outcome.value.document : expect.unreachable(outcome.error.kind);
};
const SONG = songFromChart('G = x-10-12-12-12-10\n\nVerse:\n| G | D | x2\n');
const PART = mainPartOf(SONG).id;
const BAR = listPlayedBars(SONG)[1]?.bar.id ?? 0;
const withRiff = run(SONG, {
  kind: 'put-ornaments',
  partId: PART,
  replaces: [],
  spots: [{ barId: BAR, passIds: null }],
  ornament: {
    kind: 'riff',
    level: 5,
    notes: [
      { stringNumber: 1, fret: 13, startTick: 0, lengthTicks: 5040 },
      { stringNumber: 6, fret: 0, startTick: 5040, lengthTicks: 5040 },
    ],
  },
});
const guitarTo = (song: SongDocument, highestNeckFret: number) =>
  run(song, { kind: 'set-instrument', partId: PART, instrument: { highestNeckFret } });
const pageOf = (song: SongDocument, fretsFrom: 'capo' | 'nut' = 'capo') =>
  handoutOf(song, { reading: { fretsFrom }, options: { shows: { drills: false, cautions: false } } });

describe('a page says', () => {
  test('nothing of reach where the guitar reaches all', () => {
    expect(pageOf(guitarTo(withRiff, 14)).cautions).toEqual([]);
  });

  test('which shapes and riffs lie past the last fret, in one wording, and prints them all the same', () => {
    const page = pageOf(guitarTo(withRiff, 11));
    expect(page.cautions).toEqual([
      'G: Fret 12 is out of reach: fret 11 is the last this guitar reaches.',
      'Riff, bars 2, 4: Fret 13 is out of reach: fret 11 is the last this guitar reaches.',
    ]);
    expect(page.ornaments).toHaveLength(1);
    expect(page.chords).toHaveLength(2);
  });

  test('frets as the class counts them', () => {
    const behind = run(guitarTo(SONG, 13), {
      kind: 'take-setup',
      partId: PART,
      setup: { ...mainPartOf(SONG).setup, capoFret: 2 },
      keyShift: 2,
      shapes: mainPartOf(SONG).shapes,
    });
    expect(pageOf(behind, 'nut').cautions).toEqual([
      'G: Fret 14 is out of reach: fret 13 is the last this guitar reaches.',
    ]);
    expect(pageOf(behind, 'capo').cautions).toEqual([
      'G: Fret 12 is out of reach: fret 11 is the last this guitar reaches.',
    ]);
  });

  test('which riffs are lost', () => {
    const song = run(withRiff, { kind: 'set-capo', partId: PART, capoFret: 2 });
    expect(pageOf(song).cautions).toEqual(['Riff, bars 2, 4: Lost here: its E2 lies below the lowest string.']);
  });

  test('which chords the teacher marked', () => {
    const song = songFromChart('Verse:\n| G* | D_* |\n');
    expect(chartTextOf(song)).toContain('| G* | D_* |');
    const page = pageOf(song);
    const [bars] = page.blocks.flatMap(({ lines }) => lines.map((line) => line.bars));
    expect(bars?.flatMap(({ chords }) => chords.map(({ text, isStarred }) => [text, isStarred]))).toEqual([
      ['G', true],
      ['D', true],
    ]);
    expect(JSON.stringify(speakHandout(page))).toContain('G (marked) | D (let ring, marked)');
  });
});
