import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChord } from '../../test-support/arbitrary-chart.ts';
import { chordOf } from '../../test-support/read.ts';
import { runs } from '../../test-support/runs.ts';
import { namedOpenMidi, STANDARD_TUNING, TUNINGS } from '../fretboard/tuning.ts';
import { bassNoteOf, listChordTones, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { scoreFingering } from './effort.ts';
import { FAMILIAR_SHAPES } from './familiar.data.ts';
import { isLegalFingering, listFingerings } from './fingering.ts';
import { AVERAGE_HAND, type Hand } from './hand.ts';
import { findFingering, rankShapes } from './rank-shapes.ts';
import { type Fingering, formatShape, fretSpanOf, isBarreChord, listBarres, parseShape, type Shape } from './shape.ts';

const hand = AVERAGE_HAND;
const guitar = { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, scaleLengthMm: 648, highestNeckFret: 14, hand };
const shapeOf = (text: string): Shape => {
  const parsed = parseShape(text, 6);
  if (!parsed.ok) {
    throw new Error(text);
  }
  return parsed.value;
};
const firstShape = (chord: string, capoFret = 0): string =>
  rankShapes(chordOf(chord), { ...guitar, setup: { ...guitar.setup, capoFret } }, 1).map(({ fingering }) =>
    formatShape(fingering.shape),
  )[0] ?? '';

describe('the first shape offered', () => {
  // The open shapes of a first chord book (common practice).
  test.each([
    ['C', 'x32010'],
    ['D', 'xx0232'],
    ['E', '022100'],
    ['G', '320003'],
    ['A', 'x02220'],
    ['Am', 'x02210'],
    ['Dm', 'xx0231'],
    ['Em', '022000'],
    ['A7', 'x02020'],
    ['B7', 'x21202'],
    ['C7', 'x32310'],
    ['D7', 'xx0212'],
    ['E7', '020100'],
    ['G7', '320001'],
    ['Am7', 'x02010'],
    ['Bm7', 'x20202'],
    ['Dm7', 'xx0211'],
    ['Cmaj7', 'x32000'],
    ['Dmaj7', 'xx0222'],
    ['Fmaj7', 'xx3210'],
    ['Gmaj7', '320002'],
    ['Asus2', 'x02200'],
    ['Asus4', 'x02230'],
    ['Dsus2', 'xx0230'],
    ['Dsus4', 'xx0233'],
    ['Esus4', '022200'],
    ['D/F#', '200232'],
    ['C/G', '332010'],
    ['F', 'xx3211'],
    ['Bm', 'x24432'],
    ['F#m', '244222'],
    ['Fm', '133111'],
  ])('of %s is %s', (chord, shape) => {
    expect(firstShape(chord)).toBe(shape);
  });

  test.each(['C', 'G', 'D', 'Em', 'Am', 'A', 'E'])('of %s is the open one behind capo 3 too', (chord) => {
    expect(firstShape(chord, 3)).toBe(firstShape(chord));
  });
});

// Common practice: in a drop tuning the familiar shapes hold on the strings that were left alone.
test.each([
  ['drop D', 'A', 'x02220', '--123-'],
  ['drop D', 'C', 'x32010', '-32-1-'],
  ['double drop D', 'Am7', 'x02010', null],
])('in %s %s is %s with the usual fingers where its strings are', (name, chord, frets, fingers) => {
  const tuning = TUNINGS.find((each) => each.name === name) ?? STANDARD_TUNING;
  const found = findFingering(shapeOf(frets), { ...guitar, setup: { tuning, capoFret: 0 } });
  const first = rankShapes(chordOf(chord), { ...guitar, setup: { tuning, capoFret: 0 } }, 1)[0];
  const marks = found?.fingers.map((finger) => finger ?? '-').join('');
  if (fingers === null) {
    expect(first && formatShape(first.fingering.shape)).not.toBe(frets);
  } else {
    expect(marks).toBe(fingers);
    expect(first && formatShape(first.fingering.shape)).toBe(frets);
  }
});

describe('every shape offered', () => {
  test('sounds only its chord, its bass lowest, within reach, with fingers that a hand has', () => {
    fc.assert(
      fc.property(
        arbitraryChord,
        fc.constantFrom(...TUNINGS),
        fc.integer({ min: 0, max: 7 }),
        (chord, tuning, capoFret) => {
          const instrument = { ...guitar, setup: { tuning, capoFret } };
          const open = namedOpenMidi(tuning);
          for (const { fingering, effort } of rankShapes(chord, instrument, 5)) {
            const { shape, fingers } = fingering;
            const sounding = shape.flatMap((fret, string) => (fret === null ? [] : [(open[string] ?? 0) + fret]));
            const span = fretSpanOf(shape);
            const tones = new Set(pitchClassesOf(chord));
            expect(sounding.every((midi) => tones.has(toPitchClass(midi)))).toBe(true);
            const isBassNamed = toPitchClass(Math.min(...sounding)) === pitchClassOf(bassNoteOf(chord));
            expect(isBassNamed).toBe(!effort.terms.some(({ term }) => term === 'another bass'));
            expect(isBassNamed || chord.bass === null).toBe(true);
            expect(isLegalFingering(fingering)).toBe(true);
            expect(span === null || span.high - span.low <= 4).toBe(true);
            expect((span?.high ?? 0) + capoFret).toBeLessThanOrEqual(14 + 1);
            expect(shape.map((fret) => fret !== null && fret > 0)).toEqual(fingers.map((finger) => finger !== null));
            expect(effort.terms.reduce((sum, { cost }) => sum + cost, 0)).toBeCloseTo(effort.total, 9);
          }
        },
      ),
      { numRuns: runs(250), seed: 6 },
    );
  });

  test('holds the third and the seventh of its chord', () => {
    for (const name of ['C', 'Am7', 'F#7', 'Bbmaj7', 'Gm', 'D9', 'Ebm7b5']) {
      const needed = listChordTones(chordOf(name)).filter(({ degree }) => ['b3', '3', 'b7', '7'].includes(degree));
      for (const { fingering } of rankShapes(chordOf(name), guitar, 8)) {
        const heard = new Set(
          fingering.shape.flatMap((fret, string) =>
            fret === null ? [] : [toPitchClass((STANDARD_TUNING.openMidi[string] ?? 0) + fret)],
          ),
        );
        expect(
          needed.every(({ note }) => heard.has(pitchClassOf(note))),
          `${name} as ${formatShape(fingering.shape)}`,
        ).toBe(true);
      }
    }
  });

  test('comes in the same order every time', () => {
    const ask = () => rankShapes(chordOf('F#m7'), guitar, 10).map(({ fingering }) => formatShape(fingering.shape));
    expect(ask()).toEqual(ask());
  });

  test('half a step down with the capo one higher poses the same shapes', () => {
    const halfDown = TUNINGS[1] ?? STANDARD_TUNING;
    const shapes = (setup: typeof guitar.setup) =>
      rankShapes(chordOf('Dm7'), { ...guitar, highestNeckFret: 20, setup }, 3).map(({ fingering }) =>
        formatShape(fingering.shape),
      );
    expect(shapes({ tuning: halfDown, capoFret: 3 })).toEqual(shapes({ tuning: STANDARD_TUNING, capoFret: 3 }));
  });
});

describe('fingers', () => {
  test('of every familiar shape are legal and sound its chord', () => {
    for (const [name, frets, fingers] of FAMILIAR_SHAPES) {
      const shape = shapeOf(frets);
      const tones = new Set(pitchClassesOf(chordOf(name)));
      const sounding = shape.flatMap((fret, string) =>
        fret === null ? [] : [toPitchClass((STANDARD_TUNING.openMidi[string] ?? 0) + fret)],
      );
      expect(
        sounding.every((pitch) => tones.has(pitch)),
        `${name} ${frets}`,
      ).toBe(true);
      expect(
        [...fingers].map((mark) => mark !== '-'),
        `${name} ${fingers}`,
      ).toEqual(shape.map((fret) => fret !== null && fret > 0));
    }
  });

  test('never cross, and lie across only where nothing sounds lower between', () => {
    expect(
      listFingerings(shapeOf('x02220')).map(({ fingers }) => fingers.map((finger) => finger ?? '-').join('')),
    ).toContain('--123-');
    expect(listFingerings(shapeOf('320003')).some((fingering) => listBarres(fingering).length > 0)).toBe(false);
    expect(listFingerings(shapeOf('123456'))).toEqual([]);
    expect(listFingerings(shapeOf('133211')).every((fingering) => listBarres(fingering).length > 0)).toBe(true);
  });

  test('a shape that is given gets the easiest ones, or none', () => {
    expect(findFingering(shapeOf('x32033'), guitar)?.fingers).toEqual([null, 2, 1, null, 3, 4]);
    expect(findFingering(shapeOf('123456'), guitar)).toBeNull();
  });
});

describe('the hand', () => {
  const bestOf = (chord: string, own: Hand): string =>
    rankShapes(chordOf(chord), { ...guitar, hand: own }, 1).map(({ fingering }) => formatShape(fingering.shape))[0] ??
    '';

  // Common practice: E, A and their minors are barred up the neck as C and G are.
  test('that holds barres finds one among the first four', () => {
    for (const quality of ['', 'm', '7', 'm7']) {
      for (const root of ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B']) {
        const offers = rankShapes(chordOf(`${root}${quality}`), guitar, 4);
        expect(
          offers.some(({ fingering }) => isBarreChord(fingering)),
          `${root}${quality}`,
        ).toBe(true);
      }
    }
  });

  test('that holds no barres yet is offered none where there is another way', () => {
    expect(rankShapes(chordOf('Bm'), guitar, 1).some(({ fingering }) => isBarreChord(fingering))).toBe(true);
    const notYet: Hand = { ...hand, playsBarres: false };
    for (const chord of ['F', 'Bm', 'F#m', 'Bb']) {
      const [best] = rankShapes(chordOf(chord), { ...guitar, hand: notYet }, 1);
      expect(best !== undefined && isBarreChord(best.fingering), `${chord} ${bestOf(chord, notYet)}`).toBe(false);
    }
  });

  test('the smaller it is, the more a wide shape costs; an easy one costs all the same', () => {
    const costs = (frets: string, fingers: Fingering['fingers']) =>
      (['large', 'average', 'small'] as const).map(
        (size) =>
          scoreFingering(
            { shape: shapeOf(frets), fingers },
            { capoFret: 0, scaleLengthMm: 648, hand: { ...hand, size } },
          ).total,
      );
    const [large = 0, average = 0, small = 0] = costs('x2443x', [null, 1, 3, 4, 2, null]);
    expect(small).toBeGreaterThanOrEqual(average);
    expect(average).toBeGreaterThanOrEqual(large);
    const wide = costs('1x4xxx', [1, null, 4, null, null, null]);
    expect(wide[2]).toBeGreaterThan(wide[0] ?? 0);
    const easy = costs('022000', [null, 1, 2, null, null, null]);
    expect(new Set(easy).size).toBe(1);
  });
});

describe('effort', () => {
  const effortOf = (text: string, capoFret = 0) => {
    const fingering = findFingering(shapeOf(text), guitar);
    if (fingering === null) {
      throw new Error(text);
    }
    return scoreFingering(fingering, { capoFret, scaleLengthMm: 648, hand });
  };

  test('a full barre costs more than an open shape, and more near the nut than behind a capo', () => {
    expect(effortOf('133211').total).toBeGreaterThan(effortOf('x32010').total + 2);
    expect(effortOf('133211').total).toBeGreaterThan(effortOf('133211', 4).total);
  });

  test('crowding grows up the neck', () => {
    const crowding = (capo: number) =>
      effortOf('x02220', capo).terms.find(({ term }) => term === 'narrow frets')?.cost ?? 0;
    expect(crowding(9)).toBeGreaterThan(crowding(5));
    expect(crowding(5)).toBeGreaterThanOrEqual(crowding(0));
  });

  test('a barre chord is known as one', () => {
    const isBarre = (text: string) => {
      const fingering = findFingering(shapeOf(text), guitar);
      return fingering !== null && isBarreChord(fingering);
    };
    expect(['133211', 'x24432', '244222'].map(isBarre)).toEqual([true, true, true]);
    expect(['x32010', 'xx3211', 'xx0211', '320033'].map(isBarre)).toEqual([false, false, false, false]);
  });
});

describe('shapes as text', () => {
  test.each(['x32010', '10-12-12-11-10-10', 'xx0232', '000000'])('%s is read and written back', (text) => {
    expect(formatShape(shapeOf(text))).toBe(text);
  });

  test.each(['', 'xxxxxx', 'x3201', 'x3201y', '1-2-3-4-5-99', 'x320100'])('%j is no shape of six strings', (text) => {
    expect(parseShape(text, 6).ok).toBe(false);
  });
});
