/* The changes of a song as a teacher sorts them: those that come too quickly at its tempo, those worth a drill, and those that come by themselves. */
import { startTempoOf, USUAL_COST } from '../../shapes/change-time.ts';
import type { ChangeSheet } from './shape-plan.ts';

/** What a change asks for. */
export const CHANGE_GROUPS = ['quick', 'drill', 'easy'] as const;
export type ChangeGroup = (typeof CHANGE_GROUPS)[number];

/** A change with its group; for one that is too quick, the tempo to begin at, and whether even that is too quick without one strum a bar. */
export type GroupedChange = {
  readonly sheet: ChangeSheet;
  readonly group: ChangeGroup;
  readonly begin: { readonly bpm: number; readonly isOneStrum: boolean } | null;
};

/** A change that takes more of its time than this is worth a drill (from memory: what leaves less than a third is lost when one is nervous). */
const TIGHT = 0.67;

/** Sorts changes by what they ask for, in the order given within each group. `tempoBpm` is the song's; without one the hand alone decides. */
export function groupChanges(changes: readonly ChangeSheet[], tempoBpm: number | null): readonly GroupedChange[] {
  const grouped = changes.map((sheet): GroupedChange => {
    const { gapMs, neededMs, change } = sheet;
    if (gapMs === null || tempoBpm === null) {
      return { sheet, group: change.cost > USUAL_COST ? 'drill' : 'easy', begin: null };
    }
    return neededMs > gapMs
      ? { sheet, group: 'quick', begin: startTempoOf(tempoBpm, { gapMs, neededMs }) }
      : { sheet, group: neededMs > TIGHT * gapMs ? 'drill' : 'easy', begin: null };
  });
  return CHANGE_GROUPS.flatMap((group) => grouped.filter((each) => each.group === group));
}
