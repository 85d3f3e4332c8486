/*
 * What repeats in a song, and what differs (rule M3): lines and sections that are equal, that differ in one bar, or that are
 * one loop begun at another point.
 *
 * Bars are compared by what is played in them as degrees of the key that holds there, so that a verse is known again after a
 * key change. A chord that is held or cut makes another bar; one that comes a little early does not. Each line is told against the first one it resembles and no other; what follows from an equal section is not told again.
 */
import { formatDegree } from '../../harmony/degree.ts';
import type { Key } from '../../harmony/key.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { nearestMove } from '../../pitch/pitch-class.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { Bar, Line, Section, SongDocument } from '../../song/document/document.ts';
import { COMMON_LOOPS } from './common-loops.data.ts';

/** A line of a song: its section, and its number there, from 1. */
export type LinePlace = { readonly sectionId: number; readonly section: string; readonly line: number };

/** One thing found. `semitones` is how much higher the later one lies; bars are counted from 1 in their line or section. */
export type Finding =
  | {
      readonly kind: 'same-section';
      readonly section: string;
      readonly like: string;
      readonly semitones: number;
      readonly sectionId: number;
      readonly likeId: number;
    }
  | {
      readonly kind: 'near-section';
      readonly section: string;
      readonly like: string;
      readonly bar: number;
      readonly semitones: number;
      readonly sectionId: number;
      readonly likeId: number;
    }
  | { readonly kind: 'same-line'; readonly line: LinePlace; readonly like: LinePlace; readonly semitones: number }
  | {
      readonly kind: 'near-line';
      readonly line: LinePlace;
      readonly like: LinePlace;
      readonly bar: number;
      readonly semitones: number;
    }
  /** The line is the other one begun at its bar `fromBar`. */
  | { readonly kind: 'rotated-line'; readonly line: LinePlace; readonly like: LinePlace; readonly fromBar: number }
  /** A loop that many songs share, by its degrees. */
  | { readonly kind: 'common-loop'; readonly line: LinePlace; readonly degrees: readonly string[] };

/** What is played in a bar: equal for bars that are the same, in degrees, whatever the key. */
export type BarText = string;
/** A line with what is played in its bars, in degrees. */
export type ReadLine = {
  readonly place: LinePlace;
  readonly bars: readonly BarText[];
  readonly degrees: readonly string[];
  readonly key: Key;
};
/** A section with its lines as they are compared. */
export type ReadSection = { readonly section: Section; readonly lines: readonly ReadLine[] };

/** Everything worth telling, sections first, each in the order in which it is written. */
export function recognise(document: SongDocument): readonly Finding[] {
  const sections = readSections(document);
  const lines = sections.flatMap((section) => section.lines);
  const told = sections.flatMap((section, index) => findSection(section, sections.slice(0, index)));
  const toldNames = new Set(told.map(({ section }) => section));
  const open = lines.filter(({ place, bars }) => !toldNames.has(place.section) && bars.length >= LEAST_BARS);
  return [...told, ...open.flatMap((line) => findLine(line, lines.slice(0, lines.indexOf(line)))), ...findLoops(lines)];
}

/** Shorter lines are alike by chance. */
const LEAST_BARS = 2;

/** The bars of every section, each with the key that holds there: a key mark holds on through what is written after it. */
export function readSections(document: SongDocument): readonly ReadSection[] {
  let { key } = soundingKeyOf(document);
  let before: Bar | null = null;
  return document.map.sections.map(
    (section): ReadSection => ({
      section,
      lines: section.lines.map((line, index): ReadLine => {
        const bars: BarText[] = [];
        const degrees: string[] = [];
        for (const bar of barsOf(line)) {
          key = bar.key ?? key;
          const played: Bar = bar.same && before !== null ? before : bar;
          bars.push(textOf(played, key));
          degrees.push(...degreesOf(played, key));
          before = played;
        }
        return { place: { sectionId: section.id, section: section.name, line: index + 1 }, bars, degrees, key };
      }),
    }),
  );
}

/** A line as it is first played: with its first ending. */
function barsOf({ bars, endings }: Line): readonly Bar[] {
  return [...bars, ...(endings[0]?.bars ?? [])];
}

function textOf({ slots, metre }: Bar, key: Key): BarText {
  const chords = slots.map(({ chord, ticks, hold, stop }) => {
    const ending = `${hold ? ' held' : ''}${stop === null ? '' : ` cut ${stop.beat}`}`;
    return `${chord === null ? '-' : formatDegree(chord, key)} ${ticks}${ending}`;
  });
  return `${metre === null ? '' : `${metre.beats}/${metre.unit} `}${chords.join(' ')}`;
}

function degreesOf({ slots }: Bar, key: Key): readonly string[] {
  return slots.flatMap(({ chord }) => (chord === null ? [] : [formatDegree({ ...chord, bass: null }, key)]));
}

type SectionFinding = Extract<Finding, { kind: 'same-section' | 'near-section' }>;

function findSection(read: ReadSection, earlier: readonly ReadSection[]): readonly SectionFinding[] {
  const bars = read.lines.flatMap((line) => line.bars);
  for (const other of earlier) {
    const like = other.lines.flatMap((line) => line.bars);
    const differing = differencesOf(bars, like);
    const semitones = movedBy(read.lines[0], other.lines[0]);
    const names = {
      section: read.section.name,
      like: other.section.name,
      sectionId: read.section.id,
      likeId: other.section.id,
    };
    if (bars.length >= LEAST_BARS && differing?.length === 0) {
      return [{ kind: 'same-section', ...names, semitones }];
    }
    if (bars.length >= LEAST_SECTION_BARS && differing?.length === 1) {
      return [{ kind: 'near-section', ...names, bar: itemAt(differing, 0) + 1, semitones }];
    }
  }
  return [];
}

/** Short sections that differ in a bar have little in common. */
const LEAST_SECTION_BARS = 8;

function findLine(line: ReadLine, earlier: readonly ReadLine[]): readonly Finding[] {
  const tells = [tellSame, tellNear, tellRotated];
  for (const tell of tells) {
    const found = earlier.flatMap((like) => tell(line, like))[0];
    if (found !== undefined) {
      return [found];
    }
  }
  return [];
}

function tellSame(line: ReadLine, like: ReadLine): readonly Finding[] {
  return differencesOf(line.bars, like.bars)?.length === 0
    ? [{ kind: 'same-line', line: line.place, like: like.place, semitones: movedBy(line, like) }]
    : [];
}

/** Lines of three bars or more that differ in just one. */
function tellNear(line: ReadLine, like: ReadLine): readonly Finding[] {
  const differing = differencesOf(line.bars, like.bars);
  return differing?.length === 1 && line.bars.length >= LEAST_NEAR_BARS
    ? [
        {
          kind: 'near-line',
          line: line.place,
          like: like.place,
          bar: itemAt(differing, 0) + 1,
          semitones: movedBy(line, like),
        },
      ]
    : [];
}

const LEAST_NEAR_BARS = 3;

function tellRotated(line: ReadLine, like: ReadLine): readonly Finding[] {
  if (line.bars.length !== like.bars.length || new Set(line.bars).size < 2) {
    return [];
  }
  const by = range(1, like.bars.length).find((shift) =>
    line.bars.every((bar, index) => bar === like.bars[(index + shift) % like.bars.length]),
  );
  return by === undefined ? [] : [{ kind: 'rotated-line', line: line.place, like: like.place, fromBar: by + 1 }];
}

/** The places at which two rows of bars differ; null for rows of different lengths. */
function differencesOf(a: readonly BarText[], b: readonly BarText[]): readonly number[] | null {
  return a.length === b.length ? range(0, a.length).filter((index) => a[index] !== b[index]) : null;
}

function movedBy(line: ReadLine | undefined, like: ReadLine | undefined): number {
  return line === undefined || like === undefined
    ? 0
    : nearestMove(pitchClassOf(line.key.tonic) - pitchClassOf(like.key.tonic));
}

/** Each common loop once, at the first line that is made of it. */
function findLoops(lines: readonly ReadLine[]): readonly Finding[] {
  const told = new Set<string>();
  return lines.flatMap((line): readonly Finding[] => {
    const degrees = line.degrees.map(toTriad).filter((degree, index, all) => degree !== all[index - 1]);
    const loop = COMMON_LOOPS.find((each) => isMadeOf(degrees, each));
    const name = loop?.join(' ') ?? '';
    if (loop === undefined || told.has(name)) {
      return [];
    }
    told.add(name);
    return [{ kind: 'common-loop', line: line.place, degrees: loop }];
  });
}

/** A degree without its colours: "vi7" is vi, "IVadd9" is IV. */
function toTriad(degree: string): string {
  return /^[♭♯]*[ivIV]+[°+]?/.exec(degree)?.[0] ?? degree;
}

function isMadeOf(degrees: readonly string[], loop: readonly string[]): boolean {
  return (
    degrees.length > 0 &&
    degrees.length % loop.length === 0 &&
    degrees.every((degree, index) => degree === loop[index % loop.length])
  );
}
