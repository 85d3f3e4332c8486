import { describe, expect, test } from 'vitest';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { chordOf } from '../../../test-support/read.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { formatCounts } from '../../rhythm/pattern-counts.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { findFingering } from '../../shapes/rank-shapes.ts';
import { type Fingering, formatShape, parseShape } from '../../shapes/shape.ts';
import { toStoredPattern } from '../../song/attachments/right-hand.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { LevelEdit, SongDocument } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { formatLevelEdit, formatMisfit } from '../../words/level-words.ts';
import { toBarPattern } from '../performance/bar-pattern.ts';
import { performanceOf } from '../performance/performance.ts';
import { listNotes } from '../performance/strum-notes.ts';
import { PLAIN_QUESTION } from '../problem/setup-question.ts';
import { listLevelEdits } from './level-overlay.ts';
import { deriveLevels, mixLevels, type PlayedLevel } from './levels.ts';

const PLAYERS = { hand: AVERAGE_HAND, known: null };
const levelsOf = (song: SongDocument) => deriveLevels(song, mainPartOf(song), PLAYERS);
const levelAt = (song: SongDocument, level: Level): PlayedLevel =>
  itemAt(
    levelsOf(song).filter(({ levels }) => levels.includes(level)),
    0,
  );
const done = (song: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(song, command);
  expect(outcome.ok, JSON.stringify(outcome)).toBe(true);
  return outcome.ok ? outcome.value.document : song;
};
const storedPattern = (name: string) => {
  const found = findPattern(SHELF, name);
  expect(found).not.toBeNull();
  return toStoredPattern(found?.pattern ?? itemAt(SHELF, 0).pattern);
};
const withPattern = (song: SongDocument, name: string): SongDocument =>
  done(song, {
    kind: 'assign-pattern',
    partId: mainPartOf(song).id,
    targetId: null,
    change: { pattern: storedPattern(name) },
  });
const fingered = (text: string): Fingering => {
  const shape = parseShape(text, 6);
  const setup = { tuning: STANDARD_TUNING, capoFret: 0 };
  const found = shape.ok ? findFingering(shape.value, { setup, ...PLAIN_QUESTION.guitar }) : null;
  return found ?? { shape: [], fingers: [] };
};
const shapesIn = ({ bars }: Pick<PlayedLevel, 'bars'>, bar: number) =>
  itemAt(bars, bar).slots.map(({ held }) => (held === null ? '-' : formatShape(held.fingering.shape)));
const countsIn = (song: SongDocument, { bars }: Pick<PlayedLevel, 'bars'>, bar: number): string => {
  const pattern = toBarPattern(itemAt(listPlayedBars(song), bar), itemAt(bars, bar).strokes);
  return pattern === null ? '' : formatCounts(pattern);
};

const CHART =
  'key: G\ntempo: 120\nG from level 2 = 320003\nD from level 2 = xx0232\nEm from level 2 = 022000\nC from level 2 = x32010\n';
const SONG = songFromChart(`${CHART}\nVerse:\n| G | D |\n| Em C | <G |\n\nChorus:\n| C | G |\n`);
const STRUMMED = withPattern(SONG, 'Full Kettle');

describe('the right hand of a level', () => {
  test('thins eighths to quarters, then to one strum a change, but at least one a bar', () => {
    expect([5, 4, 3, 2].map((level) => countsIn(STRUMMED, levelAt(STRUMMED, level as Level), 4))).toEqual([
      // A walk takes the last two beats.
      '1 & 2 &',
      '1 & 2 & 3 & 4 &',
      '1 2 & 3',
      '1',
    ]);
    // Two chords in a bar: the passing C goes on the second level.
    expect(countsIn(STRUMMED, levelAt(STRUMMED, 2), 2)).toBe('1');
  });

  // docs/rules.md: a window for a change of 1.2 s, 0.6 s and an eighth on levels 2, 3 and 4.
  test.each([
    [2, 1.2],
    [3, 0.6],
    [4, ticksToSeconds(QUARTER_TICKS / 2, { tempoBpm: 120, pulseTicks: QUARTER_TICKS })],
  ] as const)('leaves level %i time for every change', (level, seconds) => {
    const change = levelAt(STRUMMED, level).difficulty.hardestChange;
    expect((change?.gapMs ?? 0) / 1000).toBeGreaterThanOrEqual(seconds - 1e-9);
  });

  test('an early chord comes early from the fourth level on, and on its beat below', () => {
    const entryOf = (level: Level) => {
      const { bars } = levelAt(STRUMMED, level);
      const late = itemAt(bars, 3).slots[0]?.slot.id;
      const early = itemAt(bars, 2).strokes.filter(({ slot }) => slot?.id === late);
      return early.map(({ startTick }) => startTick / QUARTER_TICKS);
    };
    expect([5, 4, 3].map((level) => entryOf(level as Level))).toEqual([[3.5], [3.5], []]);
    expect(itemAt(levelAt(STRUMMED, 3).bars, 3).strokes[0]?.startTick).toBe(0);
  });

  test('an early chord is struck early even where the pattern has no stroke there', () => {
    const quarters = withPattern(SONG, 'Four Square');
    expect(countsIn(quarters, levelAt(quarters, 5), 2)).toBe('1 2 3 4 &');
    expect(countsIn(quarters, levelAt(quarters, 3), 2)).not.toContain('&');
  });
});

describe('the first level', () => {
  const bass = done(SONG, { kind: 'set-first-level', partId: mainPartOf(SONG).id, firstLevel: 'bass' });

  test('plays triads of three strings, or bass notes where the teacher chooses them', () => {
    expect(shapesIn(levelAt(SONG, 1), 0)).toEqual(['xxx003']);
    expect([0, 1, 4].map((bar) => shapesIn(levelAt(bass, 1), bar)[0])).toEqual(['3xxxxx', 'xx0xxx', 'x3xxxx']);
  });

  // docs/demo-songs.md: the shape bass is A2 G2 F#2 F2; string 5 open, then string 6 at 3, 2 and 1.
  test('has the slash bass where there is one: the falling bass of the Ferry', () => {
    const ferry = itemAt(DEMO_SONGS, 1);
    const low = done(ferry, { kind: 'set-first-level', partId: mainPartOf(ferry).id, firstLevel: 'bass' });
    expect([0, 1, 2, 3].map((bar) => shapesIn(levelAt(low, 1), bar)[0])).toEqual([
      'x0xxxx',
      '3xxxxx',
      '2xxxxx',
      '1xxxxx',
    ]);
  });
});

describe('two hands on different levels', () => {
  const mixed = mixLevels(STRUMMED, mainPartOf(STRUMMED), PLAYERS, { left: 4, right: 1 });

  test('take the shapes of one and the strokes of the other', () => {
    expect(shapesIn({ bars: mixed }, 0)).toEqual(shapesIn(levelAt(STRUMMED, 4), 0));
    expect(itemAt(mixed, 0).strokes.length).toBe(itemAt(levelAt(STRUMMED, 1).bars, 0).strokes.length);
  });

  test('strike every chord that the left hand changes to', () => {
    for (const { slots, strokes } of mixed) {
      for (const { slot, isMerged } of slots) {
        expect(isMerged || strokes.some((stroke) => stroke.slot?.id === slot.id) || slot.pushTicks > 0).toBe(true);
      }
    }
    expect(itemAt(mixed, 2).strokes.map(({ slot }) => slot?.chord && formatChordSymbol(slot.chord))).toContain('C');
  });
});

describe('what is changed by hand on a level', () => {
  const partId = mainPartOf(STRUMMED).id;
  const edit = (song: SongDocument, change: LevelEdit) => done(song, { kind: 'edit-level', partId, edit: change });
  const easyC: LevelEdit = { hand: 'left', level: 3, chord: chordOf('C'), slotId: null, fingering: fingered('xx2010') };
  const misfitsOf = (song: SongDocument) =>
    listLevelEdits(song, mainPartOf(song), listPlayedBars(song)).map(({ misfit }) => misfit);

  test('changes that level alone, wherever the chord comes', () => {
    const edited = edit(STRUMMED, easyC);
    expect(shapesIn(levelAt(edited, 3), 4)).toEqual(['xx2010']);
    expect(shapesIn(levelAt(edited, 4), 4)).toEqual(['x32010']);
    expect(shapesIn(levelAt(edited, 2), 4)).toEqual(shapesIn(levelAt(STRUMMED, 2), 4));
  });

  test('in one slot wins over everywhere; a chord may be let go on; the same place has one edit', () => {
    const slotId = itemAt(listPlayedBars(STRUMMED), 2).slots[1]?.id ?? 0;
    const both = edit(edit(STRUMMED, easyC), { ...easyC, slotId, fingering: fingered('x32010') });
    expect(shapesIn(levelAt(both, 3), 2)[1]).toBe('x32010');
    const gone = edit(both, { ...easyC, slotId, fingering: null });
    expect(itemAt(levelAt(gone, 3).bars, 2).slots[1]).toMatchObject({ held: null, isMerged: true });
    expect(mainPartOf(gone).levelEdits).toHaveLength(2);
    const back = done(gone, { kind: 'drop-level-edit', partId, edit: itemAt(mainPartOf(gone).levelEdits, 1) });
    expect(mainPartOf(back).levelEdits).toEqual([easyC]);
  });

  test('gives the right hand another pattern in a line, its section or the song, the nearest wins', () => {
    const [verse] = STRUMMED.map.sections;
    const right = (targetId: number | null, name: string): LevelEdit => ({
      hand: 'right',
      level: 3,
      targetId,
      pattern: storedPattern(name),
    });
    const edited = edit(edit(STRUMMED, right(null, 'One Bell')), right(verse?.lines[0]?.id ?? 0, 'Two Bells'));
    expect([0, 2, 4].map((bar) => countsIn(edited, levelAt(edited, 3), bar))).toEqual(['1 3', '1 3', '1']);
    expect(countsIn(edited, levelAt(edited, 4), 0)).toBe('1 & 2 & 3 & 4 &');
  });

  test('stays when the song changes beneath, is played where it fits, and is flagged where it does not', () => {
    const waltz: LevelEdit = { hand: 'right', level: 3, targetId: null, pattern: storedPattern('Plain Waltz') };
    const edited = edit(edit(STRUMMED, easyC), waltz);
    expect(misfitsOf(edited)).toEqual([null, 'other-metre']);
    const higher = done(edited, { kind: 'set-capo', partId, capoFret: 3 });
    expect(misfitsOf(higher)).toEqual(['no-such-chord', 'other-metre']);
    expect(mainPartOf(higher).levelEdits).toEqual(mainPartOf(edited).levelEdits);
    expect(misfitsOf(done(higher, { kind: 'set-capo', partId, capoFret: 0 }))).toEqual([null, 'other-metre']);
  });

  test('is kept and flagged when its place is gone from the song', () => {
    const slotId = itemAt(listPlayedBars(STRUMMED), 4).slots[0]?.id ?? 0;
    const pinned = edit(STRUMMED, { ...easyC, slotId });
    const without = done(pinned, { kind: 'remove-section', sectionId: pinned.map.sections[1]?.id ?? 0 });
    expect(misfitsOf(without)).toEqual(['no-such-place']);
    expect(formatMisfit('no-such-place')).toBe('Its place is gone from the song.');
    expect(formatLevelEdit(easyC, '')).toBe('Level 3: C held as xx2010');
  });

  test('a place that is not there, and a shape for other strings, are refused', () => {
    const errorOf = (change: LevelEdit) => {
      const outcome = applyCommand(STRUMMED, { kind: 'edit-level', partId, edit: change });
      return outcome.ok ? null : outcome.error.kind;
    };
    const four = { shape: [0, 0, 0, 3], fingers: [null, null, null, 3] } as const;
    expect(errorOf({ ...easyC, slotId: 9999 })).toBe('no-such-place');
    expect(errorOf({ ...easyC, fingering: null })).toBe('no-such-place');
    expect(errorOf({ ...easyC, fingering: four })).toBe('shape-of-other-strings');
  });
});

describe('a level as it is heard', () => {
  test('is struck when its strokes are, with its own shapes', () => {
    const { bars } = levelAt(STRUMMED, 2);
    const song = { part: mainPartOf(STRUMMED), played: listPlayedBars(STRUMMED), bars };
    const notes = listNotes(song, [4, 5]);
    expect([...new Set(notes.map(({ atSeconds }) => Math.floor(atSeconds)))]).toEqual([0, 2]);
    // C3, the lowest note of x32010.
    expect(Math.min(...notes.filter(({ atSeconds }) => atSeconds < 1).map(({ midi }) => midi))).toBe(48);
  });

  // docs/demo-songs.md: the riff sounds E E B D C# B A.
  test('a riff is heard in the place of the strum, from its level on', () => {
    const dog = itemAt(DEMO_SONGS, 3);
    const [part, played] = [mainPartOf(dog), listPlayedBars(dog)];
    const riff = [40, 40, 47, 50, 49, 47, 45];
    expect(listNotes(performanceOf(dog, part), [0]).map(({ midi }) => midi)).toEqual(riff);
    const notesAt = (level: Level) => listNotes({ part, played, bars: levelAt(dog, level).bars }, [0]);
    expect(notesAt(4).map(({ midi }) => midi)).toEqual(riff);
    expect(notesAt(3).length).toBeGreaterThan(0);
    expect(notesAt(3).map(({ midi }) => midi)).not.toContain(49);
  });
});
