/*
 * The song unrolled: every bar as it is played, in order, with its time.
 *
 * Passes, section repeats, rounds of a line and endings are walked once. A bar marked `same` takes the chords and the
 * metre of the bar played before it, without that bar's pushes, stops and holds.
 */
import type { Key } from '../../harmony/key.ts';
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
  /** Which round of its line, from 1. */
  readonly round: number;
  readonly bar: Bar;
  readonly metre: Metre;
  /** The chords that are played; those of the bar before when `bar.same`. */
  readonly slots: readonly Slot[];
  readonly startTick: number;
  readonly lengthTicks: number;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
};

/** The unrolled song, without the passes that are left out. */
export function listPlayedBars(document: SongDocument): readonly PlayedBar[] {
  const played: PlayedBar[] = [];
  for (const visit of listVisits(document)) {
    played.push(playBar(document, visit, played));
  }
  return played;
}

type Visit = Pick<PlayedBar, 'passIndex' | 'section' | 'lineId' | 'round' | 'bar'>;

function listVisits(document: SongDocument): readonly Visit[] {
  return document.map.form.flatMap((pass, passIndex) => {
    const section = findSection(document, pass);
    const lines = section === null ? [] : linesOfPass(section, pass);
    return section === null || pass.isLeftOut
      ? []
      : range(0, section.times).flatMap(() =>
          lines.flatMap((line) =>
            barsByRound(line).map(({ round, bar }) => ({ passIndex, section, lineId: line.id, round, bar })),
          ),
        );
  });
}

/** The section that a pass plays, or null when it is gone. */
export function findSection(document: SongDocument, pass: Pass): Section | null {
  return document.map.sections.find(({ id }) => id === pass.sectionId) ?? null;
}

function barsByRound(line: Line): readonly { readonly round: number; readonly bar: Bar }[] {
  return range(1, line.times + 1).flatMap((round) => {
    const endings = line.endings.filter((ending) => ending.rounds.includes(round));
    return [...line.bars, ...endings.flatMap(({ bars }) => bars)].map((bar) => ({ round, bar }));
  });
}

function playBar(document: SongDocument, visit: Visit, played: readonly PlayedBar[]): PlayedBar {
  const { bar } = visit;
  const before = played.at(-1);
  if (before === undefined) {
    const own = contentOf(bar, document.facts.metre);
    const number = bar.pickupBeats === null ? 1 : 0;
    const { key, tempo } = document.facts;
    return { ...visit, ...own, number, startTick: 0, key: bar.key ?? key, tempo: bar.tempo ?? tempo };
  }
  return {
    ...visit,
    ...(bar.same ? repeatedOf(before) : contentOf(bar, document.facts.metre)),
    number: before.number + 1,
    startTick: before.startTick + before.lengthTicks,
    key: bar.key ?? before.key,
    tempo: bar.tempo ?? before.tempo,
  };
}

function repeatedOf({ metre, lengthTicks, slots }: PlayedBar): Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'> {
  return { metre, lengthTicks, slots: slots.map(withoutMarks) };
}

function contentOf(bar: Bar, songMetre: Metre): Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'> {
  return { metre: bar.metre ?? songMetre, lengthTicks: ticksOfBar(bar, songMetre), slots: bar.slots };
}

/** A slot as a bar that says `same` repeats it: without push, stop and hold. */
export function withoutMarks(slot: Slot): Slot {
  return { ...slot, pushTicks: 0, hold: false, stop: null };
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
