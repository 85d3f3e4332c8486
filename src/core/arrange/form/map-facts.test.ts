import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { formatChordName, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { applyCommand } from '../../song/commands.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { formatGapPlace, formatNewSeam, formatOddBar, formatSeamRuns } from '../../words/bar-words.ts';
import { listSeamRuns } from './chord-runs.ts';
import { listFirstMeetings } from './first-meetings.ts';
import { planFormCut } from './form-cut.ts';
import { listOddBars } from './odd-bars.ts';
import { listGapPlaces } from './record-gap.ts';

const playedOf = (chart: string) => listPlayedBars(songFromChart(chart));

describe('odd bars', () => {
  const oddOf = (chart: string) => {
    const song = songFromChart(chart);
    return listOddBars(song, listPlayedBars(song)).map(formatOddBar);
  };

  test.each([
    ['| G | (2/4) D | G |\n', ['Bar 2 has 2 beats; its neighbours have 4. It is the only one. Count 1 2.']],
    [
      '| G | D |\n"one"\n| (2/4) D |\n| G |\n',
      ['Bar 3, after “one”, has 2 beats; its neighbours have 4. It is the only one. Count 1 2.'],
    ],
    ['| (5/4) G | D |\n', ['Bar 1 has 5 beats; its neighbours have 4. It is the only one. Count 1 2 3 4 5.']],
    ['| G | (3/4) D | (3/4) C | G |\n', []],
    ['| (pickup 1) G | D | C |\n', []],
    ['| G |\n', []],
  ])('of %j', (chart, sentences) => {
    expect(oddOf(chart)).toEqual(sentences);
  });

  test('each time the bar is played, and the words of that time', () => {
    expect(oddOf('| G | x2\n"one" / "two"\n| (2/4) D |\n| G |\n\nVerse:\n')).toEqual([
      'Bar 3, after “two”, has 2 beats; its neighbours have 4. It is the only one. Count 1 2.',
    ]);
  });
});

describe('chords held over seams', () => {
  const runsOf = (chart: string) => formatSeamRuns(listSeamRuns(playedOf(chart)), formatChordName);

  test.each([
    ['| C | G |\n| G | C |\n', ['G lasts 2 bars over the turnaround from bar 2.']],
    ['| C | Am | x2\n', []],
    ['| Am | C | Am | x3\n', ['Am lasts 2 bars over the turnarounds from bars 3, 6.']],
    ['form: Verse x2\n\nVerse:\n| Am | C | Am | same |\n', ['Am lasts 3 bars over the turnaround from bar 3.']],
    ['| C | same | same |\n', []],
    ['| C | G D |\n| D | C |\n', []],
  ])('of %j', (chart, sentences) => {
    expect(runsOf(chart)).toEqual(sentences);
  });
});

describe('where bars may be missing', () => {
  const placesOf = (chart: string, bars: number) => listGapPlaces(songFromChart(chart), bars).map(formatGapPlace);
  const LINES = '| G | D | Em | C |\n';

  test('is a pass that is short against another one of its section', () => {
    const chart = `form: Verse x2\n\nVerse:\n${LINES}${LINES}\nVerse (time 2):\n${LINES}`;
    expect(placesOf(chart, 4)[0]).toBe('Verse 2 has 4 bars, another time 8.');
  });

  test('is a section that is no multiple of four, or a line as long as the gap, the ends first', () => {
    expect(placesOf(`Verse:\n${LINES}\nBridge:\n| G | D | Em |\n`, 1)).toEqual([
      'Bridge has 3 bars, which is no multiple of four.',
    ]);
    expect(placesOf(`Intro:\n| G | D |\n\nVerse:\n${LINES}| C | D |\n\nOutro:\n| G | G |\n`, -2)).toEqual([
      'Verse has 6 bars, which is no multiple of four.',
      'Intro line 1 (bar 1) is as long as the gap: it may come once more, or once less.',
      'Outro line 1 (bar 9) is as long as the gap: it may come once more, or once less.',
    ]);
  });

  test('is nowhere where nothing is missing, and in no more than three places', () => {
    expect(placesOf(LINES, 0)).toEqual([]);
    expect(placesOf(LINES.repeat(6), 4)).toHaveLength(3);
  });
});

describe('a form that is cut', () => {
  const CHART =
    'tempo: 60\nform: Verse, Chorus, Verse, Bridge, Chorus\n\nVerse:\n| G | D |\n\nChorus:\n| <C | G |\n\nBridge:\n| Em | N.C. |\n';
  const song = songFromChart(CHART);
  const cut = (...indices: number[]) =>
    planFormCut(
      song,
      indices.flatMap((index) => song.map.form[index]?.id ?? []),
    );
  const seamsOf = (...indices: number[]) => cut(...indices).seams.map((seam) => formatNewSeam(seam, formatChordName));

  test('has its new length beside the old one', () => {
    expect(cut(1, 2).before).toMatchObject({ bars: 10, seconds: 40 });
    expect(cut(1, 2).after).toMatchObject({ bars: 6, seconds: 24 });
    expect(cut(0, 1, 2, 3, 4).after).toMatchObject({ bars: 0, seconds: null });
  });

  test('says which passes meet, by which chords, and whether the song knows that', () => {
    expect(seamsOf(1, 2)).toEqual(['Verse 1 runs into Bridge, D to Em, which joins as into bar 7.']);
    expect(seamsOf(2, 3)).toEqual([
      'Chorus 1 runs into Chorus 2, G to C, a change the song has nowhere else: try it. Chorus 2 begins early: the bar before it has to leave room.',
    ]);
    expect(seamsOf(3)).toEqual([
      'Verse 2 runs into Chorus 2, D to C, which joins as into bar 3. Chorus 2 begins early: the bar before it has to leave room.',
    ]);
    expect(seamsOf(4)).toEqual([]);
  });

  test('is what the song then plays', () => {
    const passIds = song.map.form.slice(1, 3).map(({ id }) => id);
    const outcome = applyCommand(song, { kind: 'leave-out-passes', passIds, isLeftOut: true });
    const left = outcome.ok ? listPlayedBars(outcome.value.document) : [];
    expect(left.map(({ passIndex }) => passIndex)).toEqual([0, 0, 3, 3, 4, 4]);
    expect(left).toHaveLength(cut(1, 2).after.bars);
  });
});

describe('where chords are met first', () => {
  test('is the bar and the pass in which each comes, without those that are known', () => {
    const played = playedOf('form: Verse, Bridge, Verse\n\nVerse:\n| G D | G |\n\nBridge:\n| Am | N.C. | D |\n');
    const meetingsOf = (known: readonly string[]) =>
      listFirstMeetings(played, (chord) => known.includes(formatChordSymbol(chord))).map(
        ({ chord, passIndex, barNumber }) => `${formatChordSymbol(chord)} ${passIndex} ${barNumber}`,
      );
    expect(meetingsOf([])).toEqual(['G 0 1', 'D 0 1', 'Am 1 3']);
    expect(meetingsOf(['G', 'D'])).toEqual(['Am 1 3']);
  });
});
