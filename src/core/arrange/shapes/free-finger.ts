/* Whether the hand that holds a chord has a finger free for one more note (rule S13), and which shape would have one. */

import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { scoreFingering } from '../../shapes/effort.ts';
import { isLegalFingering, listFingerings } from '../../shapes/fingering.ts';
import { type Instrument, rankShapes } from '../../shapes/rank-shapes.ts';
import { type Finger, type Fingering, fretSpanOf, listBarres } from '../../shapes/shape.ts';

/** Frets that a hand spans near the nut without moving (common practice: four fingers over four frets, one more at a stretch). */
const SPAN_FRETS = 4;

const FREE_FINGERS: readonly Finger[] = [1, 2, 3, 4];

/**
 * How a held chord is fingered with one string stopped elsewhere, every other finger staying where it is; null where no finger
 * is free. An open note needs the string not to lie under a barre.
 */
export function addFinger(held: Fingering, stringIndex: number, fret: number): Fingering | null {
  if (held.shape[stringIndex] === fret) {
    return held;
  }
  const shape = held.shape.map((old, index) => (index === stringIndex ? fret : old));
  const at = (finger: Finger | null): Fingering => ({
    shape,
    fingers: held.fingers.map((old, index) => (index === stringIndex ? finger : old)),
  });
  const isUnderBarre = listBarres(held).some(
    ({ lowString, highString, fret: barre }) => stringIndex >= lowString && stringIndex <= highString && fret < barre,
  );
  const span = fretSpanOf(shape);
  if (isUnderBarre || (span !== null && span.high - span.low >= SPAN_FRETS)) {
    return null;
  }
  if (fret === 0) {
    return at(null);
  }
  const busy = held.fingers.filter((_, index) => index !== stringIndex);
  return (
    FREE_FINGERS.filter((finger) => !busy.includes(finger) || coversAt(held, finger, fret, stringIndex))
      .map(at)
      .find(isLegalFingering) ?? null
  );
}

/** Whether a finger lies as a barre across a string at a fret already. */
function coversAt(held: Fingering, finger: Finger, fret: number, stringIndex: number): boolean {
  return listBarres(held).some(
    (barre) =>
      barre.finger === finger &&
      barre.fret === fret &&
      stringIndex >= barre.lowString - 1 &&
      stringIndex <= barre.highString + 1,
  );
}

/** One note beside a held chord. */
export type BesideNote = { readonly stringIndex: number; readonly fret: number };

/** The first note that no finger is free for, or null. */
export function findUnfreeNote(held: Fingering, notes: readonly BesideNote[]): BesideNote | null {
  return notes.find(({ stringIndex, fret }) => addFinger(held, stringIndex, fret) === null) ?? null;
}

const TRIED_SHAPES = 12;

/**
 * The easiest way to hold a chord with a finger free for all the notes, other fingers for the same shape among them (a G with ring
 * and little finger frees the index); null where there is none among the first dozen shapes.
 */
export function findFreeShape(
  chord: ChordSymbol,
  notes: readonly BesideNote[],
  instrument: Instrument,
): Fingering | null {
  const { setup, scaleLengthMm, hand } = instrument;
  const effortOf = (fingering: Fingering): number =>
    scoreFingering(fingering, { capoFret: setup.capoFret, scaleLengthMm, hand }).total;
  for (const { fingering } of rankShapes(chord, instrument, TRIED_SHAPES)) {
    const free = listFingerings(fingering.shape, hand.usesThumb).filter((held) => findUnfreeNote(held, notes) === null);
    const [first, ...rest] = free;
    if (first !== undefined) {
      return rest.reduce((best, held) => (effortOf(held) < effortOf(best) ? held : best), first);
    }
  }
  return null;
}
