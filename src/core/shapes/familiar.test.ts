import { expect, test } from 'vitest';
import { chordOf } from '../../test-support/read.ts';
import { STANDARD_TUNING, TUNINGS } from '../fretboard/tuning.ts';
import { formatChordSymbol, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { FAMILIAR_IN_TUNING, FAMILIAR_SHAPES } from './familiar.data.ts';
import { familiarShapesOf } from './familiar.ts';
import { isLegalFingering } from './fingering.ts';
import { AVERAGE_HAND } from './hand.ts';
import { listStrumVariants, rankShapes } from './rank-shapes.ts';
import { formatShape } from './shape.ts';

/** The texts of the first grips offered for a chord, each with all ways to strum it. */
const offeredFor = (name: string, tuning: string, grips: number): readonly string[] => {
  const chord = chordOf(name);
  const guitar = guitarIn(tuning);
  return rankShapes(chord, guitar, grips)
    .flatMap(({ fingering }) => listStrumVariants(fingering.shape, chord, guitar))
    .map(formatShape);
};

const tables = Object.entries({ standard: FAMILIAR_SHAPES, ...FAMILIAR_IN_TUNING });
const tuningOf = (name: string) => TUNINGS.find((tuning) => tuning.name === name) ?? STANDARD_TUNING;
const guitarIn = (name: string) => ({
  setup: { tuning: tuningOf(name), capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 14,
  hand: AVERAGE_HAND,
});

/** How many notes a shape may leave out, by how many the chord has: the fifth, and of a thirteenth chord the ninth too (common practice). */
const MAY_DROP: Readonly<Record<number, number>> = { 4: 1, 5: 1, 6: 2 };

test.each(tables)(
  'every familiar shape in %s tuning sounds its chord and nothing else, with fingers a hand has',
  (name, rows) => {
    const { tuning } = guitarIn(name).setup;
    for (const [chordName, frets] of rows) {
      const chord = chordOf(chordName);
      const known = familiarShapesOf(chord, tuning).get(frets);
      expect(known, `${chordName} ${frets}`).toBeDefined();
      const heard = new Set(
        known?.fingering.shape.flatMap((fret, string) =>
          fret === null ? [] : [toPitchClass((tuning.openMidi[string] ?? 0) + fret)],
        ),
      );
      const dropped = pitchClassesOf(chord).filter((pitch) => !heard.has(pitch));
      expect(
        [...heard].filter((pitch) => !pitchClassesOf(chord).includes(pitch)),
        `${chordName} ${frets}`,
      ).toEqual([]);
      const mayDrop = MAY_DROP[pitchClassesOf(chord).length] ?? 0;
      expect(dropped.length, `${chordName} ${frets}`).toBeLessThanOrEqual(mayDrop);
      for (const fingering of [known?.fingering, ...(known?.others ?? [])]) {
        expect(fingering !== undefined && isLegalFingering(fingering), `${chordName} ${frets}`).toBe(true);
      }
    }
  },
);

test.each(tables)('the first shape of each chord in %s tuning is among the first five offered', (name, rows) => {
  const firsts = new Map(rows.toReversed().map(([chord, frets]) => [formatChordSymbol(chordOf(chord)), frets]));
  const late = [...firsts].filter(([chord, frets]) => !offeredFor(chord, name, 5).includes(frets));
  expect(late).toEqual([]);
});

// Open-position chords of a beginner's book (common practice): at least sixty, none of them taken from our own answers.
const TEXTBOOK: readonly (readonly [string, string])[] = [
  ['C', 'x32010'],
  ['D', 'xx0232'],
  ['E', '022100'],
  ['G', '320003'],
  ['A', 'x02220'],
  ['F', '133211'],
  ['Am', 'x02210'],
  ['Dm', 'xx0231'],
  ['Em', '022000'],
  ['Bm', 'x24432'],
  ['A7', 'x02020'],
  ['B7', 'x21202'],
  ['C7', 'x32310'],
  ['D7', 'xx0212'],
  ['E7', '020100'],
  ['G7', '320001'],
  ['Am7', 'x02010'],
  ['Dm7', 'xx0211'],
  ['Em7', '020000'],
  ['Em7', '022030'],
  ['Bm7', 'x20202'],
  ['Amaj7', 'x02120'],
  ['Cmaj7', 'x32000'],
  ['Dmaj7', 'xx0222'],
  ['Emaj7', '021100'],
  ['Fmaj7', 'xx3210'],
  ['Gmaj7', '320002'],
  ['Asus2', 'x02200'],
  ['Dsus2', 'xx0230'],
  ['Asus4', 'x02230'],
  ['Dsus4', 'xx0233'],
  ['Esus4', '022200'],
  ['Gsus4', '330013'],
  ['A7sus4', 'x02030'],
  ['D7sus4', 'xx0213'],
  ['E7sus4', '020200'],
  ['G7sus4', '330011'],
  ['Cadd9', 'x32030'],
  ['Cadd9', 'x32033'],
  ['Dadd9', 'x54230'],
  ['Eadd9', '024100'],
  ['A6', 'x02222'],
  ['C6', 'x32210'],
  ['D6', 'xx0202'],
  ['E6', '022120'],
  ['G6', '320000'],
  ['Am6', 'x02212'],
  ['Dm6', 'xx0201'],
  ['Em6', '022020'],
  ['C9', 'x32330'],
  ['E9', '020102'],
  ['D/F#', '200232'],
  ['G/B', 'x20003'],
  ['C/G', '332010'],
  ['C/E', '032010'],
  ['Am/G', '302210'],
  ['C/B', 'x22010'],
  ['D/A', 'x00232'],
  ['A/C#', 'x42220'],
  ['E/G#', '4x2100'],
  ['Am/C', 'x32210'],
  ['Caug', 'x32110'],
  ['Eaug', '032110'],
  ['Bdim7', 'x20101'],
  ['Ddim7', 'xx0101'],
  ['Edim7', '012020'],
  ['A5', 'x022xx'],
  ['D5', 'xx023x'],
  ['E5', '022xxx'],
];

test('the textbook open shapes are in the first three of their chords', () => {
  const late = TEXTBOOK.filter(([chord, frets]) => !offeredFor(chord, 'standard', 3).includes(frets));
  expect(TEXTBOOK.length).toBeGreaterThanOrEqual(60);
  expect(late).toEqual([]);
});

// In drop tunings the textbook shapes hold where all their strings are left alone.
test.each(['drop D', 'double drop D'])(
  'in %s the textbook shapes on strings left alone stay in the first three',
  (name) => {
    const low = name === 'drop D' ? [0] : [0, 5];
    const kept = TEXTBOOK.filter(([, frets]) => low.every((string) => frets[string] === 'x'));
    const late = kept.filter(([chord, frets]) => !offeredFor(chord, name, 3).includes(frets));
    expect(kept.length).toBeGreaterThanOrEqual(name === 'drop D' ? 30 : 2);
    expect(late).toEqual([]);
  },
);
