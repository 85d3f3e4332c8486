/*
 * Tempo and bars from taps.
 *
 * Taps are late and early, some are missing, some come double, and a bar may be shorter than its neighbours. So each tap can be
 * several things: a beat so many beats after the last one, or a slip. A clock (where the last beat was, how long a beat is)
 * is carried along every reading, each tap pulls it a little, and every reading is charged for how far its taps lie from its
 * clock and for what it has to assume: a missing tap, an odd bar, a double. The cheapest few readings are kept (a beam), and the
 * best one at the end is fitted by least squares. Dividing intervals by their median was rejected: one late tap makes
 * two wrong intervals, and one odd bar shifts all that follow. The charges are logarithms of how often such things happen
 * (estimates; tested on simulated taps).
 */
import { itemAt, range, sumOf } from '../kernel/list.ts';
import { err, ok, type Result } from '../kernel/result.ts';

/** One bar found in taps. Times are in ms of the tapping clock; beats are of the metre that was tapped in. */
export type TappedBar = {
  readonly startMs: number;
  readonly beats: number;
  /** Whether no tap stands at its beginning. */
  readonly isFilled: boolean;
  /** False where its length could be read in another way. */
  readonly isSure: boolean;
};

/** What was read from taps. */
export type TapFit = {
  readonly beatMs: number;
  /** Twice the standard error of the beat's length, in ms. */
  readonly beatErrorMs: number;
  /** How far taps lie from the beat, in ms (standard deviation). */
  readonly jitterMs: number;
  readonly bars: readonly TappedBar[];
  /** Indices of taps that were taken for slips, of those given in order of time. */
  readonly slips: readonly number[];
  /** From 0 to 1: how much better this reading is than the next one that has other bars. */
  readonly sureness: number;
};

/** Why taps give no bars. */
export type TapError = { readonly kind: 'too-few-taps'; readonly least: number } | { readonly kind: 'no-steady-beat' };

/** Fewer taps say nothing about a tempo. */
export const LEAST_TAPS = 4;

/** A reading of the taps so far: its clock, its charge, and how many beats each kept tap came after the one before. */
type Reading = {
  readonly cost: number;
  readonly phaseMs: number;
  readonly beatMs: number;
  readonly lastTapMs: number;
  readonly steps: StepList;
  readonly totalBeats: number;
};

/** A kept tap and how many beats it came after the kept one before; readings share the rows they have in common. */
type Step = { readonly tap: number; readonly beats: number };
type StepList = Step & { readonly before: StepList | null; readonly count: number };

function listSteps(last: StepList): readonly Step[] {
  const steps: Step[] = [];
  for (let step: StepList | null = last; step !== null; step = step.before) {
    steps.push(step);
  }
  return steps.reverse();
}

const BEAM = 16;
/** More than anybody taps in a song. */
const MOST_TAPS = 100_000;
const CHARGE = { missingTap: 3, oddBar: 5, double: 3.9, strayTap: 9 } as const;
/** A tap this soon after another, as a share of a bar, is a likely double. */
const DOUBLE_SHARE = 0.35;
const PULL = { phase: 0.35, beat: 0.08 } as const;
const JITTER_MS = { first: 45, least: 20, most: 90 } as const;

/** Reads taps at the beginning of each bar (ms, in any order) in bars of so many beats. */
export function fitTaps(tapsMs: readonly number[], beatsInBar: number): Result<TapFit, TapError> {
  const taps = [...tapsMs].sort((a, b) => a - b);
  if (taps.length < LEAST_TAPS) {
    return err({ kind: 'too-few-taps', least: LEAST_TAPS });
  }
  const first = readTaps(taps, { beatsInBar, beatMs: medianGap(taps) / beatsInBar, jitterMs: JITTER_MS.first });
  const rough = first === null ? null : fitBeat(taps, first.best);
  if (rough === null || rough.beatMs <= 0) {
    return err({ kind: 'no-steady-beat' });
  }
  const jitterMs = Math.min(JITTER_MS.most, Math.max(JITTER_MS.least, rough.jitterMs));
  const again = readTaps(taps, { beatsInBar, beatMs: rough.beatMs, jitterMs });
  if (again === null) {
    return err({ kind: 'no-steady-beat' });
  }
  const kept = new Set(listSteps(again.best.steps).map(({ tap }) => tap));
  return ok({
    ...fitBeat(taps, again.best),
    bars: barsOf(taps, again.best, beatsInBar),
    slips: range(0, taps.length).filter((tap) => !kept.has(tap)),
    sureness: 1 - Math.exp(-again.margin),
  });
}

function medianGap(taps: readonly number[]): number {
  const gaps = taps.slice(1).map((tap, index) => tap - itemAt(taps, index));
  const sorted = [...gaps].sort((a, b) => a - b);
  return itemAt(sorted, Math.floor(sorted.length / 2));
}

type Assumed = { readonly beatsInBar: number; readonly beatMs: number; readonly jitterMs: number };

/** The cheapest reading, and by how much the next one with other bars costs more. */
function readTaps(
  taps: readonly number[],
  assumed: Assumed,
): { readonly best: Reading; readonly margin: number } | null {
  const start = itemAt(taps, 0);
  let beam: readonly Reading[] = [
    {
      cost: 0,
      phaseMs: start,
      beatMs: assumed.beatMs,
      lastTapMs: start,
      steps: { tap: 0, beats: 0, before: null, count: 1 },
      totalBeats: 0,
    },
  ];
  for (const tap of range(1, taps.length)) {
    const next = beam.flatMap((reading) => waysOn(reading, tap, itemAt(taps, tap), assumed));
    beam = keepBest(next);
  }
  const [best] = beam;
  if (best === undefined || best.steps.count < LEAST_TAPS) {
    return null;
  }
  const rival = beam.find(({ totalBeats }) => totalBeats !== best.totalBeats);
  return { best, margin: rival === undefined ? CHARGE.strayTap : rival.cost - best.cost };
}

/** The cheapest readings; of those that have counted equally far with equally many taps only the cheapest. */
function keepBest(readings: readonly Reading[]): readonly Reading[] {
  const byPlace = new Map<number, Reading>();
  for (const reading of readings) {
    const place = reading.totalBeats * MOST_TAPS + reading.steps.count;
    const known = byPlace.get(place);
    if (known === undefined || reading.cost < known.cost) {
      byPlace.set(place, reading);
    }
  }
  return [...byPlace.values()].sort((a, b) => a.cost - b.cost).slice(0, BEAM);
}

function waysOn(reading: Reading, tap: number, atMs: number, assumed: Assumed): readonly Reading[] {
  const isSoon = atMs - reading.lastTapMs < DOUBLE_SHARE * assumed.beatsInBar * reading.beatMs;
  const dropped: Reading = { ...reading, cost: reading.cost + (isSoon ? CHARGE.double : CHARGE.strayTap) };
  const nearest = Math.round((atMs - reading.phaseMs) / reading.beatMs);
  const counted = [nearest - 1, nearest, nearest + 1]
    .filter((beats) => beats >= 1)
    .map((beats) => countOn(reading, { tap, atMs, beats }, assumed));
  return [...counted, dropped];
}

function countOn(
  reading: Reading,
  { tap, atMs, beats }: { readonly tap: number; readonly atMs: number; readonly beats: number },
  { beatsInBar, jitterMs }: Assumed,
): Reading {
  const expectedMs = reading.phaseMs + beats * reading.beatMs;
  const offMs = atMs - expectedMs;
  return {
    cost: reading.cost + (offMs * offMs) / (2 * jitterMs * jitterMs) + chargeFor(beats, beatsInBar),
    phaseMs: expectedMs + PULL.phase * offMs,
    beatMs: reading.beatMs + (PULL.beat * offMs) / beats,
    lastTapMs: atMs,
    steps: { tap, beats, before: reading.steps, count: reading.steps.count + 1 },
    totalBeats: reading.totalBeats + beats,
  };
}

/** What has to be assumed for a tap so many beats after the last: taps missing between, and a bar of another length. */
function chargeFor(beats: number, beatsInBar: number): number {
  const missing = Math.max(0, Math.ceil(beats / beatsInBar) - 1);
  return missing * CHARGE.missingTap + (beats % beatsInBar === 0 ? 0 : CHARGE.oddBar);
}

/** The beat that lies nearest to the kept taps, by least squares. */
function fitBeat(taps: readonly number[], reading: Reading): Pick<TapFit, 'beatMs' | 'beatErrorMs' | 'jitterMs'> {
  let beat = 0;
  const points = listSteps(reading.steps).map(({ tap, beats }) => {
    beat += beats;
    return { x: beat, y: itemAt(taps, tap) };
  });
  const meanX = sumOf(points, ({ x }) => x) / points.length;
  const meanY = sumOf(points, ({ y }) => y) / points.length;
  const spread = sumOf(points, ({ x }) => (x - meanX) ** 2);
  const beatMs = sumOf(points, ({ x, y }) => (x - meanX) * (y - meanY)) / spread;
  const squares = sumOf(points, ({ x, y }) => (y - meanY - beatMs * (x - meanX)) ** 2);
  const jitterMs = Math.sqrt(squares / Math.max(1, points.length - 2));
  return { beatMs, jitterMs, beatErrorMs: (2 * jitterMs) / Math.sqrt(spread) };
}

/** The bars of a reading. The last tap begins a whole bar. */
function barsOf(taps: readonly number[], reading: Reading, beatsInBar: number): readonly TappedBar[] {
  const steps = listSteps(reading.steps);
  const bars = steps.slice(1).flatMap(({ tap, beats }, index) => {
    const fromMs = itemAt(taps, itemAt(steps, index).tap);
    return between(fromMs, itemAt(taps, tap), beats, beatsInBar);
  });
  const last = itemAt(steps, steps.length - 1);
  return [...bars, { startMs: itemAt(taps, last.tap), beats: beatsInBar, isFilled: false, isSure: true }];
}

/** The bars between two taps: whole ones first, then what is over as a bar of its own, or with the bar before it by one beat. */
function between(fromMs: number, untilMs: number, beats: number, beatsInBar: number): readonly TappedBar[] {
  const whole = Math.floor(beats / beatsInBar);
  const over = beats % beatsInBar;
  const isLong = whole === 1 && over === 1;
  const lengths = isLong ? [beats] : [...range(0, whole).map(() => beatsInBar), ...(over === 0 ? [] : [over])];
  const isSure = lengths.length === 1 ? !isLong : over === 0;
  const beatMs = (untilMs - fromMs) / beats;
  return lengths.map((length, index) => ({
    startMs: fromMs + sumOf(lengths.slice(0, index), (each) => each) * beatMs,
    beats: length,
    isFilled: index > 0,
    isSure,
  }));
}
