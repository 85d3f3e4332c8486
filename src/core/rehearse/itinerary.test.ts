import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitrarySong } from '../../test-support/arbitrary-song.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { listNotes, tempoOf } from '../arrange/performance/strum-notes.ts';
import { range } from '../kernel/list.ts';
import { QUARTER_TICKS } from '../rhythm/metre.ts';
import { ticksToSeconds } from '../rhythm/tempo.ts';
import type { SongDocument } from '../song/document/document.ts';
import { mainPartOf } from '../song/document/parts.ts';
import { LAYERS } from '../song/document/scene.ts';
import { atSpeed, type Due, type Head, startAt, takeUntil } from './clock.ts';
import { BEGINNING, type Place, type Plan, type PlayEvent, type Rehearsal, stepsOf } from './itinerary.ts';
import { samePlaceIn } from './places.ts';
import { stagesOf } from './range.ts';

const FOR_EVER = 1e9;

function rehearsalOf(song: SongDocument, plan: Partial<Plan> = {}, more: Partial<Rehearsal> = {}): Rehearsal {
  const guitar = performanceOf(song, mainPartOf(song));
  return {
    bandOf: () => ({ guitar, second: null, loop: null }),
    layers: LAYERS,
    plan: {
      stages: [guitar.played.map((_, index) => index)],
      isLooped: false,
      hasRest: false,
      roundsPerStage: null,
      ...plan,
    },
    click: 'beats',
    toneMidi: null,
    speedOfRound: () => 1,
    ...more,
  };
}

/** All that falls due, taken half a second at a time as a player does, as far as `until`. */
function dueOf(rehearsal: Rehearsal, until: number, from: Place = BEGINNING): readonly Due<PlayEvent>[] {
  const steps = stepsOf(() => rehearsal);
  const due: Due<PlayEvent>[] = [];
  let head: Head<PlayEvent, Place> | null = startAt(steps, { place: from, time: 0, speed: rehearsal.speedOfRound(0) });
  for (let time = 0.5; head !== null && time < until + 0.5; time += 0.5) {
    const taken: ReturnType<typeof takeUntil<PlayEvent, Place>> = takeUntil(steps, head, time);
    due.push(...taken.due);
    head = taken.head;
  }
  return due;
}

const soundsOf = (due: readonly Due<PlayEvent>[], layer: string) =>
  due.flatMap(({ time, event }) =>
    event.kind === 'sound' && event.sound.layer === layer ? [{ time, ...event.sound }] : [],
  );

const SONG = songFromChart('tempo: 60\nG = 320003\nD = xx0232\n\nVerse:\n| G | D |\n\nChorus:\n| D | G |\n');

describe('a rehearsal', () => {
  test('gives out the notes of the performance at the moments at which they are heard and exported', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        const part = mainPartOf(song);
        const performance = performanceOf(song, part);
        const heard = soundsOf(dueOf(rehearsalOf(song), FOR_EVER), 'guitar');
        const expected = listNotes(performance);
        expect(heard).toHaveLength(expected.length);
        const byTime = (a: { readonly at: number; readonly midi: number }, b: typeof a): number =>
          a.at - b.at || a.midi - b.midi;
        const [ours, theirs] = [
          heard.map(({ time, delaySeconds, midi }) => ({ at: time + delaySeconds, midi })).sort(byTime),
          expected.map(({ atSeconds, midi }) => ({ at: atSeconds, midi })).sort(byTime),
        ];
        for (const [index, { at }] of ours.entries()) {
          expect(at).toBeCloseTo(theirs[index]?.at ?? -1, 6);
        }
      }),
      { numRuns: runs(300), seed: 231 },
    );
  });

  test('clicks on every counted beat, on the second and fourth, or four bars on and four off', () => {
    const nine = songFromChart('tempo: 60\nG = 320003\n\nVerse:\n| G | x9\n');
    const clicks = (click: Rehearsal['click']) =>
      soundsOf(dueOf(rehearsalOf(nine, {}, { click }), FOR_EVER), 'click').map(({ time }) => time);
    expect(clicks('beats')).toEqual(range(0, 36));
    expect(clicks('backbeat').slice(0, 4)).toEqual([1, 3, 5, 7]);
    expect(clicks('fading')).toEqual([...range(0, 16), ...range(32, 36)]);
    expect(clicks('off')).toEqual([]);
  });

  test('counts in the metre of its first bar, less the pick-up, with the singer’s note', () => {
    const song = songFromChart('tempo: 60\nG = 320003\n\nVerse:\n| (pickup 1) G | G |\n');
    const counted = dueOf(rehearsalOf(song, {}, { toneMidi: 67 }), FOR_EVER, {
      kind: 'count-in',
      bars: 1,
      to: BEGINNING,
    });
    expect(
      soundsOf(counted, 'click')
        .slice(0, 4)
        .map(({ time }) => time),
    ).toEqual([0, 1, 2, 3]);
    expect(soundsOf(counted, 'tone')).toMatchObject([{ time: 0, midi: 67, ringTicks: 3 * QUARTER_TICKS }]);
    expect(soundsOf(counted, 'guitar')[0]?.time).toBe(3);
    // The pick-up is the fourth beat: the strong click comes with the bar after it.
    expect(
      soundsOf(counted, 'click')
        .filter(({ touch }) => touch === 'strong')
        .map(({ time }) => time),
    ).toEqual([0, 4]);
  });

  test('goes round, rests a bar between rounds, and joins sections one by one', () => {
    const looped = rehearsalOf(SONG, { stages: [[0, 1]], isLooped: true, hasRest: true });
    const firsts = dueOf(looped, 23).flatMap(({ time, event }) =>
      event.kind === 'moment' && event.moment.index === 0 && event.moment.tick === 0 ? [time] : [],
    );
    expect(firsts).toEqual([0, 12]);
    const joined = rehearsalOf(SONG, {
      stages: [
        [0, 1],
        [0, 1, 2, 3],
      ],
      roundsPerStage: 1,
    });
    const bars = dueOf(joined, FOR_EVER).flatMap(({ event }) =>
      event.kind === 'moment' && event.moment.tick === 0 && event.moment.index !== null ? [event.moment.index] : [],
    );
    expect(bars).toEqual([0, 1, 0, 1, 2, 3]);
  });

  test('is faster with each round of a ramp, and its bars are as long as plain arithmetic makes them', () => {
    const ramped = rehearsalOf(SONG, { stages: [[0, 1]], isLooped: true }, { speedOfRound: (round) => 1 + round / 4 });
    const starts = dueOf(ramped, 20).flatMap(({ time, event }) =>
      event.kind === 'moment' && event.moment.index === 0 && event.moment.tick === 0 ? [time] : [],
    );
    expect(starts.slice(0, 4).map((time) => time.toFixed(9))).toEqual(
      [0, 8, 8 + 8 / 1.25, 8 + 8 / 1.25 + 8 / 1.5].map((time) => time.toFixed(9)),
    );
  });

  test('a change of tempo moves nothing that was given out, and all after it goes at the new tempo', () => {
    fc.assert(
      fc.property(
        arbitrarySong,
        fc.double({ min: 0.4, max: 1.3, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (song, speed, at) => {
          const steps = stepsOf(() => rehearsalOf(song));
          const start = startAt(steps, { place: BEGINNING, time: 0, speed: 1 });
          const before = takeUntil(steps, start, at);
          if (before.head === null) {
            return;
          }
          const after = takeUntil(steps, atSpeed(before.head, speed, at), at + 60);
          const plain = takeUntil(steps, before.head, at + 60);
          const [first, plainFirst] = [after.due[0], plain.due[0]];
          if (first !== undefined && plainFirst !== undefined && plainFirst.time < at + 1) {
            expect(first.time - at).toBeCloseTo((plainFirst.time - at) / speed, 6);
          }
          expect(after.due.every(({ time }) => time >= at)).toBe(true);
        },
      ),
      { numRuns: runs(300), seed: 232 },
    );
  });

  test('the bass plays the lowest note of every chord as it sounds, and where nothing is played it rests', () => {
    const song = songFromChart(
      'tempo: 60\ncapo: 2\nG = 320003\nD/F# = 2x0232\n\nVerse:\n| G | D/F# N.C. | G_ | same |\n',
    );
    const bass = soundsOf(dueOf(rehearsalOf(song), FOR_EVER), 'bass');
    expect(bass.map(({ time }) => time)).toEqual([0, 2, 4, 8]);
    expect(bass.map(({ midi }) => midi)).toEqual([31, 31, 30, 31]);
    expect(bass[3]?.ringTicks).toBe(8 * QUARTER_TICKS);
  });

  test('a part of the band is looped under another passage, as far as the bars go', () => {
    const guitar = performanceOf(SONG, mainPartOf(SONG));
    const loop = { layer: 'bass' as const, indexes: [0] };
    const rehearsal = rehearsalOf(SONG, { stages: [[1, 2]] }, { bandOf: () => ({ guitar, second: null, loop }) });
    expect(soundsOf(dueOf(rehearsal, FOR_EVER), 'loop').map(({ time, midi }) => [time, midi])).toEqual([
      [0, 31],
      [2, 31],
      [4, 31],
      [6, 31],
    ]);
  });
});

describe('ranges', () => {
  test('say which bars are played, and are empty where nothing of them is left', () => {
    const [verse, chorus] = SONG.map.form;
    expect(stagesOf(SONG, { kind: 'song' })).toEqual([[0, 1, 2, 3]]);
    expect(stagesOf(SONG, { kind: 'pass', passId: chorus?.id ?? 0 })).toEqual([[2, 3]]);
    expect(stagesOf(SONG, { kind: 'bars', from: 2, to: 3 })).toEqual([[1, 2]]);
    expect(stagesOf(SONG, { kind: 'change', fromChord: 'G', toChord: 'D' })).toEqual([[0, 1]]);
    expect(stagesOf(SONG, { kind: 'joined', passIds: [verse?.id ?? 0, chorus?.id ?? 0] })).toEqual([
      [0, 1],
      [0, 1, 2, 3],
    ]);
    expect(stagesOf(SONG, { kind: 'pass', passId: -1 })).toEqual([]);
    expect(stagesOf(SONG, { kind: 'bars', from: 90, to: 99 })).toEqual([]);
  });

  test('a bar is found again in another plan, in whatever round it is played', () => {
    const whole: Plan = { stages: [[0, 1, 2, 3]], isLooped: false, hasRest: false, roundsPerStage: null };
    const line: Plan = { ...whole, stages: [[2, 3]], isLooped: true };
    expect(samePlaceIn(whole, line, { ...BEGINNING, at: 3, count: 3 })).toMatchObject({ at: 1, count: 3 });
    expect(samePlaceIn(whole, line, { ...BEGINNING, at: 0 })).toBeNull();
  });
});

test('seconds of a bar are those of its tempo', () => {
  const [bar] = performanceOf(SONG, mainPartOf(SONG)).played;
  expect(bar === undefined ? 0 : ticksToSeconds(bar.lengthTicks, tempoOf(bar))).toBe(4);
});
