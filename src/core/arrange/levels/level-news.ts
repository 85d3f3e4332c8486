/* What a level adds to the one below it: counted in what both play, bar by bar. */
import { sumOf, uniqueBy } from '../../kernel/list.ts';
import { formatShape } from '../../shapes/shape.ts';
import { ORNAMENT_KINDS, type OrnamentKind } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import type { LevelBar } from './level.ts';
import type { HeldChord } from './level-chords.ts';
import type { PlayedLevel } from './levels.ts';

/** What is new on a level; `below` is the highest of the levels it is held against. */
export type LevelNews = {
  readonly below: Level;
  /** Shapes that are not held below, in the order in which they come. */
  readonly shapes: readonly HeldChord[];
  /** Chords that are played here and go on from the chord before below. */
  readonly chords: number;
  /** Strums, picks and hits in all bars, below and here. */
  readonly strokesBelow: number;
  readonly strokes: number;
  readonly bars: number;
  /** Chords that come before their bar line here and on it below. */
  readonly early: number;
  /** The kinds of ornaments that more bars have than below, and in how many bars more. */
  readonly ornaments: readonly { readonly kind: OrnamentKind; readonly bars: number }[];
};

/** What a level adds to the one below. */
export function listLevelNews(level: PlayedLevel, below: PlayedLevel): LevelNews {
  const known = new Set(heldOn(below.bars).map(({ fingering }) => formatShape(fingering.shape)));
  return {
    below: below.levels.at(-1) ?? 1,
    shapes: heldOn(level.bars).filter(({ fingering }) => !known.has(formatShape(fingering.shape))),
    chords: countChords(level.bars) - countChords(below.bars),
    strokesBelow: sumOf(below.bars, ({ strokes }) => strokes.length),
    strokes: sumOf(level.bars, ({ strokes }) => strokes.length),
    bars: level.bars.length,
    early: countEarly(level.bars) - countEarly(below.bars),
    ornaments: ORNAMENT_KINDS.map((kind) => ({
      kind,
      bars: countBarsWith(level.bars, kind) - countBarsWith(below.bars, kind),
    })).filter(({ bars }) => bars > 0),
  };
}

/** The different shapes of a level, in the order in which they come. */
export function heldOn(bars: readonly LevelBar[]): readonly HeldChord[] {
  return uniqueBy(
    bars.flatMap(({ slots }) => slots.flatMap(({ held }) => held ?? [])),
    ({ fingering }) => formatShape(fingering.shape),
  );
}

function countChords(bars: readonly LevelBar[]): number {
  return sumOf(bars, ({ slots }) => slots.filter(({ slot, isMerged }) => slot.chord !== null && !isMerged).length);
}

function countBarsWith(bars: readonly LevelBar[], kind: OrnamentKind): number {
  return bars.filter(({ ornaments }) => ornaments.some(({ ornament }) => ornament.kind === kind)).length;
}

/** Chords whose first stroke lies in the bar before their own. */
function countEarly(bars: readonly LevelBar[]): number {
  return sumOf(bars, ({ slots, strokes }) => {
    const own = new Set(slots.map(({ slot }) => slot.id));
    return new Set(strokes.map(({ slot }) => slot.id).filter((id) => !own.has(id))).size;
  });
}
