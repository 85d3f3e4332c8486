/* What makes a level hard, in figures and as one sum; each figure that the sum is made of can only fall on the way down. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { sumOf, uniqueBy } from '../../kernel/list.ts';
import { type Stage, startTempoOf } from '../../shapes/change-time.ts';
import { formatShape, isBarreChord } from '../../shapes/shape.ts';
import { type PlayedBar, totalsOf } from '../../song/played/played-bars.ts';
import { takesOver } from '../performance/taken-over.ts';
import { isNew } from '../problem/chord-options.ts';
import { type ChangeTime, hardnessOf, isHeldAlike, listChangeTimes } from '../time/change-times.ts';
import type { LevelBar, LevelSong } from './level.ts';
import type { HeldChord } from './level-chords.ts';
import { rateOf } from './level-strokes.ts';

/** The change with the least time for what it takes (time/change-times). */
export type LevelChange = {
  readonly from: ChordSymbol;
  readonly to: ChordSymbol;
  readonly barNumber: number;
  /** Null without a tempo. */
  readonly gapMs: number | null;
  readonly neededMs: number;
};

/** What makes a level hard, and the sum of it in easy fingers. */
export type LevelDifficulty = {
  readonly total: number;
  readonly shapes: number;
  /** Shapes that the class does not know; null: no class is planned for. */
  readonly newShapes: number | null;
  readonly barres: number;
  /** The hardest shape, with its effort; null for a song without chords. */
  readonly hardest: { readonly chord: ChordSymbol; readonly effort: number } | null;
  /** The change with the least time for what it takes; null where nothing changes. */
  readonly hardestChange: LevelChange | null;
  /** In the busiest bar. */
  readonly strokesPerSecond: number;
  readonly changes: number;
  /** Null without a tempo. */
  readonly changesPerMinute: number | null;
  readonly ornaments: number;
  /** The tempo of the song, and the one at which every change has its time, in the song's pulse; null without a tempo. */
  readonly tempoBpm: number | null;
  readonly startBpm: number | null;
  /** Whether there is too little time even at the slowest tempo that holds together: then one strum a bar. */
  readonly isOneStrum: boolean;
};

/** Weights of the figures beside the hardest shape's effort (a first choice; each figure can only fall on the way down). */
const WEIGHTS = { shape: 0.5, barre: 1, strokes: 0.8, changesPerBar: 2, ornamentPerBar: 2 } as const;

/** Rates the bars of a level; `efforts` are those of the song's chords as the level holds them. */
export function rateLevel(
  { players, played, document }: LevelSong,
  bars: readonly LevelBar[],
  efforts: readonly number[],
): LevelDifficulty {
  const held = bars.flatMap(({ slots }) => slots.flatMap((slot) => slot.held ?? []));
  const different = differentOf(held);
  const hardest = different.reduce<HeldChord | null>(
    (most, each) => (most === null || each.effort > most.effort ? each : most),
    null,
  );
  const rates = bars.map((bar, index) => rateOfBar(played[index], bar));
  const barres = different.filter(({ fingering }) => isBarreChord(fingering)).length;
  const changes = countChanges(held);
  const ornaments = sumOf(bars, (bar) => bar.ornaments.length);
  const { seconds } = totalsOf(played);
  const hardestChange = findHardestChange(bars, played, players.hand.stage);
  const tempoBpm = document.facts.tempo?.tempoBpm ?? null;
  const total =
    (hardest?.effort ?? 0) +
    meanOf(efforts) +
    WEIGHTS.shape * different.length +
    WEIGHTS.barre * barres +
    WEIGHTS.strokes * meanOf(rates) +
    (WEIGHTS.changesPerBar * changes + WEIGHTS.ornamentPerBar * ornaments) / Math.max(1, bars.length);
  return {
    total,
    shapes: different.length,
    newShapes:
      players.known === null
        ? null
        : different.filter(({ chord, fingering }) => isNew(chord, formatShape(fingering.shape), players)).length,
    barres,
    hardest: hardest === null ? null : { chord: hardest.chord, effort: hardest.effort },
    hardestChange,
    strokesPerSecond: Math.max(0, ...rates),
    changes,
    changesPerMinute: seconds === null ? null : (changes * 60) / seconds,
    ornaments,
    tempoBpm,
    ...startOf(tempoBpm, hardestChange),
  };
}

/** The tempo at which the hardest change has its time. */
function startOf(
  tempoBpm: number | null,
  change: LevelChange | null,
): Pick<LevelDifficulty, 'startBpm' | 'isOneStrum'> {
  if (tempoBpm === null || change?.gapMs == null) {
    return { startBpm: tempoBpm, isOneStrum: false };
  }
  const { bpm, isOneStrum } = startTempoOf(tempoBpm, { gapMs: change.gapMs, neededMs: change.neededMs });
  return { startBpm: bpm, isOneStrum };
}

function meanOf(numbers: readonly number[]): number {
  return sumOf(numbers, (each) => each) / Math.max(1, numbers.length);
}

/** Strokes a second in a bar; a walk or a riff counts each of its notes, and at least what it stands in the place of. */
function rateOfBar(bar: PlayedBar | undefined, { strokes, ornaments, takenOver }: LevelBar): number {
  const lines = ornaments.filter(takesOver);
  const picked = new Set(
    lines.flatMap(({ notes }) => notes.flatMap(({ startTick, join }) => (join === undefined ? [startTick] : []))),
  ).size;
  return bar === undefined ? 0 : rateOf(bar, strokes.length + Math.max(takenOver, picked));
}

function countChanges(held: readonly HeldChord[]): number {
  return held.filter((each, index) => index > 0 && !isHeldAlike(each, held[index - 1])).length;
}

/** The different shapes among some, each once. */
function differentOf(held: readonly HeldChord[]): readonly HeldChord[] {
  const byReference = new Map(held.map((each) => [each.fingering.shape, each]));
  return uniqueBy([...byReference.values()], ({ fingering }) => formatShape(fingering.shape));
}

function findHardestChange(bars: readonly LevelBar[], played: readonly PlayedBar[], stage: Stage): LevelChange | null {
  const hardest = listChangeTimes(bars, played, stage).reduce<ChangeTime<HeldChord> | null>(
    (most, each) => (most === null || hardnessOf(each) > hardnessOf(most) ? each : most),
    null,
  );
  return hardest === null ? null : { ...hardest, from: hardest.from.chord, to: hardest.to.chord };
}
