/*
 * How a pass differs from its section, as edits on the section's ids.
 *
 * The lines as played are lined up with the section's. A line that is equal needs nothing; one whose bars differ becomes
 * edits of just those bars; an extra line that the section has elsewhere is "sing it again"; anything else replaces the
 * line. Played back by linesOfPass, the edits give the lines they were made from.
 */
import { alignLists } from '../kernel/align.ts';
import { isEqual } from '../kernel/equal.ts';
import { barKeyOf, barsKeyOf } from './bar-key.ts';
import type { ChartLine } from './chart.ts';
import { toChartBar, toChartLine } from './chart-of.ts';
import type { Line, Pass, PassEdit, Section } from './document.ts';
import { alignLines, type LineUp, toBar } from './line-up.ts';
import { linesOfPass } from './pass-lines.ts';

/** The edits that turn a section into the lines of one pass; a pass that already plays them keeps its own edits. */
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
  const playedBefore = before === null ? [] : linesOfPass(section, before);
  const isSame = isEqual(
    playedBefore.map((line) => toChartLine(line, context.naming)),
    lines,
  );
  return before !== null && isSame ? before.edits : listEdits(section, lines, context);
}

function listEdits(section: Section, lines: readonly ChartLine[], context: LineUp): readonly PassEdit[] {
  const charts = section.lines.map((line) => toChartLine(line, context.naming));
  const matches = alignLists(charts.map(barsKeyOf), lines.map(barsKeyOf));
  const edits: PassEdit[] = [];
  let anchor: number | null = null;
  lines.forEach((line, index) => {
    const match = matches[index] ?? null;
    const target = match === null ? null : (section.lines[match] ?? null);
    if (target === null) {
      edits.push(extraLine(section, line, anchor, context));
      return;
    }
    edits.push(...changedLine(target, line, anchor, context));
    anchor = target.id;
  });
  const kept = new Set(matches);
  const leftOut = section.lines.filter((_, index) => !kept.has(index));
  return [...edits, ...leftOut.map(({ id }): PassEdit => ({ kind: 'leave-out-line', lineId: id }))];
}

/** A line that the section has elsewhere is sung again; any other is inserted. */
function extraLine(section: Section, line: ChartLine, anchor: number | null, context: LineUp): PassEdit {
  const again = section.lines.find((own) => isEqual(toChartLine(own, context.naming), line));
  return again !== undefined && anchor !== null
    ? { kind: 'sing-again', lineId: again.id, afterLineId: anchor }
    : insertedLine(line, anchor, context);
}

function insertedLine(line: ChartLine, afterLineId: number | null, context: LineUp): PassEdit {
  const [inserted] = alignLines([], [line], context) as readonly [Line];
  return { kind: 'insert-line', afterLineId, line: inserted };
}

/** The edits for a line that is matched: none, rounds and cues, single bars, or the whole line. */
function changedLine(target: Line, line: ChartLine, anchor: number | null, context: LineUp): readonly PassEdit[] {
  const chart = toChartLine(target, context.naming);
  const barEdits = isEqual(chart.endings, line.endings) ? editBars(target, line, context) : null;
  if (barEdits === null) {
    return [{ kind: 'leave-out-line', lineId: target.id }, insertedLine(line, anchor, context)];
  }
  const isOtherRounds = chart.times !== line.times || chart.note !== line.note;
  return [
    ...barEdits,
    ...(isOtherRounds ? [{ kind: 'set-rounds', lineId: target.id, times: line.times, note: line.note } as const] : []),
    ...(isEqual(chart.cues, line.cues) ? [] : [{ kind: 'set-cues', lineId: target.id, cues: line.cues } as const]),
  ];
}

/** Edits of single bars, or null when a bar comes before the line's first. */
function editBars(target: Line, line: ChartLine, context: LineUp): readonly PassEdit[] | null {
  const charts = target.bars.map((bar) => toChartBar(bar, context.naming));
  const matches = alignLists(charts.map(barKeyOf), line.bars.map(barKeyOf));
  if (matches[0] === null) {
    return null;
  }
  let anchor = 0;
  const changed = line.bars.flatMap((bar, index): readonly PassEdit[] => {
    const match = matches[index] ?? -1;
    const old = target.bars[match];
    if (old === undefined) {
      return [{ kind: 'insert-bars', afterBarId: anchor, bars: [toBar(null, bar, context)] }];
    }
    anchor = old.id;
    return isEqual(charts[match], bar) ? [] : [{ kind: 'replace-bar', barId: old.id, bar: toBar(null, bar, context) }];
  });
  const kept = new Set(matches);
  const leftOut = target.bars.filter((_, index) => !kept.has(index));
  return [...changed, ...leftOut.map(({ id }): PassEdit => ({ kind: 'leave-out-bar', barId: id }))];
}
