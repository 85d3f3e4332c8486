/* The sections of a handout: their bars, words and remarks, folded as they are written. */

import { describeEdits, hasOwnBars, type PassSummary } from '../../arrange/form/form-summary.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { sumOf } from '../../kernel/list.ts';
import { formatCount } from '../../kernel/plural.ts';
import { formatMetre, type Metre } from '../../rhythm/metre.ts';
import { formatTempo } from '../../rhythm/tempo.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import type { Bar, Line, Pass, Section, Slot, SongDocument } from '../../song/document/document.ts';
import { findSection } from '../../song/played/played-bars.ts';
import { listRingingBars } from '../../song/played/same-bars.ts';
import { sayMarks } from '../../words/mark-words.ts';
import { formatKeyWords } from '../../words/setup-words.ts';

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

/** A bar: `above` says what changes with it (metre, key, tempo, pick-up); `isSame` repeats the bar before. */
export type HandoutBar = {
  readonly chords: readonly HandoutChord[];
  readonly above: string;
  readonly isSame: boolean;
};

/** A line of bars with its rounds, endings, and the words under it, one row for each pass with words of its own. */
export type HandoutLine = {
  readonly bars: readonly HandoutBar[];
  readonly times: number;
  readonly endings: readonly { readonly label: string; readonly bars: readonly HandoutBar[] }[];
  readonly cues: readonly string[];
  readonly note: string;
};

/** A section, or one pass of it that has bars of its own. */
export type HandoutBlock = {
  readonly name: string;
  readonly remark: string;
  /** Which pattern the right hand plays; empty where it goes on as before, or none is chosen. */
  readonly rightHand: string;
  readonly lines: readonly HandoutLine[];
};

/** The blocks of a section: as it is written, and each pass that has bars of its own as it is played. */
export function blocksOf(
  document: SongDocument,
  section: Section,
  passes: readonly PassSummary[],
  words: HandoutWords,
): readonly HandoutBlock[] {
  const own = document.map.form.filter(({ sectionId }) => sectionId === section.id);
  const inStep = own.filter((pass) => !hasOwnBars(pass));
  const summaries = passes.filter((pass) => pass.section.id === section.id);
  const main: HandoutBlock = {
    name: section.name,
    remark: remarkOf(section, own, summaries),
    rightHand: words.rightHandOf(section),
    lines: toHandoutLines(section.lines, (line) => cuesByPass(section, line, inStep), words),
  };
  const differing = own.flatMap((pass, index): readonly HandoutBlock[] => {
    const found = hasOwnBars(pass) ? findSection(document, pass) : null;
    if (found === null) {
      return [];
    }
    const name = `${section.name}, time ${index + 1}`;
    const cuesOf = (line: Line): readonly string[] => joinCues(line.cues);
    const written = toHandoutLines(section.lines, cuesOf, words);
    const played = toHandoutLines(linesOfPass(found, pass), cuesOf, words);
    const but = asWrittenBut(written, played);
    return but === null
      ? [{ name, remark: 'as played', rightHand: '', lines: played }]
      : [{ name, remark: `as written, but ${but}`, rightHand: '', lines: [] }];
  });
  return [main, ...differing];
}

/** Bars that may differ before a pass is better written out. */
const MOST_OTHER_BARS = 2;

/**
 * How the lines of a pass differ from those of its section, where that is soon said: "bar 7: Em | bar 8: D (stop on 3)". Null where more than
 * a few bars differ, or anything but bars.
 */
function asWrittenBut(written: readonly HandoutLine[], played: readonly HandoutLine[]): string | null {
  const frameOf = (lines: readonly HandoutLine[]): unknown =>
    lines.map(({ times, endings, cues, note, bars }) => [times, endings.length, cues, note, bars.length]);
  if (!isEqual(frameOf(written), frameOf(played))) {
    return null;
  }
  const before = written.flatMap(barsOfLine);
  const other = played
    .flatMap(barsOfLine)
    .flatMap((bar, index) => (isEqual(bar, before[index]) ? [] : [`bar ${index + 1}: ${sayBar(bar)}`]));
  return other.length === 0 || other.length > MOST_OTHER_BARS ? null : other.join(' | ');
}

function barsOfLine({ bars, endings }: HandoutLine): readonly HandoutBar[] {
  return [...bars, ...endings.flatMap((ending) => ending.bars)];
}

/** A bar in words: "3/4: Em7 (an eighth early), D". */
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
function remarkOf(section: Section, own: readonly Pass[], summaries: readonly PassSummary[]): string {
  const counts = [...new Set(summaries.map(({ bars }) => bars))];
  const count = counts[0] ?? sumOf(section.lines, ({ bars, times }) => bars.length * times);
  const bars = formatCount(count, 'bar');
  const often = own.length === 0 ? 'not in the form' : own.length === 1 ? '' : `${own.length} times`;
  const again = own.flatMap((pass, index) =>
    (hasOwnBars(pass) ? notesOf(pass) : describeEdits(section, pass)).map((text) =>
      own.length === 1 ? text : `time ${index + 1}: ${text}`,
    ),
  );
  const repeat = section.times === 1 ? '' : `played ${section.times} times through`;
  return [often, counts.length <= 1 || own.length === 1 ? bars : `${bars} as written`, repeat, ...again, section.note]
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

/** How things are called; a chord that another goes on in the place of has no name. `beside` stands small under a chord. */
export type HandoutWords = {
  readonly nameOf: (slot: Slot, chord: ChordSymbol) => string | null;
  readonly beside: (chord: ChordSymbol) => readonly string[];
  readonly metre: Metre;
  readonly rightHandOf: (section: Section) => string;
};

function toHandoutLines(
  lines: readonly Line[],
  cuesOf: (line: Line) => readonly string[],
  words: HandoutWords,
): readonly HandoutLine[] {
  const ringing = listRingingBars(lines);
  return lines.map((line) => toHandoutLine(line, cuesOf(line), words, ringing));
}

/** A bar that says "same" and rings on: an arc, since the sign for "same" would have it struck again. */
const RINGS_ON: HandoutChord = { text: '', startShare: 0, mark: '', isTie: true, isStarred: false };

function toHandoutLine(
  line: Line,
  cues: readonly string[],
  words: HandoutWords,
  ringing: ReadonlySet<number>,
): HandoutLine {
  const toBar = (bar: Bar): HandoutBar => {
    const printed = toHandoutBar(bar, words);
    return ringing.has(bar.id) ? { ...printed, chords: [RINGS_ON], isSame: false } : printed;
  };
  return {
    bars: line.bars.map(toBar),
    times: line.times,
    endings: line.endings.map(({ rounds, bars }) => ({
      label: `${rounds.join(', ')}.`,
      bars: bars.map(toBar),
    })),
    cues,
    note: line.note,
  };
}

function toHandoutBar(bar: Bar, words: HandoutWords): HandoutBar {
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
  return { chords, above: barChangeWords(bar, metre), isSame: bar.same };
}

/** What changes with a bar, in words: "3/4, now in D major"; `metre` is the one that holds in it. */
export function barChangeWords(bar: Bar, metre: Metre): string {
  return [
    bar.metre === null ? '' : formatMetre(bar.metre),
    bar.key === null ? '' : `now in ${formatKeyWords(bar.key)}`,
    bar.tempo === null ? '' : `tempo ${formatTempo(bar.tempo, metre)}`,
    bar.pickupBeats === null ? '' : 'pick-up',
  ]
    .filter((text) => text !== '')
    .join(', ');
}
