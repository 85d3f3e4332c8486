import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { chordOf } from '../../../test-support/read.ts';
import { songFromChart, songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { parseChart } from '../../formats/text-chart/parse-chart.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { formatChordSymbol, pitchClassesOf } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { SHELF } from '../../rhythm/pattern-library.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { rankShapes } from '../../shapes/rank-shapes.ts';
import { formatShape } from '../../shapes/shape.ts';
import { toStoredPattern } from '../../song/attachments/right-hand.ts';
import { applyCommand } from '../../song/commands.ts';
import { FIRST_LEVELS, type SongDocument } from '../../song/document/document.ts';
import { changePart, mainPartOf } from '../../song/document/parts.ts';
import { FOUND, keepEverywhere } from '../../song/part/stored-shapes.ts';
import { listPlayedBars, type PlayedBar, slotStartTick } from '../../song/played/played-bars.ts';
import { PLAIN_QUESTION } from '../problem/setup-question.ts';
import type { LevelSlot } from './level.ts';
import { rubsAgainst, toPlainChord } from './level-chords.ts';
import { deriveLevels, type PlayedLevel } from './levels.ts';

const levelsOf = (song: SongDocument): readonly PlayedLevel[] =>
  deriveLevels(song, mainPartOf(song), { hand: AVERAGE_HAND, known: null });
const shapesOf = ({ bars }: PlayedLevel) => [
  ...new Set(
    bars.flatMap(({ slots }) =>
      slots.flatMap(({ held }) => (held === null ? [] : [formatShape(held.fingering.shape)])),
    ),
  ),
];

describe('the levels of the demo songs', () => {
  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))('%s gets harder on every level', (_, song) => {
    const totals = levelsOf(song).map(({ difficulty }) => difficulty.total);
    expect(totals.length).toBeGreaterThanOrEqual(3);
    for (const [index, total] of totals.slice(1).entries()) {
      expect(total).toBeGreaterThan(itemAt(totals, index));
    }
  });

  // Its shapes are pinned from the second level on: ring and little finger stay through them.
  test('Tin Roof Almanac is played in triads and roots, then in the shapes that keep two fingers', () => {
    const playedLevels = levelsOf(itemAt(DEMO_SONGS, 0));
    expect(shapesOf(itemAt(playedLevels, 0))).toEqual(expect.arrayContaining(['xxx003', 'xx0xxx', 'xxx000', 'xxx010']));
    const chordsOf = (playedLevel: PlayedLevel) =>
      new Set(
        playedLevel.bars.flatMap(({ slots }) =>
          slots.flatMap(({ held }) => (held === null ? [] : [formatChordSymbol(held.chord)])),
        ),
      );
    expect(chordsOf(itemAt(playedLevels, 1))).toEqual(new Set(['G', 'D', 'Em7', 'Cadd9', 'G/B', 'Am7']));
    expect(shapesOf(itemAt(playedLevels, playedLevels.length - 1))).toEqual([
      '320033',
      'xx0232',
      '022033',
      'x32033',
      'x20033',
      'x02010',
    ]);
    expect(itemAt(playedLevels, 1).difficulty.strokesPerSecond).toBeLessThanOrEqual(2);
  });

  test('the full F of the Lighthouse Cook waits for the fourth level', () => {
    const playedLevels = levelsOf(itemAt(DEMO_SONGS, 2));
    const shapesAt = (level: number) =>
      playedLevels.flatMap((playedLevel) =>
        playedLevel.levels.some((each) => each === level) ? shapesOf(playedLevel) : [],
      );
    expect(shapesAt(4)).toEqual(expect.arrayContaining(['133211', '133111']));
    expect(shapesAt(3)).toContain('xx3211');
    expect(shapesAt(3)).not.toContain('133211');
  });
});

describe('dropping colours', () => {
  test.each([
    ['Cadd9', 'C'],
    ['Em7', 'Em'],
    ['G/B', 'G'],
    ['Fmaj7', 'F'],
    ['E7', 'E7'],
    ['Dsus4', 'Dsus4'],
  ])('%s becomes %s, which rubs against nothing in it', (chord, plain) => {
    expect(formatChordSymbol(toPlainChord(chordOf(chord)))).toBe(plain);
    expect(rubsAgainst(pitchClassesOf(chordOf(plain)), chordOf(chord))).toBe(false);
  });

  test('E rubs against F, the third against a fourth', () => {
    expect(rubsAgainst([toPitchClass(4)], chordOf('F'))).toBe(true);
    expect(rubsAgainst(pitchClassesOf(chordOf('D')), chordOf('Dsus4'))).toBe(true);
  });
});

/** Shapes of the chords that random songs are made of, three for each. */
const CHORDS = 'C G Am F Em7 Dm D7 Cadd9 G/B Bm F#m Fmaj7 A7sus4 E'.split(' ').map((name) => ({
  chord: chordOf(name),
  fingerings: rankShapes(
    chordOf(name),
    { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, ...PLAIN_QUESTION.guitar },
    3,
  ).map(({ fingering }) => fingering),
}));
const arbitraryBar = fc.oneof(
  fc.nat(CHORDS.length - 1).map((index) => [index]),
  fc.tuple(fc.nat(CHORDS.length - 1), fc.nat(CHORDS.length - 1)).map((pair) => [...pair]),
);
const arbitrarySong = fc.record({
  bars: fc.array(arbitraryBar, { minLength: 1, maxLength: 24 }),
  marks: fc.array(fc.constantFrom('', '', '', '<', '_', '!'), { minLength: 24, maxLength: 24 }),
  choice: fc.nat(2),
  pattern: fc.option(fc.constantFrom(...SHELF.filter(({ pattern }) => pattern.metre.beats === 4)), { nil: null }),
  tempo: fc.integer({ min: 50, max: 200 }),
  firstLevel: fc.constantFrom(...FIRST_LEVELS),
});

function songOf({
  bars,
  marks,
  choice,
  pattern,
  tempo,
  firstLevel,
}: typeof arbitrarySong extends fc.Arbitrary<infer T> ? T : never): SongDocument {
  const cells = bars.map((chords, index) =>
    chords
      .map((chord, at) => {
        const mark = at === 0 && index > 0 ? (marks[index % 24] ?? '') : '';
        const name = formatChordSymbol(itemAt(CHORDS, chord).chord);
        return mark === '<' ? `<${name}` : `${name}${mark}`;
      })
      .join(' '),
  );
  const lines = Array.from(
    { length: Math.ceil(cells.length / 4) },
    (_, line) => `| ${cells.slice(line * 4, line * 4 + 4).join(' | ')} |`,
  );
  const song = songFromValue(parseChart(`key: C\ntempo: ${tempo}\n\nVerse:\n${lines.join('\n')}\n`).chart);
  const partId = mainPartOf(song).id;
  const held = changePart(song, partId, (part) => ({
    ...part,
    firstLevel,
    shapes: CHORDS.map(({ chord, fingerings }) =>
      keepEverywhere(chord, itemAt(fingerings, choice % fingerings.length), FOUND),
    ),
  }));
  const change = { pattern: pattern === null ? null : toStoredPattern(pattern.pattern) };
  const outcome = applyCommand(held, { kind: 'assign-pattern', partId, targetId: null, change });
  return outcome.ok ? outcome.value.document : held;
}

/** What holds for a level beside the one above it. */
function expectLevel(playedLevel: PlayedLevel, upper: PlayedLevel | null, played: readonly PlayedBar[]): void {
  expect(playedLevel.bars).toHaveLength(played.length);
  expect(upper === null || playedLevel.difficulty.total <= upper.difficulty.total + 1e-9).toBe(true);
  for (const [bar, { slots, strokes }] of playedLevel.bars.entries()) {
    expect(slots.map(({ slot }) => slot)).toEqual(itemAt(played, bar).slots);
    const upperBar = upper?.bars[bar];
    const walked = upperBar?.ornaments.flatMap(({ notes }) => notes) ?? [];
    const above = upperBar?.strokes.map(({ startTick }) => startTick);
    const music = itemAt(played, bar);
    const entries = music.slots.map((_, at) => slotStartTick(music.slots, at));
    // Where a pattern strikes nothing as a chord enters, beginners are given a strum (docs/rules.md, R10).
    const isAllowed = (tick: number): boolean =>
      above === undefined ||
      above.includes(tick) ||
      walked.some(({ startTick, lengthTicks }) => tick >= startTick && tick < startTick + lengthTicks) ||
      (!playedLevel.levels.includes(4) && entries.includes(tick));
    expect(strokes.every(({ startTick }) => isAllowed(startTick))).toBe(true);
    expect(slots[0]?.isMerged).toBe(false);
    slots.forEach(expectHeld);
  }
}

/** A chord is held in full, in a part of it, or goes on from the chord before. */
function expectHeld({ slot, held, isMerged }: LevelSlot): void {
  expect(isMerged || held !== null).toBe(true);
  if (held !== null && formatChordSymbol(held.chord) === 'Fmaj7') {
    return;
  }
  const tones = slot.chord === null ? [] : pitchClassesOf(slot.chord);
  expect(held === null || pitchClassesOf(held.chord).every((tone) => tones.includes(tone))).toBe(true);
}

describe('the levels of any song', () => {
  test('never get easier upwards, keep bars and time, strike only where the level above strikes or a chord enters, and play what they may', () => {
    fc.assert(
      fc.property(arbitrarySong, (random) => {
        const song = songOf(random);
        const played = listPlayedBars(song);
        const playedLevels = levelsOf(song);
        for (const [index, playedLevel] of playedLevels.entries()) {
          expectLevel(playedLevel, playedLevels[index + 1] ?? null, played);
        }
      }),
      { numRuns: runs(1000), seed: 7 },
    );
  });

  test('have no strokes in a silent bar, and one strum for a held chord on every level', () => {
    const song = songFromChart('tempo: 100\n\nVerse:\n| G | N.C. | D_ | C! |\n');
    for (const { bars } of levelsOf(song)) {
      expect(bars.map(({ strokes }) => strokes.length).slice(1)).toEqual([0, 1, 1]);
    }
  });
});
