import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitrarySong } from '../../test-support/arbitrary-song.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { listNotes, tempoOf } from '../arrange/performance/strum-notes.ts';
import { PAGE_LAYERS, toPageSong } from '../formats/html/page-song.ts';
import { toMidiRehearsal } from '../formats/midi/midi-rehearsal.ts';
import { type MidiSong, PERCUSSION, toMidiSong } from '../formats/midi/midi-song.ts';
import { formatChordName } from '../harmony/chord-symbol.ts';
import { sumOf } from '../kernel/list.ts';
import { ticksToSeconds } from '../rhythm/tempo.ts';
import type { SongDocument } from '../song/document/document.ts';
import { mainPartOf } from '../song/document/parts.ts';
import { LAYERS } from '../song/document/scene.ts';
import { LAYER_WORDS } from '../words/rehearse/stage-words.ts';
import { BEGINNING, type Place, type Rehearsal } from './itinerary.ts';
import { lengthOf, type UnrolledStep, unrollRehearsal } from './unrolled.ts';

function rehearsalOf(song: SongDocument, more: Partial<Rehearsal> = {}): Rehearsal {
  const guitar = performanceOf(song, mainPartOf(song));
  return {
    bandOf: () => ({ guitar, second: null, loop: null }),
    layers: LAYERS,
    plan: { stages: [guitar.played.map((_, index) => index)], isLooped: true, hasRest: false, roundsPerStage: null },
    click: 'beats',
    toneMidi: null,
    speedOfRound: () => 1,
    ...more,
  };
}

/** When a tick of an unrolled rehearsal is, in seconds, by plain arithmetic. */
function secondsOf(unrolled: readonly UnrolledStep[]): (tick: number) => number {
  return (tick) => {
    const own = unrolled.findLast(({ startTick }) => startTick <= tick);
    return own === undefined ? 0 : own.startSeconds + ((tick - own.startTick) * own.step.secondsPerTick) / own.speed;
  };
}

type Strike = readonly [midi: number, seconds: number];

/** The strikes by note and then by time, those at one moment once: two sums of the same seconds may differ in their last bits. */
function strikesOf(strikes: readonly Strike[]): readonly Strike[] {
  const sorted = strikes.toSorted(([noteA, a], [noteB, b]) => noteA - noteB || a - b);
  return sorted.filter(([note, seconds], index) => {
    const before = sorted[index - 1];
    return before === undefined || before[0] !== note || seconds - before[1] > 1e-6;
  });
}

describe('a rehearsal once through', () => {
  test('is as long as its bars are, however it is looped, and shorter the faster it goes', () => {
    fc.assert(
      fc.property(arbitrarySong, fc.double({ min: 0.4, max: 1.3, noNaN: true }), (song, speed) => {
        const rehearsal = rehearsalOf(song, { speedOfRound: () => speed });
        const { played } = performanceOf(song, mainPartOf(song));
        const seconds = sumOf(played, (bar) => ticksToSeconds(bar.lengthTicks, tempoOf(bar)));
        expect(lengthOf(unrollRehearsal(rehearsal, BEGINNING))).toBeCloseTo(seconds / speed, 6);
      }),
      { numRuns: runs(200), seed: 233 },
    );
  });

  test('as MIDI has a track for each layer that is heard, and the guitar strikes where the performance does', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        const unrolled = unrollRehearsal(rehearsalOf(song), BEGINNING);
        const midi = toMidiRehearsal(unrolled, { title: 'x', silent: ['click'], names: LAYER_WORDS });
        const named = (name: string) => midi.tracks.find((track) => track.name === name)?.events ?? [];
        expect(named(LAYER_WORDS.click)).toEqual([]);
        const performed = performanceOf(song, mainPartOf(song));
        const struck = strikesOf(listNotes(performed).map(({ midi: note, atSeconds }) => [note, atSeconds]));
        const secondsAt = secondsOf(unrolled);
        const heard = strikesOf(
          named(LAYER_WORDS.guitar).flatMap((event) =>
            event.kind === 'note' ? [[event.midi, secondsAt(event.tick)] as const] : [],
          ),
        );
        expect(heard.map(([note]) => note)).toEqual(struck.map(([note]) => note));
        for (const [index, [, seconds]] of heard.entries()) {
          expect(seconds).toBeCloseTo(struck[index]?.[1] ?? Number.NaN, 6);
        }
      }),
      { numRuns: runs(200), seed: 234 },
    );
  });

  test('clicks as the MIDI of its song does, in the count-in too', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        const clicksIn = (midi: MidiSong) =>
          midi.tracks
            .filter(({ channel }) => channel === PERCUSSION)
            .flatMap(({ events }) => events.map((event) => (event.kind === 'note' ? [event.tick, event.midi] : [])));
        const countIn: Place = { kind: 'count-in', bars: 1, to: BEGINNING };
        const unrolled = unrollRehearsal(rehearsalOf(song), countIn);
        const rehearsed = toMidiRehearsal(unrolled, { title: 'x', silent: ['guitar', 'bass'], names: LAYER_WORDS });
        expect(clicksIn(toMidiSong(song, mainPartOf(song)))).toEqual(clicksIn(rehearsed));
      }),
      { numRuns: runs(200), seed: 235 },
    );
  });

  test('a page holds every bar once, and plays them all', () => {
    const song = songFromChart('tempo: 60\nG = 320003\nD = xx0232\n\nVerse:\n| G | D | x4\n');
    const part = mainPartOf(song);
    const page = toPageSong(song, { guitar: performanceOf(song, part), second: null, loop: null }, formatChordName);
    expect(page.bars).toHaveLength(2);
    expect(page.played.map(({ bar }) => bar)).toEqual([0, 1, 0, 1, 0, 1, 0, 1]);
    expect(page.bars[0]?.sounds.map(({ length }) => length)).toEqual([24, 0, 2, 4]);
    expect(PAGE_LAYERS).toHaveLength(page.bars[0]?.sounds.length ?? 0);
    expect(page.played[1]?.chords).toEqual([{ name: 'D', tick: 0 }]);
  });
});
