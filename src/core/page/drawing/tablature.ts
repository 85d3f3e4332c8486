/*
 * An ornament in six-line tablature, as it is drawn on paper: the thinnest string on top, a fret where it is stopped, stems below
 * for how long each note lasts (none for a whole note, a flag for an eighth, two for a sixteenth), a bow over slurs.
 */
import { itemAt, range } from '../../kernel/list.ts';
import { beatTicks, type Metre, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { type JoinedNote, listJoins } from '../../song/attachments/ornaments.ts';
import type { NoteJoin, OrnamentKind, OrnamentNote } from '../../song/document/document.ts';
import { lineMark, type Mark, textMark } from './drawing.ts';
import type { Drawing } from './figure.ts';

/** What is drawn: the notes, in a bar of so many ticks, on so many strings. */
export type TablatureBar = {
  readonly kind: OrnamentKind;
  readonly notes: readonly OrnamentNote[];
  readonly lengthTicks: number;
  readonly metre: Metre;
  readonly strings: number;
  /** 0 where frets are counted from the capo, the capo's fret where they are counted from the nut. */
  readonly fretsAdded: number;
};

const LINE_MM = 2.8;
/** A quarter note takes so much, and more where shorter notes would run into each other. */
const QUARTER_MM = 10;
const NOTE_MM = 5;
const SIDE_MM = 2;
/** Room over the strings, and what the signs of joined notes take besides. */
const TOP_MM = 2;
const JOIN_MM = 4;
const STEM_MM = 3.4;
const FLAG_MM = 1.1;
/** Frets and counts are read: 10 pt. */
const FRET_MM = (10 / 72) * 25.4;

/** Draws one bar of tablature, as wide as its quarters. */
export function drawTablature(bar: TablatureBar): Drawing {
  const { notes, lengthTicks, metre, strings, fretsAdded } = bar;
  const joins = listJoins({ kind: bar.kind, notes });
  const topMm = TOP_MM + (joins.length === 0 ? 0 : JOIN_MM);
  const innerMm = Math.max(1, lengthTicks / QUARTER_TICKS) * quarterMm(notes);
  const widthMm = innerMm + 2 * SIDE_MM;
  const bottom = topMm + (strings - 1) * LINE_MM;
  const xOf = (tick: number): number => SIDE_MM + 2 + (tick / lengthTicks) * (innerMm - 2);
  const yOf = (stringNumber: number): number => topMm + (stringNumber - 1) * LINE_MM;
  const frets = notes.map(({ stringNumber, fret, startTick }) =>
    textMark(String(fret + fretsAdded), [xOf(startTick), yOf(stringNumber) + FRET_MM * 0.34], FRET_MM, {
      isBold: true,
      anchor: 'middle',
    }),
  );
  const stemsEnd = bottom + 1.4 + STEM_MM;
  const counts = range(0, Math.ceil(lengthTicks / beatTicks(metre))).map((beat) =>
    textMark(String(beat + 1), [xOf(beat * beatTicks(metre)), stemsEnd + FRET_MM * 0.95], FRET_MM, {
      anchor: 'middle',
      tone: 'quiet',
    }),
  );
  const stems = new Map(notes.map((note) => [note.startTick, note.lengthTicks]));
  return {
    widthMm,
    heightMm: stemsEnd + FRET_MM * 1.25,
    marks: [
      ...stringLines({ ...bar, widthMm, xOf, yOf }),
      lineMark([0, topMm], [0, bottom], 0.3),
      lineMark([widthMm, topMm], [widthMm, bottom], 0.3),
      ...frets,
      ...counts,
      ...[...stems].flatMap(([tick, ticks]) => drawStem(xOf(tick), bottom + 1.4, ticks)),
      ...joins.flatMap((joined) => drawJoin(joined, xOf, yOf)),
    ],
  };
}

/** The width of a quarter: notes that follow each other stand far enough apart. */
function quarterMm(notes: readonly OrnamentNote[]): number {
  const starts = [...new Set(notes.map(({ startTick }) => startTick))].sort((a, b) => a - b);
  const steps = starts.slice(1).map((start, index) => start - itemAt(starts, index));
  return Math.max(QUARTER_MM, (NOTE_MM * QUARTER_TICKS) / Math.min(QUARTER_TICKS, ...steps));
}

type Staff = TablatureBar & {
  readonly widthMm: number;
  readonly xOf: (tick: number) => number;
  readonly yOf: (stringNumber: number) => number;
};

/** The strings, broken where a fret stands on them. */
function stringLines({ notes, strings, widthMm, xOf, yOf }: Staff): readonly Mark[] {
  return range(1, strings + 1).flatMap((stringNumber) => {
    const gaps = notes
      .filter((note) => note.stringNumber === stringNumber)
      .map(({ startTick, fret }) => ({ at: xOf(startTick), half: fret > 9 ? 2.4 : 1.4 }))
      .sort((a, b) => a.at - b.at);
    let from = 0;
    const pieces: Mark[] = [];
    for (const { at, half } of gaps) {
      pieces.push(lineMark([from, yOf(stringNumber)], [Math.max(from, at - half), yOf(stringNumber)], 0.16, 'quiet'));
      from = at + half;
    }
    return [...pieces, lineMark([from, yOf(stringNumber)], [widthMm, yOf(stringNumber)], 0.16, 'quiet')];
  });
}

/** A stem with a flag for each halving below a quarter; a half note's is short, a whole note has none; a dot where it is longer. */
function drawStem(x: number, y: number, ticks: number): readonly Mark[] {
  if (ticks >= QUARTER_TICKS * 4) {
    return [];
  }
  const isHalf = ticks >= QUARTER_TICKS * 2;
  const flags = ticks < QUARTER_TICKS ? Math.ceil(Math.log2(QUARTER_TICKS / ticks)) : 0;
  const plain = QUARTER_TICKS * 2 ** Math.floor(Math.log2(ticks / QUARTER_TICKS));
  const end = y + (isHalf ? STEM_MM / 2 : STEM_MM);
  return [
    lineMark([x, y], [x, end], 0.22),
    ...range(0, flags).map((flag) => lineMark([x, end - flag * FLAG_MM], [x + 1.5, end - flag * FLAG_MM - 0.9], 0.22)),
    ...(ticks > plain
      ? [{ kind: 'dot' as const, xMm: x + 1.2, yMm: y + 0.8, radiusMm: 0.35, isFilled: true, tone: 'ink' as const }]
      : []),
  ];
}

/** What stands over a joined note (common practice). */
const JOIN_LETTERS: Readonly<Record<NoteJoin, string>> = { 'hammer-on': 'h', 'pull-off': 'p', slide: 's', bend: 'b' };

/** A bow from note to note, straight for a slide, with an arrow for a bend. */
function drawJoin(
  { from, to, join }: JoinedNote,
  xOf: (tick: number) => number,
  yOf: (stringNumber: number) => number,
): readonly Mark[] {
  const left = xOf(from.startTick) + 1.3;
  const right = xOf(to.startTick) - 1.3;
  const y = yOf(to.stringNumber);
  const letter = textMark(JOIN_LETTERS[join], [(left + right) / 2, y - 2.5], FRET_MM * 0.9, {
    anchor: 'middle',
    isItalic: true,
  });
  if (join === 'slide') {
    const isUp = to.fret > from.fret;
    return [letter, lineMark([left, y + (isUp ? 0.7 : -0.7)], [right, y + (isUp ? -0.7 : 0.7)], 0.25)];
  }
  const top = y - 2.1;
  if (join === 'bend') {
    const tip = right + 0.4;
    return [
      letter,
      lineMark([left, y - 0.6], [tip, top], 0.2),
      lineMark([tip - 1, top + 0.1], [tip, top], 0.2),
      lineMark([tip - 0.3, top + 1], [tip, top], 0.2),
    ];
  }
  return [
    letter,
    lineMark([left, y - 1.3], [left + 1, top], 0.2),
    lineMark([left + 1, top], [right - 1, top], 0.2),
    lineMark([right - 1, top], [right, y - 1.3], 0.2),
  ];
}
