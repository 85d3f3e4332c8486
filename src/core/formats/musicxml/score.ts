import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import type { NoteName } from '../../pitch/note-name.ts';
import type { Metre } from '../../rhythm/metre.ts';
import type { Direction } from '../../rhythm/pattern.ts';
import type { Tempo } from '../../rhythm/tempo.ts';
import type { Fingering } from '../../shapes/shape.ts';
import type { NoteJoin } from '../../song/document/document.ts';

/** A chord over a measure: where it is due in ticks from the bar line, how much early it comes, and how it is held (null: not said). */
export type ScoreHarmony = {
  readonly tick: number;
  /** Null: no chord is played. */
  readonly chord: ChordSymbol | null;
  readonly pushTicks: number;
  readonly fingering: Fingering | null;
};

/** A stroke or a silence of the right hand; `isTied` goes on from the one before. */
export type ScoreNote = {
  readonly tick: number;
  readonly lengthTicks: number;
  readonly direction: Direction | null;
  readonly isRest: boolean;
  readonly isTied: boolean;
};

/** How a note of a fill or riff is joined to its neighbour on the string, and by how many semitones (down: negative). */
export type ScoreJoin = { readonly join: NoteJoin; readonly semitones: number };

/** A note of a fill or riff: its string (1 = thinnest), its fret from the capo, what it sounds, and how it is joined. */
export type ScoreTabNote = {
  readonly tick: number;
  readonly lengthTicks: number;
  readonly stringNumber: number;
  readonly fret: number;
  readonly midi: number;
  readonly name: NoteName;
  readonly joinIn: ScoreJoin | null;
  readonly joinOut: ScoreJoin | null;
};

/** Words at a tick: a remark over the staff, a cue under it (`verse` counts rounds from 1), a syllable under a change. */
export type ScoreWords = { readonly tick: number; readonly text: string };

/** One measure as it is written. What changes with it is not null. */
export type ScoreMeasure = {
  readonly lengthTicks: number;
  readonly isPickup: boolean;
  readonly metre: Metre | null;
  readonly key: Key | null;
  readonly tempo: Tempo | null;
  /** The section that begins here. */
  readonly rehearsal: string | null;
  readonly isNewLine: boolean;
  /** Whether it repeats the measure before. */
  readonly isSame: boolean;
  readonly opensRepeat: boolean;
  /** How often the repeated stretch that closes here is played; null: none closes. */
  readonly closesRepeat: number | null;
  /** The rounds whose ending begins here, and those whose ending ends here. */
  readonly ending: readonly number[] | null;
  readonly closesEnding: readonly number[] | null;
  /** Whether a strum goes on from the measure before: a slash at its beginning that is tied to it. */
  readonly isTiedIn: boolean;
  readonly harmonies: readonly ScoreHarmony[];
  readonly notes: readonly ScoreNote[];
  readonly tabNotes: readonly ScoreTabNote[];
  readonly remarks: readonly ScoreWords[];
  readonly cues: readonly (ScoreWords & { readonly verse: number })[];
  readonly syllables: readonly ScoreWords[];
};

/** What MusicXML carries of a song and one of its parts; frets count from the capo, open strings are without it, lowest first. */
export type Score = {
  readonly title: string;
  readonly credit: string;
  readonly partName: string;
  readonly openMidi: readonly number[];
  readonly capoFret: number;
  readonly measures: readonly ScoreMeasure[];
};

/** How the marks of a chord are worded over the staff, and read again. */
export const REMARK_WORDS = {
  hold: 'let ring',
  cut: 'hit and cut',
  stop: 'stop on ',
  star: '*',
  note: 'note: ',
} as const;
