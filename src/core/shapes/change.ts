/*
 * Going from one shape to the next.
 *
 * Finger by finger: one that stays where it is costs nothing (an anchor); one that slides along its string is led by it
 * (a guide); others are moved, lifted or put down, and a barre has to be laid. The hand is as slow as its slowest finger,
 * the others cost a part on top; fingers that move alike move as one block; a shift of the whole hand costs by its
 * distance. All of it is counted in frets and strings, so a change costs the same behind any capo. Weights from memory,
 * to be argued about here.
 */
import { float64At, int8At } from '../kernel/number-at.ts';
import { toFingerNumbers } from './fingering.ts';
import type { Finger, Fingering } from './shape.ts';

/** What a finger does in a change. */
export type FingerAction = 'anchor' | 'roll' | 'guide' | 'move' | 'place' | 'lift';

/** Where a finger stands: fret from the capo, and the lowest and highest string index it stops. */
export type FingerPlace = { readonly fret: number; readonly lowString: number; readonly highString: number };

/** What one finger does: `from` is null for one put down, `to` for one lifted. */
export type FingerStep = {
  readonly finger: Finger;
  readonly action: FingerAction;
  readonly from: FingerPlace | null;
  readonly to: FingerPlace | null;
  readonly cost: number;
};

/** A change with its steps, thumb last; `shiftFrets` is how far the hand moves up the neck (down when negative). */
export type Change = {
  readonly steps: readonly FingerStep[];
  readonly shiftFrets: number;
  /** Whether the fingers that move all move alike. */
  readonly isBlock: boolean;
  /** In easy fingers; lower is easier. */
  readonly cost: number;
};

/** Fret, lowest and highest string of each finger, three numbers a finger, 1 to 4 and the thumb; fret 0 where not used. */
export type Places = Int8Array;

const FINGERS = 5;
const WIDTH = 3;

const GUIDE = 0.35;
const GUIDE_FAR = 0.15;
const ROLL = 0.3;
const MOVE = 0.8;
const MOVE_FAR = 0.3;
const PLACE = 0.75;
const LIFT = 0.15;
const LAY_BARRE = 0.7;
const LAY_BARRE_STRING = 0.08;
const SHARE_OF_REST = 0.35;
const BLOCK_FOLLOWER = 0.15;
const SHIFT_PER_FRET = 0.2;
/** A finger that stays down steadies the hand: the others cost this share. */
const ANCHORED = 0.8;
/** Log2 of 1 + a distance in frets and strings, for the distances that occur. */
const LOG_DISTANCE = Float64Array.from({ length: 40 }, (_, distance) => Math.log2(1 + distance));

/** Where the fingers of a fingering stand. */
export function toPlaces({ shape, fingers }: Fingering): Places {
  const places = new Int8Array(FINGERS * WIDTH);
  toFingerNumbers(fingers).forEach((number, string) => {
    const start = (number - 1) * WIDTH;
    if (number > 0) {
      if (places[start] === 0) {
        places[start] = shape[string] ?? 0;
        places[start + 1] = string;
      }
      places[start + 2] = string;
    }
  });
  return places;
}

const ANCHOR_KIND = 0;
const ROLL_KIND = 1;
const GUIDE_KIND = 2;
const MOVE_KIND = 3;
const PLACE_KIND = 4;
const LIFT_KIND = 5;
const ACTIONS: readonly FingerAction[] = ['anchor', 'roll', 'guide', 'move', 'place', 'lift'];

/** What the finger at an index does, as a number; -1 when it is in neither shape. */
function kindOf(from: Places, to: Places, start: number): number {
  const [a, b] = [int8At(from, start), int8At(to, start)];
  if (a > 0 && b > 0) {
    return kindOfMove(from, to, start);
  }
  return a === b ? -1 : a === 0 ? PLACE_KIND : LIFT_KIND;
}

/** What a finger does that is used before and after. */
function kindOfMove(from: Places, to: Places, start: number): number {
  const isSameFret = from[start] === to[start];
  const [fromLow, toLow] = [int8At(from, start + 1), int8At(to, start + 1)];
  const [fromHigh, toHigh] = [int8At(from, start + 2), int8At(to, start + 2)];
  if (fromLow === toLow && fromHigh === toHigh) {
    return isSameFret ? ANCHOR_KIND : GUIDE_KIND;
  }
  return isSameFret && toLow <= fromHigh && fromLow <= toHigh ? ROLL_KIND : MOVE_KIND;
}

/** What that costs by itself. */
function costOf(kind: number, from: Places, to: Places, start: number): number {
  const frets = Math.abs(int8At(to, start) - int8At(from, start));
  const width = int8At(to, start + 2) - int8At(to, start + 1);
  const lay = width > 0 ? LAY_BARRE + width * LAY_BARRE_STRING : 0;
  switch (kind) {
    case ROLL_KIND:
      return ROLL;
    case GUIDE_KIND:
      return GUIDE + GUIDE_FAR * float64At(LOG_DISTANCE, frets);
    case MOVE_KIND: {
      const strings = Math.abs(int8At(to, start + 1) - int8At(from, start + 1));
      return MOVE + MOVE_FAR * float64At(LOG_DISTANCE, frets + strings) + lay;
    }
    case PLACE_KIND:
      return PLACE + lay;
    case LIFT_KIND:
      return LIFT;
    default:
      return 0;
  }
}

/** The fret in which the index would stand, by the lowest finger used; 0 for a hand that stops nothing. */
function handFret(places: Places): number {
  for (let finger = 0; finger < FINGERS - 1; finger += 1) {
    const fret = int8At(places, finger * WIDTH);
    if (fret > 0) {
      return Math.max(1, fret - finger);
    }
  }
  return 0;
}

function shiftOf(from: Places, to: Places): number {
  const [a, b] = [handFret(from), handFret(to)];
  return a === 0 || b === 0 ? 0 : b - a;
}

/** Whether two fingers or more move, none is put down, and all of them go the same way. */
function isBlockMove(from: Places, to: Places): boolean {
  let moving = 0;
  let first = -1;
  for (let start = 0; start < FINGERS * WIDTH; start += WIDTH) {
    const kind = kindOf(from, to, start);
    const isMoving = kind === MOVE_KIND || kind === GUIDE_KIND;
    first = isMoving && first < 0 ? start : first;
    moving += isMoving ? 1 : 0;
    const staysOrComes = kind === PLACE_KIND || kind === ROLL_KIND || kind === ANCHOR_KIND;
    if (staysOrComes || (isMoving && !goesAlike(from, to, start, first))) {
      return false;
    }
  }
  return moving >= 2;
}

/** Whether two fingers go the same way along and across, and keep their width. */
function goesAlike(from: Places, to: Places, start: number, other: number): boolean {
  const goes = (at: number): number => int8At(to, at) - int8At(from, at);
  return goes(start) === goes(other) && goes(start + 1) === goes(other + 1) && goes(start + 1) === goes(start + 2);
}

/** The cost of a change in easy fingers; lower is easier. */
export function scoreChange(from: Places, to: Places): number {
  let slowest = 0;
  let all = 0;
  let moved = 0;
  let isAnchored = false;
  for (let start = 0; start < FINGERS * WIDTH; start += WIDTH) {
    const kind = kindOf(from, to, start);
    isAnchored ||= kind === ANCHOR_KIND;
    if (kind > ANCHOR_KIND) {
      const cost = costOf(kind, from, to, start);
      all += cost;
      slowest = cost > slowest ? cost : slowest;
      moved += 1;
    }
  }
  const rest = moved > 1 && isBlockMove(from, to) ? (moved - 1) * BLOCK_FOLLOWER : (all - slowest) * SHARE_OF_REST;
  return (slowest + rest) * (isAnchored ? ANCHORED : 1) + Math.abs(shiftOf(from, to)) * SHIFT_PER_FRET;
}

/** A change taken apart, finger by finger. */
export function describeChange(from: Fingering, to: Fingering): Change {
  const [a, b] = [toPlaces(from), toPlaces(to)];
  const steps: FingerStep[] = [];
  for (let index = 0; index < FINGERS; index += 1) {
    const start = index * WIDTH;
    const kind = kindOf(a, b, start);
    const action = ACTIONS[kind];
    if (action !== undefined) {
      const finger = FINGER_NAMES[index] ?? 'T';
      steps.push({
        finger,
        action,
        from: placeAt(a, start),
        to: placeAt(b, start),
        cost: costOf(kind, a, b, start),
      });
    }
  }
  return { steps, shiftFrets: shiftOf(a, b), isBlock: isBlockMove(a, b), cost: scoreChange(a, b) };
}

const FINGER_NAMES: readonly Finger[] = [1, 2, 3, 4, 'T'];

function placeAt(places: Places, start: number): FingerPlace | null {
  const fret = int8At(places, start);
  return fret === 0 ? null : { fret, lowString: int8At(places, start + 1), highString: int8At(places, start + 2) };
}
