/*
 * The changes of a part as it is played, each with the time there is for it and the time it takes: one count for levels, pages and drills.
 */
import { isEqual } from '../../kernel/equal.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { describeChange } from '../../shapes/change.ts';
import { estimateChangeMs, type Stage } from '../../shapes/change-time.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { heldAt } from '../performance/held-at.ts';
import type { Held, PerformedBar } from '../performance/performance.ts';
import { heldUntil, standsAt } from './hand-window.ts';

/**
 * A change from one shape to another: how often it is played, the bar in which there is the least time for it, that time from the last
 * stroke on the one shape to the first on the other (null without a tempo), and the time it takes, in ms.
 */
export type ChangeTime<How extends Held = Held> = {
  readonly from: How;
  readonly to: How;
  readonly count: number;
  readonly barNumber: number;
  readonly gapMs: number | null;
  readonly neededMs: number;
};

/** How hard a change is: the time it takes over the time there is for it (a second where no tempo is known); above 1 it is quick. */
export function hardnessOf({ gapMs, neededMs }: Pick<ChangeTime, 'gapMs' | 'neededMs'>): number {
  return neededMs / Math.max(1, gapMs ?? 1000);
}

/** Every different change that moves a finger, in the order in which they come first. */
export function listChangeTimes<How extends Held>(
  bars: readonly PerformedBar<How>[],
  played: readonly PlayedBar[],
  stage: Stage,
): readonly ChangeTime<How>[] {
  return listGaps(bars, played)
    .map(({ from, to, count, bar, ticks }) => ({
      from,
      to,
      count,
      barNumber: bar.number,
      gapMs: bar.tempo === null ? null : ticksToSeconds(ticks, bar.tempo) * 1000,
      neededMs: estimateChangeMs(describeChange(from.fingering, to.fingering).cost, stage),
    }))
    .filter(({ neededMs }) => neededMs > 0);
}

/** Whether two shapes are held alike, whatever they are called and by which fingers. */
export function isHeldAlike(a: Held, b: Held | undefined): boolean {
  return b !== undefined && (a.fingering.shape === b.fingering.shape || isEqual(a.fingering.shape, b.fingering.shape));
}

/** A shape as it was struck last: when, in ticks from the first beat of the song. */
type Hit<How> = { readonly held: How; readonly tick: number };
type Gap<How> = {
  readonly from: How;
  readonly to: How;
  readonly count: number;
  readonly bar: PlayedBar;
  readonly ticks: number;
};

/** Every different change with the least time there is for it, from the last stroke on the one shape to the first on the other. */
function listGaps<How extends Held>(
  bars: readonly PerformedBar<How>[],
  played: readonly PlayedBar[],
): readonly Gap<How>[] {
  const least = new Map<How, Map<How, Gap<How>>>();
  let last: Hit<How> | null = null;
  for (const [index, performed] of bars.entries()) {
    const bar = played[index];
    for (const { held, first, until } of bar === undefined ? [] : listRuns(bars, index, performed)) {
      if (last !== null && bar !== undefined && !isHeldAlike(held, last.held)) {
        keepLeast(least, { from: last.held, to: held, count: 1, bar, ticks: bar.startTick + first - last.tick });
      }
      last = { held, tick: (bar?.startTick ?? 0) + until };
    }
  }
  return [...least.values()].flatMap((each) => [...each.values()]);
}

function keepLeast<How>(least: Map<How, Map<How, Gap<How>>>, gap: Gap<How>): void {
  const after = least.get(gap.from) ?? new Map<How, Gap<How>>();
  least.set(gap.from, after);
  const known = after.get(gap.to);
  const shorter = known === undefined || gap.ticks < known.ticks ? gap : known;
  after.set(gap.to, { ...shorter, count: (known?.count ?? 0) + 1 });
}

/** A shape in a bar: by when it must stand, and until when it is held, in ticks from the bar line. */
type Run<How> = { readonly held: How; readonly first: number; readonly until: number };

function listRuns<How extends Held>(
  bars: readonly PerformedBar<How>[],
  index: number,
  { strokes }: PerformedBar<How>,
): readonly Run<How>[] {
  const runs: Run<How>[] = [];
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
