/* What is done to selected bars. */
import { formatBar } from '../../../../core/formats/text-chart/format-bar.ts';
import { formatLine } from '../../../../core/formats/text-chart/format-chart.ts';
import { readLines } from '../../../../core/formats/text-chart/read-bars.ts';
import { joinBars, splitBar } from '../../../../core/song/chart/bar-joining.ts';
import type { ChartBar, ChartLine } from '../../../../core/song/chart/chart.ts';
import { chartNamingOf, toChartBar, toChartLine } from '../../../../core/song/chart/chart-of.ts';
import { type SlotMark, turnMark, turnTie } from '../../../../core/song/chart/slot-marks.ts';
import { findRow, type LineEdit } from '../../../../core/song/map/line-edits.ts';
import { listPlayedBars } from '../../../../core/song/played/played-bars.ts';
import { type BarPlace, findBar, isNextPlace } from '../places/bar-places.ts';
import { openBar, wordsOf } from './bar-typing.ts';
import {
  barsInRun,
  blockOf,
  blocksOf,
  documentOf,
  editBlock,
  focusedLine,
  type MapStores,
  nearestPlace,
  runCommands,
  selectBar,
  selectBetween,
  selectedRuns,
  soundingBars,
  toSounding,
} from './map-stores.ts';

/** Takes out what is selected; what stands after it moves up. */
export function removeBars(stores: MapStores): void {
  const chosen = selectedRuns(stores);
  const first = chosen?.runs[0];
  if (chosen === null || first === undefined) {
    return;
  }
  // From the last row on, so that the places of the rows before it stay.
  const edits = [...chosen.runs].reverse().map((run): LineEdit => ({ kind: 'write-bars', run, bars: [] }));
  if (editBlock(stores, chosen.block, edits)) {
    const { line, ending, from } = first;
    const place: BarPlace = { block: chosen.block.key, line, ending, at: from };
    const block = blockOf(stores, place);
    selectBar(stores, block === null ? place : nearestPlace(block, place));
  }
}

/** Writes other bars in the place of each selected run. */
function rewriteRuns(stores: MapStores, toBars: (bars: readonly ChartBar[]) => readonly ChartBar[]): void {
  const chosen = selectedRuns(stores);
  if (chosen !== null) {
    const edits = chosen.runs.map(
      (run): LineEdit => ({ kind: 'write-bars', run, bars: toBars(soundingBars(chosen.block.lines, run)) }),
    );
    editBlock(stores, chosen.block, edits);
  }
}

/** Writes "same" into every selected bar. */
export function repeatBars(stores: MapStores): void {
  const same: ChartBar = { metre: null, key: null, tempo: null, pickupBeats: null, same: true, slots: [], note: '' };
  rewriteRuns(stores, (bars) => bars.map(() => same));
}

/** Changes every selected bar; bars that repeat the one before are left as they are. */
export function changeBars(stores: MapStores, change: (bar: ChartBar) => ChartBar): void {
  rewriteRuns(stores, (bars) => bars.map((bar) => (bar.same ? bar : change(bar))));
}

/** Turns a mark on the selected bars: on the first chord where it comes early, on the last where it rings or is cut. */
export function markBars(stores: MapStores, mark: SlotMark): void {
  changeBars(stores, (bar) => turnMark(bar, mark === 'early' ? 0 : bar.slots.length - 1, mark));
}

/** Lets the chord before ring on through the beginning of the selected bars, or has their first chords struck again. */
export function tieBars(stores: MapStores): void {
  const { selection } = stores.session.getState();
  const bar = selection === null ? null : findBar(blocksOf(stores), selection.focus);
  const played = listPlayedBars(documentOf(stores));
  const at = played.findIndex((each) => each.bar.id === bar?.id);
  const before = played[at - 1]?.slots.at(-1)?.chord ?? null;
  if (before === null) {
    stores.session.setState({ problem: 'Nothing sounds before this bar that could ring on.' });
  } else {
    changeBars(stores, (each) => turnTie(each, before));
  }
}

/** Gives each chord of the selected bars a bar of its own. */
export function partBars(stores: MapStores): void {
  const { metre } = documentOf(stores).facts;
  rewriteRuns(stores, (bars) => bars.flatMap((bar) => splitBar(bar, metre)));
}

/** Makes the selected bars of a row one bar, whose chords share it; with one bar selected, of it and the next. */
export function uniteBars(stores: MapStores): void {
  const chosen = selectedRuns(stores);
  const run = chosen?.runs[0];
  if (chosen === null || run === undefined || chosen.runs.length > 1) {
    return;
  }
  const wide = { ...run, count: Math.max(2, run.count) };
  const joined = joinBars(soundingBars(chosen.block.lines, wide), documentOf(stores).facts.metre);
  if (joined === null || barsInRun(chosen.block.lines, wide).length < 2) {
    stores.session.setState({ problem: 'These bars do not share one bar in whole or half beats.' });
  } else if (editBlock(stores, chosen.block, [{ kind: 'write-bars', run: wide, bars: [joined] }])) {
    selectBar(stores, { block: chosen.block.key, line: run.line, ending: run.ending, at: run.from });
  }
}

/** Puts a bar before the focused one and opens it for typing; until something is typed it repeats what stands there. */
export function insertBar(stores: MapStores): void {
  const { selection } = stores.session.getState();
  const place = focusedLine(stores);
  const bar = selection === null ? null : findBar(blocksOf(stores), selection.focus);
  if (selection === null || place === null || bar === null) {
    return;
  }
  const { line, ending, at } = selection.focus;
  const copy = { ...toChartBar(bar, (chord) => chord), key: null, tempo: null };
  if (
    editBlock(stores, place.block, [{ kind: 'write-bars', run: { line, ending, from: at, count: 0 }, bars: [copy] }])
  ) {
    openBar(stores, selection.focus, '');
  }
}

/** Moves the selected bars of one row by a place. */
export function shiftBars(stores: MapStores, by: -1 | 1): void {
  const chosen = selectedRuns(stores);
  const run = chosen?.runs[0];
  if (chosen === null || run === undefined || chosen.runs.length > 1) {
    return;
  }
  const { line, ending, from, count } = run;
  const at = by === -1 ? from - 1 : from + count + 1;
  const isInside = at >= 0 && at <= (findRow(chosen.block.lines, run)?.length ?? 0);
  if (isInside && editBlock(stores, chosen.block, [{ kind: 'move-bars', run, to: { line, ending, at } }])) {
    const row = { block: chosen.block.key, line, ending };
    selectBetween(stores, { ...row, at: from + by }, { ...row, at: from + by + count - 1 });
  }
}

/** Moves the selected bars before a place, in their own block or, as a copy of what they hold, into another one. */
export function dropBars(stores: MapStores, to: BarPlace): void {
  const chosen = selectedRuns(stores);
  const run = chosen?.runs[0];
  const target = blockOf(stores, to);
  if (chosen === null || run === undefined || target === null || chosen.runs.length > 1) {
    return;
  }
  const isEnd = isNextPlace(to, target);
  const row = isEnd
    ? { line: Math.max(0, target.lines.length - 1), ending: null }
    : { line: to.line, ending: to.ending };
  const at = isEnd ? (target.lines[row.line]?.bars.length ?? 0) : to.at;
  if (target.key === chosen.block.key) {
    editBlock(stores, target, [{ kind: 'move-bars', run, to: { ...row, at } }]);
    return;
  }
  const bars = soundingBars(chosen.block.lines, run);
  const writing: LineEdit =
    target.lines.length === 0
      ? { kind: 'insert-lines', at: 0, lines: [{ bars, times: 1, endings: [], cues: [], note: '' }] }
      : { kind: 'write-bars', run: { ...row, from: at, count: 0 }, bars };
  runCommands(stores, [
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
export function copyBars(stores: MapStores): string {
  const chosen = selectedRuns(stores);
  const document = documentOf(stores);
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
export function pasteBars(stores: MapStores, text: string): void {
  const { selection } = stores.session.getState();
  const plain = text.trim();
  if (selection === null || plain === '') {
    return;
  }
  const read = readLines(
    plain.startsWith('|') || plain.includes('\n') ? plain : `| ${plain} |`,
    documentOf(stores).facts.metre,
  );
  if (!read.ok) {
    stores.session.setState({ problem: `What was copied cannot be read as bars: ${wordsOf(read.error)}` });
    return;
  }
  const lines = read.value.map(
    (line): ChartLine => ({
      ...line,
      bars: toSounding(stores, line.bars),
      endings: line.endings.map((ending) => ({ ...ending, bars: toSounding(stores, ending.bars) })),
    }),
  );
  putLines(stores, selection.focus, lines);
}

function putLines(stores: MapStores, focus: BarPlace, lines: readonly ChartLine[]): void {
  const block = blockOf(stores, focus);
  const [only] = lines;
  const isPlain = lines.length === 1 && only?.times === 1 && only.endings.length === 0 && only.cues.length === 0;
  if (block === null) {
    runCommands(stores, [
      { kind: 'add-section', at: 0, name: 'Verse', lines, playAt: documentOf(stores).map.form.length },
    ]);
  } else if (!isPlain || only === undefined || isNextPlace(focus, block)) {
    editBlock(stores, block, [{ kind: 'insert-lines', at: Math.min(focus.line + 1, block.lines.length), lines }]);
  } else {
    const runs = selectedRuns(stores)?.runs ?? [];
    const { line, ending, at } = focus;
    const run = (runs.length === 1 ? runs[0] : undefined) ?? { line, ending, from: at, count: 1 };
    editBlock(stores, block, [{ kind: 'write-bars', run, bars: only.bars }]);
  }
}
