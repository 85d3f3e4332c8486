import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf, shapeOf } from '../../../test-support/read.ts';
import { runs } from '../../../test-support/runs.ts';
import { FINE_LIMITS } from '../../arrange/problem/chord-options.ts';
import { PLAIN_QUESTION } from '../../arrange/problem/setup-question.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { itemAt } from '../../kernel/list.ts';
import { toFingering } from '../../shapes/fingering.ts';
import { rankHolds } from '../../shapes/rank-shapes.ts';
import { type Fingering, formatShape, listBarres } from '../../shapes/shape.ts';
import { type BoxStyle, boxFretsOf, boxHeightMm, drawBelowStrings, drawChordBox, hasFretNumber } from './chord-box.ts';
import type { Mark, TextMark } from './drawing.ts';

const FRAME = { xMm: 10, yMm: 20, widthMm: 15 } as const;
const GAP = FRAME.widthMm / 5;
const STYLE: BoxStyle = { detail: 'fingers', isLeftHanded: false, fretsAdded: 0 };

const unfingered = (text: string): Fingering => ({ shape: shapeOf(text), fingers: shapeOf(text).map(() => null) });
const ofKind = <K extends Mark['kind']>(marks: readonly Mark[], kind: K) =>
  marks.filter((mark): mark is Extract<Mark, { kind: K }> => mark.kind === kind);
const textsOf = (marks: readonly Mark[]): readonly TextMark[] => ofKind(marks, 'text');

const instrument = { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, ...PLAIN_QUESTION.guitar };
/** Shapes that the program offers, with their fingers, for chords of every kind. */
const HELD = ['C', 'F', 'Bm7', 'F#m7b5', 'Ebmaj7', 'C13', 'A7sus4', 'G#dim7'].flatMap((name) =>
  rankHolds(chordOf(name), instrument, FINE_LIMITS).map(({ frets, fingers }) => toFingering(frets, fingers)),
);

describe('a chord box', () => {
  test('shows every string as it is held, wherever the shape lies', () => {
    fc.assert(
      fc.property(fc.constantFrom(...HELD), fc.boolean(), (fingering, isLeftHanded) => {
        const marks = drawChordBox(fingering, FRAME, { ...STYLE, isLeftHanded });
        const { first } = boxFretsOf(fingering);
        const xOf = (string: number) => FRAME.xMm + (isLeftHanded ? 5 - string : string) * GAP;
        const dots = ofKind(marks, 'dot');
        const crosses = ofKind(marks, 'line').filter(({ tone }) => tone === 'warning');
        for (const [string, fret] of fingering.shape.entries()) {
          const here = dots.filter(({ xMm }) => Math.abs(xMm - xOf(string)) < 1e-9);
          const isAbove = here.map(({ yMm }) => yMm < FRAME.yMm);
          const wanted = fret === null ? [] : [fret === 0];
          expect(isAbove, formatShape(fingering.shape)).toEqual(wanted);
          const [dot] = here;
          if (fret !== null && fret > 0) {
            // Frets stand 1.35 string gaps apart; a finger stands in the middle of its own.
            expect(dot?.yMm).toBeCloseTo(FRAME.yMm + (fret - first + 0.5) * GAP * 1.35, 9);
          }
        }
        expect(crosses.length).toBe(2 * fingering.shape.filter((fret) => fret === null).length);
        expect(ofKind(marks, 'bar').length).toBe(listBarres(fingering).length);
      }),
      { numRuns: runs(400), seed: 8 },
    );
  });

  test('stays inside its height and names every finger once for each of its strings', () => {
    for (const fingering of HELD) {
      const marks = drawChordBox(fingering, FRAME, STYLE);
      const bottom = FRAME.yMm + boxHeightMm(fingering, FRAME.widthMm);
      expect(ofKind(marks, 'dot').every(({ yMm }) => yMm < bottom)).toBe(true);
      const fingers = fingering.fingers.flatMap((finger) => (finger === null ? [] : [String(finger)]));
      expect(textsOf(marks).flatMap(({ text, yMm }) => (yMm > bottom ? [text] : []))).toEqual(fingers);
      expect(textsOf(drawChordBox(fingering, FRAME, { ...STYLE, detail: 'dots only' })).length).toBe(
        hasFretNumber(fingering, STYLE) ? 1 : 0,
      );
    }
  });

  test('begins at the nut where the shape fits in four frets, else at its own lowest fret with its number', () => {
    const seen = (text: string, fretsAdded = 0) => {
      const fingering = unfingered(text);
      const marks = drawChordBox(fingering, FRAME, { ...STYLE, fretsAdded });
      return { ...boxFretsOf(fingering), number: textsOf(marks).map(({ text: number }) => number) };
    };
    expect(seen('320003')).toEqual({ first: 1, count: 4, number: [] });
    expect(seen('x32010', 3)).toEqual({ first: 1, count: 4, number: ['4'] });
    expect(seen('577655')).toEqual({ first: 5, count: 4, number: ['5'] });
    expect(seen('577655', 2)).toEqual({ first: 5, count: 4, number: ['7'] });
    expect(seen('x5x9xx')).toMatchObject({ first: 5, count: 5 });
    expect(seen('000000')).toEqual({ first: 1, count: 4, number: [] });
  });

  test('has a thick nut only where it begins at the nut', () => {
    const thick = (text: string) =>
      ofKind(drawChordBox(unfingered(text), FRAME, STYLE), 'line').filter(({ widthMm }) => widthMm > 0.5).length;
    expect(thick('320003')).toBe(1);
    expect(thick('577655')).toBe(0);
  });

  test('draws the fingers that are not meant as rings', () => {
    const [fingering] = HELD.filter(({ fingers }) => fingers.includes(1) && fingers.includes(3));
    const marks = drawChordBox(fingering ?? expect.unreachable(), FRAME, { ...STYLE, dark: new Set([3]) });
    const stopped = ofKind(marks, 'dot').filter(({ yMm }) => yMm > FRAME.yMm);
    const rings = stopped.filter(({ isFilled }) => !isFilled);
    const others = fingering?.fingers.filter((finger) => finger !== null && finger !== 3).length;
    expect(rings.length).toBe(others);
    // Each ring lies on a disc of paper, so that no string runs through it.
    expect(stopped.filter(({ tone }) => tone === 'paper').length).toBe(others);
  });

  test('takes notes or degrees below its strings, in the hand’s own order', () => {
    const texts = ['G', null, 'D', 'G', 'B', 'G'];
    const fingering = unfingered('3x0003');
    const right = textsOf(drawBelowStrings(texts, fingering, FRAME, STYLE));
    const left = textsOf(drawBelowStrings(texts, fingering, FRAME, { ...STYLE, isLeftHanded: true }));
    expect(right.map(({ text }) => text)).toEqual(['G', 'D', 'G', 'B', 'G']);
    expect(itemAt(right, 0).xMm).toBeCloseTo(FRAME.xMm, 9);
    expect(itemAt(left, 0).xMm).toBeCloseTo(FRAME.xMm + FRAME.widthMm, 9);
    expect(right.every(({ yMm }) => yMm > FRAME.yMm + boxHeightMm(fingering, FRAME.widthMm))).toBe(true);
  });
});
