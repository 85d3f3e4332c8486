/*
 * Finding the shapes of a chord.
 *
 * The hand covers a window of four frets; for each window the strings are taken from the lowest up, each silent, open or
 * fretted on a chord tone, and a branch is dropped as soon as it cannot be played: a second muted string inside, a bass
 * that is not the chord's, too few strings left. Listing every product of frets and filtering it was tried and costs a
 * hundred times more.
 */
import type { Setup } from '../fretboard/capo.ts';
import { namedOpenMidi } from '../fretboard/tuning.ts';
import { bassNoteOf, type ChordSymbol, listChordTones } from '../harmony/chord-symbol.ts';
import { itemAt, range } from '../kernel/list.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import type { Shape } from './shape.ts';

const WINDOW_FRETS = 4;
const HIGHEST_WINDOW_START = 9;
const MOST_INNER_MUTES = 1;

/** What a shape must sound, in pitch classes relative to the shapes (without the capo). */
export type ChordTask = {
  readonly openPitches: readonly PitchClass[];
  readonly openMidi: readonly number[];
  readonly tones: ReadonlySet<PitchClass>;
  /** The tones that must be heard, as a mask of twelve bits. */
  readonly requiredMask: number;
  readonly bass: PitchClass;
  readonly isBassOutside: boolean;
  readonly fewestStrings: number;
};

/** What a shape of this chord has to sound on these strings; the fifth of a chord of four notes or more may be left out. */
export function toTask(chord: ChordSymbol, setup: Setup): ChordTask {
  const tones = listChordTones(chord);
  const chordPitches = new Set(tones.map((tone) => pitchClassOf(tone.note)));
  const mayDropFifth = tones.length >= 4;
  const bass = pitchClassOf(bassNoteOf(chord));
  const required = tones.filter(
    (tone) =>
      !(mayDropFifth && tone.degree === '5') && !(tones.length >= 6 && (tone.degree === '9' || tone.degree === '11')),
  );
  return {
    openMidi: namedOpenMidi(setup.tuning),
    openPitches: namedOpenMidi(setup.tuning).map(toPitchClass),
    tones: new Set([...chordPitches, bass]),
    requiredMask: required.reduce((mask, tone) => mask | (1 << pitchClassOf(tone.note)), 1 << bass),
    bass,
    isBassOutside: !chordPitches.has(bass),
    fewestStrings: chordPitches.size <= 2 ? 3 : Math.min(4, setup.tuning.openMidi.length),
  };
}

/** Every shape that sounds the task, window by window; `highestFret` counts from the capo. */
export function searchShapes(task: ChordTask, highestFret: number): readonly Shape[] {
  const found: Shape[] = [];
  for (const start of range(1, Math.min(HIGHEST_WINDOW_START, highestFret) + 1)) {
    const end = Math.min(start + WINDOW_FRETS - 1, highestFret);
    const choices = task.openPitches.map((open) => choicesOnString(open, start, end, task.tones));
    const frets: (number | null)[] = task.openPitches.map(() => null);
    extend({ task, choices, start, frets, found }, 0, { struck: 0, gap: 0, mutes: 0, heard: 0, touchesStart: false });
  }
  return found;
}

function choicesOnString(
  open: PitchClass,
  start: number,
  end: number,
  tones: ReadonlySet<PitchClass>,
): readonly number[] {
  const fretted = range(start, end + 1).filter((fret) => tones.has(toPitchClass(open + fret)));
  return [...(tones.has(open) ? [0] : []), ...fretted];
}

type Search = {
  readonly task: ChordTask;
  readonly choices: readonly (readonly number[])[];
  readonly start: number;
  /** The shape being grown; written in place, copied when it is kept. */
  readonly frets: (number | null)[];
  readonly found: Shape[];
};

/** What the strings so far amount to: struck strings, silent ones since the last of them, silent ones inside, tones heard. */
type Grown = {
  readonly struck: number;
  readonly gap: number;
  readonly mutes: number;
  readonly heard: number;
  readonly touchesStart: boolean;
};

/** Grows a shape string by string; a finished one is kept when its lowest finger stands in the window's first fret. */
function extend(search: Search, string: number, grown: Grown): void {
  const { task, choices, frets, start } = search;
  const choicesHere = choices[string];
  if (choicesHere === undefined) {
    if (isWanted(task, frets, grown, start)) {
      search.found.push([...frets]);
    }
  } else if (grown.struck + choices.length - string >= task.fewestStrings) {
    if (grown.mutes + grown.gap <= MOST_INNER_MUTES) {
      strikeString(search, string, grown, choicesHere);
    }
    frets[string] = null;
    extend(search, string + 1, { ...grown, gap: grown.struck > 0 ? grown.gap + 1 : 0 });
  }
}

/** Goes on with the string struck at each of its frets; the first struck string has to sound the bass. */
function strikeString(search: Search, string: number, grown: Grown, frets: readonly number[]): void {
  for (const fret of frets) {
    const pitch = toPitchClass((search.task.openMidi[string] ?? 0) + fret);
    if (grown.struck > 0 || pitch === search.task.bass) {
      search.frets[string] = fret;
      extend(search, string + 1, {
        struck: grown.struck + 1,
        gap: 0,
        mutes: grown.mutes + grown.gap,
        heard: grown.heard | (1 << pitch),
        touchesStart: grown.touchesStart || fret === search.start,
      });
    }
  }
}

function isWanted(task: ChordTask, frets: Shape, grown: Grown, start: number): boolean {
  const isOpenOnly = start === 1 && frets.every((fret) => fret === null || fret === 0);
  if (
    grown.struck < task.fewestStrings ||
    !(grown.touchesStart || isOpenOnly) ||
    (grown.heard & task.requiredMask) !== task.requiredMask
  ) {
    return false;
  }
  const sounding = frets.flatMap((fret, string) => (fret === null ? [] : [itemAt(task.openMidi, string) + fret]));
  const isBassLowest = toPitchClass(Math.min(...sounding)) === task.bass;
  return (
    isBassLowest && !(task.isBassOutside && sounding.filter((midi) => toPitchClass(midi) === task.bass).length > 1)
  );
}
