import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { type Pattern, parseCells } from '../../rhythm/pattern.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { toStoredPattern } from '../../song/attachments/right-hand.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { deriveLevels } from '../levels/levels.ts';
import { performanceOf } from './performance.ts';
import { listNotes } from './strum-notes.ts';

const shelf = (name: string): Pattern => findPattern(SHELF, name)?.pattern ?? expect.unreachable();
const common = { beats: 4, unit: 4, groups: null } as const;
/** Two bars that cannot be taken for each other: every beat, then the first one only. */
const TWO_BARS: Pattern = (() => {
  const read = parseCells('D- D- D- D- | D- -- -- --', { name: 'Two Bars', metre: common, bars: 2, swing: 'even' });
  return read.ok ? read.value : expect.unreachable();
})();

function told(song: SongDocument, pattern: Pattern, more: object = {}): SongDocument {
  const command: SongCommand = {
    kind: 'assign-pattern',
    partId: mainPartOf(song).id,
    targetId: null,
    change: { pattern: toStoredPattern(pattern), ...more },
  };
  const outcome = applyCommand(song, command);
  return outcome.ok ? outcome.value.document : expect.unreachable();
}
const barsOf = (song: SongDocument) => performanceOf(song, mainPartOf(song)).bars;
/** Every bar in its strokes: the quarter, counted from 0, and the chord where it changes. */
const strokesOf = (song: SongDocument): readonly string[] =>
  barsOf(song).map(({ strokes }) =>
    strokes
      .map(({ startTick, slot, isCut }, index) => {
        const isNew = index === 0 || strokes[index - 1]?.slot !== slot;
        const chord = isNew && slot.chord !== null ? ` ${formatChordSymbol(slot.chord)}` : '';
        return `${startTick / QUARTER_TICKS}${isCut ? '!' : ''}${chord}`;
      })
      .join(', '),
  );
/** Which bar of its pattern each bar plays. */
const standing = (song: SongDocument) => barsOf(song).map(({ patternBar }) => patternBar);

describe('where a pattern of two bars stands', () => {
  const standingIn = (chart: string, more: object = {}) => standing(told(songFromChart(chart), TWO_BARS, more));

  test('begins anew with every line, also with one of three bars', () => {
    expect(standingIn('| G | D | C |\n| G | D | C |\n')).toEqual([0, 1, 0, 0, 1, 0]);
  });

  test('begins anew with every repeat of a line, and with every repeat of a section', () => {
    expect(standingIn('| G | D | C | x2\n')).toEqual([0, 1, 0, 0, 1, 0]);
    expect(standingIn('Verse: x2\n| G | D | C |\n')).toEqual([0, 1, 0, 0, 1, 0]);
  });

  test('runs on over the repeats of a line that is shorter than it', () => {
    expect(standingIn('| G | x4\n| D | x3\n')).toEqual([0, 1, 0, 1, 0, 1, 0]);
  });

  test('runs on from line to line where the teacher says so', () => {
    expect(standingIn('| G | D | C |\n| G | D | C |\n', { runsOn: true })).toEqual([0, 1, 0, 1, 0, 1]);
  });

  test.each([
    ['an odd bar', '| G | (2/4) D | C | G |', [0, 0, 0, 1]],
    ['a held chord', '| G_ | D | C | G |', [0, 0, 1, 0]],
    ['a cut', '| G! | D | C | G |', [0, 0, 1, 0]],
    ['a silence', '| G N.C. | D | C | G |', [0, 0, 1, 0]],
    ['a pick-up', '| (pickup 1) D | G | C | G |', [0, 0, 1, 0]],
  ])('begins anew after %s', (_, chart, expected) => {
    expect(standingIn(`${chart}\n`)).toEqual(expected);
  });

  test('begins anew where another pattern was played', () => {
    const song = told(songFromChart('| G | D | C | G |\n'), TWO_BARS);
    const second = song.map.sections[0]?.lines[0]?.bars[1]?.id ?? -1;
    const outcome = applyCommand(song, {
      kind: 'assign-pattern',
      partId: mainPartOf(song).id,
      targetId: second,
      change: { pattern: toStoredPattern(shelf('One Bell')) },
    });
    expect(outcome.ok && standing(outcome.value.document)).toEqual([0, 0, 0, 1]);
  });
});

describe('what is struck in a bar', () => {
  const SONG = songFromChart(
    'G = 320003\n\nVerse:\n| G | D | <Em | C! |\n| G_ | N.C. | (2/4) D | G!3 |\n| G_ | ~ D | G_ | same | G |\n',
  );

  test('is the pattern; without one each beat', () => {
    expect(strokesOf(told(SONG, shelf('Late Ferry')))[0]).toBe('0 G, 1, 1.5, 2.5, 3, 3.5');
    expect(strokesOf(SONG)[0]).toBe('0 G, 1, 2, 3');
  });

  test('an early chord is struck before the bar line, and not again on it', () => {
    const [, second, third] = strokesOf(SONG);
    expect(second).toBe('0 D, 1, 2, 3, 3.5 Em');
    expect(third).toBe('0 Em, 1, 2, 3');
  });

  test('a held chord is one strum of all its strings, also where the pattern begins with a bass note', () => {
    const bass = told(SONG, shelf('Parcel and String'));
    const held = barsOf(bass)[4];
    expect(strokesOf(bass)[4]).toBe('0 G');
    expect(held?.strokes[0]?.cell).toMatchObject({ kind: 'stroke', sound: 'all' });
    expect(listNotes(performanceOf(bass, mainPartOf(bass)), [4])).toHaveLength(6);
  });

  test('a song that is picked ends a chord on a pinch', () => {
    expect(barsOf(told(SONG, shelf('Eight Beads')))[4]?.strokes[0]?.cell).toMatchObject({
      kind: 'pick',
      roles: ['bass', 3, 2, 1],
    });
  });

  test('a cut is struck once and cut, or the pattern goes on to the beat of the cut and ends on a strum there', () => {
    const song = told(SONG, shelf('Late Ferry'));
    expect(strokesOf(song)[3]).toBe('0! C');
    expect(strokesOf(song)[7]).toBe('0 G, 1, 1.5, 2!');
  });

  test('nothing is struck where no chord is played, and an odd bar takes what of the pattern fits', () => {
    const song = told(SONG, shelf('Late Ferry'));
    expect(strokesOf(song)[5]).toBe('');
    expect(strokesOf(song)[6]).toBe('0 D, 1, 1.5');
  });

  test('a tie strikes nothing, and a bar of one held chord rings on through the same bars after it', () => {
    const song = told(SONG, shelf('Four Square'));
    expect(strokesOf(song).slice(8)).toEqual(['0 G', '2 D, 3', '0 G', '', '0 G, 1, 2, 3']);
    expect(barsOf(song)[8]?.ringsOnTicks).toBe(2 * QUARTER_TICKS);
    expect(barsOf(song)[10]?.ringsOnTicks).toBe(4 * QUARTER_TICKS);
    const [held] = listNotes({ ...performanceOf(song, mainPartOf(song)) }, [10]);
    // Eight quarters at the plain tempo of 90.
    expect(held?.seconds).toBeCloseTo((8 * 60) / 90, 6);
  });

  test('one that is held anew in the next bar is struck anew; a tie with nothing before it is silent', () => {
    expect(strokesOf(songFromChart('| C#m_ | C#m_ |\n'))).toEqual(['0 C#m', '0 C#m']);
    expect(strokesOf(songFromChart('| C#m_ | same |\n'))).toEqual(['0 C#m', '']);
    expect(strokesOf(songFromChart('| ~ | G |\n'))[0]).toBe('');
  });

  test('a chord that the pattern would never strike is struck where it is entered', () => {
    expect(strokesOf(told(songFromChart('| G D |\n'), shelf('One Bell')))).toEqual(['0 G, 2 D']);
  });
});

describe('a guitar that is silent', () => {
  const SONG = told(songFromChart('Verse:\n| G | <D |\n\nChorus:\n| C | G |\n'), shelf('Four Square'));
  const [verse] = SONG.map.sections;
  const quiet = applyCommand(SONG, {
    kind: 'assign-pattern',
    partId: mainPartOf(SONG).id,
    targetId: verse?.id ?? -1,
    change: { isSilent: true },
  });
  const silent = quiet.ok ? quiet.value.document : SONG;

  test('strikes and holds nothing there, and plays on after it', () => {
    expect(strokesOf(silent)).toEqual(['', '', '0 C, 1, 2, 3', '0 G, 1, 2, 3']);
    expect(barsOf(silent).map(({ slots }) => slots.map(({ held }) => held?.chord.root ?? null))).toEqual([
      [null],
      [null],
      ['C'],
      ['G'],
    ]);
    expect(listNotes(performanceOf(silent, mainPartOf(silent)))[0]?.startTick).toBe(8 * QUARTER_TICKS);
  });

  test('is silent on every level too', () => {
    for (const { bars } of deriveLevels(silent, mainPartOf(silent), { hand: AVERAGE_HAND, known: null })) {
      expect(bars.slice(0, 2).flatMap(({ strokes }) => strokes)).toEqual([]);
    }
  });
});

describe('the performance', () => {
  const SONG = songFromChart('Verse:\n| G | D | Em | C |\n| G | D | C | same | x2\n\nChorus:\n| C | G |\n');

  test('is the same object each time it is asked for', () => {
    expect(performanceOf(SONG, mainPartOf(SONG))).toBe(performanceOf(SONG, mainPartOf(SONG)));
  });

  test('keeps the bars that an edit elsewhere did not change', () => {
    const before = barsOf(SONG);
    const section = SONG.map.sections[0];
    const outcome = applyCommand(SONG, {
      kind: 'edit-lines',
      sectionId: section?.id ?? -1,
      passId: null,
      edit: {
        kind: 'write-bars',
        run: { line: 0, ending: null, from: 1, count: 1 },
        bars: [{ ...songBar(SONG), slots: songBar(songFromChart('| Am |\n')).slots }],
      },
    });
    const after = outcome.ok ? barsOf(outcome.value.document) : [];
    expect(after).toHaveLength(before.length);
    expect(after.map((bar, index) => bar === before[index])).toEqual(before.map((_, index) => index !== 1));
  });
});

/** The first bar of a song, without ids. */
function songBar(song: SongDocument) {
  const bar = song.map.sections[0]?.lines[0]?.bars[0] ?? expect.unreachable();
  const { id: _, slots, ...rest } = bar;
  return { ...rest, slots: slots.map(({ id: __, cue: ___, ...slot }) => slot) };
}

describe('a chord that enters between strums', () => {
  const inBar = songFromChart('G = 320003\nD = xx0232\nC = x32010\n\nVerse:\n| G D | C |\n');
  const overLine = songFromChart('G = 320003\nD = xx0232\n\nVerse:\n| G | D |\n');

  test.each([
    ['wait', '0 G, 1, 1.5, 2.5 D, 3, 3.5'],
    ['strike', '0 G, 1, 1.5, 2 D, 2.5, 3, 3.5'],
    ['push', '0 G, 1, 1.5 D, 2.5, 3, 3.5'],
  ])('in a bar is told to %s', (entry, strokes) => {
    expect(strokesOf(told(inBar, shelf('Late Ferry'), { entry }))[0]).toBe(strokes);
  });

  test.each([
    ['wait', ['0 G, 1, 1.5, 2.5, 3, 3.5', '0.5 D, 1, 1.5, 2.5, 3, 3.5']],
    ['strike', ['0 G, 1, 1.5, 2.5, 3, 3.5', '0 D, 0.5, 1, 1.5, 2.5, 3, 3.5']],
    ['push', ['0 G, 1, 1.5, 2.5, 3, 3.5 D', '0.5 D, 1, 1.5, 2.5, 3, 3.5']],
  ])('over a bar line is told to %s', (entry, strokes) => {
    expect(strokesOf(told(overLine, shelf('Long Rope'), { entry }))).toEqual(strokes);
  });

  test('is struck where it comes on the levels of beginners, whatever is told', () => {
    const song = told(inBar, shelf('Late Ferry'), { entry: 'push' });
    const levels = deriveLevels(song, mainPartOf(song), { hand: AVERAGE_HAND, known: null });
    const third = levels.find((level) => level.levels.includes(3));
    const entered = third?.bars[0]?.strokes.find(({ slot }) => slot.chord?.root === 'D');
    expect(entered?.startTick).toBe(2 * QUARTER_TICKS);
  });

  test('is struck, not pushed, where no strum comes within a beat', () => {
    expect(strokesOf(told(inBar, shelf('One Bell'), { entry: 'push' }))[0]).toBe('0 G, 2 D');
  });
});
