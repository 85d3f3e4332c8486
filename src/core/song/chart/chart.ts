/*
 * The text chart as a value: the song without ids, in the names its writer chose.
 *
 * It lies between text and document. Reading and writing text (core/formats) knows no ids; lining up with the document
 * (apply-chart) knows no text. A line whose text could not be read has no bars: applying it keeps the document's line.
 */
import type { Tuning } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { TimedChord } from '../../harmony/key-evidence.ts';
import type { Fingering, Shape } from '../../shapes/shape.ts';
import type { Bar, ChartChords, Ending, Facts, Line, Section, Slot, SongWords } from '../document/document.ts';
import type { Level } from '../document/level.ts';

/** A slot without id; syllables under changes are not shown in a chart. */
export type ChartSlot = Omit<Slot, 'id' | 'cue'>;
/** A bar without ids. */
export type ChartBar = Omit<Bar, 'id' | 'slots'> & { readonly slots: readonly ChartSlot[] };
/** An ending without ids. */
export type ChartEnding = Omit<Ending, 'id' | 'bars'> & { readonly bars: readonly ChartBar[] };
/** A line without ids; without bars it stands for text that could not be read. */
export type ChartLine = Omit<Line, 'id' | 'bars' | 'endings'> & {
  readonly bars: readonly ChartBar[];
  readonly endings: readonly ChartEnding[];
};
/** A section without ids. */
export type ChartSection = Omit<Section, 'id' | 'lines'> & { readonly lines: readonly ChartLine[] };
/**
 * One pass that differs, or of which something is said: its lines as played, none where it plays its section as written. `time` counts
 * the passes of its section from 1.
 */
export type ChartPass = {
  readonly name: string;
  readonly time: number;
  readonly note: string;
  readonly lines: readonly ChartLine[];
};
/** A place of the song by name: a section, one time of it, or a bar of it as it is written, both counted from 1. */
export type ChartPlace = { readonly name: string; readonly time: number | null; readonly bar: number | null };

/**
 * A shape the writer insists on, for a chord named as the hand plays it: everywhere or in a place, before any chord or one, from a level on
 * or on one level alone. There another chord may stand in for it, or the chord before goes on (no shape).
 */
export type ChartPin = {
  readonly chord: ChordSymbol;
  readonly before: ChordSymbol | null;
  readonly place: ChartPlace | null;
  readonly fromLevel: Level | null;
  readonly onLevel: Level | null;
  readonly instead: ChordSymbol | null;
  readonly shape: Shape | null;
  /** Null: whichever suit. */
  readonly fingers: Fingering['fingers'] | null;
};

/** What stands above the bars. `title` is null when the chart has none. */
export type ChartHeaders = Pick<
  Facts,
  'credit' | 'key' | 'tempo' | 'metre' | 'feel' | 'melodyRange' | 'recordSeconds'
> & {
  readonly title: string | null;
  readonly tuning: Tuning;
  readonly capoFret: number;
  readonly chords: ChartChords;
  readonly pins: readonly ChartPin[];
};

/** The names a header line may begin with; pins stand for all lines such as `G = 320033`. */
export type HeaderName =
  | 'title'
  | 'credit'
  | 'key'
  | 'tempo'
  | 'metre'
  | 'feel'
  | 'tuning'
  | 'capo'
  | 'chords'
  | 'range'
  | 'length'
  | 'form'
  | 'pins'
  | 'words';

/** A row of words, and the chords over it: which change of its section each is (from 0), at which character. */
export type ChartSungRow = {
  readonly text: string;
  readonly chords: readonly { readonly change: number; readonly at: number }[];
};
/** The words of a section, or of one pass of it, counted from 1. */
export type ChartSung = { readonly name: string; readonly time: number | null; readonly rows: readonly ChartSungRow[] };
/** Whole words, and why they may be kept. */
export type ChartWords = Pick<SongWords, 'right'> & { readonly blocks: readonly ChartSung[] };

/** A whole chart. `form` names the section of each pass in playing order. */
export type Chart = {
  readonly headers: ChartHeaders;
  readonly sections: readonly ChartSection[];
  readonly passes: readonly ChartPass[];
  readonly form: readonly string[];
  readonly words: ChartWords | null;
};

/** All chords of some bars, in order. */
export function chordsOfBars(bars: readonly { readonly slots: readonly ChartSlot[] }[]): readonly ChordSymbol[] {
  return bars.flatMap((bar) => bar.slots.flatMap((slot) => (slot.chord === null ? [] : [slot.chord])));
}

/** The chords of some bars with the ticks each lasts; a bar that is the same as the one before has its chords again. */
export function timedChordsOf(
  bars: readonly { readonly slots: readonly Pick<ChartSlot, 'chord' | 'ticks'>[] }[],
): readonly TimedChord[] {
  let before: readonly TimedChord[] = [];
  return bars.flatMap(({ slots }) => {
    const own = slots.flatMap(({ chord, ticks }) => (chord === null ? [] : [{ chord, beats: ticks }]));
    before = slots.length === 0 ? before : own;
    return before;
  });
}

/** All bars of a chart's or a document's lines, endings after the bars they close. */
export function barsOfLines<B>(
  lines: readonly { readonly bars: readonly B[]; readonly endings: readonly { readonly bars: readonly B[] }[] }[],
): readonly B[] {
  return lines.flatMap((line) => [...line.bars, ...line.endings.flatMap((ending) => ending.bars)]);
}

/** All bars written in a chart, those of differing passes last. */
export function barsOfChart(chart: Pick<Chart, 'sections' | 'passes'>): readonly ChartBar[] {
  return [...chart.sections, ...chart.passes].flatMap((block) => barsOfLines(block.lines));
}

/** The chart with every chord of its bars renamed; pins keep their names. */
export function mapChords(chart: Chart, rename: (chord: ChordSymbol) => ChordSymbol): Chart {
  const renameBar = (bar: ChartBar): ChartBar => ({
    ...bar,
    slots: bar.slots.map((slot) => ({ ...slot, chord: slot.chord === null ? null : rename(slot.chord) })),
  });
  const renameLine = (line: ChartLine): ChartLine => ({
    ...line,
    bars: line.bars.map(renameBar),
    endings: line.endings.map((ending) => ({ ...ending, bars: ending.bars.map(renameBar) })),
  });
  return {
    ...chart,
    sections: chart.sections.map((section) => ({ ...section, lines: section.lines.map(renameLine) })),
    passes: chart.passes.map((pass) => ({ ...pass, lines: pass.lines.map(renameLine) })),
  };
}
