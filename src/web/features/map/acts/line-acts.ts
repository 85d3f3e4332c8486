/* What is done to the lines of the selection. */
import type { LineEdit } from '../../../../core/song/map/line-edits.ts';
import type { MapBlock } from '../places/bar-places.ts';
import {
  editBlock,
  focusedLine,
  type MapStores,
  runCommands,
  selectBar,
  selectBetween,
  selectedRuns,
} from './map-stores.ts';

/** Edits the line of the focused bar. */
function editFocusedLine(stores: MapStores, toEdit: (line: number, block: MapBlock) => LineEdit): boolean {
  const place = focusedLine(stores);
  return place !== null && editBlock(stores, place.block, [toEdit(place.line, place.block)]);
}

/** Begins a new line with the focused bar. */
export function breakLine(stores: MapStores): void {
  const { selection } = stores.session.getState();
  if (selection !== null && editFocusedLine(stores, (line) => ({ kind: 'split-line', line, at: selection.focus.at }))) {
    selectBar(stores, { ...selection.focus, line: selection.focus.line + 1, at: 0 });
  }
}

/** Joins the focused line and the next one. */
export function joinLine(stores: MapStores): void {
  editFocusedLine(stores, (line) => ({ kind: 'join-lines', line }));
}

/** Writes the rounds of the focused line out. */
export function unrollLine(stores: MapStores): void {
  editFocusedLine(stores, (line) => ({ kind: 'unroll-line', line }));
}

/** One round of the focused line more or less. */
export function changeRounds(stores: MapStores, by: -1 | 1): void {
  editFocusedLine(stores, (line, { lines }) => ({
    kind: 'set-line',
    line,
    times: Math.max(1, (lines[line]?.times ?? 1) + by),
  }));
}

/** The lines of the selection, from the first to the last. */
function selectedLines(
  stores: MapStores,
): { readonly block: MapBlock; readonly from: number; readonly count: number } | null {
  const chosen = selectedRuns(stores);
  const lines = chosen?.runs.map(({ line }) => line) ?? [];
  const from = Math.min(...lines);
  return chosen === null ? null : { block: chosen.block, from, count: Math.max(...lines) - from + 1 };
}

/** Makes the selected lines rounds of one line; with one line selected, of it and the next. */
export function foldLines(stores: MapStores): void {
  const chosen = selectedLines(stores);
  if (chosen !== null) {
    const { block, from } = chosen;
    const count = Math.max(2, chosen.count);
    if (editBlock(stores, block, [{ kind: 'fold-lines', from, count }])) {
      selectBar(stores, { block: block.key, line: from, ending: null, at: 0 });
    }
  }
}

/** Moves the selected lines up or down in their block. */
export function shiftLines(stores: MapStores, by: -1 | 1): void {
  const chosen = selectedLines(stores);
  const { selection } = stores.session.getState();
  if (chosen === null || selection === null) {
    return;
  }
  const { block, from, count } = chosen;
  const to = by === -1 ? from - 1 : from + count + 1;
  const isInside = to >= 0 && to <= block.lines.length;
  if (isInside && editBlock(stores, block, [{ kind: 'move-lines', from, count, to }])) {
    const { anchor, focus } = selection;
    selectBetween(stores, { ...anchor, line: anchor.line + by }, { ...focus, line: focus.line + by });
  }
}

/** Moves a line before another place of its block, or, in the song as written, to another section. */
export function dropLine(stores: MapStores, from: LinePlace, to: LinePlace): void {
  const [source, target] = [from.block, to.block];
  if (source.key === target.key) {
    editBlock(stores, source, [{ kind: 'move-lines', from: from.line, count: 1, to: to.line }]);
  } else if (source.passId === null && target.passId === null) {
    const { sectionId } = source;
    const command = {
      kind: 'send-lines',
      from: { sectionId, line: from.line, count: 1 },
      to: { sectionId: target.sectionId, at: to.line },
    } as const;
    runCommands(stores, [command]);
  }
}

/** A line of a block, or the place after its last one. */
export type LinePlace = { readonly block: MapBlock; readonly line: number };
