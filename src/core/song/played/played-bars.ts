/*
 * The song unrolled: every bar as it is played, in order, with its time.
 *
 * Passes, section repeats, rounds of a line and endings are walked once. A bar marked `same` takes the chords and the
 * metre of the bar played before it, without that bar's pushes, stops and holds.
 */
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { createLastFew } from '../../kernel/last-few.ts';
import { range, sumOf } from '../../kernel/list.ts';
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
  let lineVisit = -1;
  return document.map.form.flatMap((pass, passIndex) => {
    const section = findSection(document, pass);
    const lines = section === null ? [] : linesOfPass(section, pass);
    return section === null || pass.isLeftOut
      ? []
      : range(0, section.times).flatMap(() =>
          lines.flatMap((each, line) => {
            lineVisit += 1;
            const place = { passIndex, section, lineId: each.id, line, lineVisit };
            return barsByRound(each).map((visit) => ({ ...place, ...visit }));
          }),
        );
  });
}

/** The section that a pass plays, or null when it is gone. */
export function findSection(document: SongDocument, pass: Pass): Section | null {
  return document.map.sections.find(({ id }) => id === pass.sectionId) ?? null;
}

function barsByRound(line: Line): readonly Pick<Visit, 'round' | 'inRound' | 'bar'>[] {
  return range(1, line.times + 1).flatMap((round) => {
    const endings = line.endings.filter((ending) => ending.rounds.includes(round));
    return [...line.bars, ...endings.flatMap(({ bars }) => bars)].map((bar, inRound) => ({ round, inRound, bar }));
  });
}

function playBar(document: SongDocument, visit: Visit, before: PlayedBar | undefined): PlayedBar {
  const { bar } = visit;
  const own = contentOf(bar, document.facts.metre);
  if (before === undefined) {
    const number = bar.pickupBeats === null ? 1 : 0;
    const { key, tempo } = document.facts;
    const slots = own.slots.map((slot) => (slot.isTied ? { ...slot, isTied: false } : slot));
    return { ...visit, ...own, slots, number, startTick: 0, key: bar.key ?? key, tempo: bar.tempo ?? tempo };
  }
  return {
    ...visit,
    ...(bar.same ? repeatedOf(before, visit) : { ...own, slots: tiedTo(before, own.slots) }),
    number: before.number + 1,
    startTick: before.startTick + before.lengthTicks,
    key: bar.key ?? before.key,
    tempo: bar.tempo ?? before.tempo,
  };
}

/** A bar that says "same": a bar that is one held chord goes on ringing through it in the same pass, others are played again, unmarked. */
function repeatedOf(before: PlayedBar, { passIndex }: Visit): Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'> {
  const { metre, lengthTicks, slots } = before;
  const [only] = slots;
  const rings =
    only !== undefined &&
    slots.length === 1 &&
    (only.hold || only.isTied) &&
    only.chord !== null &&
    passIndex === before.passIndex;
  return { metre, lengthTicks, slots: rings ? [tied(only)] : slots.map(withoutMarks) };
}

function contentOf(bar: Bar, songMetre: Metre): Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'> {
  return { metre: bar.metre ?? songMetre, lengthTicks: ticksOfBar(bar, songMetre), slots: bar.slots };
}

/** Slots whose first one, where it is a tie, has the chord that sounds before: a tie has the same chord on both sides. */
function tiedTo(before: PlayedBar, slots: readonly Slot[]): readonly Slot[] {
  const [first, ...rest] = slots;
  if (first?.isTied !== true) {
    return slots;
  }
  const chord = before.slots.at(-1)?.chord ?? null;
  const own = chord === null ? { ...first, isTied: false } : first;
  return [isEqual(own.chord, chord) ? own : { ...own, chord }, ...rest];
}

/** A slot as a bar that says `same` repeats it: without push, stop, hold and tie. The same slot comes out as the same object. */
export function withoutMarks(slot: Slot): Slot {
  const { pushTicks, hold, stop, isTied } = slot;
  return pushTicks === 0 && !hold && stop === null && !isTied
    ? slot
    : kept(UNMARKED, slot, () => ({ ...slot, pushTicks: 0, hold: false, stop: null, isTied: false }));
}

function tied(slot: Slot): Slot {
  return kept(TIED, slot, () => ({ ...slot, pushTicks: 0, hold: false, stop: null, isTied: true }));
}

const UNMARKED = new WeakMap<Slot, Slot>();
const TIED = new WeakMap<Slot, Slot>();

function kept(known: WeakMap<Slot, Slot>, slot: Slot, make: () => Slot): Slot {
  const made = known.get(slot) ?? make();
  known.set(slot, made);
  return made;
}

/** Where a slot of a bar begins, in ticks from the bar line; `at` is its place among them. */
export function slotStartTick(slots: readonly Slot[], at: number): number {
  return sumOf(slots.slice(0, at), ({ ticks }) => ticks);
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
