import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { listNotes } from '../arrange/performance/strum-notes.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { findPattern, SHELF } from '../rhythm/pattern-library.ts';
import { toStoredPattern } from '../song/attachments/right-hand.ts';
import { applyCommand } from '../song/commands.ts';
import { mainPartOf } from '../song/document/parts.ts';
import { RANGE_KINDS } from '../song/document/scene.ts';
import { sayRange, sayScene } from '../words/rehearse/scene-words.ts';
import { listDrillChanges } from './drill-changes.ts';
import { DRILLS, perMinute, tempoForChanges } from './drill-result.ts';
import { changeSteps, joinedSteps, patternSteps, singleStrumSteps, strumSteps } from './drill-steps.ts';
import { stagesOf } from './range.ts';
import { listRangeChoices } from './range-choices.ts';
import { listSongPatterns } from './song-patterns.ts';

const plain = songFromChart(
  'title: Kettle Road\ntempo: 60\nform: Verse, Chorus, Verse\nG = 320003\nD = xx0232\nC = x32010\n\nVerse:\n| G | D | x2\n\nChorus:\n| C | G |\n',
);
const ferry = findPattern(SHELF, 'Late Ferry')?.pattern ?? expect.unreachable();
const told = applyCommand(plain, {
  kind: 'assign-pattern',
  partId: mainPartOf(plain).id,
  targetId: plain.map.sections[1]?.id ?? -1,
  change: { pattern: toStoredPattern(ferry) },
});
const SONG = told.ok ? told.value.document : plain;
const PART = mainPartOf(SONG);

describe('drills', () => {
  test('of a change: alone, where the song has it, and its line', () => {
    const [change] = listDrillChanges(SONG, PART, 'year');
    const steps = change === undefined ? [] : changeSteps(SONG, PART, change);
    expect(steps.map(({ kind }) => kind)).toEqual(['change-alone', 'change-in-song', 'line-of-change']);
    const [alone] = steps;
    // A bar of each, a strum on each of four beats: six strings of G, four of D or five of C.
    const notes = alone === undefined ? [] : listNotes(alone.guitar);
    expect(new Set(notes.map(({ startTick }) => startTick)).size).toBe(8);
    for (const { document, range } of steps) {
      expect(stagesOf(document, range)).not.toEqual([]);
    }
  });

  test('list every change that moves a finger, with the beats that are free for it', () => {
    const changes = listDrillChanges(SONG, PART, 'year');
    const names = changes.map(({ from, to }) => `${formatChordSymbol(from)} ${formatChordSymbol(to)}`);
    expect([...names].sort()).toEqual(['C G', 'D C', 'D G', 'G D']);
    // With a strum on each beat the hand is free for one beat.
    expect(changes.find(({ from, to }) => from.root === 'G' && to.root === 'D')?.freeBeats).toBe(1);
  });

  test('of a strum: six steps, from the count to the song, on the chord that the song has most', () => {
    const steps = strumSteps(SONG, PART, ferry);
    expect(steps.map(({ kind }) => kind)).toEqual([
      'count-aloud',
      'muted',
      'one-chord',
      'two-chords',
      'in-song',
      'sing',
    ]);
    const [, muted, one, two, inSong] = steps;
    expect(muted === undefined ? [] : [...new Set(listNotes(muted.guitar).map(({ touch }) => touch))]).toEqual([
      'muted',
    ]);
    expect(one?.guitar.played.map(({ slots }) => slots[0]?.chord?.root)).toEqual(['G']);
    expect(two?.guitar.played.map(({ slots }) => slots[0]?.chord?.root)).toEqual(['G', 'D']);
    expect(inSong === undefined ? [] : stagesOf(inSong.document, inSong.range)).toEqual([[4, 5]]);
  });

  test('of the right hand alone, of single strums, and of joined sections', () => {
    expect(patternSteps(SONG, PART, ferry).map(({ kind }) => kind)).toEqual(['muted', 'one-chord']);
    const [single] = singleStrumSteps(SONG, PART);
    const first = single === undefined ? [] : listNotes(single.guitar, [0]);
    expect(new Set(first.map(({ startTick }) => startTick)).size).toBe(1);
    const [joined] = joinedSteps(SONG, PART);
    expect(joined === undefined ? [] : stagesOf(joined.document, joined.range).map(({ length }) => length)).toEqual([
      4, 6, 10,
    ]);
  });

  test('a song that has no chords has no drills', () => {
    const empty = songFromChart('Verse:\n| N.C. |\n');
    const part = mainPartOf(empty);
    expect(listDrillChanges(empty, part, 'beginner')).toEqual([]);
    expect(strumSteps(empty, part, ferry)).toEqual([]);
  });

  test('a count in a minute is a tempo: changes times free beats', () => {
    expect(perMinute(14, 30)).toBe(28);
    expect(tempoForChanges(28, 2)).toBe(56);
    expect(DRILLS).toHaveLength(6);
  });

  test('list the patterns of a song once each', () => {
    expect(listSongPatterns(SONG, PART).map(({ name }) => name)).toEqual(['', 'Late Ferry']);
  });
});

describe('ranges and scenes in words', () => {
  const nameOf = formatChordSymbol;

  test.each(RANGE_KINDS)('every choice of the kind %s is played, and is said', (kind) => {
    for (const { range } of listRangeChoices(SONG, kind)) {
      expect(stagesOf(SONG, range)).not.toEqual([]);
      expect(sayRange(SONG, range, nameOf)).not.toMatch(/^$|undefined|nothing/);
    }
  });

  test('a scene is a line; what is no longer in the song is said', () => {
    const scene = {
      id: 99,
      name: 'Monday',
      range: { kind: 'section', sectionId: SONG.map.sections[0]?.id ?? -1 },
      bpm: 70,
      ramp: null,
      isLooped: true,
      hasRest: false,
      click: 'beats',
      silent: ['guitar', 'second'],
      left: 2,
      right: 1,
      loop: null,
      isOnPage: true,
    } as const;
    expect(sayScene(SONG, scene, nameOf)).toBe(
      'Monday: Verse at 70, left hand level 2, right hand level 1, bass only, over and over',
    );
    const ramp = { startBpm: 60, stepBpm: 4, everyRounds: 2, goalBpm: 92 };
    const gone = { ...scene, range: { kind: 'pass', passId: -1 }, ramp, silent: [], left: null } as const;
    expect(sayScene(SONG, gone, nameOf)).toBe('Monday: nothing that is in the song now from 60 to 92, over and over');
  });
});
