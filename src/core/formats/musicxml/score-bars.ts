/* Measures of a score as bars of a chart: their chords in slots, what changes with them, their marks. */

import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { barTicks, beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { Tempo } from '../../rhythm/tempo.ts';
import type { ChartBar, ChartSlot } from '../../song/chart/chart.ts';
import { isBarNote } from '../../song/document/song-limits.ts';
import type { ScoreFinding } from './finding.ts';
import { inUsualPulse, metreOfLength } from './read-attributes.ts';
import { REMARK_WORDS, type ScoreHarmony, type ScoreMeasure } from './score.ts';

/** A bar with the syllable under each of its slots. */
export type ScoreBar = { readonly bar: ChartBar; readonly syllables: readonly (string | null)[] };

/** The bars of a score, one for each measure, the facts of its beginning, and what was found on the way. */
export type ScoreBars = {
  readonly bars: readonly ScoreBar[];
  readonly metre: Metre;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
  readonly findings: readonly ScoreFinding[];
};

type State = {
  readonly metre: Metre;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
  readonly chord: ChartSlot['chord'];
};

/** Reads measures as bars; `numbers` are those of the file. */
export function toScoreBars(
  measures: readonly ScoreMeasure[],
  numbers: readonly string[],
  plainMetre: Metre,
): ScoreBars {
  const findings: ScoreFinding[] = [];
  const metre = measures[0]?.metre ?? plainMetre;
  const [first] = measures;
  const start: State = { metre, key: first?.key ?? null, tempo: first?.tempo ?? null, chord: null };
  let state = start;
  const bars = measures.map((measure, index): ScoreBar => {
    const number = numbers[index] ?? String(index + 1);
    const own = { ...state, metre: measure.metre ?? state.metre };
    const read = toBar(measure, { number, isFirst: index === 0, songMetre: metre }, own);
    findings.push(...read.findings);
    const { bar } = read.bar;
    state = {
      metre: own.metre,
      key: measure.key ?? own.key,
      tempo: measure.tempo ?? own.tempo,
      chord: bar.same || bar.slots.at(-1)?.isTied === true ? own.chord : (bar.slots.at(-1)?.chord ?? null),
    };
    return read.bar;
  });
  const tempo = start.tempo === null ? null : inUsualPulse(start.tempo, metre);
  return { bars, metre, key: start.key, tempo, findings };
}

type Place = { readonly number: string; readonly isFirst: boolean; readonly songMetre: Metre };

function toBar(measure: ScoreMeasure, { number, isFirst, songMetre }: Place, state: State) {
  const key = measure.key !== null && !isFirst && !isEqual(measure.key, state.key) ? measure.key : null;
  const changed = measure.tempo !== null && !isFirst && !isEqual(measure.tempo, state.tempo) ? measure.tempo : null;
  const tempo = changed === null ? null : inUsualPulse(changed, state.metre);
  if (measure.isSame && !isFirst && measure.harmonies.length === 0) {
    const bar: ChartBar = { metre: null, key, tempo, pickupBeats: null, same: true, slots: [], note: '' };
    return { bar: { bar, syllables: [] }, findings: [] };
  }
  const { metre, pickupBeats, findings } = lengthOf(measure, number, state.metre);
  const lengthTicks = pickupBeats === null ? barTicks(metre) : pickupBeats * beatTicks(metre);
  const slots = toSlots(measure, { lengthTicks, gridTicks: beatTicks(metre) / 2, number }, state.chord);
  const bar: ChartBar = {
    metre: isEqual(metre, songMetre) ? null : metre,
    key,
    tempo,
    pickupBeats,
    note: noteOf(measure),
    same: false,
    slots: slots.slots.map(({ slot }) => slot),
  };
  const syllables = slots.slots.map(({ tick }) => measure.syllables.find((each) => each.tick === tick)?.text ?? null);
  return { bar: { bar, syllables }, findings: [...findings, ...slots.findings] };
}

type Length = {
  readonly metre: Metre;
  readonly pickupBeats: number | null;
  readonly findings: readonly ScoreFinding[];
};

/** The metre of a measure by its length: a pick-up, its own metre, another number of beats, or filled up with silence. */
function lengthOf({ lengthTicks, isPickup }: ScoreMeasure, number: string, metre: Metre): Length {
  const whole = barTicks(metre);
  if (lengthTicks === whole || lengthTicks === 0) {
    return { metre, pickupBeats: null, findings: [] };
  }
  const beats = lengthTicks / beatTicks(metre);
  if (isPickup && Number.isInteger(beats) && beats < metre.beats) {
    return { metre, pickupBeats: beats, findings: [] };
  }
  const other = metreOfLength(metre, lengthTicks);
  return other === null
    ? { metre, pickupBeats: null, findings: [{ kind: 'measure-filled', measure: number }] }
    : { metre: other, pickupBeats: null, findings: [{ kind: 'metre-changed', measure: number, metre: other }] };
}

type Grid = { readonly lengthTicks: number; readonly gridTicks: number; readonly number: string };
type PlacedSlot = { readonly tick: number; readonly slot: ChartSlot };

/** Chords where they are due, each until the next; what was struck before goes on until the first. */
function toSlots(
  measure: ScoreMeasure,
  { lengthTicks, gridTicks, number }: Grid,
  carried: ChartSlot['chord'],
): { readonly slots: readonly PlacedSlot[]; readonly findings: readonly ScoreFinding[] } {
  const findings: ScoreFinding[] = [];
  const byTick = new Map<number, ScoreHarmony>();
  for (const harmony of measure.harmonies) {
    const tick = Math.min(Math.round(harmony.tick / gridTicks) * gridTicks, lengthTicks - gridTicks);
    if (tick !== harmony.tick || byTick.has(tick)) {
      const chord = harmony.chord === null ? 'N.C.' : formatChordSymbol(harmony.chord);
      findings.push({ kind: 'chord-moved', measure: number, chord });
    }
    byTick.set(tick, harmony);
  }
  const isTied = measure.isTiedIn && !byTick.has(0);
  const carry: ScoreHarmony = { tick: 0, chord: isTied ? null : carried, pushTicks: 0, fingering: null };
  const sorted = [...(byTick.has(0) ? byTick : byTick.set(0, carry))].sort(([a], [b]) => a - b);
  const slots = sorted.map(([tick, { chord, pushTicks }], index): PlacedSlot => {
    const until = sorted[index + 1]?.[0] ?? lengthTicks;
    const marks =
      tick === 0 && isTied
        ? { hold: false, isTied, stop: null, isStarred: false }
        : { isTied: false, ...marksAt(measure, tick) };
    return { tick, slot: { chord, ticks: until - tick, pushTicks, ...marks } };
  });
  return { slots, findings };
}

/** The note on a bar, in the words that this program writes. */
function noteOf({ remarks }: ScoreMeasure): string {
  const found = remarks.find(({ text }) => text.startsWith(REMARK_WORDS.note));
  const note = found?.text.slice(REMARK_WORDS.note.length).trim() ?? '';
  return isBarNote(note) ? note : '';
}

/** The marks that stand over a chord in the words that this program writes. */
function marksAt({ remarks }: ScoreMeasure, tick: number): Pick<ChartSlot, 'hold' | 'stop' | 'isStarred'> {
  const here = remarks.filter((remark) => remark.tick === tick).map(({ text }) => text);
  const beat = here.flatMap((text) => /^stop on (\d{1,2})$/.exec(text)?.[1] ?? []).map(Number)[0];
  const isCut = here.includes(REMARK_WORDS.cut);
  return {
    hold: here.includes(REMARK_WORDS.hold),
    stop: beat === undefined ? (isCut ? { beat: null } : null) : { beat },
    isStarred: here.includes(REMARK_WORDS.star),
  };
}

/** Whether a remark over the staff is one of those marks. */
export function isMark(text: string): boolean {
  return (
    text === REMARK_WORDS.hold ||
    text === REMARK_WORDS.cut ||
    text === REMARK_WORDS.star ||
    text.startsWith(REMARK_WORDS.note) ||
    /^stop on \d{1,2}$/.test(text)
  );
}
