/*
 * The five rungs of an arrangement: the same bars and the same form on each, played by two hands of their own levels.
 *
 * Rungs are derived from the fifth down, each from the one above: chords are eased or go on from the chord before, strokes are
 * thinned. So difficulty cannot rise on the way down: every figure it is made of is taken over a part of what the rung above
 * has. Stops, odd bars and form belong on every rung; early changes wait for the fourth. What was changed by hand on a rung is
 * laid over it at the end and changes no other rung.
 */
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { uniqueBy } from '../kernel/list.ts';
import { formatShape } from '../shapes/shape.ts';
import type { Part, RungLevel, Slot, SongDocument } from '../song/document.ts';
import { listPlayedBars, type PlayedBar } from '../song/played-bars.ts';
import { type BarStroke, findHand, listBarStrokes, toPattern, withoutPushes } from '../song/right-hand.ts';
import { songKeysOf } from '../song/song-keys.ts';
import { slotAtTick } from './ornament-flags.ts';
import { findStoredShape } from './part-shapes.ts';
import { listPlacedOrnaments } from './placed-ornaments.ts';
import type { Pupils } from './planner.ts';
import type { RungBar, RungSlot, RungSong } from './rung.ts';
import { type HeldChord, holdOnRungs, RUNG_LEVELS } from './rung-chords.ts';
import { type RungDifficulty, rateRung } from './rung-difficulty.ts';
import { layEdits } from './rung-overlay.ts';
import { isPassing } from './rung-passing.ts';
import { thin, thinningStep, withLastAnd, withWindows } from './rung-strokes.ts';

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
  pupils: Pupils,
  played: readonly PlayedBar[] = listPlayedBars(document),
): readonly Rung[] {
  const song = { document, part, pupils, played };
  const holds = holdAll(song);
  const levels = deriveLevels(song, holds);
  return joinEqual(
    RUNG_LEVELS.map((level) => {
      const efforts = [...holds.values()].map((hold) => hold[level].effort);
      const bars = layEdits(song, level, levels[level]);
      return { levels: [level], bars, difficulty: rateRung(song, bars, efforts) };
    }),
  );
}

/**
 * One part for two hands of different levels: the chords of one rung under the strokes of another. A chord that only the left hand
 * changes to is struck once all the same.
 */
export function mixRungs(
  document: SongDocument,
  part: Part,
  pupils: Pupils,
  { left, right }: { readonly left: RungLevel; readonly right: RungLevel },
): readonly RungBar[] {
  const song = { document, part, pupils, played: listPlayedBars(document) };
  const levels = deriveLevels(song, holdAll(song));
  const [leftBars, rightBars] = [layEdits(song, left, levels[left]), layEdits(song, right, levels[right])];
  return song.played.map((bar, index) => {
    const slots = leftBars[index]?.slots ?? [];
    const strokes = (rightBars[index]?.strokes ?? []).map((stroke) => underChord(stroke, bar, slots, left));
    const full = (levels[5][index]?.strokes ?? []).map((stroke) => underChord(stroke, bar, slots, left));
    const missing = slots.flatMap(({ slot, isMerged }) =>
      isMerged || strokes.some((stroke) => stroke.slot === slot)
        ? []
        : full.filter((stroke) => stroke.slot === slot).slice(0, 1),
    );
    const all = missing.length === 0 ? strokes : [...strokes, ...missing].sort((a, b) => a.startTick - b.startTick);
    return { slots, strokes: all, ornaments: rightBars[index]?.ornaments ?? [] };
  });
}

/** How every shape chord of a song is held on each rung, by its name. */
type Holds = ReadonlyMap<string, Readonly<Record<RungLevel, HeldChord>>>;

function holdAll({ document, part, pupils, played }: RungSong): Holds {
  const { toShapeChord } = songKeysOf(document, part);
  const instrument = { setup: part.setup, ...part.instrument, hand: pupils.hand };
  const chords = uniqueBy(
    played.flatMap(({ slots }) => slots.flatMap(({ chord }) => chord ?? [])),
    formatChordSymbol,
  );
  const holds = new Map<string, Readonly<Record<RungLevel, HeldChord>>>();
  for (const chord of chords) {
    const shapeChord = toShapeChord(chord);
    const stored = findStoredShape(part, shapeChord)?.fingering;
    if (stored !== undefined) {
      holds.set(formatChordSymbol(chord), holdOnRungs(shapeChord, stored, instrument, part.firstRung));
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

/** The shape that a slot is held in on a rung, as text; empty where no chord is played. */
function shapeAt(holds: Holds, { chord }: Slot, level: RungLevel): string {
  const hold = chord === null ? undefined : holds.get(formatChordSymbol(chord));
  return hold === undefined ? '' : formatShape(hold[level].fingering.shape);
}

type Levels = Readonly<Record<RungLevel, readonly RungBar[]>>;

function deriveLevels(song: RungSong, holds: Holds): Levels {
  const { document, part, played } = song;
  const ornaments = listPlacedOrnaments(document, part);
  const cycles = cycleTicksOf(played);
  const levels: { [level in RungLevel]: readonly RungBar[] } = { 1: [], 2: [], 3: [], 4: [], 5: [] };
  let above: readonly RungBar[] = [];
  let steps: readonly number[] = played.map(() => 0);
  for (const level of [...RUNG_LEVELS].reverse()) {
    const made = played.map((bar, index) => {
      const slots = slotsOf({ holds, played }, { level, index, bar });
      const next = played[index + 1]?.slots[0] ?? null;
      const isChange = (from: Slot, to: Slot): boolean => shapeAt(holds, from, level) !== shapeAt(holds, to, level);
      const here = { level, bar, slots, next, isChange, cycleTick: cycles[index] ?? 0 };
      const { strokes, step } = strokesOf(song, here, { bar: above[index] ?? null, step: steps[index] ?? 0 });
      const beside = ornaments.get(bar.bar.id)?.filter(({ ornament }) => ornament.rung <= level) ?? [];
      return { bar: { slots, strokes, ornaments: beside }, step };
    });
    above = made.map(({ bar }) => bar);
    steps = made.map(({ step }) => step);
    levels[level] = above;
  }
  return levels;
}

/** Where a pattern of several bars stands at each bar: it begins anew with each round of a line. */
function cycleTicksOf(played: readonly PlayedBar[]): readonly number[] {
  let tick = 0;
  return played.map((bar, index) => {
    const before = played[index - 1];
    const goesOn = before !== undefined && before.lineId === bar.lineId && before.round === bar.round;
    tick = goesOn ? tick + before.lengthTicks : 0;
    return tick;
  });
}

type Here = {
  readonly level: RungLevel;
  readonly bar: PlayedBar;
  readonly slots: readonly RungSlot[];
  /** The first chord of the next bar. */
  readonly next: Slot | null;
  /** Whether the hand has to change between two slots. */
  readonly isChange: (from: Slot, to: Slot) => boolean;
  readonly cycleTick: number;
};
type Above = { readonly bar: RungBar | null; readonly step: number };

function strokesOf(
  { document, part }: RungSong,
  here: Here,
  above: Above,
): { readonly strokes: readonly BarStroke[]; readonly step: number } {
  const { level, bar, slots, next, cycleTick } = here;
  const stored = findHand(document, part, bar).pattern;
  const pattern = stored === null ? null : toPattern(stored);
  const song = (): readonly BarStroke[] => listBarStrokes(bar, pattern, cycleTick, next);
  const onBeats = (): readonly BarStroke[] =>
    onTheBeats(bar, listBarStrokes(withoutPushes(bar), pattern, cycleTick), above);
  const base = level > 3 ? (above.bar?.strokes ?? song()) : level === 3 ? onBeats() : (above.bar?.strokes ?? []);
  const strokes = base.map((stroke) => underChord(stroke, bar, slots, level));
  const step = thinningStep(bar, strokes, level, above.step);
  const thinned = thin(bar, strokes, step);
  const steady = level === 3 ? withLastAnd(bar, thinned, strokes) : thinned;
  const last = steady.at(-1)?.slot ?? null;
  const changesAfter = last !== null && next !== null && here.isChange(last, next);
  return { strokes: withWindows(bar, steady, level, { isChange: here.isChange, changesAfter }), step };
}

/** The places of the rung above without what comes early; a chord that came early is struck on its beat. */
function onTheBeats(bar: PlayedBar, plain: readonly BarStroke[], above: Above): readonly BarStroke[] {
  const places = new Set((above.bar?.strokes ?? []).map(({ startTick }) => startTick));
  return plain.filter(({ startTick }, index) => {
    const own = slotAtTick(bar, startTick);
    const isEntry = index === 0 || slotAtTick(bar, plain[index - 1]?.startTick ?? 0) !== own;
    return places.has(startTick) || (isEntry && (own?.pushTicks ?? 0) > 0);
  });
}

/** A stroke with the chord that a rung plays under it: below the fourth none comes early, and merged ones go on from before. */
function underChord(stroke: BarStroke, bar: PlayedBar, slots: readonly RungSlot[], level: RungLevel): BarStroke {
  const own = level > 3 && stroke.slot !== null ? stroke.slot : slotAtTick(bar, stroke.startTick);
  const at = slots.findIndex(({ slot }) => isSameSlot(slot, own));
  const slot =
    at < 0 || slots[at]?.isMerged !== true
      ? own
      : (slots.slice(0, at).findLast(({ isMerged }) => !isMerged)?.slot ?? own);
  return slot === stroke.slot ? stroke : { ...stroke, slot };
}

function isSameSlot(a: Slot, b: Slot | null): boolean {
  return b !== null && a.id === b.id;
}

function slotsOf(
  { holds, played }: { readonly holds: Holds; readonly played: readonly PlayedBar[] },
  { level, index, bar }: { readonly level: RungLevel; readonly index: number; readonly bar: PlayedBar },
): readonly RungSlot[] {
  return bar.slots.map((slot, at): RungSlot => {
    const hold = slot.chord === null ? undefined : holds.get(formatChordSymbol(slot.chord));
    const isMerged = level <= 2 && at > 0 && isPassing(played, index, at);
    return { slot, held: isMerged ? null : (hold?.[level] ?? null), isMerged };
  });
}

/** Neighbouring rungs that play the same in every bar as one rung of several levels. */
function joinEqual(rungs: readonly Rung[]): readonly Rung[] {
  const joined: { readonly rung: Rung; readonly text: string }[] = [];
  for (const rung of rungs) {
    const last = joined.at(-1);
    const text = textOf(rung);
    if (last?.text === text) {
      joined[joined.length - 1] = { text, rung: { ...rung, levels: [...last.rung.levels, ...rung.levels] } };
    } else {
      joined.push({ text, rung });
    }
  }
  return joined.map(({ rung }) => rung);
}

function textOf({ bars }: Rung): string {
  return bars
    .map(({ slots, strokes, ornaments }) => {
      const shapes = slots.map(
        ({ held, isMerged }) => `${isMerged} ${held === null ? '' : formatShape(held.fingering.shape)}`,
      );
      const hits = strokes.map(({ startTick, cell }) => `${startTick}${cell?.kind === 'stroke' ? cell.sound : ''}`);
      return `${shapes.join(';')} ${hits.join(',')} ${ornaments.map(({ ornament }) => ornament.id).join(',')}`;
    })
    .join('|');
}
