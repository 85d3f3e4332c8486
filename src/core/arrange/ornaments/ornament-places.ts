/*
 * Where an ornament lies behind a capo.
 *
 * Ornaments are kept as they were written, with what the open strings sounded then, so each note is a sound. Behind another
 * capo, or in another tuning, the same sounds are looked for: the way over the strings that moves the hand least, near the
 * strings it was written on, open where it was open. A slur stays on one string. What lies below the lowest string is lost, and
 * then the ornament is: a riff without its lowest note is another riff. What this guitar reaches nowhere stays where it was
 * written, or lies beyond its last fret, and that is said. Rewriting the frets at every move of the capo was rejected: the way
 * back would not come out the same.
 */
import { itemAt, range, uniqueBy } from '../../kernel/list.ts';
import { HIGHEST_SHAPE_FRET } from '../../shapes/shape.ts';
import { isSlur, joinedFrom, openMidiOf } from '../../song/attachments/ornaments.ts';
import type { Ornament, OrnamentNote, Part } from '../../song/document/document.ts';
import { findBeyond, highestFretOf, type OutOfReach } from '../../song/part/reach.ts';

/** An open string of an ornament that is stopped where it lies now. */
export type StoppedString = { readonly stringNumber: number; readonly fret: number; readonly midi: number };

/** Where an ornament lies; or why it is lost: a note below the lowest string, above the highest fret, or off its one string. */
export type OrnamentPlace =
  | {
      readonly kind: 'placed';
      readonly notes: readonly OrnamentNote[];
      /** Whether it lies otherwise than it was written. */
      readonly isMoved: boolean;
      readonly stopped: readonly StoppedString[];
      /** The highest fret of it that the guitar does not reach; null where it reaches all. */
      readonly outOfReach: OutOfReach | null;
    }
  | { readonly kind: 'lost'; readonly why: 'below' | 'above' | 'off-its-string'; readonly midi: number };

/** A guitar as ornaments see it: what its open strings sound behind the capo, lowest first, and its highest fret from there. */
export type OrnamentNeck = { readonly openMidi: readonly number[]; readonly highestFret: number };

/** The neck of a part as it stands. */
export function ornamentNeckOf(part: Pick<Part, 'setup' | 'instrument'>): OrnamentNeck {
  return { openMidi: openMidiOf(part), highestFret: highestFretOf(part) };
}

/** What each note of an ornament sounds, as MIDI numbers. */
export function soundsOf({ notes, openMidi }: Pick<Ornament, 'notes' | 'openMidi'>): readonly number[] {
  return notes.map(({ stringNumber, fret }) => (openMidi[openMidi.length - stringNumber] ?? 0) + fret);
}

type Spot = { readonly stringIndex: number; readonly fret: number };

/** Weights of a way over the strings, in frets of movement (a first choice). */
const WEIGHTS = { height: 0.15, otherString: 0.3, stopped: 1.5, perString: 0.4 } as const;

/** Finds an ornament's place on a neck; `keyShift` moves what it sounds by semitones first. */
export function placeOrnament(
  ornament: Pick<Ornament, 'kind' | 'notes' | 'openMidi'>,
  neck: OrnamentNeck,
  keyShift = 0,
): OrnamentPlace {
  const midis = soundsOf(ornament).map((midi) => midi + keyShift);
  const isAsWritten =
    ornament.openMidi.length === neck.openMidi.length &&
    ornament.openMidi.every((midi, index) => midi + keyShift === neck.openMidi[index]);
  if (isAsWritten) {
    return {
      kind: 'placed',
      notes: ornament.notes,
      isMoved: false,
      stopped: [],
      outOfReach: beyond(ornament.notes, neck),
    };
  }
  const spotsUpTo = (highest: number): readonly (readonly Spot[])[] =>
    midis.map((midi) => spotsOf(midi, neck.openMidi, highest));
  const near = wayOver(ornament, spotsUpTo(neck.highestFret));
  if (near !== null) {
    return toPlace(ornament, near, neck);
  }
  const spots = spotsUpTo(HIGHEST_SHAPE_FRET);
  const missing = spots.findIndex((each) => each.length === 0);
  if (missing >= 0) {
    const midi = itemAt(midis, missing);
    return { kind: 'lost', why: midi < Math.min(...neck.openMidi) ? 'below' : 'above', midi };
  }
  const way = wayOver(ornament, spots);
  return way === null ? { kind: 'lost', why: 'off-its-string', midi: itemAt(midis, 0) } : toPlace(ornament, way, neck);
}

/** The cheapest way over the strings; null where there is none. */
function wayOver(
  ornament: Pick<Ornament, 'kind' | 'notes' | 'openMidi'>,
  spots: readonly (readonly Spot[])[],
): readonly Spot[] | null {
  if (spots.some((each) => each.length === 0)) {
    return null;
  }
  return isSlur(ornament.kind) ? findOneString(ornament, spots) : findWay(ornament, spots);
}

function beyond(notes: readonly OrnamentNote[], { highestFret }: OrnamentNeck): OutOfReach | null {
  return findBeyond(
    highestFret,
    notes.map(({ fret }) => fret),
  );
}

function spotsOf(midi: number, openMidi: readonly number[], highestFret: number): readonly Spot[] {
  return openMidi.flatMap((open, stringIndex) => {
    const fret = midi - open;
    return fret >= 0 && fret <= highestFret ? [{ stringIndex, fret }] : [];
  });
}

function toPlace(ornament: Pick<Ornament, 'notes'>, way: readonly Spot[], neck: OrnamentNeck): OrnamentPlace {
  const { openMidi } = neck;
  const notes = ornament.notes.map((note, index): OrnamentNote => {
    const { stringIndex, fret } = itemAt(way, index);
    return { ...note, stringNumber: openMidi.length - stringIndex, fret };
  });
  const stopped = notes.flatMap(({ stringNumber, fret }, index) =>
    itemAt(ornament.notes, index).fret === 0 && fret > 0
      ? [{ stringNumber, fret, midi: (openMidi[openMidi.length - stringNumber] ?? 0) + fret }]
      : [],
  );
  const isMoved = notes.some((note, index) => {
    const old = itemAt(ornament.notes, index);
    return note.fret !== old.fret || note.stringNumber !== old.stringNumber;
  });
  return { kind: 'placed', notes, isMoved, stopped, outOfReach: beyond(notes, neck) };
}

type Written = Pick<Ornament, 'notes' | 'openMidi'>;

/** What a spot costs by itself for a note. */
function costOf({ stringIndex, fret }: Spot, note: OrnamentNote, strings: number): number {
  const isElsewhere = strings - stringIndex !== note.stringNumber;
  return (
    WEIGHTS.height * fret +
    (isElsewhere ? WEIGHTS.otherString : 0) +
    (note.fret === 0 && fret > 0 ? WEIGHTS.stopped : 0)
  );
}

/** The string on which all notes of a slur lie cheapest, with at least its first stopped where a slide needs it. */
function findOneString({ notes, openMidi }: Written, spots: readonly (readonly Spot[])[]): readonly Spot[] | null {
  const ways = range(0, openMidi.length).flatMap((stringIndex) => {
    const way = spots.flatMap((each) => each.filter((spot) => spot.stringIndex === stringIndex));
    const needsStopped = notes.every(({ fret }) => fret > 0);
    return way.length < notes.length || (needsStopped && way.some(({ fret }) => fret === 0)) ? [] : [way];
  });
  const priceOf = (way: readonly Spot[]): number =>
    way.reduce((sum, spot, index) => sum + costOf(spot, itemAt(notes, index), openMidi.length), 0);
  return ways.reduce<readonly Spot[] | null>(
    (best, way) => (best === null || priceOf(way) < priceOf(best) ? way : best),
    null,
  );
}

type Step = { readonly spot: Spot; readonly cost: number; readonly before: Step | null };

/** The cheapest way from note to note; notes struck together never share a string. */
function findWay({ notes, openMidi }: Written, spots: readonly (readonly Spot[])[]): readonly Spot[] | null {
  let steps: readonly Step[] = [];
  for (const [index, note] of notes.entries()) {
    steps = itemAt(spots, index).flatMap((spot) => {
      const own = costOf(spot, note, openMidi.length);
      return index === 0 ? [{ spot, cost: own, before: null }] : bestStep(steps, { spot, own, index, notes });
    });
  }
  const last = steps.reduce<Step | null>((best, step) => (best === null || step.cost < best.cost ? step : best), null);
  const way: Spot[] = [];
  for (let step = last; step !== null; step = step.before) {
    way.unshift(step.spot);
  }
  return last === null ? null : way;
}

type Next = {
  readonly spot: Spot;
  readonly own: number;
  readonly index: number;
  readonly notes: readonly OrnamentNote[];
};

function bestStep(steps: readonly Step[], next: Next): readonly Step[] {
  const { spot, own } = next;
  const best = steps
    .filter((step) => !clashes(step, next) && staysOnString(step, next))
    .reduce<Step | null>((found, step) => {
      const cost = step.cost + own + moveCost(step.spot, spot);
      return found === null || cost < found.cost ? { spot, cost, before: step } : found;
    }, null);
  return best === null ? [] : [best];
}

/** Whether a note that is not struck lies on the string of the one it comes from. */
function staysOnString(step: Step, { spot, index, notes }: Next): boolean {
  const note = itemAt(notes, index);
  if (note.join === undefined) {
    return true;
  }
  const from = joinedFrom(notes, note);
  let place = index - 1;
  for (let each: Step | null = step; each !== null; each = each.before) {
    if (notes[place] === from) {
      return each.spot.stringIndex === spot.stringIndex;
    }
    place -= 1;
  }
  return true;
}

/** Whether a note struck at the same moment already has the string. */
function clashes(step: Step, { spot, index, notes }: Next): boolean {
  const at = itemAt(notes, index).startTick;
  let place = index - 1;
  for (let each: Step | null = step; each !== null && itemAt(notes, place).startTick === at; each = each.before) {
    if (each.spot.stringIndex === spot.stringIndex) {
      return true;
    }
    place -= 1;
    if (place < 0) {
      break;
    }
  }
  return false;
}

function moveCost(from: Spot, to: Spot): number {
  const frets = from.fret === 0 || to.fret === 0 ? 0 : Math.abs(from.fret - to.fret);
  return frets + WEIGHTS.perString * Math.abs(from.stringIndex - to.stringIndex);
}

/** How much of a part's ornaments a neck loses: each different one once. */
export type OrnamentLosses = { readonly lost: readonly Ornament[]; readonly stopped: readonly Ornament[] };

/** What a setup does to ornaments; those that sound alike count once. What the guitar does not reach is lost to it. */
export function listOrnamentLosses(
  ornaments: readonly Ornament[],
  neck: OrnamentNeck,
  keyShift: number,
): OrnamentLosses {
  const places = ornaments.map((ornament) => ({ ornament, place: placeOrnament(ornament, neck, keyShift) }));
  return {
    lost: places.flatMap(({ ornament, place }) =>
      place.kind === 'lost' || place.outOfReach !== null ? [ornament] : [],
    ),
    stopped: places.flatMap(({ ornament, place }) =>
      place.kind === 'placed' && place.outOfReach === null && place.stopped.length > 0 ? [ornament] : [],
    ),
  };
}

/** A text that is equal for ornaments that sound the same at the same times. */
export function soundKeyOf(ornament: Ornament): string {
  return `${ornament.kind} ${soundsOf(ornament).join(',')} ${ornament.notes.map(({ startTick }) => startTick).join(',')}`;
}

/** Ornaments that differ in what they sound or when; the same riff in eight bars is one. */
export function differentOrnaments(ornaments: readonly Ornament[]): readonly Ornament[] {
  return uniqueBy(ornaments, soundKeyOf);
}
