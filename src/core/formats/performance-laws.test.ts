/*
 * One truth of what is played: what is heard, exported, counted and printed of random songs strikes at the same moments, before the strings
 * of a stroke are spread.
 */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitrarySong, arbitrarySongOfFewChords } from '../../test-support/arbitrary-song.ts';
import { runs } from '../../test-support/runs.ts';
import { SHARED_PLANNER } from '../../test-support/shared-planner.ts';
import { createLevelMemory, deriveLevels, mixLevels } from '../arrange/levels/levels.ts';
import { placeInBar, strokesOfBar, withStrums } from '../arrange/performance/bar-strokes.ts';
import { type PerformedBar, performanceOf } from '../arrange/performance/performance.ts';
import { listNotes } from '../arrange/performance/strum-notes.ts';
import { fillShapes } from '../arrange/shapes/part-shapes.ts';
import { range } from '../kernel/list.ts';
import { listPrintedPatterns } from '../page/handout/handout-hands.ts';
import type { Pattern } from '../rhythm/pattern.ts';
import { AVERAGE_HAND } from '../shapes/hand.ts';
import type { OrnamentNote, SongDocument } from '../song/document/document.ts';
import { withoutLeftOut } from '../song/document/lesson-form.ts';
import type { Level } from '../song/document/level.ts';
import { mainPartOf } from '../song/document/parts.ts';
import type { PlayedBar } from '../song/played/played-bars.ts';
import { toMidiSong } from './midi/midi-song.ts';
import type { Score, ScoreMeasure } from './musicxml/score.ts';
import { toScore } from './musicxml/to-score.ts';

const PLAYERS = { hand: AVERAGE_HAND, known: null };

/** When a part strikes, in ticks from the first bar line of the song, as it is performed. */
function struckIn(document: SongDocument): readonly number[] {
  const { played, bars } = performanceOf(document, mainPartOf(document));
  return bars.flatMap(({ strokes }, index) =>
    strokes.map(({ startTick }) => (played[index]?.startTick ?? 0) + startTick),
  );
}

/** When the notes of fills and riffs are played, in ticks from the first bar line of the song, with where they lie. */
function ornamentsIn(document: SongDocument): readonly string[] {
  const { played, bars } = performanceOf(document, mainPartOf(document));
  return bars.flatMap(({ ornaments }, index) =>
    ornaments
      .flatMap(({ notes }) => notes)
      .map(
        ({ startTick, stringNumber, fret }) => `${(played[index]?.startTick ?? 0) + startTick} ${stringNumber}/${fret}`,
      ),
  );
}

/** The measures of a score as they are played: repeats and endings in order. */
function unrolled({ measures }: Score): readonly ScoreMeasure[] {
  const played: ScoreMeasure[] = [];
  let at = 0;
  while (at < measures.length) {
    const first = measures[at];
    if (first?.opensRepeat !== true) {
      played.push(...(first === undefined ? [] : [first]));
      at += 1;
      continue;
    }
    const ends = range(at, measures.length).find((index) => {
      const measure = measures[index];
      const isInEnding = measures[index + 1]?.ending != null;
      return (measure?.closesRepeat != null || measure?.closesEnding != null) && !isInEnding;
    });
    const block = measures.slice(at, (ends ?? at) + 1);
    const main = block.slice(0, block.findIndex(({ ending }) => ending !== null) >>> 0);
    const rounds = block.flatMap(({ ending }) => ending ?? []);
    const times = rounds.length === 0 ? (block.at(-1)?.closesRepeat ?? 1) : Math.max(...rounds);
    for (const round of range(1, times + 1)) {
      played.push(...main, ...endingOf(block, round));
    }
    at += block.length;
  }
  return played;
}

function endingOf(block: readonly ScoreMeasure[], round: number): readonly ScoreMeasure[] {
  const from = block.findIndex(({ ending }) => ending?.includes(round) === true);
  const to = block.findIndex(({ closesEnding }, index) => index >= from && closesEnding !== null);
  return from < 0 ? [] : block.slice(from, to + 1);
}

const PRINTED = { numRuns: runs(300), seed: 18 };

describe('what is played', () => {
  test('is heard, and written to MIDI, when it is struck', () => {
    fc.assert(
      fc.property(arbitrarySongOfFewChords, (bare) => {
        const song = fillShapes(bare, SHARED_PLANNER);
        const part = mainPartOf(song);
        const performance = performanceOf(song, part);
        const ornaments = ornamentsIn(song).map((each) => Number(each.split(' ')[0]));
        const sounding = [...struckIn(song), ...ornaments];
        const heard = new Set(listNotes(performance).map(({ startTick }) => startTick));
        // A picked string that a shape does not sound leaves a stroke silent; nothing is heard that is not struck.
        expect([...heard].filter((tick) => !sounding.includes(tick))).toEqual([]);
        expect(ornaments.filter((tick) => !heard.has(tick))).toEqual([]);
        const guitar = toMidiSong(song, part).tracks[1]?.events ?? [];
        const written = guitar.flatMap((event) => (event.kind === 'note' ? [event.tick] : []));
        const [first] = performance.played;
        const countIn = Math.min(...written, Number.POSITIVE_INFINITY) - Math.min(...heard, Number.POSITIVE_INFINITY);
        const nominal = new Set(written.map((tick) => tick - (first === undefined ? 0 : countIn)));
        expect([...heard].filter((tick) => !nominal.has(tick))).toEqual([]);
      }),
      { ...PRINTED, numRuns: runs(60) },
    );
  });

  test('stands in MusicXML as slashes that are not tied, fills and riffs as notes', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        let tick = 0;
        const slashes = unrolled(toScore(song, mainPartOf(song))).flatMap(({ notes, lengthTicks }) => {
          const from = tick;
          tick += lengthTicks;
          return notes.filter(({ isRest, isTied }) => !isRest && !isTied).map((note) => from + note.tick);
        });
        expect(slashes).toEqual(struckIn(withoutLeftOut(song)));
        tick = 0;
        const notes = unrolled(toScore(song, mainPartOf(song))).flatMap(({ tabNotes, lengthTicks }) => {
          const from = tick;
          tick += lengthTicks;
          return tabNotes.map((note) => `${from + note.tick} ${note.stringNumber}/${note.fret}`);
        });
        expect([...notes].sort()).toEqual([...ornamentsIn(withoutLeftOut(song))].sort());
      }),
      PRINTED,
    );
  });

  test('is what the page prints, expanded by the rules that the page tells', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        const { part, played, bars } = performanceOf(song, mainPartOf(song));
        const printed = listPrintedPatterns({ document: song, part, played, bars, isOwn: false });
        for (const [index, bar] of played.entries()) {
          const pattern = printed[index] ?? null;
          const standing = (bars[index]?.patternBar ?? 0) * bar.lengthTicks;
          const next = played[index + 1]?.slots[0] ?? null;
          const placed = placeInBar(bar, pattern, standing);
          const entered = bars[index]?.struckAt ?? [];
          const expanded = strokesOfBar(bar, entered.length === 0 ? placed : withStrums(placed, entered), next);
          // A riff or a walk is printed at its bar, and is played in the place of the strum.
          const lines = (bars[index]?.ornaments ?? []).flatMap(({ ornament, notes }) =>
            ornament.kind === 'riff' || ornament.kind === 'bass-walk' ? [notes] : [],
          );
          const left = expanded.filter(({ startTick }) => !lines.some((notes) => isWithinNotes(notes, startTick)));
          expect(left.map(({ startTick }) => startTick)).toEqual(
            bars[index]?.strokes.map(({ startTick }) => startTick),
          );
        }
      }),
      PRINTED,
    );
  });

  test('on levels has the same bars and chords, and on the fifth what is struck, as far as a hand can', () => {
    const memory = createLevelMemory();
    fc.assert(
      fc.property(arbitrarySongOfFewChords, (bare) => {
        const song = fillShapes(bare, SHARED_PLANNER);
        const part = mainPartOf(song);
        const { played, bars } = performanceOf(song, part);
        for (const level of deriveLevels(song, part, PLAYERS, memory)) {
          expect(level.bars.map(({ slots }) => slots.map(({ slot }) => slot.id))).toEqual(
            played.map(({ slots }) => slots.map(({ id }) => id)),
          );
          expect(level.levels.includes(5) && !isWithin(level.bars, bars)).toBe(false);
        }
      }),
      { ...PRINTED, numRuns: runs(60) },
    );
  });

  test('by two hands on their levels is printed as it is struck', () => {
    const memory = createLevelMemory();
    fc.assert(
      fc.property(arbitrarySongOfFewChords, fc.constantFrom<Level>(1, 2, 3, 4, 5), (bare, right) => {
        const song = fillShapes(bare, SHARED_PLANNER);
        const part = mainPartOf(song);
        const { played } = performanceOf(song, part);
        const own = mixLevels(song, part, PLAYERS, { left: 3, right, memory });
        const printed = listPrintedPatterns({ document: song, part, played, bars: own, isOwn: true });
        const places = printed.map((pattern, index) => placesIn(pattern, played[index], own[index]));
        const struck = own.map(({ strokes }, index) =>
          places[index] === null ? null : strokes.map(({ startTick }) => startTick),
        );
        expect(places).toEqual(struck);
      }),
      { ...PRINTED, numRuns: runs(60) },
    );
  });
});

/** Whether a tick lies between the first and the last moment of some notes. */
function isWithinNotes(notes: readonly OrnamentNote[], tick: number): boolean {
  const starts = notes.map(({ startTick }) => startTick);
  const ends = notes.map(({ startTick, lengthTicks }) => startTick + lengthTicks);
  return tick >= Math.min(...starts) && tick < Math.max(...ends);
}

type Struck = Pick<PerformedBar, 'strokes' | 'patternBar'>;

/** Whether every bar is struck at moments at which another is struck. */
function isWithin(bars: readonly Struck[], others: readonly Struck[]): boolean {
  return bars.every(({ strokes }, index) => {
    const ticks = new Set(others[index]?.strokes.map(({ startTick }) => startTick));
    return strokes.every(({ startTick }) => ticks.has(startTick));
  });
}

/** When a printed pattern strikes in one of its bars, in ticks from the bar line; null where none is printed. */
function placesIn(
  pattern: Pattern | null,
  bar: PlayedBar | undefined,
  own: Struck | undefined,
): readonly number[] | null {
  if (pattern === null || bar === undefined) {
    return null;
  }
  const cellTicks = (bar.lengthTicks * Math.max(1, pattern.bars)) / pattern.cells.length;
  const from = pattern.bars === 2 ? (own?.patternBar ?? 0) * bar.lengthTicks : 0;
  return pattern.cells
    .flatMap(({ kind }, at) => (kind === 'pass' ? [] : [at * cellTicks - from]))
    .filter((tick) => tick >= 0 && tick < bar.lengthTicks);
}
