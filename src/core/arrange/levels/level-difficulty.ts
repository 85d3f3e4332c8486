/* What makes a level hard, in figures and as one sum; each figure that the sum is made of can only fall on the way down. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { sumOf, uniqueBy } from '../../kernel/list.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { describeChange } from '../../shapes/change.ts';
import { estimateChangeMs, type Stage, startTempoOf } from '../../shapes/change-time.ts';
import { formatShape, isBarreChord } from '../../shapes/shape.ts';
import { type PlayedBar, totalsOf } from '../../song/played/played-bars.ts';
import { heldAt } from '../performance/held-at.ts';
import { takesOver } from '../performance/taken-over.ts';
import { isNew } from '../problem/chord-options.ts';
import { heldUntil, standsAt } from '../time/hand-window.ts';
import type { LevelBar, LevelSong } from './level.ts';
import type { HeldChord } from './level-chords.ts';
import { rateOf } from './level-strokes.ts';

/** A change with the time there is for it, from the last stroke on the one shape to the first on the other, and the time it takes. */
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

function isHeldAlike(a: HeldChord, b: HeldChord | undefined): boolean {
  return b !== undefined && (a.fingering.shape === b.fingering.shape || isEqual(a.fingering.shape, b.fingering.shape));
}

/** The different shapes among some, each once. */
function differentOf(held: readonly HeldChord[]): readonly HeldChord[] {
  const byReference = new Map(held.map((each) => [each.fingering.shape, each]));
  return uniqueBy([...byReference.values()], ({ fingering }) => formatShape(fingering.shape));
}

/** A shape as it was struck last: when, in ticks from the first beat of the song. */
type Hit = { readonly held: HeldChord; readonly tick: number };
type Gap = { readonly from: HeldChord; readonly to: HeldChord; readonly bar: PlayedBar; readonly ticks: number };

function findHardestChange(bars: readonly LevelBar[], played: readonly PlayedBar[], stage: Stage): LevelChange | null {
  const changes = listGaps(bars, played).map(({ from, to, bar, ticks }): LevelChange => {
    const gapMs = bar.tempo === null ? null : ticksToSeconds(ticks, bar.tempo) * 1000;
    const neededMs = estimateChangeMs(describeChange(from.fingering, to.fingering).cost, stage);
    return { from: from.chord, to: to.chord, barNumber: bar.number, gapMs, neededMs };
  });
  const hardness = ({ gapMs, neededMs }: LevelChange): number => neededMs / Math.max(1, gapMs ?? 1000);
  return changes
    .filter(({ neededMs }) => neededMs > 0)
    .reduce<LevelChange | null>((most, each) => (most === null || hardness(each) > hardness(most) ? each : most), null);
}

/** Every different change with the least time there is for it, from the last stroke on the one shape to the first on the other. */
function listGaps(bars: readonly LevelBar[], played: readonly PlayedBar[]): readonly Gap[] {
  const least = new Map<HeldChord, Map<HeldChord, Gap>>();
  let last: Hit | null = null;
  for (const [index, levelBar] of bars.entries()) {
    const bar = played[index];
    for (const { held, first, until } of bar === undefined ? [] : listRuns(bars, index, levelBar)) {
      if (last !== null && bar !== undefined && !isHeldAlike(held, last.held)) {
        keepLeast(least, { from: last.held, to: held, bar, ticks: bar.startTick + first - last.tick });
      }
      last = { held, tick: (bar?.startTick ?? 0) + until };
    }
  }
  return [...least.values()].flatMap((each) => [...each.values()]);
}

function keepLeast(least: Map<HeldChord, Map<HeldChord, Gap>>, gap: Gap): void {
  const after = least.get(gap.from) ?? new Map<HeldChord, Gap>();
  least.set(gap.from, after);
  if (gap.ticks < (after.get(gap.to)?.ticks ?? Number.POSITIVE_INFINITY)) {
    after.set(gap.to, gap);
  }
}

/** A shape in a bar: by when it must stand, and until when it is held, in ticks from the bar line. */
type Run = { readonly held: HeldChord; readonly first: number; readonly until: number };

function listRuns(bars: readonly LevelBar[], index: number, { strokes }: LevelBar): readonly Run[] {
  const runs: Run[] = [];
  let from = 0;
  while (from < strokes.length) {
    const slot = strokes[from]?.slot ?? null;
    let to = from;
    while (strokes[to + 1] !== undefined && strokes[to + 1]?.slot === slot) {
      to += 1;
    }
    const held = slot === null ? null : heldAt(bars, index, slot.id);
    if (held !== null) {
      const own = strokes.slice(from, to + 1);
      runs.push({ held, first: standsAt(own), until: heldUntil(own) });
    }
    from = to + 1;
  }
  return runs;
}
