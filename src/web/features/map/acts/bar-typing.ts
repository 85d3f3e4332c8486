/* Typing into bars: in the names the page shows, in the grammar of the chart; what cannot be read stays where it was typed. */
import { sayProblem } from '../../../../core/formats/text-chart/chart-messages.ts';
import { formatBar } from '../../../../core/formats/text-chart/format-bar.ts';
import type { ChartProblem } from '../../../../core/formats/text-chart/problem.ts';
import { readBars } from '../../../../core/formats/text-chart/read-bars.ts';
import type { ChartBar, ChartLine } from '../../../../core/song/chart/chart.ts';
import { chartNamingOf, toChartBar } from '../../../../core/song/chart/chart-of.ts';
import type { LineEdit } from '../../../../core/song/map/line-edits.ts';
import {
  BARS_IN_ROW,
  type BarPlace,
  findBar,
  isNextPlace,
  type MapBlock,
  nextPlaceOf,
  placeOnWay,
} from '../places/bar-places.ts';
import type { BarDraft } from '../places/map-session.ts';
import {
  blockOf,
  blocksOf,
  documentOf,
  editBlock,
  type MapStores,
  runCommands,
  selectBar,
  toSounding,
} from './map-stores.ts';

/** Where typing goes on: the next bar or the one before, a new line, the same bar, or somewhere off the map. */
export type TypingGoesOn = 'next' | 'previous' | 'line' | 'stay' | 'leave';

/** The key under which a refused text is kept: that of its bar, or of its block's next bar. */
export function draftKeyOf(stores: MapStores, place: BarPlace): string {
  const bar = findBar(blocksOf(stores), place);
  return bar === null ? `next ${place.block}` : `bar ${place.block} ${bar.id}`;
}

/** Opens a bar for typing: with a text, or with what stands in it. */
export function openBar(stores: MapStores, place: BarPlace, text: string | null = null): void {
  const document = documentOf(stores);
  const draft = stores.session.getState().drafts[draftKeyOf(stores, place)];
  const bar = findBar(blocksOf(stores), place);
  const written = bar === null ? '' : formatBar(toChartBar(bar, chartNamingOf(document)), document.facts.metre);
  stores.session.setState({
    selection: { anchor: place, focus: place },
    editing: { place, text: text ?? draft?.text ?? written },
    problem: '',
  });
}

/** Takes a keystroke. */
export function typeText({ session }: MapStores, text: string): void {
  const { editing } = session.getState();
  if (editing !== null) {
    session.setState({ editing: { ...editing, text } });
  }
}

/** Closes the bar being typed without taking what was typed. */
export function cancelTyping(stores: MapStores): void {
  const { editing } = stores.session.getState();
  if (editing !== null) {
    dropDraft(stores, editing.place);
    stores.session.setState({ editing: null });
    selectBar(stores, editing.place);
  }
}

function dropDraft(stores: MapStores, place: BarPlace): void {
  const key = draftKeyOf(stores, place);
  const { drafts } = stores.session.getState();
  stores.session.setState({ drafts: Object.fromEntries(Object.entries(drafts).filter(([each]) => each !== key)) });
}

/**
 * Takes what was typed. What cannot be read stays open in its bar with the reason; asked a second time with the same text, or
 * when the field is left, it stays there as a draft.
 */
export function takeText(stores: MapStores, goesOn: TypingGoesOn): void {
  const { editing } = stores.session.getState();
  if (editing === null) {
    return;
  }
  const { place, text } = editing;
  const isNext = findBar(blocksOf(stores), place) === null;
  const key = draftKeyOf(stores, place);
  const refused = text.trim() === '' ? null : writeText(stores, place, text);
  if (refused !== null) {
    keepDraft(stores, key, refused, goesOn);
    return;
  }
  const { drafts } = stores.session.getState();
  stores.session.setState({
    editing: null,
    drafts: Object.fromEntries(Object.entries(drafts).filter(([each]) => each !== key)),
  });
  goOn(stores, place, isNext, goesOn);
}

function keepDraft(stores: MapStores, key: string, refused: BarDraft, goesOn: TypingGoesOn): void {
  const { drafts, editing } = stores.session.getState();
  const stays = goesOn !== 'leave' && drafts[key]?.text !== refused.text;
  stores.session.setState({
    drafts: { ...drafts, [key]: refused },
    editing: stays ? editing : null,
    problem: '',
  });
  if (!stays && goesOn !== 'leave' && editing !== null) {
    selectBar(stores, placeOnWay(blocksOf(stores), editing.place, goesOn === 'previous' ? 'left' : 'right'));
  }
}

/** Brings a text into the song; answers why it cannot be. */
function writeText(stores: MapStores, place: BarPlace, text: string): BarDraft | null {
  const read = readBars(text, documentOf(stores).facts.metre);
  if (!read.ok) {
    return { text, problem: wordsOf(read.error), proposals: proposalsFor(text, read.error) };
  }
  return writeBars(stores, place, toSounding(stores, read.value.bars))
    ? null
    : { text, problem: stores.session.getState().problem, proposals: [] };
}

function writeBars(stores: MapStores, place: BarPlace, bars: readonly ChartBar[]): boolean {
  const block = blockOf(stores, place);
  if (block === null) {
    const { sections, form } = documentOf(stores).map;
    const lines = linesOfBars(bars);
    return runCommands(stores, [
      { kind: 'add-section', at: sections.length, name: 'Verse', lines, playAt: form.length },
    ]);
  }
  if (!isNextPlace(place, block)) {
    const { line, ending, at } = place;
    return editBlock(stores, block, [{ kind: 'write-bars', run: { line, ending, from: at, count: 1 }, bars }]);
  }
  return editBlock(stores, block, appending(block, bars, stores.session.getState().opensLine));
}

function goOn(stores: MapStores, place: BarPlace, isNext: boolean, goesOn: TypingGoesOn): void {
  const block = blockOf(stores, place) ?? blocksOf(stores)[0];
  if (goesOn === 'leave' || block === undefined) {
    return;
  }
  stores.session.setState({ opensLine: goesOn === 'line' });
  const here = isNext ? nextPlaceOf(block) : place;
  const isOnward = goesOn === 'next' && !isNext;
  selectBar(
    stores,
    isOnward || goesOn === 'previous' ? placeOnWay(blocksOf(stores), here, isOnward ? 'right' : 'left') : here,
  );
}

/** Bars in lines of as many as stand side by side. */
export function linesOfBars(bars: readonly ChartBar[]): readonly ChartLine[] {
  return Array.from({ length: Math.ceil(bars.length / BARS_IN_ROW) }, (_, index) => ({
    bars: bars.slice(index * BARS_IN_ROW, (index + 1) * BARS_IN_ROW),
    times: 1,
    endings: [],
    cues: [],
    note: '',
  }));
}

/** How bars are written after a block's last one: into its last line while that has room, then in lines of their own. */
function appending(block: MapBlock, bars: readonly ChartBar[], opensLine: boolean): readonly LineEdit[] {
  const line = block.lines.length - 1;
  const last = block.lines[line];
  const isOpen = last !== undefined && last.times === 1 && last.endings.length === 0 && !opensLine;
  const length = last?.bars.length ?? 0;
  const room = isOpen ? Math.max(0, BARS_IN_ROW - length) : 0;
  const rest = linesOfBars(bars.slice(room));
  const run = { line, ending: null, from: length, count: 0 };
  return [
    ...(room > 0 ? [{ kind: 'write-bars', run, bars: bars.slice(0, room) } as const] : []),
    ...(rest.length > 0 ? [{ kind: 'insert-lines', at: block.lines.length, lines: rest } as const] : []),
  ];
}

/** Problems of some typed bars as a sentence. */
export function wordsOf(problems: readonly ChartProblem[]): string {
  const [first] = problems;
  return first === undefined ? 'Nothing in it is a bar.' : sayProblem(first);
}

/** What the whole text of a bar could be instead, with each proposal put in the place it is for. */
function proposalsFor(text: string, problems: readonly ChartProblem[]): readonly string[] {
  const [first] = problems;
  const from = Math.max(0, (first?.column ?? 1) - 1);
  return (first?.proposals ?? [])
    .slice(0, 3)
    .map((proposal) => `${text.slice(0, from)}${proposal}${text.slice(from + (first?.length ?? 0))}`.trim());
}
