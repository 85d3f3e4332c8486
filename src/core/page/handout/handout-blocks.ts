/* The sections of a handout: their bars, words and remarks, folded as they are written. */

import { describeEdits, hasOwnBars, type PassSummary } from '../../arrange/form/form-summary.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { sumOf } from '../../kernel/list.ts';
import { formatCount } from '../../kernel/plural.ts';
import type { Metre } from '../../rhythm/metre.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import type { Bar, Line, Pass, Section, Slot, SongDocument } from '../../song/document/document.ts';
import { listRingingBars } from '../../song/played/same-bars.ts';
import { sayMarks } from '../../words/mark-words.ts';
import type { PageSigns, SectionSigns } from './bar-signs.ts';
import { type OtherBar, type PrintedSection, placeOfBar } from './printed-sections.ts';

/** A chord in a bar: where its slot starts as a share of the bar's width (0 to 1), and its mark in words. */
export type HandoutChord = {
  readonly text: string;
  readonly startShare: number;
  readonly mark: string;
  /** Whether the chord before rings on here: an arc in the place of a name. */
  readonly isTie: boolean;
  /** Whether the teacher marked it; the sign stands beside the name. */
  readonly isStarred: boolean;
};

/** A bar: `above` says what changes with it (metre, key, tempo, pick-up, right hand, ornaments); `isSame` repeats the bar before. */
export type HandoutBar = {
  readonly barId: number;
  readonly chords: readonly HandoutChord[];
  readonly above: string;
  readonly isSame: boolean;
};

/** Where a repeat sign closes, and after how many times through; 1: none closes. */
export type Repeat = { readonly opens: boolean; readonly closes: number };

/**
 * A line of bars with its times, endings, and the words under it, one row for each pass with words of its own. `label` is its place on
 * the page ("C2"), `firstBar` the number of its first bar in the song; empty and null where they are not to be printed.
 */
export type HandoutLine = {
  readonly label: string;
  readonly firstBar: number | null;
  readonly bars: readonly HandoutBar[];
  readonly times: number;
  readonly repeat: Repeat;
  readonly endings: readonly {
    readonly label: string;
    readonly bars: readonly HandoutBar[];
    readonly closes: boolean;
  }[];
  readonly cues: readonly string[];
  readonly note: string;
};

/** A section, or one pass of it that has bars of its own; its letter is empty where it has no lines. */
export type HandoutBlock = {
  readonly sectionId: number;
  readonly letter: string;
  readonly name: string;
  readonly remark: string;
  /** Which pattern the right hand plays, how loud and whether under the palm; empty where nothing is to be said. */
  readonly rightHand: string;
  /** The same without the pattern. */
  readonly going: string;
  readonly lines: readonly HandoutLine[];
};

/** How things are called; a chord that another goes on in the place of has no name. `beside` stands small under a chord. */
export type HandoutWords = {
  readonly nameOf: (slot: Slot, chord: ChordSymbol) => string | null;
  readonly beside: (chord: ChordSymbol) => readonly string[];
  readonly metre: Metre;
  readonly signs: PageSigns;
  /** The number of a line's first bar in the song, where numbers are printed. */
  readonly firstBarOf: (printed: PrintedSection, line: Line) => number | null;
  readonly showsNotes: boolean;
};

/** The blocks of a page: sections as they are written, and each pass that has bars of its own as it is played. */
export function blocksOf(
  document: SongDocument,
  printed: PrintedSection,
  passes: readonly PassSummary[],
  words: HandoutWords,
): readonly HandoutBlock[] {
  const { section, time, letter } = printed;
  const own = document.map.form.filter(({ sectionId }) => sectionId === section.id);
  const inStep = printed.passes.filter((pass) => !hasOwnBars(pass));
  const summaries = passes.filter((pass) => pass.section.id === section.id);
  const signs = words.signs.ofSection(printed);
  const cuesOf = (line: Line): readonly string[] =>
    time === null ? cuesByPass(section, line, inStep) : joinCues(line.cues);
  const asIs = own[(time ?? 1) - 1];
  const remark =
    time === null
      ? remarkOf(section, own, summaries, words.showsNotes)
      : ['as played', ...(asIs === undefined || !words.showsNotes ? [] : notesOf(asIs))].join('; ');
  const main: HandoutBlock = {
    sectionId: section.id,
    letter,
    name: time === null ? section.name : `${section.name}, time ${time}`,
    remark,
    rightHand: signs.heading,
    going: signs.going,
    lines: toHandoutLines(printed, { cuesOf, signs, words }),
  };
  const folded = own.flatMap((_, index): readonly HandoutBlock[] => {
    const others = printed.others.filter((other) => other.time === index + 1);
    return others.length === 0 ? [] : [foldedBlock(printed, others, index + 1, words)];
  });
  return [main, ...folded];
}

/** A time of a section that differs in a few bars: "as written, but C1, bar 4: Am, D (stop on 3)". */
function foldedBlock(
  printed: PrintedSection,
  others: readonly OtherBar[],
  time: number,
  words: HandoutWords,
): HandoutBlock {
  const said = others.map((other) => {
    const bar = toHandoutBar(other.bar, words.signs.overOther(printed, other), words);
    return `${placeOfBar(printed, other.barId)}: ${sayBar(bar)}`;
  });
  return {
    sectionId: printed.section.id,
    letter: '',
    name: `${printed.section.name}, time ${time}`,
    remark: `as written, but ${said.join(' | ')}`,
    rightHand: '',
    going: '',
    lines: [],
  };
}

/** What a section is called on the page: "C Chorus". */
export function headingOf({ letter, name }: Pick<HandoutBlock, 'letter' | 'name'>): string {
  return letter === '' ? name : `${letter} ${name}`;
}

/** A bar in words: "3/4: Em7 (pushed an eighth), D". */
export function sayBar({ chords, above, isSame }: HandoutBar): string {
  const content = isSame ? 'the same' : chords.map(sayChord).join(', ');
  return above === '' ? content : `${above}: ${content}`;
}

function sayChord({ text, mark, isTie, isStarred }: HandoutChord): string {
  const name = isTie ? 'the chord before rings on' : text;
  const marks = [mark, isStarred ? 'marked' : ''].filter((each) => each !== '').join(', ');
  return marks === '' ? name : `${name} (${marks})`;
}

/** "2 times, 16 bars each; time 3: line 2 again". */
function remarkOf(
  section: Section,
  own: readonly Pass[],
  summaries: readonly PassSummary[],
  showsNotes: boolean,
): string {
  const counts = [...new Set(summaries.map(({ bars }) => bars))];
  const count = counts[0] ?? sumOf(section.lines, ({ bars, times }) => bars.length * times);
  const bars = formatCount(count, 'bar');
  const often = own.length === 0 ? 'not in the form' : own.length === 1 ? '' : `${own.length} times`;
  const again = own.flatMap((pass, index) =>
    (hasOwnBars(pass) ? notesOf(pass) : describeEdits(section, pass))
      .filter((text) => showsNotes || text !== pass.note)
      .map((text) => (own.length === 1 ? text : `time ${index + 1}: ${text}`)),
  );
  const repeat = section.times === 1 ? '' : `played ${section.times} times through`;
  const note = showsNotes ? section.note : '';
  return [often, counts.length <= 1 || own.length === 1 ? bars : `${bars} as written`, repeat, ...again, note]
    .filter((text) => text !== '')
    .join('; ');
}

function notesOf({ note }: Pass): readonly string[] {
  return note === '' ? [] : [note];
}

/** The words of each pass under a line; passes with the same words share a row, others are numbered. */
export function cuesByPass(section: Section, line: Line, passes: readonly Pass[]): readonly string[] {
  const rows = passes.map((pass) => {
    const own = linesOfPass(section, pass).find(({ id }) => id === line.id);
    return (own?.cues ?? line.cues).join(' / ');
  });
  const distinct = [...new Set(rows.filter((row) => row !== ''))];
  return distinct.length <= 1
    ? passes.length === 0
      ? joinCues(line.cues)
      : distinct
    : rows.flatMap((row, index) => (row === '' ? [] : [`${index + 1}  ${row}`]));
}

function joinCues(cues: readonly string[]): readonly string[] {
  return cues.length === 0 ? [] : [cues.join(' / ')];
}

type Telling = {
  readonly cuesOf: (line: Line) => readonly string[];
  readonly signs: SectionSigns;
  readonly words: HandoutWords;
};

function toHandoutLines(printed: PrintedSection, telling: Telling): readonly HandoutLine[] {
  const { section, lines } = printed;
  const ringing = listRingingBars(lines);
  // Signs inside signs cannot be told apart: where lines repeat by themselves, the section's own repeats are said in words.
  const isWhole = section.times > 1 && lines.every(({ times, endings }) => times === 1 && endings.length === 0);
  return lines.map((line, index) => {
    const repeat: Repeat = isWhole
      ? { opens: index === 0, closes: index === lines.length - 1 ? section.times : 1 }
      : { opens: line.times > 1, closes: line.times };
    return toHandoutLine({ printed, line, index, repeat }, telling, ringing);
  });
}

/** A bar that says "same" and rings on: an arc, since the sign for "same" would have it struck again. */
const RINGS_ON: HandoutChord = { text: '', startShare: 0, mark: '', isTie: true, isStarred: false };

type LineHere = {
  readonly printed: PrintedSection;
  readonly line: Line;
  readonly index: number;
  readonly repeat: Repeat;
};

function toHandoutLine(
  { printed, line, index, repeat }: LineHere,
  { cuesOf, signs, words }: Telling,
  ringing: ReadonlySet<number>,
): HandoutLine {
  const toBar = (bar: Bar): HandoutBar => {
    const made = toHandoutBar(bar, signs.over.get(bar.id) ?? '', words);
    return ringing.has(bar.id) ? { ...made, chords: [RINGS_ON], isSame: false } : made;
  };
  return {
    label: `${printed.letter}${index + 1}`,
    firstBar: words.firstBarOf(printed, line),
    bars: line.bars.map(toBar),
    times: line.times,
    repeat,
    endings: line.endings.map(({ rounds, bars }) => ({
      label: `${rounds.join(', ')}.`,
      bars: bars.map(toBar),
      closes: !rounds.includes(line.times),
    })),
    cues: cuesOf(line),
    note: words.showsNotes ? line.note : '',
  };
}

function toHandoutBar(bar: Bar, above: string, words: HandoutWords): HandoutBar {
  const metre = bar.metre ?? words.metre;
  const length = sumOf(bar.slots, ({ ticks }) => ticks);
  let start = 0;
  const chords = bar.slots.flatMap((slot): readonly HandoutChord[] => {
    const name = slot.isTied ? '' : slot.chord === null ? 'no chord' : words.nameOf(slot, slot.chord);
    const beside = slot.chord === null || name === null ? [] : words.beside(slot.chord);
    // An arc says on paper that it rings on.
    const own = slot.isTied ? '' : sayMarks({ ...slot, isStarred: false }, start, metre);
    const mark = [...beside, own].filter((text) => text !== '').join(' · ');
    const chord = { startShare: start / length, mark, isTie: slot.isTied, isStarred: slot.isStarred };
    start += slot.ticks;
    return name === null ? [] : [{ text: name, ...chord }];
  });
  return { barId: bar.id, chords, above, isSame: bar.same };
}
