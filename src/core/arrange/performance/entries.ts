/*
 * How a chord is met that enters where its pattern strikes nothing, where the teacher says so: it is struck there, or pushed to the strum
 * before (docs/rules.md). Where nothing is said it waits for the next strum.
 */
import { isSameChord } from '../../harmony/chord-symbol.ts';
import { rememberOf } from '../../kernel/remember.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import type { Slot } from '../../song/document/document.ts';
import { type PlayedBar, slotStartTick } from '../../song/played/played-bars.ts';
import { type BarStroke, type PlacedPattern, strokesOfBar, withoutPushes, withStrums } from './bar-strokes.ts';
import type { PatternPlace } from './pattern-places.ts';

/** Where a pattern strikes in each played bar. */
type PlacedIn = (index: number) => PlacedPattern;

/** Played bars with the pushes that the right hand gives them, and where chords are struck that enter between strums, in ticks of their bars. */
export type Entries = {
  readonly played: readonly PlayedBar[];
  readonly struckAt: (index: number) => readonly number[];
};

const NOWHERE: readonly number[] = [];

/** Meets the chords of a song as each bar's right hand is told. */
export function meetEntries(
  played: readonly PlayedBar[],
  places: readonly PatternPlace[],
  placedIn: PlacedIn,
): Entries {
  if (places.every(({ hand }) => !meets(hand))) {
    return { played, struckAt: () => NOWHERE };
  }
  const song = { played, places, placedIn };
  const early = played.map((bar, index) => bar.slots.map((_, at) => ticksEarly({ bar, index, at }, song)));
  return {
    played: played.map((bar, index) => pushedBar(bar, early[index] ?? [])),
    struckAt: (index) => {
      const slots = played[index]?.slots ?? [];
      const struck = slots.flatMap((_, at) => (early[index]?.[at] === 0 ? [slotStartTick(slots, at)] : []));
      return struck.length === 0 ? NOWHERE : struck;
    },
  };
}

/** By how many ticks a chord is brought forward; 0: it is struck where it comes; null: it is left as it is. */
function ticksEarly(entry: Entry, song: Song): number | null {
  const hand = song.places[entry.index]?.hand;
  if (hand === undefined || !meets(hand) || !entersBetween(entry, song)) {
    return null;
  }
  return hand.entry === 'push' ? ticksToStrumBefore(entry, song) : 0;
}

function pushedBar(bar: PlayedBar, early: readonly (number | null)[]): PlayedBar {
  return early.some((ticks) => ticks !== null && ticks > 0)
    ? { ...bar, slots: bar.slots.map((slot, at) => (early[at] ? pushedBy(slot, early[at]) : slot)) }
    : bar;
}

/** Whether a right hand is told to strike or to push what enters between strums, and plays. */
function meets({ entry, isSilent }: PatternPlace['hand']): boolean {
  return (entry === 'strike' || entry === 'push') && isSilent !== true;
}

type Song = {
  readonly played: readonly PlayedBar[];
  readonly places: readonly PatternPlace[];
  readonly placedIn: PlacedIn;
};
type Entry = { readonly bar: PlayedBar; readonly index: number; readonly at: number };

function entersBetween({ bar, index, at }: Entry, { played, placedIn }: Song): boolean {
  return isBetween(bar.slots, at, played[index - 1]?.slots.at(-1), placedIn(index));
}

/** Where chords of a bar enter between the strums of its pattern, in ticks from the bar line; `before` is the chord before the bar line. */
function enteringTicks(
  { slots }: Pick<PlayedBar, 'slots'>,
  before: Slot | undefined,
  placed: PlacedPattern,
): readonly number[] {
  const ticks = slots.flatMap((_, at) => (isBetween(slots, at, before, placed) ? [slotStartTick(slots, at)] : []));
  return ticks.length === 0 ? NOWHERE : ticks;
}

/** Whether a chord that is another than the one before is entered, unmarked, where its pattern strikes nothing. */
function isBetween(slots: readonly Slot[], at: number, outside: Slot | undefined, { struck }: PlacedPattern): boolean {
  const slot = slots[at];
  const before = at > 0 ? slots[at - 1] : outside;
  if (slot === undefined || slot.chord === null || before === undefined) {
    return false;
  }
  const isMarked = slot.isTied || slot.hold || slot.stop !== null || slot.pushTicks > 0;
  const isAnother = before.chord === null || !isSameChord(before.chord, slot.chord);
  const tick = slotStartTick(slots, at);
  return !isMarked && isAnother && struck.every(({ startTick }) => startTick !== tick);
}

/** How long before a chord the last strum under the chord before it comes, in ticks; 0 where none comes within a beat, or under a mark. */
function ticksToStrumBefore({ bar, index, at }: Entry, { played, places, placedIn }: Song): number {
  const isFirst = at === 0;
  const home = isFirst ? played[index - 1] : bar;
  const own = isFirst ? home?.slots.at(-1) : bar.slots[at - 1];
  const homeIndex = isFirst ? index - 1 : index;
  const isOut = places[homeIndex]?.hand.isSilent === true;
  if (home === undefined || own === undefined || own.chord === null || own.hold || own.stop !== null || isOut) {
    return 0;
  }
  const ownTick = slotStartTick(home.slots, home.slots.indexOf(own));
  const dueTick = isFirst ? home.lengthTicks : slotStartTick(bar.slots, at);
  const strum = placedIn(homeIndex).struck.findLast(({ startTick }) => startTick < dueTick);
  const ticks = strum === undefined ? 0 : dueTick - strum.startTick;
  return strum !== undefined && strum.startTick > ownTick && ticks <= beatTicks(home.metre) ? ticks : 0;
}

const pushes = new WeakMap<Slot, Map<number, Slot>>();

/** A slot that comes early; the same object each time. */
function pushedBy(slot: Slot, ticks: number): Slot {
  const known = rememberOf(pushes, slot, () => new Map<number, Slot>());
  const before = known.get(ticks) ?? { ...slot, pushTicks: ticks };
  known.set(ticks, before);
  return before;
}

/** A bar with every change on its beat, each chord struck where it enters: where that is between strums, and all its strokes. */
export function onItsBeats(
  bar: PlayedBar,
  before: PlayedBar | undefined,
  placed: PlacedPattern,
): { readonly entering: readonly number[]; readonly strokes: () => readonly BarStroke[] } {
  const calm = withoutPushes(bar);
  const entering = enteringTicks(calm, before?.slots.at(-1), placed);
  return {
    entering,
    strokes: () => strokesOfBar(calm, entering.length === 0 ? placed : withStrums(placed, entering), null),
  };
}
