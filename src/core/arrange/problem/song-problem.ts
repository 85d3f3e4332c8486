/*
 * What a song asks of the left hand, without anything else: its chords with their share of the time, and its changes with
 * how often they come and how much time there is for them.
 *
 * A bare list of chords is no map yet: each of its chords counts once, and it is taken to go round (rule M13).
 */

import type { Setup } from '../../fretboard/capo.ts';
import { bassNoteOf, type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt, sumOf } from '../../kernel/list.ts';
import type { PitchRange } from '../../pitch/midi.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { createHands } from '../../song/attachments/right-hand.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { HighNote, Ornament, Part, Slot, SongDocument, StoredShape } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { isEverywhere } from '../../song/part/stored-shapes.ts';
import { listPlayedBars, type PlayedBar } from '../../song/played/played-bars.ts';
import { listSongChords, type SongChord } from '../../song/played/song-chords.ts';
import { differentOrnaments } from '../ornaments/ornament-places.ts';
import { performanceOf } from '../performance/performance.ts';
import { type ChangeGap, type ChordEntry, createGaps } from '../time/change-gaps.ts';
import { type CountedChord, type KeptAt, listHeldWays } from './held-ways.ts';

/** A sounding chord: its share of the song's time (all add up to 1), how often it is entered, and where it comes first. */
export type ProblemChord = {
  readonly chord: ChordSymbol;
  readonly share: number;
  readonly entries: number;
  readonly bars: number;
  readonly section: string;
  /** The shape it is held with here, where the song holds the chord in several ways; null: in one. */
  readonly kept: StoredShape | null;
  /** Whether the same frets were held for the chord before: only fingers differ, and the shape is learned once. */
  readonly isAgain: boolean;
};

/** A change between two chords, by their places among the chords. */
export type ProblemChange = {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** The bar in which it comes first. */
  readonly bar: number;
  /**
   * The least time from the last stroke on the one to the first on the other: by the part's pattern, or strummed in quarters where
   * it has none; null without a tempo.
   */
  readonly gapMs: number | null;
  readonly isByPattern: boolean;
  /** Whether the bass is meant to fall here by a step. */
  readonly hasFallingBass: boolean;
};

/** A song as the planner sees it. */
export type SongProblem = {
  readonly key: Key;
  readonly chords: readonly ProblemChord[];
  readonly changes: readonly ProblemChange[];
  /** The chords in the order in which they are entered, by their places. */
  readonly sequence: readonly number[];
  readonly melody: PitchRange | null;
  /** The words at which the tune is highest, and the semitones a voice should then have to spare above. */
  readonly highNote: HighNote | null;
  /** Where the record lies: semitones from it up to the song as it stands, its cents off concert pitch; and whether the song says anything of one. */
  readonly record: { readonly shift: number; readonly cents: number; readonly isKnown: boolean };
  /** In the song's own pulse. */
  readonly tempoBpm: number | null;
  readonly isBareList: boolean;
  /** What is played beside the chords, each different one once: a setup may lose it. */
  readonly ornaments: readonly Ornament[];
  /** The same with each way of holding a chord as a chord of its own, for where the part stands; null where every chord has one way. */
  readonly held: { readonly at: Setup; readonly problem: SongProblem } | null;
};

/** The problem as it is posed in a setup: where the part stands, its chords are held as it holds them. */
export function problemAt(problem: SongProblem, setup: Setup, keyShift: number): SongProblem {
  return problem.held !== null && keyShift === 0 && isEqual(problem.held.at, setup) ? problem.held.problem : problem;
}

/** What a chord that the form never plays weighs: it is learned all the same. */
const UNPLAYED_TICKS = 1;

type Entry = ChordEntry & { readonly chord: number };

/** The problem that a song poses to a part; without chords where it has none. */
export function toSongProblem(document: SongDocument, part: Part = mainPartOf(document)): SongProblem {
  const played = listHeardBars(document, part);
  const songChords = listSongChords(document, played).map((each) => ({ ...each, kept: null }));
  const places = new Map(songChords.map(({ chord }, place) => [formatChordSymbol(chord), place]));
  const problem = problemOf({ document, part, played }, songChords, ({ chord }) =>
    chord === null ? null : (places.get(formatChordSymbol(chord)) ?? null),
  );
  return part.shapes.every(isEverywhere)
    ? problem
    : { ...problem, held: { at: part.setup, problem: heldProblem({ document, part, played }, songChords) } };
}

type Heard = { readonly document: SongDocument; readonly part: Part; readonly played: readonly PlayedBar[] };

/** The problem with a chord for each way in which one is held. */
function heldProblem(heard: Heard, songChords: readonly SongChord[]): SongProblem {
  const { bars } = performanceOf(heard.document, heard.part);
  const keptAt: KeptAt = (index, at) => bars[index]?.slots[at]?.held ?? null;
  const chords = listHeldWays(songChords, heard.played, keptAt);
  return problemOf(heard, chords, ({ chord }, index, at) => {
    const kept = keptAt(index, at);
    const place = chords.findIndex(
      (each) => chord !== null && isSameChord(each.chord, chord) && (each.kept === null || each.kept === kept),
    );
    return place < 0 ? null : place;
  });
}

function isAgain(chords: readonly CountedChord[], place: number): boolean {
  const own = itemAt(chords, place);
  return chords
    .slice(0, place)
    .some(
      ({ chord, kept }) =>
        own.kept !== null &&
        kept !== null &&
        isSameChord(chord, own.chord) &&
        isEqual(kept.fingering.shape, own.kept.fingering.shape),
    );
}

/** What some chords come to in a song; `placeOf` says which of them a slot of a played bar has. */
function problemOf(
  { document, part, played }: Heard,
  songChords: readonly CountedChord[],
  placeOf: (slot: Slot, barIndex: number, at: number) => number | null,
): SongProblem {
  const entries = listEntries(played, placeOf);
  const gapOf = createGaps(document, part);
  const isBareList = isBare(document, entries.length, songChords.length);
  const ticks = songChords.map((each) => Math.max(UNPLAYED_TICKS, each.ticks));
  const total = sumOf(ticks, (each) => each);
  return {
    key: soundingKeyOf(document).key,
    chords: songChords.map(({ chord, entries: count, bars, kept }, place) => ({
      chord,
      kept,
      isAgain: isAgain(songChords, place),
      share: itemAt(ticks, place) / total,
      entries: count,
      bars,
      section: entries.find((entry) => entry.chord === place)?.bar.section.name ?? '',
    })),
    changes: listChanges(
      songChords.map(({ chord }) => chord),
      isBareList ? [...entries, ...entries.slice(0, 1)] : entries,
      gapOf,
    ),
    sequence: entries.map(({ chord }) => chord),
    melody: document.facts.melodyRange,
    highNote: document.facts.highNote,
    record: recordOf(document.facts),
    tempoBpm: document.facts.tempo?.tempoBpm ?? null,
    isBareList,
    ornaments: differentOrnaments(part.ornaments),
    held: null,
  };
}

/** A song that tells nothing of a record, not its length nor how it lies, may have none. */
function recordOf({ recordShift, recordCents, recordSeconds }: SongDocument['facts']): SongProblem['record'] {
  const isKnown = recordSeconds !== null || recordShift !== 0 || recordCents !== 0;
  return { shift: recordShift, cents: recordCents, isKnown };
}

/** The played bars as a part plays them: where it is silent it holds no chord. */
function listHeardBars(document: SongDocument, part: Part): readonly PlayedBar[] {
  const played = listPlayedBars(document);
  if (part.patterns.every(({ isSilent }) => isSilent !== true)) {
    return played;
  }
  const handOf = createHands(document, part);
  return played.map((bar) =>
    handOf(bar).hand.isSilent === true ? { ...bar, slots: bar.slots.map((slot) => ({ ...slot, chord: null })) } : bar,
  );
}

/** Every time a chord is entered anew. */
function listEntries(
  played: readonly PlayedBar[],
  placeOf: (slot: Slot, barIndex: number, at: number) => number | null,
): readonly Entry[] {
  const entries: Entry[] = [];
  let sounding: number | null = null;
  for (const [barIndex, bar] of played.entries()) {
    for (const [at, slot] of bar.slots.entries()) {
      const place = placeOf(slot, barIndex, at);
      if (place !== null && place !== sounding) {
        entries.push({ chord: place, bar, barIndex, slot });
      }
      sounding = place ?? sounding;
    }
  }
  return entries;
}

function isBare({ map }: SongDocument, entries: number, chords: number): boolean {
  const [section] = map.sections;
  const isOneLine = map.sections.length === 1 && section?.lines.length === 1 && map.form.length <= 1;
  return isOneLine && entries === chords && section?.lines.every(({ times, cues }) => times === 1 && cues.length === 0);
}

function listChanges(
  chords: readonly ChordSymbol[],
  row: readonly Entry[],
  gapOf: (entry: Entry) => ChangeGap,
): readonly ProblemChange[] {
  const changes = new Map<string, ProblemChange>();
  row.slice(1).forEach((entry, index) => {
    const from = itemAt(row, index).chord;
    const to = entry.chord;
    if (from !== to) {
      const key = `${from} ${to}`;
      const before = changes.get(key);
      const gap = gapOf(entry);
      const least =
        gap.gapMs !== null && gap.gapMs < (before?.gapMs ?? Number.POSITIVE_INFINITY) ? gap : (before ?? gap);
      changes.set(key, {
        from,
        to,
        count: (before?.count ?? 0) + 1,
        bar: before?.bar ?? entry.bar.number,
        gapMs: least.gapMs,
        isByPattern: least.isByPattern,
        hasFallingBass: hasFallingBass(itemAt(chords, from), itemAt(chords, to)),
      });
    }
  });
  return [...changes.values()];
}

/** A bass that goes down by one or two semitones, told by a slash on either side (rules S5, S12). */
function hasFallingBass(from: ChordSymbol, to: ChordSymbol): boolean {
  const step = toPitchClass(pitchClassOf(bassNoteOf(from)) - pitchClassOf(bassNoteOf(to)));
  return (step === 1 || step === 2) && (from.bass !== null || to.bass !== null);
}
