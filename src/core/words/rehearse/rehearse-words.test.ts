import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { MONDAY } from '../../../test-support/plain-scene.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { listPasses } from '../../arrange/form/form-summary.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { DRILLS, type DrillResult, perMinute, tempoForChanges } from '../../rehearse/drill-result.ts';
import { bpmOfRound } from '../../rehearse/tempo.ts';
import { applyCommand } from '../../song/commands.ts';
import { CLICK_MODES, LAYERS, type Layer, RANGE_KINDS, type Scene } from '../../song/document/scene.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { DRILL_ABOUT, DRILL_WORDS, sayCounted, sayResult } from './drill-words.ts';
import { RANGE_WORDS, sayHeardLayers, sayLevels, sayRange, sayScene, sayScenes } from './scene-words.ts';
import {
  CLICK_WORDS,
  LAYER_WORDS,
  sayBarsLeft,
  sayNextIn,
  sayStagePlace,
  sayStaying,
  sayTempoOf,
} from './stage-words.ts';

const SONG = songFromChart(
  'form: Verse, Chorus, Verse\n\nVerse:\n| G | D | Em | C | x2\n| Am | D |\n\nChorus:\n| C | G |\n',
);
const { form, sections } = SONG.map;
const nameOf = formatChordSymbol;

const SCENE: Scene = { ...MONDAY, id: 1, range: { kind: 'pass', passId: itemAt(form, 2).id }, bpm: 70.4 };

describe('on the stage', () => {
  test('every layer, click, range and drill has words of its own', () => {
    for (const [kinds, words] of [
      [LAYERS, LAYER_WORDS],
      [CLICK_MODES, CLICK_WORDS],
      [RANGE_KINDS, RANGE_WORDS],
      [DRILLS, DRILL_WORDS],
      [DRILLS, DRILL_ABOUT],
    ] as const) {
      expect(Object.keys(words).sort()).toEqual([...kinds].sort());
      expect(new Set(Object.values(words)).size).toBe(kinds.length);
      expect(Object.values(words)).not.toContain('');
    }
  });

  test('the place is told without its bar, and which repeat it is only where there are several', () => {
    const passes = listPasses(SONG);
    const at = (index: number, repeats: number) => sayStagePlace(itemAt(listPlayedBars(SONG), index), passes, repeats);
    expect(at(0, 2)).toBe('Verse 1, line 1, repeat 1 of 2');
    expect(at(5, 2)).toBe('Verse 1, line 1, repeat 2 of 2');
    expect(at(8, 1)).toBe('Verse 1, line 2');
    expect(at(10, 1)).toBe('Chorus, line 1');
  });

  test('fingers stay in one number or the other', () => {
    expect(sayStaying([])).toBe('');
    expect(sayStaying([3])).toBe('Ring stays');
    expect(sayStaying([3, 4])).toBe('Ring and little finger stay');
  });

  test('what comes next is so many beats away, and so many bars are left', () => {
    expect([null, 1, 2, 12].map(sayNextIn)).toEqual([
      'next',
      'next, in one beat',
      'next, in 2 beats',
      'next, in 12 beats',
    ]);
    expect([0, 1, 3].map(sayBarsLeft)).toEqual([
      'last bar of this line',
      '1 bar left in this line',
      '3 bars left in this line',
    ]);
  });

  test('a tempo that goes on by itself is told as it then goes', () => {
    expect(sayTempoOf(92.4, null, false)).toBe('of 92');
    expect(sayTempoOf(92, null, true)).toBe('of 92, up 5 after three clean');
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 1, max: 4 }),
        (startBpm, goalBpm, stepBpm, everyRounds) => {
          fc.pre(startBpm !== goalBpm);
          const ramp = { startBpm, goalBpm, stepBpm, everyRounds };
          const said = sayTempoOf(100, ramp, false);
          const later = bpmOfRound(ramp, everyRounds);
          expect(said.includes(', up ')).toBe(later > startBpm);
          expect(said.includes(', down ')).toBe(later < startBpm);
          expect(said.endsWith(`to ${bpmOfRound(ramp, 100_000)}`)).toBe(true);
          expect(bpmOfRound(ramp, everyRounds - 1)).toBe(startBpm);
        },
      ),
      { numRuns: runs(400), seed: 4 },
    );
  });
});

/** Whether a layer is somebody who plays, in a song with or without a loop and a second guitar. */
function isPlayer(layer: Layer, hasLoop: boolean, hasSecond: boolean): boolean {
  const isThere: Partial<Record<Layer, boolean>> = { guitar: true, bass: true, loop: hasLoop, second: hasSecond };
  return isThere[layer] === true;
}

describe('a scene in one line', () => {
  test('says what is played, how fast, who is heard, and whether it goes on', () => {
    expect(sayScene(SONG, SCENE, nameOf)).toBe('Monday: Verse 2 at 70');
    const full: Scene = {
      ...SCENE,
      ramp: { startBpm: 60, stepBpm: 5, everyRounds: 2, goalBpm: 92 },
      isLooped: true,
      silent: ['guitar'],
      left: 2,
      right: 4,
    };
    expect(sayScene(SONG, full, nameOf)).toBe(
      'Monday: Verse 2 from 60 to 92, left hand level 2, right hand level 4, bass only, over and over',
    );
    const looped: Scene = { ...SCENE, left: 3, right: 3, loop: { layer: 'bass', range: { kind: 'song' } } };
    expect(sayScene(SONG, looped, nameOf)).toBe('Monday: Verse 2 at 70, level 3, over the bass of the whole song');
  });

  test('every kind of range is said, and one that is gone from the song too', () => {
    const passId = itemAt(form, 0).id;
    const section = itemAt(sections, 0);
    expect(sayRange(SONG, { kind: 'song' }, nameOf)).toBe('the whole song');
    expect(sayRange(SONG, { kind: 'section', sectionId: section.id }, nameOf)).toBe('Verse');
    expect(sayRange(SONG, { kind: 'pass', passId }, nameOf)).toBe('Verse 1');
    expect(sayRange(SONG, { kind: 'line', passId, lineId: itemAt(section.lines, 1).id }, nameOf)).toBe(
      'Verse 1, line 2',
    );
    expect(sayRange(SONG, { kind: 'bars', from: 3, to: 3 }, nameOf)).toBe('bar 3');
    expect(sayRange(SONG, { kind: 'bars', from: 3, to: 6 }, nameOf)).toBe('bars 3 to 6');
    expect(sayRange(SONG, { kind: 'change', fromChord: 'G', toChord: 'D' }, nameOf)).toBe('G to D');
    expect(sayRange(SONG, { kind: 'joined', passIds: form.map(({ id }) => id) }, nameOf)).toBe(
      'Verse 1, Chorus and Verse 2, joined one by one',
    );
    const gone = applyCommand(SONG, { kind: 'remove-passes', passIds: [itemAt(form, 2).id] });
    const left = gone.ok ? gone.value.document : expect.unreachable();
    expect(sayRange(left, SCENE.range, nameOf)).toBe('nothing that is in the song now');
  });

  test('of a band just those are named who are heard, or just those who are not', () => {
    const loose = fc.subarray([...LAYERS]) as fc.Arbitrary<Layer[]>;
    fc.assert(
      fc.property(loose, fc.boolean(), fc.boolean(), (silent, hasLoop, hasSecond) => {
        const said = sayHeardLayers(silent, hasLoop, hasSecond);
        const players = LAYERS.filter((layer) => isPlayer(layer, hasLoop, hasSecond));
        const [heard, missing] = [false, true].map((is) => players.filter((layer) => silent.includes(layer) === is));
        const told: Readonly<Record<string, unknown>> = { '': [[], missing], 'no band': [heard, []] };
        const named = players.filter((layer) => said.includes(LAYER_WORDS[layer]));
        const meant = said.endsWith('only') ? heard : missing;
        expect(told[said] ?? [named, meant]).toEqual(told[said] === undefined ? [meant, meant] : [[], []]);
      }),
      { numRuns: runs(300), seed: 6 },
    );
  });

  test('levels of both hands, and how many scenes there are', () => {
    expect(sayLevels(null, 3)).toBe('as arranged');
    expect(sayLevels(2, 2)).toBe('level 2');
    expect(sayLevels(2, 1)).toBe('left hand level 2, right hand level 1');
    expect([0, 1, 4].map(sayScenes)).toEqual(['none yet', 'one scene', '4 scenes']);
  });
});

describe('a drill in words', () => {
  const RESULT: DrillResult = {
    id: 'r',
    songId: null,
    who: '',
    drill: 'changes',
    what: 'G to D',
    doneAt: '2026-03-02T17:00:00.000Z',
    seconds: 60,
    bpm: null,
    count: 28,
    countedBy: 'partner',
    isClean: null,
  };

  test('a result says what was counted, at which tempo, and whether it was clean', () => {
    expect(sayResult(RESULT)).toBe('G to D: 28 in a minute, counted by a partner');
    expect(sayResult({ ...RESULT, who: 'Ida', seconds: 30, count: 15, countedBy: 'typed' })).toBe(
      'Ida: G to D: 30 in a minute',
    );
    const strum = { ...RESULT, drill: 'strum', what: 'Late Ferry', count: null, countedBy: null, bpm: 71.6 } as const;
    expect(sayResult({ ...strum, isClean: true })).toBe('Late Ferry, a new strum: at 72, clean');
    expect(sayResult({ ...strum, bpm: null })).toBe('Late Ferry, a new strum');
  });

  test('the tempo that a count leads to leaves as much time as a change takes', () => {
    expect(sayCounted(28, 60, 2, tempoForChanges(28, 2))).toBe(
      '28 changes in a minute; the song leaves 2 beats for it, so with a click begin at 56.',
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 120 }), fc.integer({ min: 1, max: 8 }), (count, beats) => {
        const secondsOfChange = 60 / count;
        const secondsLeft = (beats * 60) / tempoForChanges(perMinute(count, 60), beats);
        expect(secondsLeft).toBeCloseTo(secondsOfChange, 9);
      }),
      { numRuns: runs(200), seed: 2 },
    );
    expect(perMinute(10, 0)).toBe(0);
  });
});
