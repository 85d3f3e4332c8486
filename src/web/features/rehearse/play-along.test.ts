import { beforeEach, describe, expect, test } from 'vitest';
import { performanceOf } from '../../../core/arrange/performance/performance.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { doAct, REHEARSE_ACTS } from './acts.ts';
import { phaseAt } from './drills/use-countdown.ts';
import { forget, learn, pressSwitch, switchOfMessage, useSwitches } from './pedals/pedal-store.ts';
import { createPlayAlong } from './play-along.ts';
import { plainSetup, planOf } from './play-along-desk.ts';

const SONG = songFromChart(
  'tempo: 100\nG = 320003\nD = xx0232\n\nVerse:\n| G | D | x2\n| D | G |\n\nChorus:\n| D | G |\n',
);
const make = () => {
  const song = { document: SONG, guitar: performanceOf(SONG, mainPartOf(SONG)), second: null };
  return createPlayAlong(song, plainSetup(SONG));
};

describe('a play-along that is silent', () => {
  test('is set up by every act without a sound', () => {
    const playAlong = make();
    doAct(playAlong, 'slower');
    expect(playAlong.use.getState().setup.bpm).toBe(95);
    doAct(playAlong, 'loop');
    const { range, isLooped } = playAlong.use.getState().setup;
    expect([range, isLooped]).toEqual([{ kind: 'bars', from: 1, to: 2 }, true]);
    doAct(playAlong, 'loop');
    expect(playAlong.use.getState().setup.range).toEqual({ kind: 'song' });
    for (const { act } of REHEARSE_ACTS.filter((each) => each.act !== 'start')) {
      doAct(playAlong, act);
      expect(playAlong.use.getState().place).toBeNull();
    }
  });

  test('goes to the next section in silence, and a loop that is left gives back what it was laid in', () => {
    const playAlong = make();
    playAlong.change({ isLooped: true });
    playAlong.next();
    expect(playAlong.use.getState().start.at).toBe(6);
    playAlong.loopLine();
    expect(playAlong.use.getState().setup.range).toEqual({ kind: 'bars', from: 7, to: 8 });
    playAlong.next();
    const { setup, start } = playAlong.use.getState();
    expect([setup.range, setup.isLooped, start.at]).toEqual([{ kind: 'song' }, true, 0]);
  });

  test('keeps its tempo within 40 and 130 percent', () => {
    const playAlong = make();
    playAlong.faster(900);
    expect(playAlong.use.getState().setup.bpm).toBe(130);
    playAlong.faster(-900);
    expect(playAlong.use.getState().setup.bpm).toBe(40);
  });

  test('counts rounds: three clean ones raise the tempo by five, two misses lower it by ten', () => {
    const playAlong = make();
    for (const wasClean of [true, true, true]) {
      playAlong.countRound(wasClean);
    }
    expect(playAlong.use.getState().setup.bpm).toBe(105);
    playAlong.countRound(false);
    playAlong.countRound(false);
    expect(playAlong.use.getState().setup.bpm).toBe(95);
  });

  test('joined sections have a stage for each that is added, and go round until the next is asked for', () => {
    const passIds = SONG.map.form.map(({ id }) => id);
    const plan = planOf(SONG, { ...plainSetup(SONG), range: { kind: 'joined', passIds } });
    expect(plan.stages.map(({ length }) => length)).toEqual([6, 8]);
    expect([plan.isLooped, plan.roundsPerStage]).toEqual([true, null]);
  });
});

describe('pedals', () => {
  beforeEach(() => {
    localStorage.clear();
    useSwitches.setState({ switches: { 'key PageDown': 'next' }, learning: null });
  });

  test('name a switch by its message when it is pressed, and not when it is let go', () => {
    expect(switchOfMessage([0xb3, 64, 127])).toBe('control 64');
    expect(switchOfMessage([0xb3, 64, 0])).toBeNull();
    expect(switchOfMessage([0x90, 36, 100])).toBe('note 36');
    expect(switchOfMessage([0x90, 36, 0])).toBeNull();
    expect(switchOfMessage([0xc0, 5])).toBe('program 5');
    expect(switchOfMessage([0xf8])).toBeNull();
  });

  test('are learned by pressing, kept on the device, and forgotten again', () => {
    expect(pressSwitch('control 64')).toBeNull();
    learn('start');
    expect(pressSwitch('control 64')).toBeNull();
    expect(pressSwitch('control 64')).toBe('start');
    expect(localStorage.getItem('golden-ladder pedals')).toContain('control 64');
    forget('start');
    expect(pressSwitch('control 64')).toBeNull();
    expect(pressSwitch('key PageDown')).toBe('next');
  });
});

test('a minute begins after three seconds, and a barre rests as long as it was worked', () => {
  const minute = { seconds: 60, restSeconds: 0 };
  expect([null, 0, 2.9, 3, 62.5, 63].map((passed) => phaseAt(passed, minute))).toEqual([
    { phase: 'idle', left: 60 },
    { phase: 'ready', left: 3 },
    { phase: 'ready', left: 1 },
    { phase: 'running', left: 60 },
    { phase: 'running', left: 1 },
    { phase: 'over', left: 0 },
  ]);
  expect(phaseAt(40, { seconds: 30, restSeconds: 30 })).toEqual({ phase: 'resting', left: 23 });
});
