import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { metreOf } from '../../../test-support/read.ts';
import { runs } from '../../../test-support/runs.ts';
import { checkBar } from '../../song/chart/bar-check.ts';
import { formatBar } from './format-bar.ts';
import { readBars, readLines } from './read-bars.ts';

const COMMON = metreOf('4/4');
const barsOf = (text: string, metre = COMMON) => {
  const read = readBars(text, metre);
  return read.ok
    ? read.value.bars.map((bar) => formatBar(bar, metre))
    : read.error.map(({ kind, column }) => `${kind} ${column}`);
};

describe('bars as they are typed', () => {
  test.each([
    ['G', ['G']],
    ['  G D  ', ['G D']],
    ['em', ['Em']],
    ['s', ['same']],
    ['same', ['same']],
    ['NC', ['N.C.']],
    ['G / / D', ['G / / D']],
    ['<Am7', ['<Am7']],
    ['D!3', ['D!3']],
    ['(2/4) G_', ['(2/4) G_']],
    ['G | D | Em C', ['G', 'D', 'Em C']],
    ['| G | D |', ['G', 'D']],
    ['G |', ['G']],
  ])('%j are %j', (text, bars) => {
    expect(barsOf(text)).toEqual(bars);
  });

  test.each([
    ['Gq', ['unknown-chord 1']],
    ['G Dq', ['unknown-chord 3']],
    ['G D Em', ['uneven-share 1']],
    ['/ G', ['starts-with-slash 1']],
    ['G | | D', ['empty-bar 4']],
    ['G | x2', ['bad-line-end 1']],
    ['(9/9) G', ['bad-bar-prefix 1']],
  ])('%j are refused at their place', (text, problems) => {
    expect(barsOf(text)).toEqual(problems);
  });

  test('in another metre share its beats', () => {
    expect(barsOf('G D', metreOf('3/4'))).toEqual(['uneven-share 1']);
    expect(barsOf('G / D', metreOf('3/4'))).toEqual(['G / D']);
    expect(barsOf('G D', metreOf('6/8'))).toEqual(['G D']);
  });

  test('are whole bars whatever is typed, and nothing makes the reader fail', () => {
    const piece = fc.constantFrom(
      'G',
      'D/F#',
      'em',
      '|',
      '/',
      '<',
      '!',
      '_',
      '&2',
      '(3/4)',
      'same',
      ' ',
      'N.C.',
      'x2',
      '"',
      '[',
      '🎸',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string({ maxLength: 3 })), { maxLength: 12 }), (pieces) => {
        const read = readBars(pieces.join(' '), COMMON);
        const faults = read.ok ? read.value.bars.flatMap((bar) => checkBar(bar, COMMON)) : [];
        expect(faults).toEqual([]);
        expect(read.ok ? read.value.bars.length : read.error.length).toBeGreaterThan(0);
      }),
      { numRuns: runs(3000), seed: 8 },
    );
  });
});

describe('lines as they are copied', () => {
  test('come with their rounds, endings and words, headings left aside', () => {
    const read = readLines('Verse:\n| G | D | x2\n2. | C |\n"one" / "two"\n| Em |\n', COMMON);
    expect(read.ok && read.value.map(({ times, endings, cues }) => [times, endings.length, cues])).toEqual([
      [2, 1, ['one', 'two']],
      [1, 0, []],
    ]);
  });

  test.each(['lorem ipsum', '| G | Dq |', 'title: x', ''])('%j is none', (text) => {
    expect(readLines(text, COMMON).ok).toBe(false);
  });
});
