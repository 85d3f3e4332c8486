/*
 * How a pass differs from its section, as edits on the section's ids.
 *
 * The lines as played carry the section's ids where they continue it, so ids tell what became of each line and bar. A line
 * that is equal needs nothing; one whose bars differ becomes edits of just those bars; an extra line that the section has
 * elsewhere is "sing it again"; anything else replaces the line. Played back by linesOfPass, the edits give the lines they
 * were made from. Whatever an edit brings with it has ids of its own, so that no id stands twice in a song.
 */
import { isEqual } from '../../kernel/equal.ts';
import type { Bar, Line, Pass, PassEdit, Section } from '../document/document.ts';
import { copyBar, copyLine, type Ids, idsOfBar, idsOfLine } from '../document/fresh-ids.ts';
import type { ChartLine } from './chart.ts';
import { toChartLine } from './chart-of.ts';
import { alignLines, type LineUp } from './line-up.ts';
import { linesOfPass } from './pass-lines.ts';

/** The edits that turn a section into a chart's lines of one pass; a pass that already plays them keeps its own edits. */
export function editsOfPass(
  section: Section,
  before: Pass | null,
  lines: readonly ChartLine[],
  context: LineUp,
): readonly PassEdit[] {
  const isReadable = lines.every(({ bars }) => bars.length > 0);
  if (!isReadable) {
    return before !== null && context.keepsUnread ? before.edits : [];
  }
  const played = before === null ? section.lines : linesOfPass(section, before);
  const isSame = isEqual(
    played.map((line) => toChartLine(line, context.naming)),
    lines,
  );
  return before !== null && isSame
    ? before.edits
    : editsFromLines(section, alignLines(played, lines, context), before?.edits ?? [], context.ids);
}

/** What listing edits goes by. */
type Listing = {
  readonly section: Section;
  readonly ids: Ids;
  /** Ids that stand in the section or in an edit already. */
  readonly taken: Set<number>;
  /** The section's bar that each replaced bar of the edits before stands for. */
  readonly standsFor: ReadonlyMap<number, number>;
};

/** The edits that turn a section into lines as one pass plays them; `before` are the edits the lines came from, if any. */
export function editsFromLines(
  section: Section,
  lines: readonly Line[],
  before: readonly PassEdit[],
  ids: Ids,
): readonly PassEdit[] {
  const listing: Listing = {
    section,
    ids,
    taken: new Set(section.lines.flatMap(idsOfLine)),
    standsFor: new Map(before.flatMap((edit) => (edit.kind === 'replace-bar' ? [[edit.bar.id, edit.barId]] : []))),
  };
  const edits: PassEdit[] = [];
  const kept = new Set<Line>();
  let anchor: Line | null = null;
  for (const line of lines) {
    const target = section.lines.find(({ id }) => id === line.id);
    const isNext = target !== undefined && section.lines.indexOf(target) > indexOf(section, anchor);
    if (target === undefined || !isNext) {
      edits.push(extraLine(line, anchor, listing));
    } else {
      edits.push(...changedLine(target, line, anchor, listing));
      kept.add(target);
      anchor = target;
    }
  }
  const leftOut = section.lines.filter((line) => !kept.has(line));
  return [...edits, ...leftOut.map(({ id }): PassEdit => ({ kind: 'leave-out-line', lineId: id }))];
}

function indexOf(section: Section, line: Line | null): number {
  return line === null ? -1 : section.lines.indexOf(line);
}

/** A line that the section has elsewhere is sung again; any other is inserted. */
function extraLine(line: Line, anchor: Line | null, listing: Listing): PassEdit {
  const again = listing.section.lines.find((own) => isSameContent(own, line));
  return again !== undefined && anchor !== null
    ? { kind: 'sing-again', lineId: again.id, afterLineId: anchor.id }
    : insertedLine(line, anchor, listing);
}

function insertedLine(line: Line, anchor: Line | null, listing: Listing): PassEdit {
  return { kind: 'insert-line', afterLineId: anchor?.id ?? null, line: ownLine(line, listing) };
}

/** Whether two lines say the same, whatever their ids. */
function isSameContent(a: Line, b: Line): boolean {
  return isEqual(withoutIds(a), withoutIds(b));
}

function withoutIds(line: Line): Line {
  return {
    ...line,
    id: 0,
    bars: line.bars.map(barWithoutIds),
    endings: line.endings.map((ending) => ({ ...ending, id: 0, bars: ending.bars.map(barWithoutIds) })),
  };
}

function barWithoutIds(bar: Bar): Bar {
  return { ...bar, id: 0, slots: bar.slots.map((slot) => ({ ...slot, id: 0 })) };
}

/** The edits for a line that goes on: none, rounds and cues, single bars, or the whole line. */
function changedLine(target: Line, line: Line, anchor: Line | null, listing: Listing): readonly PassEdit[] {
  if (line === target) {
    return [];
  }
  const barEdits = isEqual(target.endings, line.endings) ? editBars(target, line, listing) : null;
  if (barEdits === null) {
    return [{ kind: 'leave-out-line', lineId: target.id }, insertedLine(line, anchor, listing)];
  }
  const isOtherRounds = target.times !== line.times || target.note !== line.note;
  return [
    ...barEdits,
    ...(isOtherRounds ? [{ kind: 'set-rounds', lineId: target.id, times: line.times, note: line.note } as const] : []),
    ...(isEqual(target.cues, line.cues) ? [] : [{ kind: 'set-cues', lineId: target.id, cues: line.cues } as const]),
  ];
}

/** Edits of single bars, or null when a bar comes before the line's first. */
function editBars(target: Line, line: Line, listing: Listing): readonly PassEdit[] | null {
  const edits: PassEdit[] = [];
  const kept = new Set<Bar>();
  let anchor: Bar | null = null;
  for (const bar of line.bars) {
    const barId = listing.standsFor.get(bar.id) ?? bar.id;
    const old = target.bars.find(({ id }) => id === barId);
    const isNext = old !== undefined && target.bars.indexOf(old) > (anchor === null ? -1 : target.bars.indexOf(anchor));
    if (old !== undefined && isNext) {
      edits.push(...replacedBar(old, bar, listing));
      kept.add(old);
      anchor = old;
    } else if (anchor === null) {
      return null;
    } else {
      edits.push({ kind: 'insert-bars', afterBarId: anchor.id, bars: [ownBar(bar, listing)] });
    }
  }
  const leftOut = target.bars.filter((bar) => !kept.has(bar));
  return [...edits, ...leftOut.map(({ id }): PassEdit => ({ kind: 'leave-out-bar', barId: id }))];
}

function replacedBar(old: Bar, bar: Bar, listing: Listing): readonly PassEdit[] {
  const isSame = isEqual(barWithoutIds(old), barWithoutIds(bar));
  return isSame ? [] : [{ kind: 'replace-bar', barId: old.id, bar: ownBar(bar, listing) }];
}

/** A line for an edit: as it is where all its ids are its own, else a copy. */
function ownLine(line: Line, listing: Listing): Line {
  const own = idsOfLine(line).some((id) => listing.taken.has(id)) ? copyLine(line, listing.ids) : line;
  take(idsOfLine(own), listing);
  return own;
}

function ownBar(bar: Bar, listing: Listing): Bar {
  const own = idsOfBar(bar).some((id) => listing.taken.has(id)) ? copyBar(bar, listing.ids) : bar;
  take(idsOfBar(own), listing);
  return own;
}

function take(ids: readonly number[], { taken }: Listing): void {
  for (const id of ids) {
    taken.add(id);
  }
}
