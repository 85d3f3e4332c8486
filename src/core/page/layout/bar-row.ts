/* One row of bars on paper: bar lines and repeat signs, chords over their beats, what stands over and under them. */
import { itemAt, range, sumOf } from '../../kernel/list.ts';
import { STAR_SIGN } from '../../words/mark-words.ts';
import { CHORD_MM, type Layout, SMALLEST_MM, wrapText } from '../drawing/block.ts';
import { lineMark, type Mark, textMark } from '../drawing/drawing.ts';
import type { HandoutBar, HandoutChord, HandoutLine } from '../handout/handout-blocks.ts';

/** Room at the right for how often a line is played; that at the left, for what it is called, is as wide as a page needs (Layout). */
const ROUNDS_MM = 10;
/** What a bar takes without any name. */
const EMPTY_BAR_MM = 6;
/** Between a chord's name and the next. */
const CHORD_GAP_MM = 1.2;
const BAR_INSET = { left: 1.3, both: 2.2 } as const;

/** The width that a row of bars has. */
export function freeWidthMm({ widthMm, labelMm, scale }: Layout): number {
  return widthMm - labelMm - ROUNDS_MM * scale;
}

/** Names of chords that would crowd their bar are set smaller: to 14 pt, where one side is asked for to the size of words. */
export function leastChordMm({ wordMm, chordMm, scale }: Layout): number {
  return scale < 1 ? Math.min(wordMm, chordMm) : Math.min(chordMm, CHORD_MM);
}

/** The least width in which the names of a bar stand beside each other, wherever their beats are. */
export function leastBarMm({ chords }: Pick<HandoutBar, 'chords'>, layout: Layout): number {
  const size = Math.min(layout.chordMm, SMALLEST_MM);
  return sumOf(chords, (chord) => layout.measure(nameOf(chord), size, 'name', true) + CHORD_GAP_MM) + BAR_INSET.both;
}

/** The width a bar needs for its chord names to stand apart at a size, each where its beat is. */
export function neededMm({ chords }: HandoutBar, sizeMm: number, { measure }: Layout): number {
  return Math.max(
    9,
    ...chords.map(({ text, startShare }, index) => {
      const share = (chords[index + 1]?.startShare ?? 1) - startShare;
      return (measure(text, sizeMm, 'name', true) + CHORD_GAP_MM) / share + BAR_INSET.both;
    }),
  );
}

/**
 * How wide each bar of a row is: all alike as far as their chords have room; else the wide ones take from the others what they need.
 */
function barWidths(bars: readonly HandoutBar[], perRow: number, layout: Layout): readonly number[] {
  const even = freeWidthMm(layout) / perRow;
  const needed = bars.map((bar) => neededMm(bar, layout.chordMm, layout));
  if (needed.every((width) => width <= even)) {
    return bars.map(() => even);
  }
  const least = bars.map((bar) => neededMm(bar, leastChordMm(layout), layout));
  const share = (widths: readonly number[]): readonly number[] => {
    const spare = even * bars.length - sumOf(widths, (width) => width);
    return widths.map((width) => width + spare / bars.length);
  };
  const total = even * bars.length;
  if (sumOf(least, (width) => width) > total) {
    // Names leave their beats: each bar has room by what stands in it.
    const names = bars.map((bar) => leastBarMm(bar, layout) + EMPTY_BAR_MM);
    const sum = sumOf(names, (width) => width);
    return names.map((width) => (width * total) / sum);
  }
  return sumOf(needed, (width) => width) <= total ? share(needed) : share(least);
}

/** Bars in one row; `number` is that of its first bar in its line, `songBar` in the song. */
export type Row = {
  readonly bars: readonly HandoutBar[];
  readonly perRow: number;
  readonly number: number;
  readonly songBar: number | null;
  readonly lineLabel: string;
  readonly endingLabel: string;
  readonly opens: boolean;
  readonly closes: boolean;
  readonly rounds: string;
};

/** Texts over or under the bars of a row, each with its own place and no room beyond the next one. */
type Caption = { readonly xMm: number; readonly text: string };

/** A row as it is set, with its bars where they stand. */
export type LaidRow = { readonly heightMm: number; readonly marks: readonly Mark[]; readonly frames: readonly Frame[] };

/** Width of a bar line, by whether a row begins or ends there. */
const BAR_LINE_MM = { edge: 0.5, inner: 0.25 } as const;

/** Sets a row of bars. */
export function layRow(row: Row, layout: Layout): LaidRow {
  const { scale, bodyMm, gap, widthMm, chordMm, labelMm: left } = layout;
  const widths = barWidths(row.bars, row.perRow, layout);
  const frames = row.bars.map((bar, index): Frame => {
    const before = sumOf(widths.slice(0, index), (width) => width);
    return { bar, xMm: left + before, barMm: itemAt(widths, index), number: row.number + index };
  });
  const above = frames.map(({ bar, xMm }, index) => ({
    xMm: xMm + 0.8,
    text: [index === 0 ? row.endingLabel : '', bar.above].filter((text) => text !== '').join('  '),
  }));
  const places = frames.map((frame, index) => placeChords(frame.bar, besideSigns(row, index, frame, scale), layout));
  const below = frames.flatMap(({ bar }, index) =>
    bar.chords.map(({ mark }, at) => ({ xMm: itemAt(itemAt(places, index), at).xMm, text: mark })),
  );
  const over = wrapCaptions(above, widthMm, layout);
  const under = wrapCaptions(below, widthMm, layout);
  const top = over.rows * bodyMm * 1.12 + 0.5 * scale;
  const bottom = top + chordMm * 1.22;
  const baseline = top + chordMm * 0.94;
  const right = left + sumOf(widths, (width) => width);
  const marks: Mark[] = [
    ...over.placed.map(({ xMm, row: at, text }) =>
      textMark(text, [xMm, (at + 0.88) * bodyMm * 1.12], bodyMm, { isBold: true }),
    ),
    ...layLabels(row, baseline, layout),
    ...frames.flatMap(({ bar, xMm, barMm }, index): readonly Mark[] => [
      lineMark([xMm, top], [xMm, bottom], index === 0 ? BAR_LINE_MM.edge : BAR_LINE_MM.inner),
      ...(bar.isSame
        ? sameSign(xMm + barMm / 2, (top + bottom) / 2, scale)
        : layChords(
            bar,
            itemAt(places, index),
            { barLineMm: besideSigns(row, index, { xMm, barMm }, scale).xMm, top, baseline },
            layout,
          )),
    ]),
    lineMark([right, top], [right, bottom], BAR_LINE_MM.edge),
    ...(row.opens ? repeatSign(left, [top, bottom], 1, scale) : []),
    ...(row.closes ? repeatSign(right, [top, bottom], -1, scale) : []),
    ...(row.rounds === ''
      ? []
      : [textMark(row.rounds, [right + 2.3 * scale, baseline], bodyMm * 1.15, { face: 'name', isBold: true })]),
    ...under.placed.map(({ xMm, row: at, text }) =>
      textMark(text, [xMm, bottom + (at + 0.82) * bodyMm * 1.1], bodyMm, { tone: 'quiet' }),
    ),
  ];
  return { heightMm: bottom + under.rows * bodyMm * 1.15 + (0.5 + 1.1 * gap) * scale, marks, frames };
}

/** The room of a bar's chords beside the dots of a repeat. */
function besideSigns(
  { bars, opens, closes }: Row,
  index: number,
  { xMm, barMm }: Pick<Frame, 'xMm' | 'barMm'>,
  scale: number,
): Pick<Frame, 'xMm' | 'barMm'> {
  const before = opens && index === 0 ? DOTS_MM * scale : 0;
  const after = closes && index === bars.length - 1 ? DOTS_MM * scale : 0;
  return { xMm: xMm + before, barMm: barMm - before - after };
}

/** Room that the dots of a repeat take inside a bar. */
const DOTS_MM = 1.3;

/** What a line is called, and the number of the row's first bar in the song, in the room at the left. */
function layLabels({ lineLabel, songBar }: Row, baseline: number, { bodyMm, labelMm, scale }: Layout): readonly Mark[] {
  const label = lineLabel === '' ? [] : [textMark(lineLabel, [0, baseline], bodyMm, { isBold: true })];
  const end = [labelMm - SIGN_MM * scale, baseline] as const;
  return songBar === null
    ? label
    : [...label, textMark(String(songBar), end, bodyMm, { tone: 'quiet', anchor: 'end' })];
}

/** Room that a repeat sign takes before its bar line. */
const SIGN_MM = 1.6;

/** The room that some lines need at the left, for their names and the numbers of their bars. */
export function labelMmOf(
  lines: readonly Pick<HandoutLine, 'label' | 'firstBar' | 'bars' | 'endings'>[],
  { measure, bodyMm, scale }: Pick<Layout, 'measure' | 'bodyMm' | 'scale'>,
): number {
  const needs = lines.map(({ label, firstBar, bars, endings }) => {
    const last = (firstBar ?? 0) + bars.length + sumOf(endings, (ending) => ending.bars.length);
    const number = firstBar === null ? 0 : measure(String(last), bodyMm, 'text', false) + 1;
    return measure(label, bodyMm, 'text', true) + number;
  });
  return Math.max(0, ...needs) + (SIGN_MM + 0.4) * scale;
}

/** Two dots and a heavy line beside a bar line: what stands between two of them is played again. */
function repeatSign(
  xMm: number,
  [top, bottom]: readonly [number, number],
  way: 1 | -1,
  scale: number,
): readonly Mark[] {
  const dot = (share: number): Mark => ({
    kind: 'dot',
    xMm: xMm + way * 1 * scale,
    yMm: top + (bottom - top) * share,
    radiusMm: 0.42 * scale,
    isFilled: true,
    tone: 'ink',
  });
  return [
    lineMark([xMm - way * 0.75 * scale, top], [xMm - way * 0.75 * scale, bottom], 0.9 * scale),
    dot(0.34),
    dot(0.66),
  ];
}

/** Texts in rows, each as wide as there is room before the next. */
export function wrapCaptions(captions: readonly Caption[], widthMm: number, { measure, bodyMm }: Layout) {
  const said = captions.filter(({ text }) => text !== '');
  const placed = said.flatMap(({ xMm, text }, index) => {
    const room = (said[index + 1]?.xMm ?? widthMm) - xMm - 1.2;
    return wrapText(text, room, (words) => measure(words, bodyMm, 'text', true)).map((part, row) => ({
      xMm,
      row,
      text: part,
    }));
  });
  return { placed, rows: Math.max(0, ...placed.map(({ row }) => row + 1)) };
}

/** A bar where it stands, and which bar of its line it is. */
type Frame = { readonly bar: HandoutBar; readonly xMm: number; readonly barMm: number; readonly number: number };

/** Where a chord stands, and how large. */
type ChordPlace = { readonly xMm: number; readonly sizeMm: number };

/** Where each chord of a bar stands, and how large: over its beat, or right behind the one before where that takes the room. */
function placeChords(
  { chords }: HandoutBar,
  { xMm, barMm }: Pick<Frame, 'xMm' | 'barMm'>,
  layout: Layout,
): readonly ChordPlace[] {
  const { measure, chordMm } = layout;
  const least = Math.min(chordMm, SMALLEST_MM);
  // A bar with more names than a whole row holds is set smaller than anything else: better than one name on another.
  const crowd = leastBarMm({ chords }, layout) / barMm;
  const sized = chords.map((chord, index) => {
    const share = (chords[index + 1]?.startShare ?? 1) - chord.startShare;
    const room = share * (barMm - BAR_INSET.both) - CHORD_GAP_MM;
    const width = measure(nameOf(chord), chordMm, 'name', true);
    const fitting = width <= room ? chordMm : Math.min(chordMm, Math.max(least, (chordMm * room) / width));
    const sizeMm = crowd > 1 ? least / crowd : fitting;
    return { sizeMm, widthMm: (width * sizeMm) / chordMm };
  });
  const xs: number[] = [];
  for (const [index, { startShare }] of chords.entries()) {
    const beat = xMm + BAR_INSET.left + startShare * (barMm - BAR_INSET.both);
    const before =
      index === 0 ? beat : (xs[index - 1] ?? 0) + (sized[index - 1]?.widthMm ?? 0) + CHORD_GAP_MM / Math.max(1, crowd);
    xs.push(Math.max(beat, before));
  }
  // What then stands past the end moves back, as far as there is room.
  let end = xMm + barMm - CHORD_GAP_MM / 2 / Math.max(1, crowd);
  for (let index = xs.length - 1; index >= 0; index -= 1) {
    const own = Math.min(xs[index] ?? 0, end - (sized[index]?.widthMm ?? 0));
    xs[index] = own;
    end = own - CHORD_GAP_MM / Math.max(1, crowd);
  }
  return sized.map(({ sizeMm }, index) => ({ sizeMm, xMm: xs[index] ?? 0 }));
}

function nameOf({ text, isStarred }: HandoutChord): string {
  return isStarred ? `${text}${STAR_SIGN}` : text;
}

type ChordRoom = { readonly barLineMm: number; readonly top: number; readonly baseline: number };

function layChords(
  bar: HandoutBar,
  places: readonly ChordPlace[],
  { barLineMm, top, baseline }: ChordRoom,
  { scale }: Layout,
): readonly Mark[] {
  return bar.chords.flatMap((chord, index): readonly Mark[] => {
    if (chord.isTie) {
      return tieArc(barLineMm, top + 2.6 * scale, scale);
    }
    const { xMm, sizeMm } = itemAt(places, index);
    return [textMark(nameOf(chord), [xMm, baseline], sizeMm, { face: 'name', isBold: true })];
  });
}

/** An arc over the bar line, from the chord before to where it rings on. */
function tieArc(barLineMm: number, yMm: number, scale: number): readonly Mark[] {
  const steps = 8;
  const point = (step: number): readonly [number, number] => {
    const share = step / steps;
    return [barLineMm + (share * 11 - 4) * scale, yMm + (1 - 4 * share * (1 - share)) * 2 * scale];
  };
  return range(0, steps).map((step) => lineMark(point(step), point(step + 1), 0.35 * scale));
}

/** The sign for "as the bar before": a stroke with a dot on each side. */
function sameSign(xMm: number, yMm: number, scale: number): readonly Mark[] {
  const dot = (dx: number, dy: number): Mark => ({
    kind: 'dot',
    xMm: xMm + dx * scale,
    yMm: yMm + dy * scale,
    radiusMm: 0.45 * scale,
    isFilled: true,
    tone: 'quiet',
  });
  return [
    lineMark([xMm - 1.5 * scale, yMm + 1.6 * scale], [xMm + 1.5 * scale, yMm - 1.6 * scale], 0.6 * scale, 'quiet'),
    dot(-1.4, -0.9),
    dot(1.4, 0.9),
  ];
}
