import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { sayBarPlacesError } from '../../words/bar-place-words.ts';
import { formatBarPlace, parseBarPlaces } from './bar-places.ts';
import { listPasses } from './form-summary.ts';

const SONG = songFromChart(
  'form: Verse, Chorus, Verse, Chorus\n\nVerse:\n| G | D | x2\n| Em | C |\n\nChorus:\n| C | D |\n1. | G |\n2. | Em | D |\n| G |\n',
);
const played = listPlayedBars(SONG);
const passes = listPasses(SONG, played);
const numbersOf = (text: string) => {
  const read = parseBarPlaces(text, played, passes);
  return read.ok ? read.value.map(({ number }) => number) : sayBarPlacesError(read.error);
};

describe('bars as a teacher names them', () => {
  test.each([
    ['1-3, 5', [1, 2, 3, 5]],
    ['Verse, line 2, bar 1', [5]],
    ['verse 2 line 2 bars 1-2', [played.length / 2 + 5, played.length / 2 + 6]],
    ['Chorus 2, line 1, bar 1; 2; Verse 1, line 1, bars 1–2', [played.length / 2 + 7, 2, 1]],
  ])('“%s” are bars', (text, numbers) => {
    expect(numbersOf(text)).toEqual(numbers);
  });

  test.each([
    ['Bridge, line 1, bar 1', '“Bridge” is no section here; there are Verse 1, Chorus 1, Verse 2, Chorus 2.'],
    ['Verse, line 3, bar 1', 'Verse 1 has 2 lines; there is no line 3.'],
    ['Verse, line 2, bar 3', 'Line 2 of Verse 1 has 2 bars; there is no bar 3.'],
    ['Verse, line 2, bars 2-1', 'Line 2 of Verse 1 has 2 bars; there is no bar 1.'],
    ['99', `The song has bars up to ${played.length}; there is no bar 99.`],
    ['the first', '“the” is no bar; write 5, 1-4, or Chorus, line 2, bar 3.'],
  ])('“%s” is refused with what there is', (text, said) => {
    expect(numbersOf(text)).toBe(said);
  });

  test('every bar is found by its place: itself, or the first round of its line', () => {
    for (const bar of played) {
      const read = parseBarPlaces(formatBarPlace(bar, passes), played, passes);
      expect(
        read.ok &&
          read.value.some(
            ({ inRound, line, passIndex }) =>
              inRound === bar.inRound && line === bar.line && passIndex === bar.passIndex,
          ),
      ).toBe(true);
    }
  });
});
