/*
 * What is played, decided once: every played bar of a part with what both hands do in it.
 *
 * Sound, MIDI, MusicXML, change times, levels, handout and tables read this value and walk nothing themselves. A bar holds only what does
 * not depend on where it stands, in ticks from its bar line, so that a bar that did not change is the same object after an edit elsewhere;
 * its number, section, pass and time are those of the played bar beside it.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { createLastFew, isSame } from '../../kernel/last-few.ts';
import { itemAt } from '../../kernel/list.ts';
import { barTicks } from '../../rhythm/metre.ts';
import type { Pattern } from '../../rhythm/pattern.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { createHands, type HandOfBar } from '../../song/attachments/right-hand.ts';
import type { Bar, OrnamentNote, Part, Slot, SongDocument, StoredShape } from '../../song/document/document.ts';
import { listPlayedBars, type PlayedBar } from '../../song/played/played-bars.ts';
import { createPlacedOrnaments, type PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import { type BarStroke, type PlacedPattern, placeInBar, strokesOfBar, withStrums } from './bar-strokes.ts';
import { meetEntries } from './entries.ts';
import { createHolds } from './holds.ts';
import { type PatternPlace, placePatterns } from './pattern-places.ts';
import { withoutTakenOver } from './taken-over.ts';

/** A shape chord as it is held. */
export type Held = { readonly chord: ChordSymbol; readonly fingering: Fingering };

/** A chord's time in a bar; `isMerged` where an easy level lets the chord before go on in its place. */
export type PerformedSlot<How extends Held = Held> = {
  readonly slot: Slot;
  /** Null: no chord, or no shape is stored for it; or the chord before goes on. */
  readonly held: How | null;
  readonly isMerged: boolean;
};

/** A played bar as it is performed. */
export type PerformedBar<How extends Held = Held> = {
  readonly slots: readonly PerformedSlot<How>[];
  /** What the right hand is told: its pattern as it is stored, loudness and palm, and whether it is silent. */
  readonly hand: HandOfBar;
  readonly pattern: Pattern | null;
  /** Where its cycle stands at the bar line, in ticks, and which of its bars that is, from 0. */
  readonly cycleTick: number;
  readonly patternBar: number;
  /** Where chords are struck that enter between the strums of the pattern, in ticks from the bar line. */
  readonly struckAt: readonly number[];
  /** All that is struck; a walk or a riff is played in the place of the strum. */
  readonly strokes: readonly BarStroke[];
  readonly ornaments: readonly PlacedOrnament[];
  /** How many strokes walks and riffs stand in the place of. */
  readonly takenOver: number;
  /** How long what was struck last rings on into the bars after it, in ticks. */
  readonly ringsOnTicks: number;
};

/** A part as it is performed; bars are in step with the played bars, whose chords come as early as the right hand pushes them. */
export type Performance<How extends Held = Held> = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly bars: readonly PerformedBar<How>[];
};

/** What a guitar is read from: a part as it is arranged, or as a level has it. */
export type Performed = Pick<Performance, 'part' | 'played' | 'bars'>;

/** As a part is arranged: held is what it keeps. */
export type ArrangedPart = Performance<StoredShape>;

const performances = createLastFew<ArrangedPart>(8);

/** The part as it is arranged; the same object each time it is asked for. */
export function performanceOf(document: SongDocument, part: Part): ArrangedPart {
  return performances.find([document, part], () => {
    return { document, part, ...performBars(document, part, listPlayedBars(document)) };
  });
}

function performBars(
  document: SongDocument,
  part: Part,
  written: readonly PlayedBar[],
): Pick<ArrangedPart, 'played' | 'bars'> {
  const handOf = createHands(document, part);
  const places = placePatterns(written, handOf);
  const { played, struckAt } = meetEntries(written, places, (index) => {
    const { pattern, cycleTick } = itemAt(places, index);
    return patternInBar(itemAt(written, index), pattern, cycleTick);
  });
  const heldOf = createHolds(document, part, played);
  const ornaments = part.ornaments.length === 0 ? () => NO_ORNAMENTS : createPlacedOrnaments(part);
  const rings = ringsOn(played);
  const isSilent = (index: number): boolean => places[index]?.hand.isSilent === true;
  const bars = played.map((bar, index) => {
    const next = played[index + 1]?.slots[0] ?? null;
    return performBar({
      bar,
      place: itemAt(places, index),
      next: next !== null && next.pushTicks > 0 ? next : null,
      held: isSilent(index) ? bar.slots.map(() => null) : heldOf(index),
      ornaments: isSilent(index) ? NO_ORNAMENTS : ornaments(bar.bar.id, document.map.form[bar.passIndex]?.id ?? null),
      ringsOnTicks: rings[index] ?? 0,
      struckAt: struckAt(index),
    });
  });
  return { played, bars };
}

const NO_ORNAMENTS: readonly PlacedOrnament[] = [];
const NO_STROKES: readonly BarStroke[] = [];

/** How long each bar rings on: over the ties that follow it, or under a chord that came early and is held. */
function ringsOn(played: readonly PlayedBar[]): readonly number[] {
  const rings: number[] = played.map(() => 0);
  for (let index = played.length - 2; index >= 0; index -= 1) {
    const after = played[index + 1];
    const [first] = after?.slots ?? [];
    const isRinging = first?.isTied === true || (first?.hold === true && first.pushTicks > 0);
    if (after !== undefined && first !== undefined && isRinging) {
      rings[index] = first.ticks + (after.slots.length === 1 ? (rings[index + 1] ?? 0) : 0);
    }
  }
  return rings;
}

/** All that a performed bar depends on. */
type Cause = {
  readonly bar: PlayedBar;
  readonly place: PatternPlace;
  readonly next: Slot | null;
  readonly held: readonly (StoredShape | null)[];
  readonly ornaments: readonly PlacedOrnament[];
  readonly ringsOnTicks: number;
  readonly struckAt: readonly number[];
};

/** What a written bar was performed as, for the few ways in which it is played at once: in other rounds, by other parts. */
type Known = { readonly cause: Cause; readonly performed: PerformedBar<StoredShape> };

const knownBars = new WeakMap<Bar, readonly Known[]>();
const NOTHING_KNOWN: readonly Known[] = [];
const MOST_WAYS = 6;

function performBar(cause: Cause): PerformedBar<StoredShape> {
  const { bar, place, next, held, ringsOnTicks, struckAt } = cause;
  const { hand, pattern, cycleTick } = place;
  const known = knownBars.get(bar.bar) ?? NOTHING_KNOWN;
  for (const before of known) {
    if (isSameCause(before.cause, cause)) {
      return before.performed;
    }
  }
  const ornaments = withinBar(cause.ornaments, bar.lengthTicks);
  // Where a guitar is silent, it does not come early into the next bar either: that is struck there.
  const all = hand.isSilent === true ? NO_STROKES : strokesOfBar(bar, placedWith(bar, place, struckAt), next);
  const performed: PerformedBar<StoredShape> = {
    slots: bar.slots.map((slot, index) => ({ slot, held: held[index] ?? null, isMerged: false })),
    hand,
    pattern,
    cycleTick,
    patternBar: patternBarOf(pattern, cycleTick),
    struckAt,
    ...withoutTakenOver(all, ornaments),
    ornaments,
    ringsOnTicks,
  };
  knownBars.set(bar.bar, [{ cause, performed }, ...known].slice(0, MOST_WAYS));
  return performed;
}

/** Ornaments as far as their bar goes: one that was written for a longer bar is cut at the bar line, which is said where it is edited. */
function withinBar(ornaments: readonly PlacedOrnament[], barTicks: number): readonly PlacedOrnament[] {
  const isWithin = ({ startTick, lengthTicks }: OrnamentNote): boolean => startTick + lengthTicks <= barTicks;
  return ornaments.every(({ notes }) => notes.every(isWithin))
    ? ornaments
    : ornaments.flatMap((each) => {
        const notes = each.notes
          .filter(({ startTick }) => startTick < barTicks)
          .map((note) => (isWithin(note) ? note : { ...note, lengthTicks: barTicks - note.startTick }));
        return notes.length === 0 ? [] : [{ ...each, notes }];
      });
}

/** Whether two played bars are performed alike, wherever they stand. */
function isSameCause(a: Cause, b: Cause): boolean {
  return (
    a.next === b.next &&
    a.ornaments === b.ornaments &&
    a.ringsOnTicks === b.ringsOnTicks &&
    a.bar.lengthTicks === b.bar.lengthTicks &&
    a.bar.metre.beats === b.bar.metre.beats &&
    a.bar.metre.unit === b.bar.metre.unit &&
    a.place.cycleTick === b.place.cycleTick &&
    a.place.pattern === b.place.pattern &&
    isSameHand(a.place.hand, b.place.hand) &&
    isSame(a.bar.slots, b.bar.slots) &&
    isSame(a.struckAt, b.struckAt) &&
    isSame(a.held, b.held)
  );
}

function isSameHand(a: HandOfBar, b: HandOfBar): boolean {
  return (
    a === b ||
    (a.pattern === b.pattern &&
      a.dynamics === b.dynamics &&
      a.isMuted === b.isMuted &&
      a.runsOn === b.runsOn &&
      a.entry === b.entry &&
      a.isSilent === b.isSilent)
  );
}

/** Which bar of a pattern stands at a tick of its cycle, from 0. */
export function patternBarOf(pattern: Pattern | null, cycleTick: number): number {
  return pattern === null ? 0 : Math.floor(cycleTick / barTicks(pattern.metre));
}

/** The same with a strum at each moment at which a chord is met that enters between strums. */
export function placedWith(
  bar: PlayedBar,
  { pattern, cycleTick }: Pick<PatternPlace, 'pattern' | 'cycleTick'>,
  struckAt: readonly number[],
): PlacedPattern {
  const placed = patternInBar(bar, pattern, cycleTick);
  return struckAt.length === 0 ? placed : withStrums(placed, struckAt);
}

const placedPatterns = createLastFew<PlacedPattern>(64);

/** A pattern in the time of a bar, worked out once for all bars of that metre and length. */
export function patternInBar(bar: PlayedBar, pattern: Pattern | null, cycleTick: number): PlacedPattern {
  const { metre, lengthTicks } = bar;
  return placedPatterns.find([pattern, metre.beats, metre.unit, lengthTicks, cycleTick], () =>
    placeInBar(bar, pattern, cycleTick),
  );
}
