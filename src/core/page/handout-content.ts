/*
 * What a handout says, before anything has a place on paper: words and lines, in shape chords, from what is stored.
 */
import { describeEdits, hasOwnBars, listPasses, type PassSummary } from '../arrange/form-summary.ts';
import { findStoredShape } from '../arrange/part-shapes.ts';
import type { RungBar } from '../arrange/rung.ts';
import { formatChord } from '../harmony/chord-style.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { sumOf, uniqueBy } from '../kernel/list.ts';
import { beatTicks, formatMetre, type Metre } from '../rhythm/metre.ts';
import { formatTempo } from '../rhythm/tempo.ts';
import { type Fingering, formatShape } from '../shapes/shape.ts';
import type { Bar, Line, Part, Pass, Section, Slot, SongDocument } from '../song/document.ts';
import { withoutLeftOut } from '../song/lesson-form.ts';
import { linesOfPass } from '../song/pass-lines.ts';
import { findSection, listPlayedBars, totalsOf } from '../song/played-bars.ts';
import type { ReadingStyle } from '../song/settings.ts';
import { listSongChords } from '../song/song-chords.ts';
import { songKeysOf } from '../song/song-keys.ts';
import type { BoxStyle } from './chord-box.ts';
import { type HandoutOrnament, listHandoutOrnaments, rightHandWords } from './handout-hands.ts';
import { formatKeyWords, setupSentences } from './setup-words.ts';

/** A chord in a bar: where its slot starts as a share of the bar's width (0 to 1), and its mark in words. */
export type HandoutChord = { readonly text: string; readonly startShare: number; readonly mark: string };

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
  /** What the right hand does, spoken and counted; empty where it goes on as before, or no pattern is chosen. */
  readonly rightHand: string;
  readonly lines: readonly HandoutLine[];
};

/** A whole handout. `fingering` is null where no shape is stored. */
export type Handout = {
  readonly title: string;
  readonly credit: string;
  readonly boxStyle: BoxStyle;
  readonly setup: readonly string[];
  readonly boxes: readonly { readonly name: string; readonly fingering: Fingering | null }[];
  readonly form: string;
  readonly blocks: readonly HandoutBlock[];
  readonly ornaments: readonly HandoutOrnament[];
};

const NO_BREAK = '\u00A0';

/**
 * Gathers a handout for one part of a song, as the lesson plays it: as it is arranged, or as one student's hands play it on their
 * rungs (`ownBars`, in step with the played bars of the lesson).
 */
export function composeHandout(
  whole: SongDocument,
  part: Part,
  reading: ReadingStyle,
  ownBars: readonly RungBar[] | null = null,
): Handout {
  const document = withoutLeftOut(whole);
  const played = listPlayedBars(document);
  const source = { document, part, played, ownBars };
  const { toShapeChord } = songKeysOf(document, part);
  const passes = listPasses(document, played);
  const style = (chord: ChordSymbol): string => formatChord(chord, reading.chordStyle);
  const own =
    ownBars === null ? null : new Map(ownBars.flatMap(({ slots }) => slots.map((each) => [each.slot.id, each])));
  const words: Words = {
    nameOf: (slot, chord) => {
      const held = own?.get(slot.id);
      return held?.isMerged === true ? null : style(held?.held?.chord ?? toShapeChord(chord));
    },
    metre: document.facts.metre,
    rightHandOf: (section) => rightHandWords(source, section),
  };
  const stored = listSongChords(document, played).map(({ chord }) => toShapeChord(chord));
  const boxes =
    ownBars === null
      ? stored.map((chord) => ({ chord, fingering: findStoredShape(part, chord)?.fingering ?? null }))
      : uniqueBy(
          ownBars.flatMap(({ slots }) => slots.flatMap(({ held }) => held ?? [])),
          ({ fingering }) => formatShape(fingering.shape),
        );
  return {
    title: document.facts.title,
    credit: document.facts.credit,
    boxStyle: boxStyleOf(part.setup.capoFret, reading, 'fingers'),
    setup: [...setupSentences(document, part, totalsOf(played)), ...(ownBars === null ? [] : ['Your part.'])],
    boxes: boxes.map(({ chord, fingering }) => ({ name: style(chord), fingering })),
    form: (passes.length < 2 ? [] : passes)
      .map(({ label, bars }) => `${label} (${bars})`.replaceAll(' ', NO_BREAK))
      .join(' · '),
    blocks: sayHandsOnce(document.map.sections.flatMap((section) => blocksOf(document, section, passes, words))),
    ornaments: listHandoutOrnaments(source, reading),
  };
}

/** What the right hand does is said where it changes: it goes on until something else is said. */
function sayHandsOnce(blocks: readonly HandoutBlock[]): readonly HandoutBlock[] {
  let said = '';
  return blocks.map((block) => {
    const isSaid = block.rightHand === said;
    said = block.rightHand === '' ? said : block.rightHand;
    return isSaid && block.rightHand !== '' ? { ...block, rightHand: '' } : block;
  });
}

function blocksOf(
  document: SongDocument,
  section: Section,
  passes: readonly PassSummary[],
  words: Words,
): readonly HandoutBlock[] {
  const own = document.map.form.filter(({ sectionId }) => sectionId === section.id);
  const inStep = own.filter((pass) => !hasOwnBars(pass));
  const summaries = passes.filter((pass) => pass.section.id === section.id);
  const main: HandoutBlock = {
    name: section.name,
    remark: remarkOf(section, own, summaries),
    rightHand: words.rightHandOf(section),
    lines: section.lines.map((line) => toHandoutLine(line, cuesByPass(section, line, inStep), words)),
  };
  const differing = own.flatMap((pass, index): readonly HandoutBlock[] => {
    const found = hasOwnBars(pass) ? findSection(document, pass) : null;
    return found === null
      ? []
      : [
          {
            name: `${section.name}, time ${index + 1}`,
            remark: 'as played',
            rightHand: '',
            lines: linesOfPass(found, pass).map((line) => toHandoutLine(line, joinCues(line.cues), words)),
          },
        ];
  });
  return [main, ...differing];
}

/** "2 times, 16 bars each; time 3: line 2 again". */
function remarkOf(section: Section, own: readonly Pass[], summaries: readonly PassSummary[]): string {
  const counts = [...new Set(summaries.map(({ bars }) => bars))];
  const count = counts[0] ?? sumOf(section.lines, ({ bars, times }) => bars.length * times);
  const bars = `${count} ${count === 1 ? 'bar' : 'bars'}`;
  const often = own.length === 0 ? 'not in the form' : own.length === 1 ? '' : `${own.length} times`;
  const again = own.flatMap((pass, index) =>
    hasOwnBars(pass) ? [] : describeEdits(section, pass).map((text) => `time ${index + 1}: ${text}`),
  );
  const repeat = section.times === 1 ? '' : `played ${section.times} times through`;
  return [often, counts.length <= 1 || own.length === 1 ? bars : `${bars} as written`, repeat, ...again, section.note]
    .filter((text) => text !== '')
    .join('; ');
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

/** How things are called; a chord that another goes on in the place of has no name. */
type Words = {
  readonly nameOf: (slot: Slot, chord: ChordSymbol) => string | null;
  readonly metre: Metre;
  readonly rightHandOf: (section: Section) => string;
};

/** How boxes behind a capo are drawn for a way of reading. */
export function boxStyleOf(capoFret: number, reading: ReadingStyle, detail: BoxStyle['detail']): BoxStyle {
  const fretsAdded = reading.fretsFrom === 'nut' ? capoFret : 0;
  return { detail, isLeftHanded: reading.isLeftHanded, fretsAdded };
}

function toHandoutLine(line: Line, cues: readonly string[], words: Words): HandoutLine {
  return {
    bars: line.bars.map((bar) => toHandoutBar(bar, words)),
    times: line.times,
    endings: line.endings.map(({ rounds, bars }) => ({
      label: `${rounds.join(', ')}.`,
      bars: bars.map((bar) => toHandoutBar(bar, words)),
    })),
    cues,
    note: line.note,
  };
}

function toHandoutBar(bar: Bar, words: Words): HandoutBar {
  const metre = bar.metre ?? words.metre;
  const length = sumOf(bar.slots, ({ ticks }) => ticks);
  let start = 0;
  const chords = bar.slots.flatMap((slot): readonly HandoutChord[] => {
    const name = slot.chord === null ? 'no chord' : words.nameOf(slot, slot.chord);
    const chord = { startShare: start / length, mark: markWords(slot, start, metre) };
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

/** The marks of a slot in words: "an eighth early, stop on 3". */
export function markWords(slot: Slot, startTick: number, metre: Metre): string {
  const isOffBeat = startTick % beatTicks(metre) !== 0;
  const sixteenthTicks = beatTicks({ beats: 4, unit: 16, groups: null });
  return [
    slot.pushTicks === 0 ? '' : slot.pushTicks === sixteenthTicks ? 'a sixteenth early' : 'an eighth early',
    isOffBeat ? `on the “and” of ${Math.floor(startTick / beatTicks(metre)) + 1}` : '',
    slot.hold ? 'let ring' : '',
    slot.stop === null ? '' : slot.stop.beat === null ? 'hit and cut' : `stop on ${slot.stop.beat}`,
  ]
    .filter((text) => text !== '')
    .join(', ');
}
