import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { listPlayedBars, totalsOf } from '../../song/played/played-bars.ts';
import { listPasses } from './form-summary.ts';
import { checkRecord } from './record-check.ts';

describe('the passes of a form', () => {
  test('are numbered where a section comes more than once, and keep apart from numbers in its name', () => {
    const song = songFromChart(
      'form: Intro, Verse, Verse 2, Verse, Verse 2\n\nIntro:\n| G |\nVerse:\n| G | D |\nVerse 2:\n| C |\n',
    );
    expect(listPasses(song).map(({ label, bars, firstBar }) => [label, bars, firstBar])).toEqual([
      ['Intro', 1, 1],
      ['Verse (1)', 2, 2],
      ['Verse 2 (1)', 1, 4],
      ['Verse (2)', 2, 5],
      ['Verse 2 (2)', 1, 7],
    ]);
  });

  test('say what is out of the ordinary', () => {
    const song = songFromChart(
      'form: Verse x3\n\nVerse:\n| G | (2/4) D |\n\nVerse (time 2):\n| G | (2/4) D |\n| G | (2/4) D |\n\nVerse (time 3):\n| G | (2/4) Em |\n',
    );
    expect(listPasses(song).map(({ remarks }) => remarks)).toEqual([
      ['one in 2/4'],
      ['2 in 2/4', 'line 1 again'],
      ['one in 2/4', 'bars of its own'],
    ]);
  });
});

describe('the record', () => {
  const check = (header: string) => {
    const song = songFromChart(`${header}\n\n| G | D | x10\n`);
    return checkRecord(song, totalsOf(listPlayedBars(song)));
  };

  test('is said in bars and as a tempo when it differs by half a bar or more', () => {
    expect(check('tempo: 120\nlength: 0:44')).toMatchObject({ bars: 2, gapSeconds: 4, tempoBpm: 109.1 });
    expect(check('tempo: 120\nlength: 0:36')).toMatchObject({ bars: 2, gapSeconds: -4, tempoBpm: 133.3 });
  });

  test.each(['tempo: 240\nlength: 0:20', 'tempo: 120', 'length: 0:40'])('is silent for %j', (header) => {
    expect(check(header)).toBeNull();
  });
});
