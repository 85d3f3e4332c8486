/*
 * The five levels of an arrangement: the same bars and the same form on each, played by two hands of their own levels.
 *
 * Levels are derived from the fifth down, each from the one above: chords are eased or go on from the chord before, strokes are
 * thinned. So difficulty cannot rise on the way down: every figure it is made of is taken over a part of what the level above
 * has. Stops, odd bars and form belong on every level; early changes wait for the fourth. What was changed by hand on a level is
 * laid over it at the end and changes no other level.
 */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { degreeOfNote } from '../../harmony/degree.ts';
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt } from '../../kernel/list.ts';
import { createMemory, type Memory, remember } from '../../kernel/remember.ts';
import { formatShape } from '../../shapes/shape.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, Slot, SongDocument, StoredShape } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import { type PlayedBar, slotAtTick } from '../../song/played/played-bars.ts';
import type { PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import { type BarStroke, strokesOfBar } from '../performance/bar-strokes.ts';
import { onItsBeats } from '../performance/entries.ts';
import { type PerformedBar, patternInBar, performanceOf, placedWith } from '../performance/performance.ts';
import { withoutTakenOver } from '../performance/taken-over.ts';
import type { Players } from '../problem/planner.ts';
import type { LevelBar, LevelSlot, LevelSong } from './level.ts';
import { type HeldChord, type HowKept, holdOnLevels, LEVELS } from './level-chords.ts';
import { type LevelDifficulty, rateLevel } from './level-difficulty.ts';
import { layEdits } from './level-overlay.ts';
import { isPassing } from './level-passing.ts';
import { thin, thinningStep, withAndOfTwo, withWindows } from './level-strokes.ts';
import { listShowpiece } from './showpiece.ts';

/** A level; `levels` are those that are equal, the lowest of which it is. Bars are in step with the played bars. */
export type PlayedLevel = {
  readonly levels: readonly Level[];
  readonly bars: readonly LevelBar[];
  readonly difficulty: LevelDifficulty;
};

/** How a chord is held on each level. */
type Hold = Readonly<Record<Level, HeldChord>>;

/** Shapes that were looked for, kept by the caller: an edit of the song asks for few new ones. */
export type LevelMemory = Memory<Hold>;

const REMEMBERED_CHORDS = 400;

/** A memory that holds nothing yet. */
export function createLevelMemory(): LevelMemory {
  return createMemory(REMEMBERED_CHORDS);
}

/** The levels of a part, the easiest first; levels that come out equal are one. */
export function deriveLevels(
  document: SongDocument,
  part: Part,
  players: Players,
  memory: LevelMemory = createLevelMemory(),
): readonly PlayedLevel[] {
  const song = { ...performanceOf(document, part), players };
  const holds = holdAll(song, memory);
  const levels = barsByLevel(song, holds);
  return joinEqual(
    LEVELS.map((level) => {
      const efforts = holds.ways.map((hold) => hold[level].effort);
      const bars = layEdits(song, level, levels[level]);
      return { levels: [level], bars, difficulty: rateLevel(song, bars, efforts) };
    }),
  );
}

/**
 * One part for two hands of different levels: the chords of one level under the strokes of another. A chord that only the left hand
 * changes to is struck once all the same.
 */
export function mixLevels(
  document: SongDocument,
  part: Part,
  players: Players,
  stand: { readonly left: Level; readonly right: Level; readonly memory?: LevelMemory },
): readonly LevelBar[] {
  const song = { ...performanceOf(document, part), players };
  const { left, right, memory = createLevelMemory() } = stand;
  const levels = barsByLevel(song, holdAll(song, memory));
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
    return { ...(rightBars[index] ?? itemAt(song.bars, index)), slots, strokes: all };
  });
}

/** How the chords of a song are held: all the ways there are, and the one of each slot in each played bar. */
type Holds = { readonly ways: readonly Hold[]; readonly at: (index: number, slotId: number) => Hold | null };

function holdAll(song: LevelSong, memory: LevelMemory): Holds {
  const { document, part, players, bars } = song;
  const { shape: shapeKey } = songKeysOf(document, part);
  const instrument = { setup: part.setup, ...part.instrument, hand: players.hand };
  const base = JSON.stringify([part.firstLevel, instrument]);
  const holds = new Map<StoredShape, Hold>();
  const stored = new Set(bars.flatMap(({ slots }) => slots.flatMap(({ held }) => held ?? [])));
  for (const each of stored) {
    const { chord, fingering, origin, fromLevel } = each;
    const asPinned: HowKept = { fromLevel, isPinned: origin === 'pinned', isFifth: isFifthOf(chord, shapeKey) };
    const key = `${base} ${formatChordSymbol(chord)} ${formatShape(fingering.shape)} ${fingering.fingers.join('')} ${JSON.stringify(asPinned)}`;
    holds.set(
      each,
      remember(memory, key, () =>
        holdOnLevels(chord, fingering, instrument, { firstLevel: part.firstLevel, ...asPinned }),
      ),
    );
  }
  const eased = alikeWhereAlike(holds, part.firstLevel === 'bass' ? BASS_LEVELS : EASED_LEVELS);
  const alike = new Map([...eased].map(([kept, hold]) => [kept, withKept(hold, kept)]));
  return {
    ways: [...alike.values()],
    at: (index, slotId) => {
      const held = bars[index]?.slots.find(({ slot }) => slot.id === slotId)?.held ?? null;
      return held === null ? null : (alike.get(held) ?? null);
    },
  };
}

function withKept(hold: Hold, kept: StoredShape): Hold {
  const own = (level: Level): HeldChord => ({ ...hold[level], kept });
  return { 1: own(1), 2: own(2), 3: own(3), 4: own(4), 5: own(5) };
}

/** Whether a chord stands on the fifth degree of a key: there a colour of the first degree clashes. */
function isFifthOf({ root }: ChordSymbol, key: Key): boolean {
  return degreeOfNote(root, key).number === 5;
}

/** Where chords may fall together; bass notes follow the slash basses, whatever is held above them. */
const EASED_LEVELS = [4, 3, 2, 1] as const;
const BASS_LEVELS = [4, 3, 2] as const;

/** Chords that are held alike on a level are held alike on every level below it: an easier level has no more shapes. */
function alikeWhereAlike(
  holds: ReadonlyMap<StoredShape, Hold>,
  levels: readonly (typeof EASED_LEVELS)[number][],
): ReadonlyMap<StoredShape, Hold> {
  let current = holds;
  for (const level of levels) {
    const first = new Map<string, HeldChord>();
    current = new Map(
      [...current].map(([stored, hold]) => {
        const upper = formatShape(hold[(level + 1) as Level].fingering.shape);
        const own = first.get(upper) ?? hold[level];
        first.set(upper, own);
        return [stored, own === hold[level] || hold[level].isPinned ? hold : { ...hold, [level]: own }];
      }),
    );
  }
  return current;
}

/** Whether the hand has to change between two slots on a level; each of them is found in its bar. */
function isHeldOtherwise(level: Level, from: Hold | null, to: Hold | null): boolean {
  const [a, b] = [from?.[level].fingering.shape, to?.[level].fingering.shape];
  return a !== b && (a === undefined || b === undefined || a.some((fret, string) => fret !== b[string]));
}

type BarsByLevel = Readonly<Record<Level, readonly LevelBar[]>>;

function barsByLevel(song: LevelSong, holds: Holds): BarsByLevel {
  const { played } = song;
  const full = listFullBars(song);
  const showpiece = listShowpiece(song);
  const levels: { [level in Level]: readonly LevelBar[] } = { 1: [], 2: [], 3: [], 4: [], 5: [] };
  let above: readonly Above[] = full.map(() => ({ strokes: null, step: 0 }));
  for (const level of [...LEVELS].reverse()) {
    const slots = full.map((bar, index) => slotsOf({ holds, played }, { level, index, bar }));
    const struck = full.map((bar, index) =>
      strokesOf(
        {
          level,
          bar,
          slots: slots[index] ?? [],
          isChange: (from, to) => isHeldOtherwise(level, holds.at(index, from.id), holds.at(index, to.id)),
          isChangeAfter: (from, to) => isHeldOtherwise(level, holds.at(index, from.id), holds.at(index + 1, to.id)),
        },
        above[index] ?? { strokes: null, step: 0 },
      ),
    );
    levels[level] = full.map(({ performed }, index): LevelBar => {
      const own = ofLevel(performed.ornaments, level);
      const added = level === 5 ? (showpiece[index] ?? []) : [];
      const ornaments = added.length === 0 ? own : [...own, ...added];
      const left = withoutTakenOver(struck[index]?.strokes ?? [], ornaments);
      return { ...performed, slots: slots[index] ?? [], ornaments, ...left };
    });
    above = struck;
  }
  return levels;
}

function ofLevel(ornaments: readonly PlacedOrnament[], level: Level): readonly PlacedOrnament[] {
  return ornaments.every(({ ornament }) => ornament.level <= level)
    ? ornaments
    : ornaments.filter(({ ornament }) => ornament.level <= level);
}

/** A played bar with the song's own strokes, before walks and riffs take their places, and those on the beat where something comes early. */
type FullBar = {
  readonly played: PlayedBar;
  readonly performed: PerformedBar;
  /** The first chord of the next bar. */
  readonly next: Slot | null;
  readonly strokes: readonly BarStroke[];
  readonly onTime: readonly BarStroke[];
  /** Where chords enter between the strums of the pattern, in ticks: on easy levels they are struck there. */
  readonly entering: readonly number[];
};

function listFullBars({ played, bars }: LevelSong): readonly FullBar[] {
  return bars.map((performed, index) => {
    const bar = itemAt(played, index);
    const next = played[index + 1]?.slots[0] ?? null;
    if (performed.hand.isSilent === true) {
      const { strokes } = performed;
      return { played: bar, performed, next, strokes, onTime: strokes, entering: [] };
    }
    const place = placedWith(bar, performed, performed.struckAt);
    const strokes = performed.ornaments.length === 0 ? performed.strokes : strokesOfBar(bar, place, next);
    const hasEarly = (next?.pushTicks ?? 0) > 0 || bar.slots.some(({ pushTicks }) => pushTicks > 0);
    const calm = onItsBeats(bar, played[index - 1], patternInBar(bar, performed.pattern, performed.cycleTick));
    const onTime = hasEarly || calm.entering.length > 0 ? calm.strokes() : strokes;
    return { played: bar, performed, next, strokes, onTime, entering: calm.entering };
  });
}

type Here = {
  readonly level: Level;
  readonly bar: FullBar;
  readonly slots: readonly LevelSlot[];
  /** Whether the hand has to change between two slots of the bar, and between one of it and one of the next. */
  readonly isChange: (from: Slot, to: Slot) => boolean;
  readonly isChangeAfter: (from: Slot, to: Slot) => boolean;
};
/** What the level above strikes, and how far it is thinned; null: nothing is above. */
type Above = { readonly strokes: readonly BarStroke[] | null; readonly step: number };

function strokesOf(here: Here, above: Above): Above & { readonly strokes: readonly BarStroke[] } {
  const { level, bar, slots, isChange, isChangeAfter } = here;
  const { played, next } = bar;
  const upper = above.strokes ?? bar.strokes;
  const base = level === 3 && bar.onTime !== bar.strokes ? onTheBeats(bar, upper) : upper;
  const strokes = underChords(base, played, slots, level);
  const step = thinningStep(played, strokes, level, above.step);
  const thinned = thin(played, strokes, step);
  const steady = level === 3 ? withAndOfTwo(played, thinned, strokes) : thinned;
  const last = steady.at(-1)?.slot ?? null;
  const changesAfter = last !== null && next !== null && isChangeAfter(last, next);
  return { strokes: withWindows(played, steady, level, { isChange, changesAfter }), step };
}

/** The places of the level above without what comes early; a chord that came early is struck on its beat. */
function onTheBeats({ played, onTime, entering }: FullBar, upper: readonly BarStroke[]): readonly BarStroke[] {
  const places = new Set(upper.map(({ startTick }) => startTick));
  return onTime.filter(({ startTick }, index) => {
    const own = slotAtTick(played, startTick);
    const isEntry = index === 0 || slotAtTick(played, onTime[index - 1]?.startTick ?? 0) !== own;
    return places.has(startTick) || entering.includes(startTick) || (isEntry && (own?.pushTicks ?? 0) > 0);
  });
}

/** Strokes under the chords of a level; the same list where nothing is merged and nothing comes early. */
function underChords(
  strokes: readonly BarStroke[],
  bar: PlayedBar,
  slots: readonly LevelSlot[],
  level: Level,
): readonly BarStroke[] {
  const isPlain = slots.every(({ isMerged, slot }) => !isMerged && (level > 3 || slot.pushTicks === 0));
  return isPlain && level !== 3 ? strokes : strokes.map((stroke) => underChord(stroke, bar, slots, level));
}

/** A stroke with the chord that a level plays under it: below the fourth none comes early, and merged ones go on from before. */
function underChord(stroke: BarStroke, bar: PlayedBar, slots: readonly LevelSlot[], level: Level): BarStroke {
  const own = level > 3 ? stroke.slot : (slotAtTick(bar, stroke.startTick) ?? stroke.slot);
  const at = slots.findIndex(({ slot }) => isSameSlot(slot, own));
  const slot =
    at < 0 || slots[at]?.isMerged !== true
      ? own
      : (slots.slice(0, at).findLast(({ isMerged }) => !isMerged)?.slot ?? own);
  return slot === stroke.slot ? stroke : { ...stroke, slot };
}

function isSameSlot(a: Slot, b: Slot): boolean {
  return a.id === b.id;
}

function slotsOf(
  { holds, played }: { readonly holds: Holds; readonly played: readonly PlayedBar[] },
  { level, index, bar }: { readonly level: Level; readonly index: number; readonly bar: FullBar },
): readonly LevelSlot[] {
  const isSilent = bar.performed.hand.isSilent === true;
  return bar.played.slots.map((slot, at): LevelSlot => {
    const hold = slot.chord === null || isSilent ? undefined : holds.at(index, slot.id);
    const isMerged = level <= 2 && at > 0 && isPassing(played, index, at);
    return { slot, held: isMerged ? null : (hold?.[level] ?? null), isMerged };
  });
}

/** Neighbouring levels that play the same in every bar as one of several levels. */
function joinEqual(playedLevels: readonly PlayedLevel[]): readonly PlayedLevel[] {
  const joined: PlayedLevel[] = [];
  for (const playedLevel of playedLevels) {
    const last = joined.at(-1);
    if (last?.bars.every((bar, index) => isSameBar(bar, playedLevel.bars[index] ?? bar)) === true) {
      joined[joined.length - 1] = { ...playedLevel, levels: [...last.levels, ...playedLevel.levels] };
    } else {
      joined.push(playedLevel);
    }
  }
  return joined;
}

function isSameBar(a: LevelBar, b: LevelBar): boolean {
  return (
    a.strokes.length === b.strokes.length &&
    a.ornaments.length === b.ornaments.length &&
    a.strokes.every((stroke, index) => isSameStroke(stroke, b.strokes[index])) &&
    a.slots.every((slot, index) => isSameHold(slot, b.slots[index]))
  );
}

function isSameStroke({ startTick, cell }: BarStroke, other: BarStroke | undefined): boolean {
  return startTick === other?.startTick && isEqual(cell, other.cell);
}

function isSameHold({ held, isMerged }: LevelSlot, other: LevelSlot | undefined): boolean {
  const [a, b] = [held?.fingering.shape ?? null, other?.held?.fingering.shape ?? null];
  return isMerged === other?.isMerged && (a === b || isEqual(a, b));
}
