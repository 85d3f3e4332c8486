import { heldAt } from '../arrange/performance/held-at.ts';
import { type Held, performanceOf } from '../arrange/performance/performance.ts';
import { type ChangeTime, hardnessOf, isHeldAlike, listChangeTimes } from '../arrange/time/change-times.ts';
import { isEqual } from '../kernel/equal.ts';
import type { Stage } from '../shapes/change-time.ts';
import type { Part, SongDocument } from '../song/document/document.ts';
import type { DrilledChange } from './drill-steps.ts';
import { stagesOf } from './range.ts';
import { listRangeChoices } from './range-choices.ts';

/**
 * A change of the song that can be drilled: the chords that sound, how they are held, how often it comes, and for how many counted beats
 * the hand is free for it where it is tightest (1 where the song has no tempo).
 */
export type DrillChange = DrilledChange & {
  readonly held: readonly [Held, Held];
  readonly count: number;
  readonly freeBeats: number;
};

/** The changes of a song that move a finger, the hardest first. */
export function listDrillChanges(document: SongDocument, part: Part, stage: Stage): readonly DrillChange[] {
  const { bars, played } = performanceOf(document, part);
  const times = listChangeTimes(bars, played, stage);
  const found = listRangeChoices(document, 'change').flatMap(({ range, change }) => {
    const indexes = stagesOf(document, range)[0] ?? [];
    const held = change === null ? null : heldPair(indexes, { bars, played }, change);
    const time = held === null ? undefined : times.find(({ from, to }) => isPair(held, from, to));
    return change === null || held === null || time === undefined
      ? []
      : [
          {
            drill: { from: change[0], to: change[1], held, count: time.count, freeBeats: beatsOf(time, document) },
            time,
          },
        ];
  });
  return found.sort((a, b) => hardnessOf(b.time) - hardnessOf(a.time)).map(({ drill }) => drill);
}

function isPair([a, b]: readonly [Held, Held], from: Held, to: Held): boolean {
  return isHeldAlike(a, from) && isHeldAlike(b, to);
}

/** How the two chords of a change are held where it comes first. */
function heldPair(
  indexes: readonly number[],
  { bars }: Pick<ReturnType<typeof performanceOf>, 'bars' | 'played'>,
  change: NonNullable<ReturnType<typeof listRangeChoices>[number]['change']>,
): readonly [Held, Held] | null {
  const all = indexes.flatMap((index) =>
    (bars[index]?.slots ?? []).map(({ slot }) => ({ slot, held: heldAt(bars, index, slot.id) })),
  );
  const at = all.findIndex(
    ({ slot }, place) => isEqual(slot.chord, change[1]) && isEqual(all[place - 1]?.slot.chord ?? null, change[0]),
  );
  const [from, to] = [all[at - 1]?.held ?? null, all[at]?.held ?? null];
  return from === null || to === null ? null : [from, to];
}

/** The counted beats of a time; at least a quarter of one. */
function beatsOf({ gapMs }: ChangeTime, { facts }: SongDocument): number {
  const bpm = facts.tempo?.tempoBpm ?? null;
  return gapMs === null || bpm === null ? 1 : Math.max(0.25, (gapMs / 60_000) * bpm);
}
