/*
 * What a player has to know at a moment: what is held now, what comes next and when, and which fingers stay. It is read from the
 * performance along the bars that are really played next, over a loop's end as well.
 */
import { heldAt } from '../arrange/performance/held-at.ts';
import type { Held, Performed } from '../arrange/performance/performance.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { isEqual } from '../kernel/equal.ts';
import { usualPulseTicks } from '../rhythm/metre.ts';
import { describeChange } from '../shapes/change.ts';
import type { Finger } from '../shapes/shape.ts';
import { type PlayedBar, slotEntryTick } from '../song/played/played-bars.ts';

/** A chord at its moment: `startTick` from the bar line of its bar. Held is null where nothing is kept for it or nothing is played. */
export type Standing = {
  /** The chord as the song has it; null where none is played. */
  readonly chord: ChordSymbol | null;
  readonly held: Held | null;
  /** Its bar, by its place among the bars that are given, and its beginning there; before the bar line where it comes early. */
  readonly at: number;
  readonly startTick: number;
};

/** What is held now, what comes next and when (in ticks from the first bar line that was given), and the fingers that stay in the change. */
export type NowAndNext = {
  readonly now: Standing | null;
  readonly next: Standing | null;
  readonly dueTick: number | null;
  readonly staying: readonly Finger[];
};

/** How far ahead a change is looked for, in bars. */
const AHEAD_BARS = 12;

/**
 * What stands at a tick of the first of some bars (by their indexes, as they are played one after the other).
 */
export function nowAndNext(performed: Performed, indexes: readonly number[], tick: number): NowAndNext {
  const ahead = indexes.slice(0, AHEAD_BARS);
  const all = ahead.flatMap((index, at) => standingsOf(performed, index, at));
  const starts = ahead.map((_, at) => ahead.slice(0, at).reduce((sum, index) => sum + lengthOf(performed, index), 0));
  const placed = all
    .map((standing) => ({ standing, from: (starts[standing.at] ?? 0) + standing.startTick }))
    .sort((a, b) => a.from - b.from);
  const current = placed.findLast(({ from }) => from <= tick) ?? null;
  const next =
    placed.find(({ standing, from }) => from > tick && !isSameHold(standing, current?.standing ?? null)) ?? null;
  return {
    now: current?.standing ?? null,
    next: next?.standing ?? null,
    dueTick: next?.from ?? null,
    staying: stayingFingers(current?.standing.held ?? null, next?.standing.held ?? null),
  };
}

/** How many counted beats of a bar there are from a tick to another one. */
export function beatsUntil(dueTick: number, tick: number, { metre }: Pick<PlayedBar, 'metre'>): number {
  return Math.ceil((dueTick - tick) / usualPulseTicks(metre));
}

function lengthOf({ played }: Performed, index: number): number {
  return played[index]?.lengthTicks ?? 0;
}

function standingsOf({ bars }: Performed, index: number, at: number): readonly Standing[] {
  const slots = bars[index]?.slots ?? [];
  const written = slots.map(({ slot }) => slot);
  return slots.map(({ slot }, place) => ({
    chord: slot.chord,
    held: slot.chord === null ? null : heldAt(bars, index, slot.id),
    at,
    startTick: slotEntryTick(written, place),
  }));
}

/** Whether the hand does not move from one to the other. */
function isSameHold(a: Standing, b: Standing | null): boolean {
  return (
    b !== null && isEqual(a.chord, b.chord) && isEqual(a.held?.fingering.shape ?? null, b.held?.fingering.shape ?? null)
  );
}

/** The fingers that stay where they are from one shape to another, from the index on. */
function stayingFingers(from: Held | null, to: Held | null): readonly Finger[] {
  return from === null || to === null
    ? []
    : describeChange(from.fingering, to.fingering).steps.flatMap(({ finger, action }) =>
        action === 'anchor' || action === 'roll' ? [finger] : [],
      );
}
