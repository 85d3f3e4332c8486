/*
 * A song as MusicXML would have it written: the passes of the form one after the other, each line with its rounds and endings as repeats
 * where the format can say them (each round has just one ending, in order), else written out. Chords are those that sound, with the
 * shapes behind the capo as frames; the right hand is written as slashes.
 */

import { type Performance, performanceOf } from '../../arrange/performance/performance.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range, sumOf } from '../../kernel/list.ts';
import { barTicks, type Metre } from '../../rhythm/metre.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Bar, Line, Part, Slot, SongDocument } from '../../song/document/document.ts';
import { withoutLeftOut } from '../../song/document/lesson-form.ts';
import { findStoredShape } from '../../song/part/stored-shapes.ts';
import { findSection, slotStartTick } from '../../song/played/played-bars.ts';
import {
  REMARK_WORDS,
  type Score,
  type ScoreMeasure,
  type ScoreNote,
  type ScoreTabNote,
  type ScoreWords,
} from './score.ts';
import { listTabNotes } from './tab-notes.ts';

/** The song of a part as a score. */
export function toScore(whole: SongDocument, part: Part): Score {
  const document = withoutLeftOut(whole);
  const context: Context = {
    document,
    part,
    performance: performanceOf(document, part),
    keys: songKeysOf(document, part),
  };
  const written = listWritten(context);
  let metre: Metre | null = null;
  const measures = written.map((each, index) => {
    const own = context.performance.played[each.playedIndex]?.metre ?? each.bar.metre ?? document.facts.metre;
    const before = index === 0 ? null : metre;
    const isSame = isWrittenSame(each, written[index - 1] ?? null, context);
    const measure = toMeasure({ ...each, isSame }, own, before, context);
    metre = own;
    return index === 0 ? withStart(measure, context) : measure;
  });
  const { title, credit } = document.facts;
  const { tuning, capoFret } = part.setup;
  return { title, credit, partName: part.name, openMidi: tuning.openMidi, capoFret, measures };
}

type Context = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly performance: Performance;
  readonly keys: SongKeys;
};

/** The key and the tempo of the song stand at its first measure. */
function withStart(measure: ScoreMeasure, { document, keys }: Context): ScoreMeasure {
  return { ...measure, key: measure.key ?? keys.sounding, tempo: measure.tempo ?? document.facts.tempo };
}

/** A bar to be written, with what stands around it and the played bar that it is heard as first. */
type Written = Pick<
  ScoreMeasure,
  'rehearsal' | 'isNewLine' | 'opensRepeat' | 'closesRepeat' | 'ending' | 'closesEnding'
> & {
  readonly bar: Bar;
  readonly playedIndex: number;
  readonly cues: readonly { readonly text: string; readonly verse: number }[];
};

const PLAIN = {
  rehearsal: null,
  isNewLine: false,
  opensRepeat: false,
  closesRepeat: null,
  ending: null,
  closesEnding: null,
  cues: [],
} as const;

function listWritten({ document, performance }: Context): readonly Written[] {
  const written: Written[] = [];
  let playedIndex = 0;
  for (const pass of document.map.form) {
    const section = findSection(document, pass);
    const lines = section === null ? [] : linesOfPass(section, pass);
    const all = range(0, section?.times ?? 0).flatMap(() => lines);
    const start = written.length;
    for (const line of all) {
      written.push(...writeLine(line, playedIndex, performance));
      playedIndex +=
        sumOf(line.endings, ({ rounds, bars }) => rounds.length * bars.length) + line.times * line.bars.length;
    }
    const first = written[start];
    if (first !== undefined) {
      written[start] = { ...first, rehearsal: section?.name ?? '' };
    }
  }
  return written;
}

function writeLine(line: Line, playedIndex: number, performance: Performance): readonly Written[] {
  const isPlain = line.times === 1 && line.endings.length === 0;
  return isPlain || !canRepeat(line) || !isAlike(line, playedIndex, performance)
    ? writeRounds(line, playedIndex)
    : writeRepeat(line, playedIndex);
}

/** Whether the rounds of a line can be written as one repeat: no endings, or endings that share out all rounds in order. */
function canRepeat({ bars, times, endings }: Line): boolean {
  const rounds = endings.flatMap((ending) => ending.rounds);
  const isShared = rounds.length === times && rounds.every((round, index) => round === index + 1);
  return bars.length > 0 && (endings.length === 0 || (isShared && endings.every((ending) => ending.bars.length > 0)));
}

/** Whether every round of a line is struck alike: a pattern that runs on over short rounds cannot be written as a repeat. */
function isAlike({ bars, times, endings }: Line, playedIndex: number, performance: Performance): boolean {
  // Where each written bar is heard first.
  const firsts = new Map<number, number>();
  let at = playedIndex;
  return range(1, times + 1).every((round) => {
    const written = [...bars, ...endings.flatMap((ending) => (ending.rounds.includes(round) ? ending.bars : []))];
    const start = at;
    at += written.length;
    return written.every(({ id }, index) => {
      const first = firsts.get(id) ?? start + index;
      firsts.set(id, first);
      return isStruckAlike(performance, first, start + index);
    });
  });
}

function isStruckAlike({ bars, played }: Performance, a: number, b: number): boolean {
  const struckIn = (index: number) => {
    const { slots = [], strokes = [], ornaments = [] } = bars[index] ?? {};
    return [
      ornaments,
      played[index]?.lengthTicks,
      slots.map(({ slot: { isTied, chord }, held }) => [isTied ? chord : null, held?.fingering ?? null]),
      strokes.map(({ startTick, direction, isCut, slot }) => [startTick, direction, isCut, slot.id]),
    ];
  };
  return isEqual(struckIn(a), struckIn(b));
}

/** Every round written out, each a line of its own with its cue. */
function writeRounds(line: Line, playedIndex: number): readonly Written[] {
  let at = playedIndex;
  return range(1, line.times + 1).flatMap((round) => {
    const endings = line.endings.filter(({ rounds }) => rounds.includes(round));
    const cue = line.cues[round - 1] ?? '';
    return [...line.bars, ...endings.flatMap(({ bars }) => bars)].map((bar, index): Written => {
      const playedAt = at;
      at += 1;
      const cues = index === 0 && cue !== '' ? [{ text: cue, verse: 1 }] : [];
      return { ...PLAIN, bar, playedIndex: playedAt, isNewLine: index === 0, cues };
    });
  });
}

function writeRepeat(line: Line, playedIndex: number): readonly Written[] {
  const { bars, times, endings } = line;
  const cues = line.cues.flatMap((text, index) => (text === '' ? [] : [{ text, verse: index + 1 }]));
  const hasEndings = endings.length > 0;
  const main = bars.map((bar, index): Written => {
    const isLast = index === bars.length - 1;
    return {
      ...PLAIN,
      bar,
      playedIndex: playedIndex + index,
      isNewLine: index === 0,
      opensRepeat: index === 0,
      closesRepeat: isLast && !hasEndings ? times : null,
      cues: index === 0 ? cues : [],
    };
  });
  const closing = endings.flatMap((ending, which) => {
    const firstRound = ending.rounds[0] ?? 1;
    const before = sumOf(endings.slice(0, which), (each) => each.rounds.length * each.bars.length);
    const from = playedIndex + before + firstRound * bars.length;
    const isLastEnding = which === endings.length - 1;
    return ending.bars.map((bar, index): Written => {
      const isLast = index === ending.bars.length - 1;
      return {
        ...PLAIN,
        bar,
        playedIndex: from + index,
        ending: index === 0 ? ending.rounds : null,
        closesEnding: isLast ? ending.rounds : null,
        closesRepeat: isLast && !isLastEnding ? ending.rounds.length + 1 : null,
      };
    });
  });
  return [...main, ...closing];
}

function toMeasure(
  written: Written & { readonly isSame: boolean },
  metre: Metre,
  before: Metre | null,
  context: Context,
): ScoreMeasure {
  const { bar, playedIndex, cues, isSame, ...around } = written;
  const lengthTicks = context.performance.played[playedIndex]?.lengthTicks ?? barTicks(metre);
  const all = bar.same && !isSame ? (context.performance.played[playedIndex]?.slots ?? []) : bar.slots;
  const performed = context.performance.played[playedIndex]?.slots ?? [];
  const slots = all.map((slot, index) => ({
    slot,
    // A tie has the chord that sounds before.
    chord: performed[index]?.chord ?? slot.chord,
    slotIndex: index,
    tick: slotStartTick(all, index),
    pushTicks: performed[index]?.pushTicks ?? 0,
  }));
  const notes = notesOf(
    context,
    playedIndex,
    lengthTicks,
    slots.map(({ tick }) => tick),
  );
  // A tie that a chord takes the whole time of by coming early is not heard.
  const isTiedIn = !isSame && performed[0]?.isTied === true && notes[0]?.isTied === true;
  return {
    ...around,
    lengthTicks,
    // A bar that says "same" after a pick-up is as short as that.
    isPickup: lengthTicks < barTicks(metre),
    metre: before !== null && isSameMetre(before, metre) ? null : metre,
    key: bar.key,
    tempo: bar.tempo,
    isSame,
    isTiedIn,
    harmonies: slots
      // A tie to a silence is one, wherever its ending is written.
      .filter((_, index) => index > 0 || !isTiedIn)
      .map(({ chord, tick, pushTicks, slotIndex }) => ({
        tick,
        chord,
        pushTicks,
        fingering: fingeringAt(chord, playedIndex, slotIndex, context),
      })),
    notes,
    tabNotes: tabNotesOf(context, playedIndex),
    remarks: [
      ...(bar.note === '' ? [] : [{ tick: 0, text: `${REMARK_WORDS.note}${bar.note}` }]),
      ...slots.flatMap(({ slot, tick }) => remarksOf(slot).map((text): ScoreWords => ({ tick, text }))),
    ],
    cues: cues.map(({ text, verse }) => ({ tick: 0, text, verse })),
    syllables: slots.flatMap(({ slot, tick }) => (slot.cue === null ? [] : [{ tick, text: slot.cue }])),
  };
}

/**
 * Whether a measure is written as the sign that repeats the one before: not where another one is heard before it, as an ending has it, and
 * not after fills and riffs, which it would repeat too.
 */
function isWrittenSame({ bar, playedIndex }: Written, before: Written | null, { performance }: Context): boolean {
  if (!bar.same || (before !== null && before.playedIndex !== playedIndex - 1)) {
    return false;
  }
  const plays = (index: number): boolean => (performance.bars[index]?.ornaments.length ?? 0) > 0;
  return !plays(playedIndex) && !plays(playedIndex - 1);
}

function tabNotesOf({ performance, part, keys }: Context, playedIndex: number): readonly ScoreTabNote[] {
  const bar = performance.bars[playedIndex];
  return bar === undefined ? [] : listTabNotes(bar, part, performance.played[playedIndex]?.key ?? keys.sounding);
}

function isSameMetre(a: Metre, b: Metre): boolean {
  return a.beats === b.beats && a.unit === b.unit && (a.groups ?? []).join() === (b.groups ?? []).join();
}

/** How a chord of a measure is held; where this guitar is silent, as it is held elsewhere. */
function fingeringAt(
  chord: Slot['chord'],
  playedIndex: number,
  slotIndex: number,
  { part, keys, performance }: Context,
): Fingering | null {
  const held = performance.bars[playedIndex]?.slots[slotIndex]?.held ?? null;
  return chord === null ? null : ((held ?? findStoredShape(part, keys.toShapeChord(chord)))?.fingering ?? null);
}

function remarksOf({ hold, stop, isStarred }: Slot): readonly string[] {
  return [
    ...(hold ? [REMARK_WORDS.hold] : []),
    ...(stop === null ? [] : [stop.beat === null ? REMARK_WORDS.cut : `${REMARK_WORDS.stop}${stop.beat}`]),
    ...(isStarred ? [REMARK_WORDS.star] : []),
  ];
}

/**
 * The strokes of a measure, cut where chords change so that each chord stands over a note; a rest where nothing sounds. What goes on
 * from the measure before, over a tie or because its chord came early, is tied to it.
 */
function notesOf(
  { performance }: Context,
  playedIndex: number,
  lengthTicks: number,
  slotTicks: readonly number[],
): readonly ScoreNote[] {
  const { strokes = [], pattern = null, slots = [] } = performance.bars[playedIndex] ?? {};
  const [first] = slots;
  const struck = strokes.filter(({ startTick }) => startTick >= 0 && startTick < lengthTicks);
  const ringsIn = first !== undefined && first.slot.chord !== null && (first.slot.isTied || first.slot.pushTicks > 0);
  const untilFirst = Math.min(struck[0]?.startTick ?? lengthTicks, first?.slot.ticks ?? lengthTicks);
  const spans = [
    ...(ringsIn && untilFirst > 0 ? [{ from: 0, to: untilFirst, direction: null, isNew: false }] : []),
    ...struck.map(({ startTick, lengthTicks: own, cell, direction }) => ({
      from: startTick,
      to: Math.min(lengthTicks, startTick + own),
      direction: pattern !== null && cell.kind === 'stroke' && cell.direction !== null ? direction : null,
      isNew: true,
    })),
  ];
  const cuts = [...new Set([0, ...slotTicks, ...spans.flatMap(({ from, to }) => [from, to])])]
    .filter((tick) => tick < lengthTicks)
    .sort((a, b) => a - b);
  return cuts.map((tick, index) => {
    const span = spans.find(({ from, to }) => from <= tick && tick < to);
    return {
      tick,
      lengthTicks: (cuts[index + 1] ?? lengthTicks) - tick,
      direction: span?.from === tick ? span.direction : null,
      isRest: span === undefined,
      isTied: span !== undefined && (tick > span.from || !span.isNew),
    };
  });
}
