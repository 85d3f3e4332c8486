/*
 * Bars that say "same" lean on the bar before them. When bars are moved, taken out or written between, what such a bar
 * plays must not change behind the teacher's back: one that lost the bar it leans on is written out as what it played.
 */
import { isEqual } from '../../kernel/equal.ts';
import { barKeyOf } from '../chart/bar-key.ts';
import { toChartBar } from '../chart/chart-of.ts';
import type { Bar, Line } from '../document/document.ts';
import { type Ids, takeId } from '../document/fresh-ids.ts';
import { ringingSlotOf, withoutMarks } from './played-bars.ts';

/** What a bar that says "same" plays, and the bar it takes that from. */
export type LeaningBar = { readonly on: Bar; readonly content: Bar };

/** The bars that say "same" by their id, each with what it plays, for the lines of one section or pass in order. */
export function listLeaningBars(lines: readonly Line[]): ReadonlyMap<number, LeaningBar> {
  const leaning = new Map<number, LeaningBar>();
  eachBar(lines, (bar, before) => {
    if (bar.same && before !== null) {
      leaning.set(bar.id, { on: before, content: leaning.get(before.id)?.content ?? before });
    }
  });
  return leaning;
}

/** The bars that say "same" and are not struck again: each follows a bar that is one held chord, which rings on through them. */
export function listRingingBars(lines: readonly Line[]): ReadonlySet<number> {
  const ringing = new Set<number>();
  eachBar(lines, (bar, before) => {
    if (bar.same && before !== null && (ringingSlotOf(before.slots) !== null || ringing.has(before.id))) {
      ringing.add(bar.id);
    }
  });
  return ringing;
}

/** Visits the bars of lines with the bar that is written before each: an ending goes on from the bars it closes. */
function eachBar(lines: readonly Line[], visit: (bar: Bar, before: Bar | null) => void): void {
  let before: Bar | null = null;
  for (const { bars, endings } of lines) {
    for (const bar of bars) {
      visit(bar, before);
      before = bar;
    }
    const closing: Bar | null = before;
    for (const ending of endings) {
      before = closing;
      for (const bar of ending.bars) {
        visit(bar, before);
        before = bar;
      }
    }
  }
}

/** A bar that says "same" as what it plays, under its own id. */
export function writeOut(bar: Bar, content: Bar, ids: Ids): Bar {
  return {
    ...bar,
    same: false,
    metre: content.metre,
    pickupBeats: content.pickupBeats,
    // A tie has no chord of its own: it goes on from what stands before it now.
    slots: content.slots.map((slot) => ({ ...(slot.isTied ? slot : withoutMarks(slot)), id: takeId(ids), cue: null })),
  };
}

/** The lines after a change, with each bar written out whose "same" would now say something else than before. */
export function keepLeaning(
  lines: readonly Line[],
  before: ReadonlyMap<number, LeaningBar>,
  ids: Ids,
): readonly Line[] {
  const written = new Map<number, Bar>();
  /** What each bar plays now. */
  const content = new Map<number, Bar>();
  eachBar(lines, (bar, previous) => {
    const old = before.get(bar.id);
    const on = previous === null ? null : (content.get(previous.id) ?? previous);
    if (bar.same && old !== undefined && saysOther(old, previous, on)) {
      written.set(bar.id, writeOut(bar, old.content, ids));
    }
    content.set(bar.id, written.get(bar.id) ?? (bar.same ? (on ?? bar) : bar));
  });
  return written.size === 0 ? lines : lines.map((line) => withBars(line, written));
}

/** Whether a bar that leant on another one would now repeat something else. */
function saysOther(old: LeaningBar, previous: Bar | null, on: Bar | null): boolean {
  return on === null || (previous?.id !== old.on.id && !isSameMusic(on, old.content));
}

function isSameMusic(a: Bar, b: Bar): boolean {
  const plain = (bar: Bar) =>
    barKeyOf(toChartBar({ ...bar, key: null, tempo: null, slots: bar.slots.map(withoutMarks) }, (chord) => chord));
  return plain(a) === plain(b);
}

function withBars(line: Line, written: ReadonlyMap<number, Bar>): Line {
  const swap = (bars: readonly Bar[]): readonly Bar[] => bars.map((bar) => written.get(bar.id) ?? bar);
  const next = {
    ...line,
    bars: swap(line.bars),
    endings: line.endings.map((ending) => ({ ...ending, bars: swap(ending.bars) })),
  };
  return isEqual(next, line) ? line : next;
}
