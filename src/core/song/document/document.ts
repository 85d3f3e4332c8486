import type { Setup } from '../../fretboard/capo.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import type { PitchRange } from '../../pitch/midi.ts';
import type { Metre } from '../../rhythm/metre.ts';
import type { Pattern } from '../../rhythm/pattern.ts';
import type { ChosenString } from '../../rhythm/picking.ts';
import type { Tempo } from '../../rhythm/tempo.ts';
import type { Fingering } from '../../shapes/shape.ts';
import type { Level } from './level.ts';
import type { Scene } from './scene.ts';
import type { Wishes } from './wishes.ts';

/** The current version of the saved form. A change of meaning raises it and adds an upgrade. */
export const FORMAT_VERSION = 9;

/** One song with everything that is saved about it. The map is in sounding chords. */
export type SongDocument = {
  readonly formatVersion: typeof FORMAT_VERSION;
  /** The next id to give out; sections, endings, lines, bars, slots, passes, arrangements, parts and scenes share one row of ids. */
  readonly nextId: number;
  readonly facts: Facts;
  readonly map: SongMap;
  /** Whole words, where the teacher says that they may be kept; else null. */
  readonly words: SongWords | null;
  /** At least one. */
  readonly arrangements: readonly Arrangement[];
  /** How passages are rehearsed, in the order in which they were kept. */
  readonly scenes: readonly Scene[];
  /** Which names the text chart shows, and its raw text while that has errors (else null). */
  readonly chart: { readonly chords: ChartChords; readonly draftText: string | null };
};

/** The names a text chart is written in: what sounds, or what the hand plays behind the capo. */
export type ChartChords = 'sounding' | 'shapes';

/** What is known of the song as heard. */
export type Facts = {
  readonly title: string;
  readonly credit: string;
  /** The sounding key; null while it is to be found from the chords. */
  readonly key: Key | null;
  readonly tempo: Tempo | null;
  readonly metre: Metre;
  readonly feel: string;
  readonly melodyRange: PitchRange | null;
  /** Length of the record in whole seconds. */
  readonly recordSeconds: number | null;
  /** By how many semitones the song as it stands lies above the record, -11 to 11. */
  readonly recordShift: number;
  /** How far the record is off concert pitch, in cents; positive is sharp (rule K11). */
  readonly recordCents: number;
  /** The words at which the highest note is sung, and how often it comes (rule K10). */
  readonly highNote: HighNote | null;
  readonly notes: string;
  /** Drawers of the library in which the song lies. */
  readonly tags: readonly string[];
};

/** Where the tune is highest: the words there, and how often it comes. */
export type HighNote = { readonly cue: string; readonly comes: (typeof HIGH_NOTE_COMES)[number] };

/** How often the highest note of a tune comes. */
export const HIGH_NOTE_COMES = ['once', 'a few times', 'often'] as const;

/** Why whole words may be kept: nobody owns them, or the teacher does. */
export const WORDS_RIGHTS = ['traditional', 'mine'] as const;

/** Whole words that are sung, kept because they are traditional or the teacher's own. */
export type SongWords = {
  readonly right: (typeof WORDS_RIGHTS)[number];
  /** One for a section, and for each pass of it that is sung to words of its own (`passId`). */
  readonly sung: readonly SungSection[];
};

/** The words of a section, or of one pass of it, in the rows in which they are sung. */
export type SungSection = {
  readonly sectionId: number;
  readonly passId: number | null;
  readonly rows: readonly SungRow[];
};

/** A row of words, and the chords that change over it: in order, each at a character of the text, or behind its end. */
export type SungRow = { readonly text: string; readonly chords: readonly SungChord[] };

/** A chord over words: the slot of a bar (from 0; of the bar as written, when a pass has another one there), at its `nth` playing in the pass (from 1). */
export type SungChord = { readonly barId: number; readonly nth: number; readonly slot: number; readonly at: number };

/** Sections as written, and the order in which they are played. */
export type SongMap = { readonly sections: readonly Section[]; readonly form: readonly Pass[] };

/** A verse, chorus, bridge … with a name that is unique in the song. `times` plays the whole section again. */
export type Section = {
  readonly id: number;
  readonly name: string;
  readonly times: number;
  readonly note: string;
  readonly lines: readonly Line[];
};

/** A phrase of bars, played `times` rounds; an ending follows the bars in the rounds it names. */
export type Line = {
  readonly id: number;
  readonly bars: readonly Bar[];
  readonly times: number;
  readonly endings: readonly Ending[];
  /** One text a round, in order; fewer than `times` leaves the rest without. */
  readonly cues: readonly string[];
  readonly note: string;
};

/** Bars that close some rounds of a line; rounds count from 1. */
export type Ending = { readonly id: number; readonly rounds: readonly number[]; readonly bars: readonly Bar[] };

/** One bar. `metre` only where it differs; `key` and `tempo` hold from this bar on; `same` repeats the bar before. */
export type Bar = {
  readonly id: number;
  readonly metre: Metre | null;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
  /** Beats of a pick-up bar, which is shorter than its metre; null for a whole bar. */
  readonly pickupBeats: number | null;
  readonly same: boolean;
  /** Empty when `same`; else the slots fill the bar, starting on whole or half beats. */
  readonly slots: readonly Slot[];
  /** What is said of this bar: "watch the singer"; empty where nothing is. */
  readonly note: string;
};

/** One chord's time in a bar. */
export type Slot = {
  readonly id: number;
  /** Null: no chord is played. */
  readonly chord: ChordSymbol | null;
  readonly ticks: number;
  /** By how much the change comes early, in ticks: none, an eighth note, or a sixteenth. */
  readonly pushTicks: number;
  /** One strum that rings. */
  readonly hold: boolean;
  /** First in a bar: what sounds before goes on, and nothing is struck. Its chord is null: it is the one before. */
  readonly isTied: boolean;
  /** A hit that is cut: at the slot's own start when `beat` is null, else at that beat of the bar (from 1). */
  readonly stop: { readonly beat: number | null } | null;
  /** A mark that the teacher puts on a chord that differs from what the others do. */
  readonly isStarred: boolean;
  /** The syllable under the change. */
  readonly cue: string | null;
};

/** One playing of a section, with what differs from it. One that is left out for a lesson stays in its place unplayed (rule M12). */
export type Pass = {
  readonly id: number;
  readonly sectionId: number;
  readonly isLeftOut: boolean;
  /** What is said of this pass alone: "soft, builds up"; empty where nothing is. */
  readonly note: string;
  readonly edits: readonly PassEdit[];
};

/** One way in which a pass differs from its section; ids are the section's own. */
export type PassEdit =
  | { readonly kind: 'replace-bar'; readonly barId: number; readonly bar: Bar }
  | { readonly kind: 'leave-out-bar'; readonly barId: number }
  | { readonly kind: 'insert-bars'; readonly afterBarId: number; readonly bars: readonly Bar[] }
  | { readonly kind: 'leave-out-line'; readonly lineId: number }
  | { readonly kind: 'insert-line'; readonly afterLineId: number | null; readonly line: Line }
  | { readonly kind: 'sing-again'; readonly lineId: number; readonly afterLineId: number }
  | { readonly kind: 'set-rounds'; readonly lineId: number; readonly times: number; readonly note: string }
  | { readonly kind: 'set-cues'; readonly lineId: number; readonly cues: readonly string[] };

/** One way to teach the song. */
export type Arrangement = { readonly id: number; readonly name: string; readonly parts: readonly Part[] };

/** One guitar: its setup, its instrument, the shapes it holds, and what its right hand and its ornaments do. */
export type Part = {
  readonly id: number;
  readonly name: string;
  readonly setup: Setup;
  readonly instrument: { readonly scaleLengthMm: number; readonly highestNeckFret: number };
  readonly wishes: Wishes;
  readonly shapes: readonly StoredShape[];
  readonly patterns: readonly PatternAssignment[];
  readonly ornaments: readonly Ornament[];
  readonly pickedStrings: readonly PickedStrings[];
  readonly levelEdits: readonly LevelEdit[];
  readonly firstLevel: FirstLevel;
};

/** What the first level plays, as the teacher chooses: bass notes, or whole triads on three strings. */
export const FIRST_LEVELS = ['triads', 'bass'] as const;

/** One of them. */
export type FirstLevel = (typeof FIRST_LEVELS)[number];

/** The strings (1 = thinnest) that the roles of every picked pattern strike under a shape chord; roles that are not named find their own. */
export type PickedStrings = {
  readonly chord: ChordSymbol;
  readonly strings: readonly ChosenString[];
};

/**
 * The shape kept for a shape chord (as named behind the capo), where, and how it came to be kept. Of several that hold in a place the
 * nearest is held (part/stored-shapes).
 */
export type StoredShape = {
  readonly chord: ChordSymbol;
  /** The slot, bar, line, pass or section it is kept for, by id; null: wherever the chord comes. */
  readonly targetId: number | null;
  /** The shape chord that has to come next; null: any. */
  readonly before: ChordSymbol | null;
  /** The lowest level that holds it; null: as usual, an open shape on every level and a barre from the fourth on. */
  readonly fromLevel: Level | null;
  readonly fingering: Fingering;
  /** Whose the fingers are; nobody's: the song as a whole is still to choose them. */
  readonly fingersBy: (typeof FINGERS_BY)[number];
  readonly origin: 'accepted' | 'chosen' | 'pinned';
  /** Where the strings were tuned otherwise when it was pinned: how it was held then. */
  readonly written: WrittenShape | null;
};

/** Who can have chosen the fingers of a shape. */
export const FINGERS_BY = ['teacher', 'song', 'nobody'] as const;

/** A shape as it was pinned, and what the open strings sounded then, lowest first, a common shift of all strings left out. */
export type WrittenShape = { readonly fingering: Fingering; readonly openMidi: readonly number[] };

/** A right-hand pattern as it is kept with a song, so that it travels with it; cells are text (rhythm/pattern.ts). */
export type StoredPattern = Pick<Pattern, 'name' | 'metre' | 'bars' | 'swing'> & { readonly cells: string };

/** How loud the right hand is. */
export const DYNAMICS = ['soft', 'medium', 'loud'] as const;

/**
 * What the right hand does in a section, a line, a pass or a bar (by id), or in the whole song (null); the nearest one wins. A
 * null says nothing here: it is left to what lies further out.
 */
export type PatternAssignment = {
  readonly targetId: number | null;
  readonly pattern: StoredPattern | null;
  readonly dynamics: (typeof DYNAMICS)[number] | null;
  readonly isMuted: boolean | null;
  /** Whether a pattern of several bars runs on from line to line; else it begins anew with each. */
  readonly runsOn: boolean | null;
  /** How a chord that enters where the pattern strikes nothing is met; nothing said: it waits for the next strum. */
  readonly entry: ChordEntryStyle | null;
  /** Whether this guitar is silent there. */
  readonly isSilent: boolean | null;
};

/** What can be said of a chord that enters between strums: it waits for the next, is struck there, or comes with the strum before. */
export const CHORD_ENTRIES = ['wait', 'strike', 'push'] as const;

/** One of them. */
export type ChordEntryStyle = (typeof CHORD_ENTRIES)[number];

/** Everything that is played beside the chords. */
export const ORNAMENT_KINDS = ['hammer-on', 'pull-off', 'slide', 'added-finger', 'bass-walk', 'riff'] as const;

/** One of them. */
export type OrnamentKind = (typeof ORNAMENT_KINDS)[number];

/** How a note comes from the one before it on its string, without being struck. */
export const NOTE_JOINS = ['hammer-on', 'pull-off', 'slide', 'bend'] as const;

/** One of them. */
export type NoteJoin = (typeof NOTE_JOINS)[number];

/**
 * A note on a string, counted from 1 = thinnest, at a fret from the capo; ticks from the bar line. Without `join` it is struck. A bend
 * sounds as the fret it names, pushed from the fret before.
 */
export type OrnamentNote = {
  readonly stringNumber: number;
  readonly fret: number;
  readonly startTick: number;
  readonly lengthTicks: number;
  readonly join?: NoteJoin;
};

/**
 * What is played beside the chords of a bar, from one level on, in every pass that plays it or in chosen ones. It is kept as it was written, with what the open strings sounded
 * behind the capo then (lowest string first): so what it sounds is known behind any other capo.
 */
export type Ornament = {
  readonly id: number;
  readonly barId: number;
  /** The passes that play it; null: every one. */
  readonly passIds: readonly number[] | null;
  readonly kind: OrnamentKind;
  readonly level: Level;
  readonly openMidi: readonly number[];
  readonly notes: readonly OrnamentNote[];
};

/**
 * A change by hand to a derived level. The left hand holds a shape chord otherwise, wherever it comes (null) or in one slot; a null
 * fingering lets the chord before go on there, and another chord may stand in. The right hand has another pattern in a section, line, pass or bar, or throughout.
 */
export type LevelEdit =
  | {
      readonly hand: 'left';
      readonly level: Level;
      readonly chord: ChordSymbol;
      readonly slotId: number | null;
      readonly fingering: Fingering | null;
      /** The chord that stands in its place on this level; without it the chord itself, held otherwise. */
      readonly instead?: ChordSymbol;
    }
  | {
      readonly hand: 'right';
      readonly level: Level;
      readonly targetId: number | null;
      readonly pattern: StoredPattern;
    };
