import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { performanceOf } from '../../core/arrange/performance/performance.ts';
import {
  BEGINNING,
  indexOf,
  type Moment,
  type Place,
  type Plan,
  type Rehearsal,
  stepsOf,
} from '../../core/rehearse/itinerary.ts';
import { samePlaceIn } from '../../core/rehearse/places.ts';
import { mainPartOf } from '../../core/song/document/parts.ts';
import { LAYERS } from '../../core/song/document/scene.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import type { DueSound } from './note-sources.ts';
import type { Output } from './output.ts';
import { type Playing, play } from './player.ts';

type Note = { readonly voice: string; readonly from: number; to: number };

/** A speaker that keeps what it was given: one note a voice at a time, as on a string. */
function createStage() {
  let now = 10;
  let onTick: () => void = () => undefined;
  const notes: Note[] = [];
  const output: Output = {
    now: () => now,
    latency: () => 0,
    play: ({ sound, time, secondsPerTick }: DueSound) => {
      const voice = `${sound.layer} ${sound.voice}`;
      for (const note of notes) {
        if (note.voice === voice && note.to > time && sound.source !== 'click') {
          note.to = Math.max(note.from, time);
        }
      }
      notes.push({ voice, from: time, to: time + (sound.seconds ?? sound.ringTicks * secondsPerTick) });
    },
    silence: (from) => {
      for (const note of notes) {
        if (note.from >= (from ?? now)) {
          note.to = Math.min(note.to, now);
        } else if (from === undefined) {
          note.to = Math.min(note.to, now);
        }
      }
    },
    setLevel: () => undefined,
    sounding: () => notes.filter(({ to }) => to > now).length,
  };
  return {
    output,
    notes,
    timers: {
      later: () => () => undefined,
      tick: (next: () => void) => {
        onTick = next;
        return {
          stop: () => {
            onTick = () => undefined;
          },
        };
      },
    },
    /** Lets time go by, with the ticks that fall into it; a page that is blocked has one at its end. */
    pass: (seconds: number, isBlocked = false) => {
      const until = now + seconds;
      while (!isBlocked && now + 0.025 < until) {
        now += 0.025;
        onTick();
      }
      now = until;
      onTick();
    },
    now: () => now,
    /** Forgets the notes that are over, as a browser does. */
    forget: () => {
      const left = notes.filter(({ to }) => to > now);
      notes.splice(0, notes.length, ...left);
    },
  };
}

const SONG = songFromChart(
  'tempo: 120\nG = 320003\nD = xx0232\nC = x32010\n\nVerse:\n| G | <D | C_ | ~ | x2\n| (3/4) G | D! | C | G |\n\nChorus:\n| C | G | D | G |\n',
);
const guitar = performanceOf(SONG, mainPartOf(SONG));
const WHOLE: Plan = {
  stages: [guitar.played.map((_, index) => index)],
  isLooped: true,
  hasRest: false,
  roundsPerStage: null,
};

function rehearsalOf(plan: () => Plan, speed: () => number): () => Rehearsal {
  return () => ({
    bandOf: () => ({ guitar, second: null, loop: null }),
    layers: LAYERS,
    plan: plan(),
    click: 'beats',
    toneMidi: null,
    speedOfRound: speed,
  });
}

/** Something that is done while it plays. */
type Act =
  | { readonly kind: 'pass'; readonly seconds: number; readonly isBlocked: boolean }
  | { readonly kind: 'speed'; readonly speed: number }
  | { readonly kind: 'jump'; readonly at: number }
  | { readonly kind: 'loop'; readonly from: number; readonly bars: number };

type Room = {
  readonly stage: ReturnType<typeof createStage>;
  readonly playing: Playing;
  readonly state: { plan: Plan; speed: number };
};

function doRandomly(act: Act, { stage, playing, state }: Room): void {
  if (act.kind === 'pass') {
    stage.pass(act.seconds, act.isBlocked && act.seconds < 0.4);
  } else if (act.kind === 'speed') {
    state.speed = act.speed;
    playing.setSpeed(act.speed);
  } else if (act.kind === 'jump') {
    state.plan = WHOLE;
    playing.jump({ ...BEGINNING, at: act.at }, state.speed);
  } else {
    const indexes = WHOLE.stages[0]?.slice(act.from, act.from + act.bars) ?? [];
    const next = { ...WHOLE, stages: [indexes.length === 0 ? [0] : indexes] };
    const before = state.plan;
    state.plan = next;
    playing.replace((place) => samePlaceIn(before, next, place), BEGINNING);
  }
}

describe('a player', () => {
  test('gives every sound out before it is due, also where the page is blocked for 300 ms', () => {
    const stage = createStage();
    const moments: { readonly moment: Moment; readonly time: number; readonly toldAt: number }[] = [];
    const steps = stepsOf(
      rehearsalOf(
        () => WHOLE,
        () => 1,
      ),
    );
    const playing = play(
      { steps, from: BEGINNING, speed: 1 },
      stage.output,
      {
        onMoment: (moment, time) => moments.push({ moment, time, toldAt: stage.now() }),
        onEnd: () => undefined,
      },
      stage.timers,
    );
    for (let second = 0; second < 60; second += 1) {
      stage.pass(0.7);
      stage.pass(0.3, true);
    }
    expect(playing.late()).toBe(0);
    // What is told sounds: never before its time, and by the next look after it.
    expect(moments.length).toBeGreaterThan(100);
    for (const { time, toldAt } of moments) {
      expect(toldAt).toBeGreaterThanOrEqual(time);
      expect(toldAt - time).toBeLessThanOrEqual(0.301);
    }
  });

  test('leaves nothing behind, whatever is done at whatever moment: a thousand random acts', () => {
    const act = fc.oneof(
      fc.record({
        kind: fc.constant('pass' as const),
        seconds: fc.double({ min: 0.01, max: 2.5, noNaN: true }),
        isBlocked: fc.boolean(),
      }),
      fc.record({ kind: fc.constant('speed' as const), speed: fc.double({ min: 0.4, max: 1.3, noNaN: true }) }),
      fc.record({ kind: fc.constant('jump' as const), at: fc.nat(15) }),
      fc.record({ kind: fc.constant('loop' as const), from: fc.nat(15), bars: fc.integer({ min: 1, max: 4 }) }),
    );
    fc.assert(
      fc.property(fc.array(act, { minLength: 40, maxLength: 40 }), (acts) => {
        const stage = createStage();
        const state = { plan: WHOLE, speed: 1 };
        const steps = stepsOf(
          rehearsalOf(
            () => state.plan,
            () => state.speed,
          ),
        );
        let told: Place = BEGINNING;
        const onMoment = ({ place, index }: Moment): void => {
          told = place;
          expect(index === null || index < guitar.played.length).toBe(true);
        };
        const start = { steps, from: BEGINNING, speed: 1 };
        const playing = play(start, stage.output, { onMoment, onEnd: () => undefined }, stage.timers);
        for (const each of acts) {
          doRandomly(each, { stage, playing, state });
          // No string has two notes at once.
          const now = stage.notes.filter(
            ({ voice, from, to }) => !voice.startsWith('click') && from <= stage.now() && to > stage.now(),
          );
          expect(new Set(now.map(({ voice }) => voice)).size).toBe(now.length);
        }
        expect(playing.late()).toBe(0);
        expect(indexOf(state.plan, told) === null || told.kind === 'bar').toBe(true);
        playing.stop();
        expect(stage.output.sounding()).toBe(0);
        stage.pass(5);
        expect(stage.output.sounding()).toBe(0);
      }),
      { numRuns: runs(300, 25), seed: 236 },
    );
  });

  test('keeps as much alive after thirty minutes as after one', () => {
    const stage = createStage();
    const steps = stepsOf(
      rehearsalOf(
        () => WHOLE,
        () => 1,
      ),
    );
    play(
      { steps, from: BEGINNING, speed: 1 },
      stage.output,
      { onMoment: () => undefined, onEnd: () => undefined },
      stage.timers,
    );
    const most: number[] = [];
    for (let minute = 0; minute < 30; minute += 1) {
      let alive = 0;
      for (let step = 0; step < 240; step += 1) {
        stage.pass(0.25, true);
        alive = Math.max(alive, stage.output.sounding());
      }
      most.push(alive);
      stage.forget();
    }
    expect(Math.max(...most)).toBeLessThanOrEqual((most[0] ?? 0) + 3);
  });

  test('ends by itself, and says so once', () => {
    const stage = createStage();
    let ends = 0;
    const plan = { ...WHOLE, stages: [[0, 1]], isLooped: false };
    play(
      {
        steps: stepsOf(
          rehearsalOf(
            () => plan,
            () => 1,
          ),
        ),
        from: BEGINNING,
        speed: 1,
      },
      stage.output,
      {
        onMoment: () => undefined,
        onEnd: () => {
          ends += 1;
        },
      },
      stage.timers,
    );
    stage.pass(3.9);
    expect(ends).toBe(0);
    stage.pass(1);
    expect(ends).toBe(1);
  });
});
