/* What is done to selected bars. */
import { formatBar } from '../../../../core/formats/text-chart/format-bar.ts';
import { formatLine } from '../../../../core/formats/text-chart/format-chart.ts';
import { readLines } from '../../../../core/formats/text-chart/read-bars.ts';
import { joinBars, splitBar } from '../../../../core/song/chart/bar-joining.ts';
import type { ChartBar, ChartLine } from '../../../../core/song/chart/chart.ts';
import { chartNamingOf, toChartBar, toChartLine } from '../../../../core/song/chart/chart-of.ts';
import { type SlotMark, turnMark } from '../../../../core/song/chart/slot-marks.ts';
import { findRow, type LineEdit } from '../../../../core/song/map/line-edits.ts';
import { type BarPlace, findBar, isNextPlace } from '../places/bar-places.ts';
import { openBar, wordsOf } from './bar-typing.ts';
import {
  barsInRun,
  blockOf,
  blocksOf,
  documentOf,
  editBlock,
  focusedLine,
  type MapDesk,
  nearestPlace,
  runCommands,
  selectBar,
  selectBetween,
  selectedRuns,
  soundingBars,
  toSounding,
} from './map-stores.ts';

/** Takes out what is selected; what stands after it moves up. */
export function removeBars(desk: MapDesk): void {
  const chosen = selectedRuns(desk);
  const first = chosen?.runs[0];
  if (chosen === null || first === undefined) {
    return;
  }
  // From the last row on, so that the places of the rows before it stay.
  const edits = [...chosen.runs].reverse().map((run): LineEdit => ({ kind: 'write-bars', run, bars: [] }));
  if (editBlock(desk, chosen.block, edits)) {
    const { line, ending, from } = first;
    const place: BarPlace = { block: chosen.block.key, line, ending, at: from };
    const block = blockOf(desk, place);
    selectBar(desk, block === null ? place : nearestPlace(block, place));
  }
}

/** Writes other bars in the place of each selected run. */
function rewriteRuns(desk: MapDesk, toBars: (bars: readonly ChartBar[]) => readonly ChartBar[]): void {
  const chosen = selectedRuns(desk);
  if (chosen !== null) {
    const edits = chosen.runs.map(
      (run): LineEdit => ({ kind: 'write-bars', run, bars: toBars(soundingBars(chosen.block.lines, run)) }),
    );
    editBlock(desk, chosen.block, edits);
  }
}

/** Writes "same" into every selected bar. */
export function repeatBars(desk: MapDesk): void {
  const same: ChartBar = { metre: null, key: null, tempo: null, pickupBeats: null, same: true, slots: [] };
  rewriteRuns(desk, (bars) => bars.map(() => same));
}

/** Changes every selected bar; bars that repeat the one before are left as they are. */
export function changeBars(desk: MapDesk, change: (bar: ChartBar) => ChartBar): void {
  rewriteRuns(desk, (bars) => bars.map((bar) => (bar.same ? bar : change(bar))));
}

/** Turns a mark on the selected bars: on the first chord where it comes early, on the last where it rings or is cut. */
export function markBars(desk: MapDesk, mark: SlotMark): void {
  changeBars(desk, (bar) => turnMark(bar, mark === 'early' ? 0 : bar.slots.length - 1, mark));
}

/** Gives each chord of the selected bars a bar of its own. */
export function partBars(desk: MapDesk): void {
  const { metre } = documentOf(desk).facts;
  rewriteRuns(desk, (bars) => bars.flatMap((bar) => splitBar(bar, metre)));
}

/** Makes the selected bars of a row one bar, whose chords share it; with one bar selected, of it and the next. */
export function uniteBars(desk: MapDesk): void {
  const chosen = selectedRuns(desk);
  const run = chosen?.runs[0];
  if (chosen === null || run === undefined || chosen.runs.length > 1) {
    return;
  }
  const wide = { ...run, count: Math.max(2, run.count) };
  const joined = joinBars(soundingBars(chosen.block.lines, wide), documentOf(desk).facts.metre);
  if (joined === null || barsInRun(chosen.block.lines, wide).length < 2) {
    desk.session.setState({ problem: 'These bars do not share one bar in whole or half beats.' });
  } else if (editBlock(desk, chosen.block, [{ kind: 'write-bars', run: wide, bars: [joined] }])) {
    selectBar(desk, { block: chosen.block.key, line: run.line, ending: run.ending, at: run.from });
  }
}

/** Puts a bar before the focused one and opens it for typing; until something is typed it repeats what stands there. */
export function insertBar(desk: MapDesk): void {
  const { selection } = desk.session.getState();
  const place = focusedLine(desk);
  const bar = selection === null ? null : findBar(blocksOf(desk), selection.focus);
  if (selection === null || place === null || bar === null) {
    return;
  }
  const { line, ending, at } = selection.focus;
  const copy = { ...toChartBar(bar, (chord) => chord), key: null, tempo: null };
  if (editBlock(desk, place.block, [{ kind: 'write-bars', run: { line, ending, from: at, count: 0 }, bars: [copy] }])) {
    openBar(desk, selection.focus, '');
  }
}

/** Moves the selected bars of one row by a place. */
export function shiftBars(desk: MapDesk, by: -1 | 1): void {
  const chosen = selectedRuns(desk);
  const run = chosen?.runs[0];
  if (chosen === null || run === undefined || chosen.runs.length > 1) {
    return;
  }
  const { line, ending, from, count } = run;
  const at = by === -1 ? from - 1 : from + count + 1;
  const isInside = at >= 0 && at <= (findRow(chosen.block.lines, run)?.length ?? 0);
  if (isInside && editBlock(desk, chosen.block, [{ kind: 'move-bars', run, to: { line, ending, at } }])) {
    const row = { block: chosen.block.key, line, ending };
    selectBetween(desk, { ...row, at: from + by }, { ...row, at: from + by + count - 1 });
  }
}

/** Moves the selected bars before a place, in their own block or, as a copy of what they hold, into another one. */
export function dropBars(desk: MapDesk, to: BarPlace): void {
  const chosen = selectedRuns(desk);
  const run = chosen?.runs[0];
  const target = blockOf(desk, to);
  if (chosen === null || run === undefined || target === null || chosen.runs.length > 1) {
    return;
  }
  const isEnd = isNextPlace(to, target);
  const row = isEnd
    ? { line: Math.max(0, target.lines.length - 1), ending: null }
    : { line: to.line, ending: to.ending };
  const at = isEnd ? (target.lines[row.line]?.bars.length ?? 0) : to.at;
  if (target.key === chosen.block.key) {
    editBlock(desk, target, [{ kind: 'move-bars', run, to: { ...row, at } }]);
    return;
  }
  const bars = soundingBars(chosen.block.lines, run);
  const writing: LineEdit =
    target.lines.length === 0
      ? { kind: 'insert-lines', at: 0, lines: [{ bars, times: 1, endings: [], cues: [], note: '' }] }
      : { kind: 'write-bars', run: { ...row, from: at, count: 0 }, bars };
  runCommands(desk, [
    { kind: 'edit-lines', sectionId: target.sectionId, passId: target.passId, edit: writing },
    {
      kind: 'edit-lines',
      sectionId: chosen.block.sectionId,
      passId: chosen.block.passId,
      edit: { kind: 'write-bars', run, bars: [] },
    },
  ]);
}

/** The selection as text in the grammar of the chart: whole lines with their rounds and words, else the bars alone. */
export function copyBars(desk: MapDesk): string {
  const chosen = selectedRuns(desk);
  const document = documentOf(desk);
  const naming = chartNamingOf(document);
  const { metre } = document.facts;
  const texts = (chosen?.runs ?? []).flatMap((run) => {
    const line = chosen?.block.lines[run.line];
    if (line !== undefined && run.ending === null && run.count === line.bars.length) {
      return formatLine(toChartLine(line, naming), metre);
    }
    const bars = chosen === null ? [] : barsInRun(chosen.block.lines, run);
    return [`| ${bars.map((bar) => formatBar(toChartBar(bar, naming), metre)).join(' | ')} |`];
  });
  return texts.join('\n');
}

/** Puts text in the place of the selected bars; what is more than bars of one line comes as lines below. */
export function pasteBars(desk: MapDesk, text: string): void {
  const { selection } = desk.session.getState();
  const plain = text.trim();
  if (selection === null || plain === '') {
    return;
  }
  const read = readLines(
    plain.startsWith('|') || plain.includes('\n') ? plain : `| ${plain} |`,
    documentOf(desk).facts.metre,
  );
  if (!read.ok) {
    desk.session.setState({ problem: `What was copied cannot be read as bars: ${wordsOf(read.error)}` });
    return;
  }
  const lines = read.value.map(
    (line): ChartLine => ({
      ...line,
      bars: toSounding(desk, line.bars),
      endings: line.endings.map((ending) => ({ ...ending, bars: toSounding(desk, ending.bars) })),
    }),
  );
  putLines(desk, selection.focus, lines);
}

function putLines(desk: MapDesk, focus: BarPlace, lines: readonly ChartLine[]): void {
  const block = blockOf(desk, focus);
  const [only] = lines;
  const isPlain = lines.length === 1 && only?.times === 1 && only.endings.length === 0 && only.cues.length === 0;
  if (block === null) {
    runCommands(desk, [{ kind: 'add-section', at: 0, name: 'Verse', lines, playAt: documentOf(desk).map.form.length }]);
  } else if (!isPlain || only === undefined || isNextPlace(focus, block)) {
    editBlock(desk, block, [{ kind: 'insert-lines', at: Math.min(focus.line + 1, block.lines.length), lines }]);
  } else {
    const runs = selectedRuns(desk)?.runs ?? [];
    const { line, ending, at } = focus;
    const run = (runs.length === 1 ? runs[0] : undefined) ?? { line, ending, from: at, count: 1 };
    editBlock(desk, block, [{ kind: 'write-bars', run, bars: only.bars }]);
  }
}
