/*
 * Lining up sections, lines and bars of a chart with those of a document: by name, then by content.
 * What is equal keeps its object, what changed keeps its id, what is new takes the next id.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { alignLists } from '../../kernel/align.ts';
import { isEqual } from '../../kernel/equal.ts';
import type { Bar, Ending, Line, Section, Slot } from '../document/document.ts';
import { type Ids, takeId } from '../document/fresh-ids.ts';
import { barKeyOf, barsKeyOf } from './bar-key.ts';
import type { ChartBar, ChartEnding, ChartLine, ChartSection, ChartSlot } from './chart.ts';
import { toChartBar, toChartLine } from './chart-of.ts';

/** Another way to name a chord. */
export type ChordNaming = (chord: ChordSymbol) => ChordSymbol;

/** What lining up needs everywhere: the chart's names for old chords, written names back to sound, and fresh ids. */
export type LineUp = {
  readonly naming: ChordNaming;
  readonly toSounding: ChordNaming;
  readonly ids: Ids;
  /** Whether a line that could not be read keeps its last good state; its bars no longer fill another metre. */
  readonly keepsUnread: boolean;
};

/** Sections matched by name; those with a new name continue, in order, the sections whose name is gone. */
export function alignSections(
  old: readonly Section[],
  sections: readonly ChartSection[],
  context: LineUp,
): readonly Section[] {
  const names = new Set(sections.map(({ name }) => name));
  const renamed = old.filter(({ name }) => !names.has(name));
  return sections.map((section) => {
    const same = old.find(({ name }) => name === section.name) ?? null;
    return alignSection(same ?? renamed.shift() ?? null, section, context);
  });
}

function alignSection(old: Section | null, section: ChartSection, context: LineUp): Section {
  const { name, times, note } = section;
  const id = old?.id ?? takeId(context.ids);
  const lines = alignLines(old?.lines ?? [], section.lines, context);
  const next: Section = { id, name, times, note, lines };
  return old !== null && isEqual(old, next) ? old : next;
}

/** Lines matched by content; one that could not be read keeps the line it stands for, or goes. */
export function alignLines(old: readonly Line[], lines: readonly ChartLine[], context: LineUp): readonly Line[] {
  const oldCharts = old.map((line) => toChartLine(line, context.naming));
  const matches = alignLists(
    oldCharts.map(barsKeyOf),
    lines.map((line, index) => (line.bars.length === 0 ? `unread ${index}` : barsKeyOf(line))),
  );
  return lines.flatMap((line, index) => {
    const match = matches[index] ?? -1;
    const before = old[match] ?? null;
    if (line.bars.length === 0) {
      return before === null || !context.keepsUnread ? [] : [before];
    }
    return before !== null && isEqual(oldCharts[match], line) ? [before] : [toLine(before, line, context)];
  });
}

function toLine(old: Line | null, line: ChartLine, context: LineUp): Line {
  return {
    id: old?.id ?? takeId(context.ids),
    bars: alignBars(old?.bars ?? [], line.bars, context),
    times: line.times,
    endings: line.endings.map((ending, index) => toEnding(old?.endings[index] ?? null, ending, context)),
    cues: line.cues,
    note: line.note,
  };
}

function toEnding(old: Ending | null, ending: ChartEnding, context: LineUp): Ending {
  return {
    id: old?.id ?? takeId(context.ids),
    rounds: ending.rounds,
    bars: alignBars(old?.bars ?? [], ending.bars, context),
  };
}

function alignBars(old: readonly Bar[], bars: readonly ChartBar[], context: LineUp): readonly Bar[] {
  const oldCharts = old.map((bar) => toChartBar(bar, context.naming));
  const matches = alignLists(oldCharts.map(barKeyOf), bars.map(barKeyOf));
  return bars.map((bar, index) => {
    const match = matches[index] ?? -1;
    const before = old[match] ?? null;
    return before !== null && isEqual(oldCharts[match], bar) ? before : toBar(before, bar, context);
  });
}

/** A chart's bar as a bar of the document, keeping the ids of the bar it continues. */
export function toBar(old: Bar | null, bar: ChartBar, context: LineUp): Bar {
  return {
    ...bar,
    id: old?.id ?? takeId(context.ids),
    slots: bar.slots.map((slot, index) => toSlot(old?.slots[index] ?? null, slot, context)),
  };
}

function toSlot(old: Slot | null, slot: ChartSlot, context: LineUp): Slot {
  return {
    ...slot,
    id: old?.id ?? takeId(context.ids),
    chord: slot.chord === null ? null : context.toSounding(slot.chord),
    cue: old?.cue ?? null,
  };
}

/** Lining up with a chart whose names are those of the document: sounding chords. */
export function soundingLineUp(ids: Ids): LineUp {
  const same: ChordNaming = (chord) => chord;
  return { naming: same, toSounding: same, ids, keepsUnread: false };
}
