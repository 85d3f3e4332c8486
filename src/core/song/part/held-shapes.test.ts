import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitrarySongToHold } from '../../../test-support/arbitrary-song.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { deriveLevels, type PlayedLevel } from '../../arrange/levels/levels.ts';
import { performanceOf } from '../../arrange/performance/performance.ts';
import { fillShapes } from '../../arrange/shapes/part-shapes.ts';
import { commandForText } from '../../formats/text-chart/apply-text.ts';
import { chartTextOf } from '../../formats/text-chart/format-chart.ts';
import { parseChart } from '../../formats/text-chart/parse-chart.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { listFingerings } from '../../shapes/fingering.ts';
import { rankShapes } from '../../shapes/rank-shapes.ts';
import { formatFingers, formatShape, isBarreChord } from '../../shapes/shape.ts';
import { listChartPins } from '../chart/chart-pins.ts';
import { songKeysOf } from '../chart/song-keys.ts';
import { applyCommand, type SongCommand } from '../commands.ts';
import type { SongDocument, StoredShape } from '../document/document.ts';
import type { Level } from '../document/level.ts';
import { mainPartOf } from '../document/parts.ts';
import type { PlayedBar } from '../played/played-bars.ts';
import { keepShapes, transposeSong } from './keep-shapes.ts';
import { listMovedFrets } from './retuned-shapes.ts';
import { findShapeAt } from './stored-shapes.ts';

function done(song: SongDocument, command: SongCommand): SongDocument {
  const outcome = applyCommand(song, command);
  expect(outcome.ok).toBe(true);
  return outcome.ok ? outcome.value.document : song;
}

/** What the teacher said of the hand: all shapes but those that the program finds anew. */
const ownShapes = (song: SongDocument) => mainPartOf(song).shapes.filter(({ origin }) => origin !== 'accepted');

/** Where a shape chord is met, and what comes after it. */
type Spot = { readonly bar: PlayedBar; readonly chord: ChordSymbol; readonly next: ChordSymbol | null };

function listSpots(song: SongDocument): readonly Spot[] {
  const part = mainPartOf(song);
  const { toShapeChord } = songKeysOf(song, part);
  const met = performanceOf(song, part).played.flatMap((bar) =>
    bar.slots.flatMap((slot) => (slot.chord === null ? [] : [{ bar, chord: toShapeChord(slot.chord) }])),
  );
  return met.map(({ bar, chord }, index) => ({
    bar,
    chord,
    next: met.slice(index).find((each) => !isSameChord(each.chord, chord))?.chord ?? null,
  }));
}

type Choice = readonly [which: number, place: number, shape: number, level: number];

/** One more shape of the teacher's: everywhere, before the next chord, in a section or in a bar, from some level on. */
function withPin(song: SongDocument, [which, place, shape, level]: Choice): SongDocument {
  const part = mainPartOf(song);
  const spots = listSpots(song);
  const spot = spots[which % Math.max(1, spots.length)];
  const ranked =
    spot === undefined
      ? []
      : rankShapes(spot.chord, { setup: part.setup, ...part.instrument, hand: SHARED_PLANNER.hand }, 5);
  const found = ranked[shape % Math.max(1, ranked.length)]?.fingering;
  const fingering = found === undefined ? undefined : (listFingerings(found.shape).at(-1) ?? found);
  const targets = [null, null, spot?.bar.section.id ?? null, spot?.bar.bar.id ?? null];
  return spot === undefined || fingering === undefined
    ? song
    : done(song, {
        kind: 'store-shape',
        partId: part.id,
        chord: spot.chord,
        targetId: targets[place] ?? null,
        before: place === 1 ? spot.next : null,
        stored: { fingering, origin: 'pinned', fromLevel: level === 0 ? null : (level as Level) },
      });
}

/** A random song with up to four shapes of the teacher's. */
const arbitraryHeld = fc
  .tuple(
    arbitrarySongToHold,
    fc.array(fc.tuple(fc.nat(50), fc.nat(3), fc.nat(4), fc.nat(5)), { minLength: 1, maxLength: 4 }),
  )
  .map(([bare, choices]) => choices.reduce(withPin, fillShapes(bare, SHARED_PLANNER)));

/** A chord by its sound: a key may be spelled otherwise on the way. */
const soundOf = ({ root, quality, bass }: ChordSymbol): string =>
  `${pitchClassOf(root)} ${quality} ${pitchClassOf(bass ?? root)}`;

/** The shape that holds in a slot, looked up plainly: nearest place, and there what is kept before the next chord. */
function plainHeld(song: SongDocument, index: number, at: number): StoredShape | null {
  const part = mainPartOf(song);
  const { toShapeChord } = songKeysOf(song, part);
  const { played } = performanceOf(song, part);
  const bar = itemAt(played, index);
  const slot = itemAt(bar.slots, at);
  if (slot.chord === null) {
    return null;
  }
  const chord = toShapeChord(slot.chord);
  const after = [...bar.slots.slice(at + 1), ...played.slice(index + 1).flatMap(({ slots }) => slots)].flatMap(
    (each) => (each.chord === null ? [] : [toShapeChord(each.chord)]),
  );
  const next = after.find((each) => !isSameChord(each, chord)) ?? null;
  const pass = song.map.form[bar.passIndex]?.id ?? -1;
  return findShapeAt(part, chord, { targets: [slot.id, bar.bar.id, bar.lineId, pass, bar.section.id], next });
}

/** Levels that come out the same are one, whose lowest has to hold it; what goes on from the chord before is not held anew. */
function expectOnLevels(levels: readonly PlayedLevel[], held: StoredShape, index: number, at: number): void {
  const lowest = held.fromLevel ?? (isBarreChord(held.fingering) ? 4 : 1);
  for (const { bars } of levels.filter(({ levels: own }) => (own[0] ?? 5) >= lowest)) {
    const slot = bars[index]?.slots[at];
    expect(slot?.isMerged === true ? held.fingering : slot?.held?.fingering).toEqual(held.fingering);
  }
}

describe('what the teacher decided of the hand, on random songs', () => {
  test('is held where it is pinned, on every level that may', () => {
    fc.assert(
      fc.property(arbitraryHeld, (song) => {
        const { bars } = performanceOf(song, mainPartOf(song));
        const levels = deriveLevels(song, mainPartOf(song), SHARED_PLANNER);
        const slots = bars.flatMap(({ slots: own, hand }, index) =>
          hand.isSilent === true ? [] : own.map(({ held }, at) => ({ held, index, at })),
        );
        for (const { held, index, at } of slots) {
          expect(held).toEqual(plainHeld(song, index, at));
          if (held?.origin === 'pinned') {
            expectOnLevels(levels, held, index, at);
          }
        }
      }),
      { numRuns: runs(300), seed: 2001 },
    );
  });

  test('is the same after the way there and back: another key, the same shapes elsewhere, another tuning', () => {
    fc.assert(
      fc.property(arbitraryHeld, fc.integer({ min: -5, max: 6 }), fc.nat(9), (song, shift, capoFret) => {
        const part = mainPartOf(song);
        const moved = done(song, transposeSong(part, shift));
        expect(ownShapes(moved)).toEqual(ownShapes(song));
        expect(ownShapes(done(moved, transposeSong(mainPartOf(moved), -shift)))).toEqual(ownShapes(song));
        const kept = done(song, keepShapes(part, { ...part.setup, capoFret }));
        const back = done(kept, keepShapes(mainPartOf(kept), part.setup));
        const names = (document: SongDocument) => {
          const { toShapeChord } = songKeysOf(document, mainPartOf(document));
          return performanceOf(document, mainPartOf(document)).played.flatMap(({ slots }) =>
            slots.map(({ chord }) => (chord === null ? '' : soundOf(toShapeChord(chord)))),
          );
        };
        expect(names(kept)).toEqual(names(song));
        expect(mainPartOf(back).shapes.length).toBe(mainPartOf(song).shapes.length);
        expect(ownShapes(back)).toEqual(ownShapes(song));
        const [lowest = 40, ...others] = part.setup.tuning.openMidi;
        const dropped = { name: 'dropped', openMidi: [lowest - 2, ...others] };
        const retuned = done(song, { kind: 'set-tuning', partId: part.id, tuning: dropped });
        const home = done(retuned, { kind: 'set-tuning', partId: part.id, tuning: part.setup.tuning });
        expect(mainPartOf(home).shapes).toEqual(part.shapes);
      }),
      { numRuns: runs(300), seed: 2002 },
    );
  });

  test('is written as text and read again without a change', () => {
    fc.assert(
      fc.property(arbitraryHeld, (song) => {
        const text = chartTextOf(song);
        const parsed = parseChart(text);
        expect(parsed.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
        const command = commandForText(text, parsed);
        const after = command === null ? song : done(song, command);
        expect(ownShapes(after)).toEqual(ownShapes(song));
        // Another song that reads the text holds the same.
        const other = songFromChart(text);
        const pinsOf = (document: SongDocument) => listChartPins(document, mainPartOf(document));
        expect(pinsOf(other)).toEqual(pinsOf(song));
      }),
      { numRuns: runs(300), seed: 2003 },
    );
  });
});

describe('a shape that is pinned', () => {
  const fingersOf = (chart: string, name: string): string =>
    mainPartOf(songFromChart(chart))
      .shapes.filter(({ chord }) => formatChordSymbol(chord) === name)
      .map(({ fingering }) => formatFingers(fingering.fingers))
      .join();

  test('without fingers has those that suit the whole song; with fingers it keeps them', () => {
    expect(fingersOf('G = 320003\n\n| G | C | G | C |\n', 'G')).toBe('32---4');
    expect(fingersOf('G = 320003\nEm = 022000 / -12---\n\n| G | Em | G | Em |\n', 'G')).toBe('21---3');
    expect(fingersOf('G = 320003 / 21---3\n\n| G | C | G | C |\n', 'G')).toBe('21---3');
  });

  // Common practice: fingers that teachers ask for.
  test.each([
    ['320002', '32---1'],
    ['2x0232', 'T--132'],
    ['5x0035', '3---14'],
    ['5x0035', '2---13'],
    ['x02220', '--213-'],
    ['320003', '32---4'],
  ])('%s may have the fingers %s', (frets, fingers) => {
    const [line] = [`G = ${frets} / ${fingers}`];
    expect(parseChart(`${line}\n\n| G | C |\n`).problems.filter(({ severity }) => severity === 'error')).toEqual([]);
  });

  test('is refused with fingers that no hand has there, with a sentence that says which', () => {
    const [problem] = parseChart('G = 320003 / 12---3\n\n| G | C |\n').problems;
    expect(problem).toMatchObject({ kind: 'bad-fingers', line: 1 });
    expect(parseChart('G in Bridge = 320003\n\n| G | C |\n').problems[0]).toMatchObject({ kind: 'bad-pin-place' });
  });

  test('moves with the tuning: 355333 in drop D is another hand, and each string says so', () => {
    const song = songFromChart('key: G\nG = 355333\n\n| G | C |\n');
    const part = mainPartOf(song);
    const dropD = { name: 'drop D', openMidi: [38, 45, 50, 55, 59, 64] };
    const retuned = done(song, { kind: 'set-tuning', partId: part.id, tuning: dropD });
    const [stored] = ownShapes(retuned);
    expect(stored === undefined ? '' : formatShape(stored.fingering.shape)).toBe('555333');
    expect(stored === undefined ? [] : listMovedFrets(stored)).toEqual([{ stringNumber: 6, from: 3, to: 5 }]);
  });
});
