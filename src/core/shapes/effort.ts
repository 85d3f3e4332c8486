/*
 * What a fingered shape costs the hand, taken apart into named terms.
 *
 * The unit is one easy finger. The physical terms (stretch, crowding) are taken in millimetres where the fingers really
 * stand, so the same shape differs behind different capos. Weights are starting values (from memory, fitted by hand
 * against common first-book shapes) and are kept together here so that they can be argued about.
 */
import { fingerDistanceMm, fretSpaceMm, stringGapMm } from '../fretboard/distance.ts';
import { itemAt, range, sumOf } from '../kernel/list.ts';
import { type Hand, REACH_SHARE } from './hand.ts';
import { type Fingering, fretSpanOf, listBarres, type Shape } from './shape.ts';

/** Where the hand works, and which: capo fret from the nut, scale length in mm. */
export type Neck = { readonly capoFret: number; readonly scaleLengthMm: number; readonly hand: Hand };

/** The names of what makes a shape hard. */
export type EffortTerm =
  | 'fingers'
  | 'little finger'
  | 'barre'
  | 'stretch'
  | 'crowded frets'
  | 'muted string inside'
  | 'silent strings'
  | 'height'
  | 'skipped finger'
  | 'dropped tone';

/** An effort: the terms that are not zero, and their sum; lower is easier. */
export type Effort = {
  readonly total: number;
  readonly terms: readonly { readonly term: EffortTerm; readonly cost: number }[];
};

/** Comfortable distance in mm between two fingers, by the two fingers' numbers (from memory). */
const COMFORT_MM: Readonly<Record<number, number>> = { 12: 38, 23: 33, 34: 33, 13: 68, 24: 64, 14: 95 };

const NARROW_FRET_MM = 26;

/** A full barre for a hand that does not hold one yet: harder than any open shape. */
const NOT_YET = 8;

/** The effort of holding a shape, leaving out what depends on the chord it stands for. Lower is easier. */
export function scoreFingering(fingering: Fingering, neck: Neck): Effort {
  const places = fingerPlaces(fingering, neck);
  return sumTerms([
    { term: 'fingers', cost: places.length },
    { term: 'little finger', cost: places.at(-1)?.finger === 4 ? 0.3 : 0 },
    { term: 'barre', cost: barreCost(fingering, neck) },
    { term: 'stretch', cost: stretchCost(places, REACH_SHARE[neck.hand.size]) },
    { term: 'crowded frets', cost: crowdingCost(places, neck) },
    { term: 'skipped finger', cost: skippedFingerCost(places) },
    ...shapeTerms(fingering.shape),
  ]);
}

/** Adds named terms up, dropping those that cost nothing. */
export function sumTerms(terms: Effort['terms']): Effort {
  const kept = terms.filter(({ cost }) => cost !== 0);
  return { total: sumOf(kept, ({ cost }) => cost), terms: kept };
}

/** The terms that need no fingers; their sum and the number of fingers needed bound the effort from below. */
export function shapeTerms(shape: Shape): Effort['terms'] {
  const struck = shape.flatMap((fret, string) => (fret === null ? [] : [string]));
  const lowest = struck[0] ?? 0;
  const highest = struck.at(-1) ?? 0;
  const inside = range(lowest, highest).filter((string) => shape[string] === null).length;
  const trebleSilent = shape.length - 1 - highest;
  const span = fretSpanOf(shape);
  return [
    { term: 'muted string inside', cost: inside * 1.9 },
    { term: 'silent strings', cost: lowest * 0.2 + trebleSilent * 0.9 },
    { term: 'height', cost: span === null ? 0 : Math.max(0, span.low - 1) * 0.3 + Math.max(0, span.high - 3) * 0.25 },
  ];
}

function barreCost(fingering: Fingering, neck: Neck): number {
  return sumOf(listBarres(fingering), (barre) => {
    const strings = barre.highString - barre.lowString + 1;
    const nearNut = barre.fret + neck.capoFret <= 2 ? 0.4 : 0;
    const byLaterFinger = barre.finger === 1 ? 0 : 0.8;
    const openTreble = fingering.shape.slice(barre.highString + 1).includes(0) ? 0.6 : 0;
    const notYet = strings >= 4 && !neck.hand.playsBarres ? NOT_YET : 0;
    return 0.6 + strings * 0.4 + nearNut + byLaterFinger + openTreble + notYet;
  });
}

function stretchCost(places: readonly FingerPlace[], reachShare: number): number {
  let cost = 0;
  places.forEach((low, index) => {
    for (const high of places.slice(index + 1)) {
      const comfort = COMFORT_MM[low.finger * 10 + high.finger] ?? Number.POSITIVE_INFINITY;
      const distance = Math.hypot(high.alongMm - low.alongMm, high.acrossMm - low.acrossMm);
      cost += Math.max(0, distance - comfort * reachShare) / 12;
    }
  });
  return cost;
}

type FingerPlace = {
  readonly finger: 1 | 2 | 3 | 4;
  readonly fret: number;
  readonly alongMm: number;
  readonly acrossMm: number;
};

/** Where each finger's tip stands in mm; a barre counts at the string it reaches last. */
function fingerPlaces(fingering: Fingering, neck: Neck): readonly FingerPlace[] {
  return ([1, 2, 3, 4] as const).flatMap((finger) => {
    const string = fingering.fingers.indexOf(finger);
    const fret = string === -1 ? null : itemAt(fingering.shape, string);
    if (fret === null) {
      return [];
    }
    const neckFret = fret + neck.capoFret;
    const alongMm = fingerDistanceMm(neckFret, neck.scaleLengthMm);
    return [{ finger, fret, alongMm, acrossMm: string * stringGapMm(neckFret, neck.scaleLengthMm) }];
  });
}

function crowdingCost(places: readonly FingerPlace[], neck: Neck): number {
  return sumOf(places, (place) => {
    const neighbours = places.filter((other) => other.fret === place.fret).length;
    const spaceMm = fretSpaceMm(place.fret + neck.capoFret, neck.scaleLengthMm);
    const narrow = Math.max(0, NARROW_FRET_MM - spaceMm) / 8;
    return (neighbours >= 3 ? 0.15 : 0) + narrow * (neighbours >= 2 ? 0.5 : 0.15);
  });
}

/** A finger left out between two used ones that stand in neighbouring or equal frets. */
function skippedFingerCost(places: readonly FingerPlace[]): number {
  const startsLate = (places[0]?.finger ?? 1) - 1;
  return (
    startsLate * 0.12 +
    sumOf(places.slice(1), (place) => {
      const before = itemAt(places, places.indexOf(place) - 1);
      const expected = Math.max(1, place.fret - before.fret);
      return Math.abs(place.finger - before.finger - expected) * 0.25;
    })
  );
}
