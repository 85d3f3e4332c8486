import type { ChangeGroup, GroupedChange } from '../../arrange/shapes/change-groups.ts';

/** The heading of a group of changes: "Too quick at 92"; with no tempo "Worth a drill". */
export function sayChangeGroup(group: ChangeGroup, tempoBpm: number | null): string {
  switch (group) {
    case 'quick':
      return `Too quick yet at ${tempoBpm}`;
    case 'drill':
      return 'Worth a drill';
    case 'easy':
      return 'Easy';
  }
}

/** What is to be done about a change, short: "begin at 60", "one strum a bar at 50", "just in time". */
export function sayChangeAct({ group, begin }: GroupedChange): string {
  if (begin !== null) {
    return begin.isOneStrum ? `one strum a bar at ${begin.bpm}` : `begin at ${begin.bpm}`;
  }
  return group === 'drill' ? 'drill it alone' : 'comes by itself';
}

/** The time there is and the time it takes: "The hand needs 0.56 s; the strum leaves 0.33 s. First in bar 4." */
export function sayChangeTime({ sheet }: GroupedChange): string {
  const { neededMs, gapMs, isByPattern, bar } = sheet;
  const needs = `The hand needs ${seconds(neededMs)}`;
  const leaves =
    gapMs === null ? '' : `; ${isByPattern ? 'the strum leaves' : 'four strums a bar leave'} ${seconds(gapMs)}`;
  return `${needs}${leaves}. First in bar ${bar}.`;
}

function seconds(ms: number): string {
  return `${(ms / 1000).toFixed(2)} s`;
}
