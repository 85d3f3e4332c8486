/*
 * The open song and the step's session together: what every act of the Map step works on. Acts are plain functions that know no
 * screen, so that they run the same from keys, buttons and drags.
 */
import { transposeChord } from '../../../../core/harmony/spelling.ts';
import type { ChartBar } from '../../../../core/song/chart/chart.ts';
import { toChartBar } from '../../../../core/song/chart/chart-of.ts';
import { songKeysOf } from '../../../../core/song/chart/song-keys.ts';
import type { Bar, Line, SongDocument } from '../../../../core/song/document/document.ts';
import { mainPartOf } from '../../../../core/song/document/parts.ts';
import { type BarRun, findRow, type LineEdit } from '../../../../core/song/map/line-edits.ts';
import type { MapCommand } from '../../../../core/song/map/map-commands.ts';
import { sayCommandError } from '../../../../core/words/command-error-words.ts';
import type { SongEditor } from '../../../editor/song-editor.ts';
import {
  type BarPlace,
  findPlace,
  isNextPlace,
  listBlocks,
  listPlaces,
  type MapBlock,
  nextPlaceOf,
  placeKey,
  placeOnWay,
  runsBetween,
  type Way,
} from '../places/bar-places.ts';
import type { MapSession } from '../places/map-session.ts';

/** What acts work on. */
export type MapStores = { readonly editor: SongEditor; readonly session: MapSession };

/** What is said while the text chart holds lines that cannot be read: an edit here would be lost when they are mended there. */
const TEXT_COMES_FIRST =
  'The text chart has lines that cannot be read. Mend them in the text, or drop them, before the map is changed.';

/** The song as it stands. */
export function documentOf({ editor }: MapStores): SongDocument {
  return editor.store.getState().history.present;
}

/** Its blocks in the view that is shown. */
export function blocksOf(stores: MapStores): readonly MapBlock[] {
  return listBlocks(documentOf(stores), stores.session.getState().view);
}

/** The block of a place, or null for the writing place of a song without sections. */
export function blockOf(stores: MapStores, place: BarPlace): MapBlock | null {
  return blocksOf(stores).find(({ key }) => key === place.block) ?? null;
}

let groups = 0;

/** Carries out commands as one step; stops at the first that is refused, and says why. */
export function runCommands(stores: MapStores, commands: readonly MapCommand[]): boolean {
  const { editor, session } = stores;
  if (documentOf(stores).chart.draftText !== null) {
    session.setState({ problem: TEXT_COMES_FIRST });
    return false;
  }
  groups += 1;
  for (const command of commands) {
    const error = editor.run(command, `map ${groups}`);
    if (error !== null) {
      session.setState({ problem: sayCommandError(error) });
      return false;
    }
  }
  session.setState({ problem: '' });
  return true;
}

/** Edits lines of a block, as one step. */
export function editBlock(stores: MapStores, { sectionId, passId }: MapBlock, edits: readonly LineEdit[]): boolean {
  return runCommands(
    stores,
    edits.map((edit): MapCommand => ({ kind: 'edit-lines', sectionId, passId, edit })),
  );
}

/** Selects a bar, or all from the one selected first; the page brings the focus there. */
export function selectBar({ session }: MapStores, focus: BarPlace, extend = false): void {
  const { selection, focusCount } = session.getState();
  const anchor = extend && selection?.anchor.block === focus.block ? selection.anchor : focus;
  session.setState({ selection: { anchor, focus }, focusCount: focusCount + 1, problem: '' });
}

/** Goes to a bar by its id, as it is written, or in the pass that alone has it; without one to the first bar of a section. */
export function goToBar(stores: MapStores, sectionId: number, barId: number | null): void {
  const document = stores.editor.store.getState().history.present;
  for (const view of ['written', 'played'] as const) {
    const place = findPlace(listBlocks(document, view), sectionId, barId);
    if (place !== null) {
      stores.session.setState({ view });
      selectBar(stores, place);
      return;
    }
  }
}

/** Selects from one bar to another. */
export function selectBetween({ session }: MapStores, anchor: BarPlace, focus: BarPlace): void {
  session.setState({ selection: { anchor, focus }, focusCount: session.getState().focusCount + 1 });
}

/** Goes to a neighbour of the focused bar. */
export function goFrom(stores: MapStores, way: Way, extend = false): void {
  const { selection } = stores.session.getState();
  if (selection !== null) {
    selectBar(stores, placeOnWay(blocksOf(stores), selection.focus, way), extend);
  }
}

/** Selects all bars of the focused block. */
export function selectWholeBlock(stores: MapStores): void {
  const { selection } = stores.session.getState();
  const block = selection === null ? null : blockOf(stores, selection.focus);
  const places = block === null ? [] : listPlaces([block]).slice(0, -1);
  const [first, last] = [places[0], places.at(-1)];
  if (first !== undefined && last !== undefined) {
    selectBetween(stores, first, last);
  }
}

/** The selected bars, one run a row; null where none is selected. */
export function selectedRuns(stores: MapStores): { readonly block: MapBlock; readonly runs: readonly BarRun[] } | null {
  const { selection } = stores.session.getState();
  const block = selection === null ? null : blockOf(stores, selection.focus);
  const runs = selection === null || block === null ? [] : runsBetween(block, selection.anchor, selection.focus);
  return block === null || runs.length === 0 ? null : { block, runs };
}

/** The line of the focused bar; null at a writing place. */
export function focusedLine(stores: MapStores): { readonly block: MapBlock; readonly line: number } | null {
  const { selection } = stores.session.getState();
  const block = selection === null ? null : blockOf(stores, selection.focus);
  return selection === null || block === null || isNextPlace(selection.focus, block)
    ? null
    : { block, line: selection.focus.line };
}

/** The bars of a run. */
export function barsInRun(lines: readonly Line[], { line, ending, from, count }: BarRun): readonly Bar[] {
  return (findRow(lines, { line, ending }) ?? []).slice(from, from + count);
}

/** The bars of a run without ids, in sounding chords. */
export function soundingBars(lines: readonly Line[], run: BarRun): readonly ChartBar[] {
  return barsInRun(lines, run).map((bar) => toChartBar(bar, (chord) => chord));
}

/** Bars in the names the page shows as bars in sounding chords. */
export function toSounding(stores: MapStores, bars: readonly ChartBar[]): readonly ChartBar[] {
  const document = documentOf(stores);
  if (document.chart.chords === 'sounding') {
    return bars;
  }
  const { shape, sounding } = songKeysOf(document, mainPartOf(document));
  return bars.map((bar) => ({
    ...bar,
    slots: bar.slots.map((slot) => ({
      ...slot,
      chord: slot.chord === null ? null : transposeChord(slot.chord, shape, sounding),
    })),
  }));
}

/** The place nearest to one that may be gone: the bar that moved up, else the one before, else the next line. */
export function nearestPlace(block: MapBlock, place: BarPlace): BarPlace {
  const places = listPlaces([block]);
  return (
    places.find((each) => placeKey(each) === placeKey(place)) ??
    places.findLast((each) => each.line === place.line && each.at < place.at) ??
    places.find((each) => each.line >= place.line) ??
    nextPlaceOf(block)
  );
}
