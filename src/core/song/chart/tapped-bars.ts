/* Bars written from taps: each tapped change takes the next chord of a list, bars without one go on with what sounds. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { sumOf } from '../../kernel/list.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { TappedBar } from '../../rhythm/tap-fit.ts';
import type { ChartBar, ChartSlot } from './chart.ts';

/** A change as it was heard: its bar (index), where it starts there in half beats, and by how many ticks it comes early. */
export type TappedChange = { readonly bar: number; readonly halfBeats: number; readonly pushTicks: number };

/** Finds the bar and the half beat of each tapped change (ms); what comes half a beat before a bar is that bar's, early. */
export function placeChanges(
  changesMs: readonly number[],
  bars: readonly TappedBar[],
  metre: Metre,
): readonly TappedChange[] {
  const seen = new Set<string>();
  return [...changesMs]
    .sort((a, b) => a - b)
    .flatMap((atMs): readonly TappedChange[] => {
      const change = placeChange(atMs, bars, metre);
      const place = change === null ? '' : `${change.bar} ${change.halfBeats}`;
      const isNew = change !== null && !seen.has(place);
      seen.add(place);
      return isNew ? [change] : [];
    });
}

function placeChange(atMs: number, bars: readonly TappedBar[], metre: Metre): TappedChange | null {
  const index = Math.max(
    0,
    bars.findLastIndex(({ startMs }) => startMs <= atMs),
  );
  const bar = bars[index];
  if (bar === undefined) {
    return null;
  }
  const nextMs = bars[index + 1]?.startMs ?? bar.startMs + bar.beats * beatLengthMs(bars);
  const halfBeats = Math.max(0, Math.round(((atMs - bar.startMs) / (nextMs - bar.startMs)) * bar.beats * 2));
  const isLast = index === bars.length - 1;
  if (halfBeats >= bar.beats * 2 - 1 && !isLast) {
    return { bar: index + 1, halfBeats: 0, pushTicks: halfBeats === bar.beats * 2 - 1 ? beatTicks(metre) / 2 : 0 };
  }
  return { bar: index, halfBeats: Math.min(halfBeats, bar.beats * 2 - 1), pushTicks: 0 };
}

function beatLengthMs(bars: readonly TappedBar[]): number {
  const [first, last] = [bars[0], bars.at(-1)];
  const beats = sumOf(bars.slice(0, -1), (bar) => bar.beats);
  return first === undefined || last === undefined || beats === 0 ? 500 : (last.startMs - first.startMs) / beats;
}

/** The tapped bars with chords, at least one. Without changes each bar takes the next chord; after the last the list begins anew. */
export function writeTappedBars(
  bars: readonly TappedBar[],
  changes: readonly TappedChange[],
  chords: readonly ChordSymbol[],
  metre: Metre,
): readonly ChartBar[] {
  const asked = changes.length > 0 ? changes : bars.map((_, bar) => ({ bar, halfBeats: 0, pushTicks: 0 }));
  let taken = 0;
  let sounding: ChordSymbol | null = null;
  let before: ChartBar | null = null;
  return bars.map(({ beats }, index): ChartBar => {
    const own = asked
      .filter(({ bar }) => bar === index)
      .map((change) => ({ change, chord: chords[taken++ % chords.length] ?? null }));
    const held =
      own[0]?.change.halfBeats === 0 ? [] : [{ change: { bar: index, halfBeats: 0, pushTicks: 0 }, chord: sounding }];
    const slots = toSlots([...held, ...own], beats, metre);
    sounding = own.at(-1)?.chord ?? sounding;
    const isOdd = beats !== metre.beats;
    const isSame = own.length === 0 && !isOdd && before !== null && before.slots.length === 1 && before.metre === null;
    const bar: ChartBar = {
      metre: isOdd ? { beats, unit: metre.unit, groups: null } : null,
      key: null,
      tempo: null,
      pickupBeats: null,
      note: '',
      same: isSame,
      slots: isSame ? [] : slots,
    };
    before = isSame ? before : bar;
    return bar;
  });
}

function toSlots(
  placed: readonly { readonly change: TappedChange; readonly chord: ChordSymbol | null }[],
  beats: number,
  metre: Metre,
): readonly ChartSlot[] {
  const halfTicks = beatTicks(metre) / 2;
  return placed.map(({ change, chord }, index) => {
    const until = placed[index + 1]?.change.halfBeats ?? beats * 2;
    return {
      chord,
      ticks: (until - change.halfBeats) * halfTicks,
      pushTicks: chord === null || (change.bar === 0 && change.halfBeats === 0) ? 0 : change.pushTicks,
      hold: false,
      isTied: false,
      stop: null,
      isStarred: false,
    };
  });
}
