/*
 * Which finger stops which string.
 *
 * The rule of a hand: every stopped string has one finger and a finger stands in one fret; a later finger never stands in
 * a lower fret; one finger may take several strings of a fret when nothing between them is open or fretted lower. Barres
 * may be several and by any finger. Inside one fret fingers may stand in any order, though one swap is all that is ever
 * proposed. The thumb may take the lowest string from behind. Trying all 4^n assignments was rejected: nearly all cross.
 */

import { int32At, numberAt } from '../kernel/number-at.ts';
import { type Finger, type Fingering, listBarres, type Shape } from './shape.ts';
import type { Frets } from './shape-search.ts';

/** Fingers as the search writes them: 0 none, 1 index to 4 little finger, 5 the thumb. Read at once, or copy. */
export type FingerNumbers = readonly number[];

/** The thumb among finger numbers. */
export const THUMB = 5;

const MOST_SWAPS = 1;
const LATEST_FINGER = 4;

/** The work on one shape; arrays by place in the order hold what the notes before it amount to, written in place. */
type Assignment = {
  readonly frets: Frets;
  /** The stopped strings by fret, then from the lowest string up. */
  readonly strings: readonly number[];
  readonly fingers: number[];
  readonly found: (fingers: FingerNumbers) => void;
  /** The latest finger in a lower fret, and the latest of all so far. */
  readonly floor: Int32Array;
  readonly latest: Int32Array;
  /** The fingers in use, one bit each. */
  readonly used: Int32Array;
  readonly swaps: Int32Array;
};

const MOST_STRINGS = 9;

/** Calls back with every legal fingering of some frets, with the thumb over the lowest string too where the hand uses it. */
export function searchFingerings(frets: Frets, usesThumb: boolean, found: (fingers: FingerNumbers) => void): void {
  const strings = stoppedStrings(frets);
  const fingers = frets.map(() => 0);
  const [floor, latest] = [new Int32Array(MOST_STRINGS), new Int32Array(MOST_STRINGS)];
  const [used, swaps] = [new Int32Array(MOST_STRINGS), new Int32Array(MOST_STRINGS)];
  assign({ frets, strings, fingers, found, floor, latest, used, swaps }, 0);
  if (usesThumb && numberAt(frets, 0) > 0 && strings.length > 1) {
    fingers.fill(0);
    fingers[0] = THUMB;
    assign({ frets, strings: strings.filter((string) => string !== 0), fingers, found, floor, latest, used, swaps }, 0);
  }
}

function stoppedStrings(frets: Frets): readonly number[] {
  const strings: number[] = [];
  for (let string = 0; string < frets.length; string += 1) {
    const fret = numberAt(frets, string);
    if (fret > 0) {
      let place = strings.length;
      for (; place > 0 && numberAt(frets, numberAt(strings, place - 1)) > fret; place -= 1) {
        strings[place] = numberAt(strings, place - 1);
      }
      strings[place] = string;
    }
  }
  return strings;
}

/** Gives the note at `order` each finger it can have, given those before it, and goes on to the next. */
function assign(work: Assignment, order: number): void {
  const { frets, strings, fingers, used } = work;
  if (order === strings.length) {
    work.found(fingers);
    return;
  }
  const string = numberAt(strings, order);
  const floorHere = floorAt(work, order);
  if (order > 0 && canLieAcross(frets, numberAt(strings, order - 1), string)) {
    take(work, order, numberAt(fingers, numberAt(strings, order - 1)), floorHere);
    assign(work, order + 1);
  }
  const usedBefore = order === 0 ? 0 : int32At(used, order - 1);
  for (let finger = floorHere + 1; finger <= LATEST_FINGER; finger += 1) {
    if ((usedBefore & (1 << finger)) === 0) {
      take(work, order, finger, floorHere);
      if (int32At(work.swaps, order) <= MOST_SWAPS) {
        assign(work, order + 1);
      }
    }
  }
  fingers[string] = 0;
}

/** The latest finger in a lower fret than the note at `order`. */
function floorAt({ frets, strings, floor, latest }: Assignment, order: number): number {
  if (order === 0) {
    return 0;
  }
  const isSameFret = frets[numberAt(strings, order - 1)] === frets[numberAt(strings, order)];
  return int32At(isSameFret ? floor : latest, order - 1);
}

function take(
  { strings, fingers, floor, latest, used, swaps }: Assignment,
  order: number,
  finger: number,
  floorHere: number,
): void {
  const isFirst = order === 0;
  const latestBefore = isFirst ? 0 : int32At(latest, order - 1);
  fingers[numberAt(strings, order)] = finger;
  floor[order] = floorHere;
  latest[order] = finger > latestBefore ? finger : latestBefore;
  used[order] = (isFirst ? 0 : int32At(used, order - 1)) | (1 << finger);
  swaps[order] = (isFirst ? 0 : int32At(swaps, order - 1)) + (finger < latestBefore ? 1 : 0);
}

/** Whether one finger can stop two strings of one fret: what sounds between them is neither open nor fretted lower. */
function canLieAcross(frets: Frets, low: number, high: number): boolean {
  const fret = numberAt(frets, low);
  if (frets[high] !== fret) {
    return false;
  }
  for (let string = low + 1; string < high; string += 1) {
    const between = numberAt(frets, string);
    if (between >= 0 && between < fret) {
      return false;
    }
  }
  return true;
}

/** Whether a hand can hold a fingering, by the rule above; reach in millimetres is another matter. */
export function isLegalFingering({ shape, fingers }: Fingering): boolean {
  const frets = toFrets(shape);
  const stopped = stoppedStrings(frets);
  if (
    fingers.length !== shape.length ||
    fingers.some((finger, string) => (finger !== null) !== stopped.includes(string))
  ) {
    return false;
  }
  const isOrdered = stopped.every((low) =>
    stopped.every((high) => {
      const [lower, higher] = [fingers[low], fingers[high]];
      return (
        lower === 'T' || higher === 'T' || numberAt(frets, low) >= numberAt(frets, high) || (lower ?? 0) < (higher ?? 0)
      );
    }),
  );
  const areBarresFlat = listBarres({ shape, fingers }).every(
    ({ finger, fret, lowString, highString }) =>
      canLieAcross(frets, lowString, highString) &&
      stopped.every((string) => fingers[string] !== finger || frets[string] === fret),
  );
  return isOrdered && areBarresFlat && stopped.every((string) => fingers[string] !== 'T' || string === 0);
}

/** A shape as plain numbers, -1 for a silent string. */
export function toFrets(shape: Shape): Frets {
  return shape.map((fret) => fret ?? -1);
}

/** Plain numbers as a fingering. */
export function toFingering(frets: Frets, fingers: FingerNumbers): Fingering {
  return { shape: toShape(frets), fingers: toFingers(fingers) };
}

/** Plain numbers as a shape. */
export function toShape(frets: Frets): Shape {
  return frets.map((fret) => (fret < 0 ? null : fret));
}

/** Plain finger numbers as fingers. */
export function toFingers(numbers: FingerNumbers): readonly (Finger | null)[] {
  return numbers.map((number) => FINGER_OF_NUMBER[number] ?? null);
}

/** Fingers as plain numbers. */
export function toFingerNumbers(fingers: readonly (Finger | null)[]): FingerNumbers {
  return fingers.map((finger) => (finger === 'T' ? THUMB : (finger ?? 0)));
}

const FINGER_OF_NUMBER: readonly (Finger | null)[] = [null, 1, 2, 3, 4, 'T'];

/** Every legal fingering of a shape, with the thumb where the hand uses it; empty when the hand has too few fingers. */
export function listFingerings(shape: Shape, usesThumb = false): readonly Fingering[] {
  const found: Fingering[] = [];
  searchFingerings(toFrets(shape), usesThumb, (fingers) => found.push({ shape, fingers: toFingers(fingers) }));
  return found;
}
