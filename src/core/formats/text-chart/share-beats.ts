/*
 * From the marks of a bar to slots that fill it.
 *
 * With a slash in the bar every mark is one beat and the sum must fill the bar; without, the chords share it evenly in
 * whole beats. Chords on the "and" of a beat take no beat of their own: they cut into what is sounding there.
 */
import { itemAt, sumOf } from '../../kernel/list.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { ChartSlot } from '../../song/chart/chart.ts';
import { type ChartProblem, placeOf, problemAt, type Span } from './problem.ts';
import type { ChordMark, Mark } from './read-mark.ts';

/** A chord with the tick of the bar at which its slot starts. */
type Placed = { readonly mark: ChordMark; readonly startTick: number };

/** Lays marks out over `beats` beats; null, with a finding, where they do not fit. */
export function shareBeats(
  marks: readonly Mark[],
  bar: { readonly span: Span; readonly metre: Metre; readonly beats: number },
  problems: ChartProblem[],
): readonly ChartSlot[] | null {
  const ownBeat = marks.filter((mark) => mark.kind === 'slash' || mark.afterBeat === null);
  const starts = ownBeat.some(({ kind }) => kind === 'slash')
    ? startsWithSlashes(ownBeat, bar, problems)
    : evenStarts(ownBeat, bar, problems);
  if (starts === null) {
    return null;
  }
  const placed = marks.flatMap((mark): readonly Placed[] => {
    if (mark.kind === 'slash') {
      return [];
    }
    const beat = mark.afterBeat === null ? (starts.get(mark) ?? 0) : mark.afterBeat - 0.5;
    return [{ mark, startTick: beat * beatTicks(bar.metre) }];
  });
  return toSlots(placed, bar, problems);
}

function startsWithSlashes(
  marks: readonly Mark[],
  bar: { readonly span: Span; readonly beats: number },
  problems: ChartProblem[],
): ReadonlyMap<Mark, number> | null {
  if (marks[0]?.kind === 'slash') {
    problems.push(problemAt(placeOf(marks[0].span), 'starts-with-slash', '/'));
    return null;
  }
  if (marks.length !== bar.beats) {
    const names = marks.map(({ span }) => span.text);
    const padded = [...names, ...Array.from({ length: Math.max(0, bar.beats - marks.length) }, () => '/')];
    const glued = bar.span.text.replace(/\s*\/\s*(?=[A-Ga-g])/g, '/');
    const proposals = [
      ...(glued !== bar.span.text ? [glued] : []),
      ...(padded.length === bar.beats ? [padded.join(' ')] : []),
    ];
    problems.push(problemAt(placeOf(bar.span), 'beats-do-not-fill', bar.span.text, proposals));
    return null;
  }
  return new Map(marks.map((mark, index) => [mark, index]));
}

function evenStarts(
  marks: readonly Mark[],
  bar: { readonly span: Span; readonly beats: number },
  problems: ChartProblem[],
): ReadonlyMap<Mark, number> | null {
  if (marks.length === 0) {
    problems.push(problemAt(placeOf(bar.span), 'bad-start', bar.span.text));
    return null;
  }
  const share = bar.beats / marks.length;
  if (!Number.isInteger(share)) {
    const names = marks.map(({ span }) => span.text);
    problems.push(problemAt(placeOf(bar.span), 'uneven-share', bar.span.text, likelySpellings(names, bar.beats)));
    return null;
  }
  return new Map(marks.map((mark, index) => [mark, index * share]));
}

/** Ways to spell an uneven bar: all spare beats to one chord, the last chord first (it is held most often). */
function likelySpellings(names: readonly string[], beats: number): readonly string[] {
  const each = Math.floor(beats / names.length);
  const spare = beats - each * names.length;
  if (each < 1) {
    return [];
  }
  return [...names.keys()]
    .reverse()
    .slice(0, 4)
    .map((long) =>
      names
        .flatMap((name, index) => [name, ...Array.from({ length: each - 1 + (index === long ? spare : 0) }, () => '/')])
        .join(' '),
    );
}

function toSlots(
  placed: readonly Placed[],
  bar: { readonly metre: Metre; readonly beats: number },
  problems: ChartProblem[],
): readonly ChartSlot[] | null {
  const barEnd = bar.beats * beatTicks(bar.metre);
  const endOf = (index: number): number => placed[index + 1]?.startTick ?? barEnd;
  const misplaced = placed.findIndex(
    ({ startTick }, index) => startTick >= endOf(index) || (index === 0 && startTick !== 0),
  );
  if (misplaced !== -1) {
    const { mark, startTick } = itemAt(placed, misplaced);
    const wrong = startTick >= barEnd ? mark : (placed[misplaced + 1]?.mark ?? mark);
    problems.push(problemAt(placeOf(wrong.span), 'bad-start', wrong.span.text));
    return null;
  }
  const stoppedOutside = placed.find(({ mark, startTick }, index) => {
    const stopTick = stopTickOf(mark, startTick, bar.metre);
    return stopTick < startTick || stopTick >= endOf(index);
  });
  if (stoppedOutside !== undefined) {
    const { span } = stoppedOutside.mark;
    problems.push(problemAt(placeOf(span), 'bad-stop', span.text));
    return null;
  }
  return placed.map(({ mark: { chord, pushTicks, hold, isTied, stop, isStarred }, startTick }, index) => ({
    chord,
    ticks: endOf(index) - startTick,
    pushTicks,
    hold,
    isTied,
    stop,
    isStarred,
  }));
}

/** When a chord is hit for the last time; its own start where it is not stopped later. */
function stopTickOf(mark: ChordMark, startTick: number, metre: Metre): number {
  const beat = mark.stop?.beat ?? null;
  return beat === null ? startTick : (beat - 1) * beatTicks(metre);
}

/** The start of each slot in ticks from the bar line. */
export function slotStarts(slots: readonly { readonly ticks: number }[]): readonly number[] {
  return slots.map((_, index) => sumOf(slots.slice(0, index), ({ ticks }) => ticks));
}

/** Whether the slots are equally long and each a whole number of beats, so that they need no slashes. */
export function isEvenShare(slots: readonly { readonly ticks: number }[], metre: Metre): boolean {
  const first = slots.length === 0 ? 0 : itemAt(slots, 0).ticks;
  return slots.every(({ ticks }) => ticks === first) && first % beatTicks(metre) === 0;
}
