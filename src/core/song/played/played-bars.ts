/*
 * The song unrolled: every bar as it is played, in order, with its time.
 *
 * Passes, section repeats, rounds of a line and endings are walked once. A bar marked `same` takes the chords and the
 * metre of the bar played before it, without that bar's pushes, stops and holds.
 */
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { createLastFew } from '../../kernel/last-few.ts';
import { sumOf } from '../../kernel/list.ts';
import { rememberOf } from '../../kernel/remember.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { type Tempo, ticksToSeconds } from '../../rhythm/tempo.ts';
import { ticksOfBar } from '../chart/bar-check.ts';
import { linesOfPass } from '../chart/pass-lines.ts';
import type { Bar, Line, Pass, Section, Slot, SongDocument } from '../document/document.ts';

/** One bar of the unrolled song. */
export type PlayedBar = {
  /** Counted from 1; a pick-up bar at the very start is 0. */
  readonly number: number;
  readonly passIndex: number;
  readonly section: Section;
  readonly lineId: number;
  /** Which line of its section or pass, from 0, and how many lines the song has entered before, repeats of a section counted. */
  readonly line: number;
  readonly lineVisit: number;
  /** Which round of its line, from 1, and which bar of that round, from 0. */
  readonly round: number;
  readonly inRound: number;
  readonly bar: Bar;
  readonly metre: Metre;
  /** The chords that are played; those of the bar before when `bar.same`. */
  readonly slots: readonly Slot[];
  readonly startTick: number;
  readonly lengthTicks: number;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
};

/** A screen asks for the song as it is and as it was; more would be kept alive for nothing. */
const unrolled = createLastFew<readonly PlayedBar[]>(4);

/** The unrolled song, without the passes that are left out; the same object each time a song is asked for. */
export function listPlayedBars(document: SongDocument): readonly PlayedBar[] {
  return unrolled.find([document], () => {
    const played: PlayedBar[] = [];
    for (const visit of listVisits(document)) {
      played.push(playBar(document, visit, played.at(-1)));
    }
    return played;
  });
}

type Visit = Pick<PlayedBar, 'passIndex' | 'section' | 'lineId' | 'line' | 'lineVisit' | 'round' | 'inRound' | 'bar'>;

function listVisits(document: SongDocument): readonly Visit[] {
  const visits: Visit[] = [];
  let lineVisit = 0;
  for (const [passIndex, pass] of document.map.form.entries()) {
    const section = findSection(document, pass);
    const lines = section === null || pass.isLeftOut ? [] : linesOfPass(section, pass);
    for (let time = 0; section !== null && time < section.times; time += 1) {
      for (const [line, written] of lines.entries()) {
        visitLine(visits, { passIndex, section, lineId: written.id, line, lineVisit }, written);
        lineVisit += 1;
      }
    }
  }
  return visits;
}

/** Adds the bars of a line in all its rounds; an ending is played in its own. */
function visitLine(
  visits: Visit[],
  place: Omit<Visit, 'round' | 'inRound' | 'bar'>,
  { times, bars, endings }: Line,
): void {
  const { passIndex, section, lineId, line, lineVisit } = place;
  for (let round = 1; round <= times; round += 1) {
    const closing =
      endings.length === 0 ? [] : endings.flatMap((each) => (each.rounds.includes(round) ? each.bars : []));
    const all = closing.length === 0 ? bars : [...bars, ...closing];
    for (const [inRound, bar] of all.entries()) {
      visits.push({ passIndex, section, lineId, line, lineVisit, round, inRound, bar });
    }
  }
}

/** The section that a pass plays, or null when it is gone. */
export function findSection(document: SongDocument, pass: Pass): Section | null {
  return document.map.sections.find(({ id }) => id === pass.sectionId) ?? null;
}

// Written out: a song has hundreds of bars with each edit, and copies by spreading take several times as long.
function playBar(document: SongDocument, visit: Visit, before: PlayedBar | undefined): PlayedBar {
  const { bar, passIndex, section, lineId, line, lineVisit, round, inRound } = visit;
  const { metre, lengthTicks, slots } = playedContent(document, visit, before);
  return {
    number: before === undefined ? (bar.pickupBeats === null ? 1 : 0) : before.number + 1,
    passIndex,
    section,
    lineId,
    line,
    lineVisit,
    round,
    inRound,
    bar,
    metre,
    slots,
    startTick: before === undefined ? 0 : before.startTick + before.lengthTicks,
    lengthTicks,
    key: bar.key ?? (before === undefined ? document.facts.key : before.key),
    tempo: bar.tempo ?? (before === undefined ? document.facts.tempo : before.tempo),
  };
}

type Content = Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'>;

function playedContent(document: SongDocument, visit: Visit, before: PlayedBar | undefined): Content {
  const { bar } = visit;
  if (before !== undefined && bar.same) {
    return repeatedOf(before, visit);
  }
  const own = contentOf(bar, document.facts.metre);
  return bar.slots[0]?.isTied === true ? { ...own, slots: tiedTo(before, own.slots) } : own;
}

/** A bar that says "same": a bar that is one held chord goes on ringing through it in the same pass, others are played again, unmarked. */
function repeatedOf(before: PlayedBar, { passIndex }: Visit): Content {
  const { metre, lengthTicks, slots } = before;
  const only = passIndex === before.passIndex ? ringingSlotOf(slots) : null;
  return { metre, lengthTicks, slots: only === null || only.chord === null ? slots.map(withoutMarks) : [tied(only)] };
}

/** The one chord of a bar that rings through it, held or tied; null where the bar is anything else. */
export function ringingSlotOf(slots: readonly Slot[]): Slot | null {
  const [only] = slots;
  return only !== undefined && slots.length === 1 && (only.hold || only.isTied) ? only : null;
}

function contentOf(bar: Bar, songMetre: Metre): Content {
  return { metre: bar.metre ?? songMetre, lengthTicks: ticksOfBar(bar, songMetre), slots: bar.slots };
}

/** Slots whose first one, where it is a tie, has the chord that sounds before: a tie has the same chord on both sides. */
function tiedTo(before: PlayedBar | undefined, slots: readonly Slot[]): readonly Slot[] {
  const [first, ...rest] = slots;
  if (first?.isTied !== true) {
    return slots;
  }
  const chord = before?.slots.at(-1)?.chord ?? null;
  const own = chord === null ? { ...first, isTied: false } : first;
  return [isEqual(own.chord, chord) ? own : { ...own, chord }, ...rest];
}

/** A slot as a bar that says `same` repeats it: without push, stop, hold and tie. The same slot comes out as the same object. */
export function withoutMarks(slot: Slot): Slot {
  const { pushTicks, hold, stop, isTied } = slot;
  return pushTicks === 0 && !hold && stop === null && !isTied
    ? slot
    : rememberOf(UNMARKED, slot, () => ({ ...slot, pushTicks: 0, hold: false, stop: null, isTied: false }));
}

function tied(slot: Slot): Slot {
  return rememberOf(TIED, slot, () => ({ ...slot, pushTicks: 0, hold: false, stop: null, isTied: true }));
}

const UNMARKED = new WeakMap<Slot, Slot>();
const TIED = new WeakMap<Slot, Slot>();

/** Where a slot of a bar begins, in ticks from the bar line; `at` is its place among them. */
export function slotStartTick(slots: readonly Slot[], at: number): number {
  return sumOf(slots.slice(0, at), ({ ticks }) => ticks);
}

/** Where a slot's chord is played, in ticks from the bar line: its beginning, less what it comes early (below 0 before the bar line). */
export function slotEntryTick(slots: readonly Slot[], at: number): number {
  return slotStartTick(slots, at) - (slots[at]?.pushTicks ?? 0);
}

/** The slot of a played bar at a tick from its bar line. */
export function slotAtTick({ slots }: Pick<PlayedBar, 'slots'>, tick: number): Slot | null {
  let until = 0;
  return (
    slots.find(({ ticks }) => {
      until += ticks;
      return tick < until;
    }) ?? null
  );
}

/** Bars, beats of each bar's own metre, and seconds to the end of the last bar (null without a tempo). */
export type SongTotals = { readonly bars: number; readonly beats: number; readonly seconds: number | null };

/** Adds up some played bars; a pick-up bar at the start adds its beats but is not counted as a bar. */
export function totalsOf(played: readonly PlayedBar[]): SongTotals {
  const seconds = played.every(({ tempo }) => tempo !== null)
    ? sumOf(played, ({ lengthTicks, tempo }) => (tempo === null ? 0 : ticksToSeconds(lengthTicks, tempo)))
    : null;
  return {
    bars: played.filter(({ number }) => number > 0).length,
    beats: sumOf(played, ({ lengthTicks, metre }) => lengthTicks / beatTicks(metre)),
    seconds: played.length === 0 ? null : seconds,
  };
}

/** How many bars the unrolled song has, found without unrolling it. */
export function countPlayedBars(document: SongDocument): number {
  return sumOf(document.map.form, (pass) => {
    const section = findSection(document, pass);
    return section === null || pass.isLeftOut ? 0 : section.times * sumOf(linesOfPass(section, pass), countBarsOfLine);
  });
}

function countBarsOfLine(line: Line): number {
  const inEndings = sumOf(line.endings, ({ rounds, bars }) => rounds.length * bars.length);
  return line.times * line.bars.length + inEndings;
}
