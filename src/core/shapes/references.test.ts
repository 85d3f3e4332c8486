import { describe, expect, test } from 'vitest';
import {
  type EnteredShape,
  HAS_LILYPOND,
  listChordsDbPositions,
  listLilyPondShapes,
} from '../../test-support/hand-entered-shapes.ts';
import { chordOf } from '../../test-support/read.ts';
import { someOf } from '../../test-support/runs.ts';
import { hasRootInBass, isTextbook, listTextbookChords } from '../../test-support/textbook-chords.ts';
import { soundingMidi } from '../fretboard/capo.ts';
import { namedOpenMidi, parseTuning, STANDARD_TUNING, TUNINGS, type Tuning } from '../fretboard/tuning.ts';
import { bassNoteOf, formatChordSymbol, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { nameShape } from './chord-naming.ts';
import { toTask } from './chord-task.ts';
import { isLegalFingering, toShape } from './fingering.ts';
import { AVERAGE_HAND } from './hand.ts';
import { findFingering, listStrumVariants, rankShapes } from './rank-shapes.ts';
import { formatShape, parseShape } from './shape.ts';
import { searchShapes } from './shape-search.ts';

/*
 * Our shapes and fingers against those other people entered by hand: chords-db 0.5.1 (on which the weights were fitted) and
 * LilyPond's predefined fretboards (held out). Pass marks stand in the tests; what was reached is noted beside them.
 */
const HIGHEST_FRET = 15;
const guitar = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: HIGHEST_FRET,
  hand: AVERAGE_HAND,
};
const ukulele = parseTuning('ukulele (G4 C4 E4 A4)');
const chordsDb = listChordsDbPositions();
const lilyPond = listLilyPondShapes('guitar');
const textOf = ({ fingering }: EnteredShape) => formatShape(fingering.shape);
const heardIn = (entered: EnteredShape) => new Set(entered.midi.map(toPitchClass));

/** Whether a position lacks no tone that its chord is known by (its third or seventh), root apart. */
const lacksNothing = (entered: EnteredShape, tuning: Tuning) => {
  const { requiredMask } = toTask(chordOf(entered.chord ?? 'C'), tuning, 'any');
  return [...heardIn(entered)].reduce((mask, pitch) => mask & ~(1 << pitch), requiredMask) === 0;
};
const clean = (list: readonly EnteredShape[]) => list.filter(({ chord, isFaulty }) => chord !== null && !isFaulty);

/** Clean shapes that the widest search does not find. */
const unfound = (list: readonly EnteredShape[], tuning: Tuning) => {
  const found = new Map<string, ReadonlySet<string>>();
  const searched = (name: string) => {
    const known = found.get(name);
    if (known !== undefined) {
      return known;
    }
    const texts = new Set<string>();
    searchShapes(toTask(chordOf(name), tuning, 'any'), HIGHEST_FRET, false, (frets) =>
      texts.add(formatShape(toShape(frets))),
    );
    found.set(name, texts);
    return texts;
  };
  return list.filter((entered) => !searched(entered.chord ?? '').has(textOf(entered))).map(({ source }) => source);
};

describe('every playable shape is found (check 1)', () => {
  test('all clean positions of chords-db; two of C9 lack its third or seventh', () => {
    const list = clean(chordsDb);
    const whole = list.filter((entered) => lacksNothing(entered, STANDARD_TUNING));
    expect(list.length - whole.length).toBe(2);
    expect(whole.length).toBe(1753);
    expect(unfound(someOf(whole, 500), STANDARD_TUNING)).toEqual([]);
  });

  test.runIf(HAS_LILYPOND || process.env['CI'] !== undefined)(
    'all clean shapes of LilyPond, guitar and ukulele',
    () => {
      expect(clean(lilyPond).length).toBe(149);
      expect(unfound(clean(lilyPond), STANDARD_TUNING)).toEqual([]);
      // b:sus2 is the one ukulele shape that sounds a note outside its chord.
      const uke = clean(listLilyPondShapes('ukulele')).filter(({ source }) => source !== 'b:sus2');
      expect(uke.length).toBe(305);
      expect(ukulele.ok && unfound(uke, ukulele.value)).toEqual([]);
    },
  );
});

describe('notes of a shape and its name agree (check 5)', () => {
  test('all 2,069 positions give the numbers entered with them, but for those of the faulty ones', () => {
    expect(chordsDb.length).toBe(2069);
    const wrong = chordsDb.filter(({ fingering, midi }) => {
      const ours = fingering.shape.flatMap((fret, string) =>
        fret === null ? [] : [soundingMidi(guitar.setup, string, fret)],
      );
      return ours.join() !== midi.join();
    });
    expect(wrong.map(({ source }) => source)).toEqual([]);
  });

  test.each([
    ['chords-db', chordsDb, 23],
    ['LilyPond', lilyPond, 4],
  ] as const)('exactly the faulty shapes of %s carry foreign notes', (_, list, faulty) => {
    const named = list.filter(({ chord }) => chord !== null);
    const foreign = named.filter((entered) => {
      const tones = pitchClassesOf(chordOf(entered.chord ?? ''));
      return [...heardIn(entered)].some((pitch) => !tones.includes(pitch));
    });
    expect(foreign.map(({ source }) => source)).toEqual(
      named.filter(({ isFaulty }) => isFaulty).map(({ source }) => source),
    );
    expect(named.length === 0 || foreign.length === faulty).toBe(true);
  });
});

/** Whether fingers are entered for exactly the stopped strings. */
const hasAllFingers = ({ fingering: { shape, fingers } }: EnteredShape) =>
  shape.every((fret, string) => (fret !== null && fret > 0) === (fingers[string] !== null));
const shareOf = (list: readonly EnteredShape[], isRight: (entered: EnteredShape) => boolean) =>
  list.filter(isRight).length / list.length;
const hasOurFingers = ({ fingering }: EnteredShape) =>
  findFingering(fingering.shape, guitar)?.fingers.join() === fingering.fingers.join();

describe('fingers are possible and usual (check 9)', () => {
  test('our rule accepts nearly all fingerings of chords-db and 150 of 153 of LilyPond', () => {
    const whole = chordsDb.filter(hasAllFingers);
    expect(whole.length).toBe(2054);
    expect(shareOf(whole, ({ fingering }) => isLegalFingering(fingering))).toBeGreaterThanOrEqual(0.99);
    const legal = lilyPond.filter(({ fingering }) => isLegalFingering(fingering)).length;
    expect(lilyPond.length === 0 || legal === 150).toBe(true);
  });

  test('our first fingers are those entered: chords-db 85 % (reached 88 %), LilyPond 82 % (reached 89 %)', () => {
    expect(shareOf(chordsDb.filter(hasAllFingers), hasOurFingers)).toBeGreaterThanOrEqual(0.85);
    expect(lilyPond.length === 0 || shareOf(lilyPond, hasOurFingers) >= 0.82).toBe(true);
  });
});

/** The place of an entered shape among the grips we offer, or -1; with variants, other ways to strum the grip count too. */
const placeOf = (entered: EnteredShape, withVariants: boolean) => {
  const chord = chordOf(entered.chord ?? '');
  const texts = withVariants
    ? listStrumVariants(entered.fingering.shape, chord, guitar).map(formatShape)
    : [textOf(entered)];
  return rankShapes(chord, guitar, 10).findIndex(({ fingering }) => texts.includes(formatShape(fingering.shape)));
};

describe.runIf(HAS_LILYPOND || process.env['CI'] !== undefined)("the first offer is the handbook's (check 10)", () => {
  const soundOf = (name: string) => {
    const chord = chordOf(name);
    return `${pitchClassOf(chord.root)} ${chord.quality} ${pitchClassOf(bassNoteOf(chord))}`;
  };
  const firsts = new Map(
    clean(chordsDb)
      .filter(({ place }) => place === 0)
      .map((entered) => [soundOf(entered.chord ?? ''), textOf(entered)]),
  );

  test('where both agree: first 40 (reached 45), first three 46 (48), first ten 49 of 49', () => {
    const agreed = new Map(
      clean(lilyPond)
        .filter((entered) => firsts.get(soundOf(entered.chord ?? '')) === textOf(entered))
        .map((entered) => [soundOf(entered.chord ?? ''), entered]),
    );
    const places = [...agreed.values()].map((entered) => placeOf(entered, false));
    expect(places.length).toBe(49);
    expect(places.filter((place) => place === 0).length).toBeGreaterThanOrEqual(40);
    expect(places.filter((place) => place >= 0 && place < 3).length).toBeGreaterThanOrEqual(46);
    expect(places.filter((place) => place >= 0).length).toBe(49);
  });

  test('of all LilyPond guitar shapes 88 % are in the first ten (reached 91 %)', () => {
    expect(shareOf(clean(lilyPond), (entered) => placeOf(entered, true) >= 0)).toBeGreaterThanOrEqual(0.88);
  });
});

describe('the first offer is what books print (chords-db, twelve roots by sixteen qualities)', () => {
  const { chords, leftOut } = listTextbookChords();
  const printed = chords.filter(({ positions }) => positions.length > 0);
  const offers = printed.map((each) => ({
    each,
    shapes: rankShapes(each.chord, guitar, 3).map(({ fingering }) => fingering.shape),
  }));
  const shareOfOffers = (isKept: boolean | null, isRight: (offer: (typeof offers)[number]) => boolean) => {
    const part = isKept === null ? offers : offers.filter(({ each }) => each.isKept === isKept);
    return part.filter(isRight).length / part.length;
  };
  const isFirst = ({ each, shapes: [first] }: (typeof offers)[number]) =>
    first !== undefined && isTextbook(each, first);
  const isAmongThree = ({ each, shapes }: (typeof offers)[number]) => shapes.some((shape) => isTextbook(each, shape));

  test('on 192 chords, of whose positions those with a foreign note or without third or seventh are left out', () => {
    expect(printed).toHaveLength(192);
    expect(leftOut).toHaveLength(29);
    expect(leftOut.filter((source) => !/ 13 /.test(source))).toEqual([
      'C 9 0',
      'C 9 3',
      'Csharp aug 0',
      'Csharp aug 1',
      'G add9 1',
      'A dim 1',
      'Bb 6 3',
      'B aug 3',
    ]);
  });

  test('first for 92 % of the roots that were fitted (reached 94 %), 86 % of those kept apart (88 %), 90 % of all (91 %); before: 75 and 67 %', () => {
    expect(shareOfOffers(false, isFirst)).toBeGreaterThanOrEqual(0.92);
    expect(shareOfOffers(true, isFirst)).toBeGreaterThanOrEqual(0.86);
    expect(shareOfOffers(null, isFirst)).toBeGreaterThanOrEqual(0.9);
  });

  test('among the first three for 98 % (100 %), 96 % (97 %), 98 % of all; before: 85 and 83 %', () => {
    expect(shareOfOffers(false, isAmongThree)).toBeGreaterThanOrEqual(0.98);
    expect(shareOfOffers(true, isAmongThree)).toBeGreaterThanOrEqual(0.96);
    expect(shareOfOffers(null, isAmongThree)).toBeGreaterThanOrEqual(0.98);
  });

  test('with the root in the bass wherever the book has it there', () => {
    const lost = offers.filter(
      ({ each, shapes: [first] }) =>
        each.positions[0] !== undefined &&
        hasRootInBass(each.chord, each.positions[0]) &&
        (first === undefined || !hasRootInBass(each.chord, first)),
    );
    expect(lost.map(({ each }) => formatChordSymbol(each.chord))).toEqual([]);
  });
});

// Common practice: in a tuning's own key the roots of its three chords are what the thumb strikes.
describe.each([
  ['drop D', 'D G A'],
  ['double drop D', 'D G A'],
  ['DADGAD', 'D G A'],
  ['open D', 'D G A'],
  ['open G', 'G C D'],
])('in %s', (name, chords) => {
  const tuning = TUNINGS.find((each) => each.name === name) ?? STANDARD_TUNING;

  test.each(chords.split(' '))('the root of %s is in the bass of the first offer', (symbol) => {
    const [first] = rankShapes(chordOf(symbol), { ...guitar, setup: { tuning, capoFret: 0 } }, 1);
    const midi = (first?.fingering.shape ?? []).flatMap((fret, string) =>
      fret === null ? [] : [(namedOpenMidi(tuning)[string] ?? 0) + fret],
    );
    expect(toPitchClass(Math.min(...midi))).toBe(pitchClassOf(chordOf(symbol).root));
  });
});

describe('the name of a shape is what books call it', () => {
  test('first or second for 97 % of positions, with or without the bass added; of equal steps, by any root', () => {
    const positions = someOf([...clean(chordsDb), ...clean(lilyPond)], 300);
    const isNamed = ({ chord, fingering }: EnteredShape) => {
      const wanted = chordOf(chord ?? '');
      const soundOf = ({ root, quality }: typeof wanted) => `${pitchClassOf(root)} ${quality}`;
      return nameShape(fingering.shape, STANDARD_TUNING, null, 2).some(
        (named) =>
          [named.chord, ...named.alike].map(soundOf).includes(soundOf(wanted)) &&
          (wanted.bass === null ||
            (named.chord.bass !== null && pitchClassOf(named.chord.bass) === pitchClassOf(wanted.bass))),
      );
    };
    expect(shareOf(positions, isNamed)).toBeGreaterThanOrEqual(0.97);
  });

  // Common practice; read from the lowest note first.
  test.each([
    ['xx0221', 'DmMaj7'],
    ['000000', 'Em7add11'],
    ['x32310', 'C7'],
    ['3x345x', 'G13'],
    ['x32010', 'C'],
    ['200232', 'D/F#'],
    ['x02010', 'Am7'],
    ['032010', 'C/E'],
  ])('%s is %s', (frets, name) => {
    const parsed = parseShape(frets, 6);
    const [first] = parsed.ok ? nameShape(parsed.value, STANDARD_TUNING, null, 1) : [];
    expect(first && formatChordSymbol(first.chord)).toBe(name);
  });
});
