/*
 * The five rungs of an arrangement: the same bars and the same form on each, played by two hands of their own levels.
 *
 * Rungs are derived from the fifth down, each from the one above: chords are eased or go on from the chord before, strokes are
 * thinned. So difficulty cannot rise on the way down: every figure it is made of is taken over a part of what the rung above
 * has. Stops, odd bars and form belong on every rung; early changes wait for the fourth.
 */
import { type ChordSymbol, formatChordSymbol } from '../harmony/chord-symbol.ts';
import { beatTicks } from '../rhythm/metre.ts';
import type { Hand } from '../shapes/hand.ts';
import { type Fingering, formatShape, isBarreChord } from '../shapes/shape.ts';
import type { Part, Slot, SongDocument } from '../song/document.ts';
import { listPlayedBars, type PlayedBar } from '../song/played-bars.ts';
import { type BarStroke, findHand, listBarStrokes, toPattern } from '../song/right-hand.ts';
import { songKeysOf } from '../song/song-keys.ts';
import { findStoredShape } from './part-shapes.ts';
import { type HeldChord, holdOnRungs, RUNG_LEVELS, type RungLevel } from './rung-chords.ts';
import { rateOf, thin, thinningStep, withLastAnd } from './rung-strokes.ts';

/** A chord's time in a bar on a rung; `isMerged` where the chord before goes on in its place. */
export type RungSlot = { readonly slot: Slot; readonly held: HeldChord | null; readonly isMerged: boolean };

/** A bar as a rung plays it. */
export type RungBar = { readonly slots: readonly RungSlot[]; readonly strokes: readonly BarStroke[] };

/** What makes a rung hard, and the sum of it in easy fingers. */
export type RungDifficulty = {
  readonly total: number;
  readonly shapes: number;
  readonly barres: number;
  /** The hardest shape, with its effort; null for a song without chords. */
  readonly hardest: { readonly chord: ChordSymbol; readonly effort: number } | null;
  /** In the busiest bar. */
  readonly strokesPerSecond: number;
  readonly changes: number;
};

/** A rung; `levels` are those that are equal, the lowest of which it is. Bars are in step with the played bars. */
export type Rung = {
  readonly levels: readonly RungLevel[];
  readonly bars: readonly RungBar[];
  readonly difficulty: RungDifficulty;
};

/** The rungs of a part, the easiest first; rungs that come out equal are one. */
export function deriveRungs(
  document: SongDocument,
  part: Part,
  hand: Hand,
  played: readonly PlayedBar[] = listPlayedBars(document),
): readonly Rung[] {
  const holds = holdAll(document, part, hand, played);
  let above: readonly RungBar[] | null = null;
  let steps: readonly number[] = played.map(() => 0);
  const rungs: Rung[] = [];
  for (const level of [...RUNG_LEVELS].reverse()) {
    const made: readonly { readonly bar: RungBar; readonly step: number }[] = played.map((bar, index) =>
      deriveBar(
        { document, part, holds, played },
        { level, index, bar },
        { bar: above?.[index] ?? null, step: steps[index] ?? 0 },
      ),
    );
    above = made.map((each) => each.bar);
    steps = made.map((each) => each.step);
    rungs.unshift({ levels: [level], bars: above, difficulty: difficultyOf(played, above, effortsOf(holds, level)) });
  }
  return joinEqual(rungs);
}

/** How every shape chord of a song is held on each rung, by its name. */
type Holds = ReadonlyMap<string, Readonly<Record<RungLevel, HeldChord>>>;

function holdAll(document: SongDocument, part: Part, hand: Hand, played: readonly PlayedBar[]): Holds {
  const { toShapeChord } = songKeysOf(document, part);
  const instrument = { setup: part.setup, ...part.instrument, hand };
  const holds = new Map<string, Readonly<Record<RungLevel, HeldChord>>>();
  const seen = new Set<string>();
  for (const { chord } of played.flatMap(({ slots }) => slots)) {
    const name = chord === null ? '' : formatChordSymbol(chord);
    if (chord !== null && !seen.has(name)) {
      seen.add(name);
      const shapeChord = toShapeChord(chord);
      const stored: Fingering | undefined = findStoredShape(part, shapeChord)?.fingering;
      if (stored !== undefined) {
        holds.set(name, holdOnRungs(shapeChord, stored, instrument));
      }
    }
  }
  return alikeWhereAlike(holds);
}

/** Chords that are held alike on a rung are held alike on every rung below it: an easier rung has no more shapes. */
function alikeWhereAlike(holds: Holds): Holds {
  let current = holds;
  for (const level of [4, 3, 2, 1] as const) {
    const first = new Map<string, HeldChord>();
    current = new Map(
      [...current].map(([name, hold]) => {
        const upper = formatShape(hold[(level + 1) as RungLevel].fingering.shape);
        const own = first.get(upper) ?? hold[level];
        first.set(upper, own);
        return [name, own === hold[level] ? hold : { ...hold, [level]: own }];
      }),
    );
  }
  return current;
}

type Song = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly holds: Holds;
  readonly played: readonly PlayedBar[];
};
type Here = { readonly level: RungLevel; readonly index: number; readonly bar: PlayedBar };
type Above = { readonly bar: RungBar | null; readonly step: number };

function deriveBar(song: Song, here: Here, above: Above): { readonly bar: RungBar; readonly step: number } {
  const { document, part, played } = song;
  const { level, bar, index } = here;
  const slots = slotsOf(song, here);
  const kept = slots.filter(({ isMerged }) => !isMerged).map(({ slot }) => slot);
  const stored = findHand(document, part, bar).pattern;
  const own: readonly BarStroke[] =
    above.bar?.strokes ?? listBarStrokes(bar, stored === null ? null : toPattern(stored), cycleTickOf(played, index));
  const onTime =
    level > 3 ? own : own.map((stroke) => ({ ...stroke, slot: slotOnTime(bar, stroke.startTick) ?? stroke.slot }));
  const strokes = onTime.map((stroke) =>
    isKeptSlot(stroke.slot, kept) ? stroke : { ...stroke, slot: before(slots, stroke.slot) },
  );
  const step = thinningStep(bar, strokes, level, above.step);
  const thinned = thin(bar, strokes, step);
  return { bar: { slots, strokes: level === 3 ? withLastAnd(bar, thinned, strokes) : thinned }, step };
}

/** The chord whose own time it is: below the fourth rung no change comes early. */
function slotOnTime({ slots }: PlayedBar, tick: number): Slot | null {
  let until = 0;
  return (
    slots.find(({ ticks }) => {
      until += ticks;
      return tick < until;
    }) ?? null
  );
}

function isKeptSlot(slot: Slot | null, kept: readonly Slot[]): boolean {
  return slot === null || kept.includes(slot);
}

/** The chord that goes on in the place of a merged one. */
function before(slots: readonly RungSlot[], slot: Slot | null): Slot | null {
  const at = slots.findIndex((each) => each.slot === slot);
  return slots.slice(0, at).findLast(({ isMerged }) => !isMerged)?.slot ?? slot;
}

/** Where a pattern of several bars stands at a bar: it begins anew with each line. */
function cycleTickOf(played: readonly PlayedBar[], index: number): number {
  const bar = played[index];
  let tick = 0;
  for (let at = index - 1; at >= 0 && played[at]?.lineId === bar?.lineId && played[at]?.round === bar?.round; at -= 1) {
    tick += played[at]?.lengthTicks ?? 0;
  }
  return tick;
}

function slotsOf({ holds, played }: Song, { level, index, bar }: Here): readonly RungSlot[] {
  return bar.slots.map((slot, at): RungSlot => {
    const hold = slot.chord === null ? undefined : holds.get(formatChordSymbol(slot.chord));
    const isMerged = level <= 2 && at > 0 && isPassing(played, index, at);
    return { slot, held: isMerged ? null : (hold?.[level] ?? null), isMerged };
  });
}

/** Half a bar or less, on a weak beat, and neither a section's cadence nor the song's last chord. */
function isPassing(played: readonly PlayedBar[], index: number, at: number): boolean {
  const bar = played[index];
  const slot = bar?.slots[at];
  if (bar === undefined || slot === undefined || slot.chord === null || slot.hold || slot.stop !== null) {
    return false;
  }
  const start = bar.slots.slice(0, at).reduce((sum, { ticks }) => sum + ticks, 0);
  const isWeak = Math.floor(start / beatTicks(bar.metre)) % 2 === 1 || start * 2 === bar.lengthTicks;
  const next = played[index + 1];
  const isCadence = at === bar.slots.length - 1 && (next === undefined || next.passIndex !== bar.passIndex);
  return slot.ticks * 2 <= bar.lengthTicks && isWeak && !isCadence;
}

/** Weights of the figures beside the hardest shape's effort (a first choice; each figure can only fall on the way down). */
const WEIGHTS = { shape: 0.5, barre: 1, strokes: 0.8, changesPerBar: 2 } as const;

/** The effort of each chord of the song on a rung. */
function effortsOf(holds: Holds, level: RungLevel): readonly number[] {
  return [...holds.values()].map((hold) => hold[level].effort);
}

function difficultyOf(
  played: readonly PlayedBar[],
  bars: readonly RungBar[],
  efforts: readonly number[],
): RungDifficulty {
  const held = bars.flatMap(({ slots }) => slots.flatMap((slot) => slot.held ?? []));
  const byShape = new Map(held.map((each) => [formatShape(each.fingering.shape), each]));
  const different = [...byShape.values()];
  const hardest = different.reduce<HeldChord | null>(
    (most, each) => (most === null || each.effort > most.effort ? each : most),
    null,
  );
  const strokesPerSecond = Math.max(0, ...bars.map(({ strokes }, index) => rateOfBar(played[index], strokes)));
  const barres = different.filter(({ fingering }) => isBarreChord(fingering)).length;
  const changes = countChanges(held);
  const total =
    (hardest?.effort ?? 0) +
    meanOf(efforts) +
    WEIGHTS.shape * different.length +
    WEIGHTS.barre * barres +
    WEIGHTS.strokes * meanOf(bars.map(({ strokes }, index) => rateOfBar(played[index], strokes))) +
    (WEIGHTS.changesPerBar * changes) / Math.max(1, bars.length);
  return {
    total,
    shapes: different.length,
    barres,
    hardest: hardest === null ? null : { chord: hardest.chord, effort: hardest.effort },
    strokesPerSecond,
    changes,
  };
}

function meanOf(numbers: readonly number[]): number {
  return numbers.reduce((sum, each) => sum + each, 0) / Math.max(1, numbers.length);
}

function rateOfBar(bar: PlayedBar | undefined, strokes: readonly BarStroke[]): number {
  return bar === undefined ? 0 : rateOf(bar, strokes);
}

function countChanges(held: readonly HeldChord[]): number {
  const shapes = held.map(({ fingering }) => formatShape(fingering.shape));
  return shapes.filter((shape, index) => index > 0 && shape !== shapes[index - 1]).length;
}

/** Neighbouring rungs that play the same in every bar as one rung of several levels. */
function joinEqual(rungs: readonly Rung[]): readonly Rung[] {
  const joined: Rung[] = [];
  for (const rung of rungs) {
    const last = joined.at(-1);
    if (last !== undefined && isSameRung(last, rung)) {
      joined[joined.length - 1] = { ...rung, levels: [...last.levels, ...rung.levels] };
    } else {
      joined.push(rung);
    }
  }
  return joined;
}

function isSameRung(a: Rung, b: Rung): boolean {
  const textOf = ({ bars }: Rung): string =>
    bars
      .map(({ slots, strokes }) => {
        const shapes = slots.map(
          ({ held, isMerged }) => `${isMerged} ${held === null ? '' : formatShape(held.fingering.shape)}`,
        );
        return `${shapes.join(';')} ${strokes.map(({ startTick }) => startTick).join(',')}`;
      })
      .join('|');
  return textOf(a) === textOf(b);
}
