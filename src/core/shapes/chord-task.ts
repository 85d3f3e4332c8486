import { namedOpenMidi, type Tuning } from '../fretboard/tuning.ts';
import { bassNoteOf, type ChordSymbol, listChordTones } from '../harmony/chord-symbol.ts';
import { findEqualStep } from '../harmony/equal-steps.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';

/**
 * What may be lowest in a chord that names no bass: its root alone, its fifth too (heavier, but usual on six strings; on
 * the four highest strings its third as well), or any of its tones. The last is for the picking hand that plays with others: big chords may go without their root too, and
 * a string inside may be left out where no finger mutes it.
 */
export type Inversions = 'root' | 'fifth' | 'any';

/** What a shape must sound. Masks hold twelve bits, one for each pitch class, named behind the capo. */
export type ChordTask = {
  /** The open strings as the shapes' names count them, string index 0 first. */
  readonly openMidi: readonly number[];
  readonly root: PitchClass;
  readonly bass: PitchClass;
  /** All that may sound. */
  readonly allowedMask: number;
  /** What must be heard. */
  readonly requiredMask: number;
  /** What may be lowest, and what may be where only the four highest strings are struck. */
  readonly bassMask: number;
  readonly upperBassMask: number;
  readonly isBassOutside: boolean;
  /** Whether the tones lie in equal steps, so that each may pass for the root. */
  readonly isSymmetric: boolean;
  /** Whether a string inside may be silent although no finger beside it mutes it. */
  readonly isPicked: boolean;
  readonly fewestStrings: number;
  /** Two tones alone: strings above them are left out on purpose. */
  readonly isPowerChord: boolean;
};

/** Chords of this many tones may drop their fifth; of {@link CROWDED_TONES}, their ninth and eleventh too (common practice). */
const TONES_TO_DROP_FIFTH = 4;
const CROWDED_TONES = 6;
const TONES_TO_DROP_ROOT = 5;

/** What a shape of this chord has to sound on these strings. */
export function toTask(chord: ChordSymbol, tuning: Tuning, inversions: Inversions = 'fifth'): ChordTask {
  const tones = listChordTones(chord);
  const tonesMask = tones.reduce((mask, { note }) => mask | bitOf(pitchClassOf(note)), 0);
  const root = pitchClassOf(chord.root);
  const bass = pitchClassOf(bassNoteOf(chord));
  const required = tones.filter(({ degree }) => !mayDrop(degree, tones.length, inversions));
  const openMidi = namedOpenMidi(tuning);
  return {
    openMidi,
    root,
    bass,
    allowedMask: tonesMask | bitOf(bass),
    requiredMask: required.reduce(
      (mask, { note }) => mask | bitOf(pitchClassOf(note)),
      chord.bass === null ? 0 : bitOf(bass),
    ),
    bassMask: bitOf(bass) | (chord.bass === null ? otherBasses(chord, inversions) : 0),
    upperBassMask: bitOf(bass) | (chord.bass === null ? upperBasses(chord, inversions) : 0),
    isSymmetric: findEqualStep(chord.quality) !== null,
    isPicked: inversions === 'any',
    isBassOutside: (tonesMask & bitOf(bass)) === 0,
    fewestStrings: tones.length <= 2 ? 2 : 3,
    isPowerChord: tones.length <= 2,
  };
}

function mayDrop(degree: string, toneCount: number, inversions: Inversions): boolean {
  return (
    (degree === '5' && toneCount >= TONES_TO_DROP_FIFTH) ||
    ((degree === '9' || degree === '11') && toneCount >= CROWDED_TONES) ||
    (degree === '1' && toneCount >= TONES_TO_DROP_ROOT && inversions === 'any')
  );
}

/** High up a third or a fifth below weighs little, and the small shapes of four strings are taught with either. */
function upperBasses(chord: ChordSymbol, inversions: Inversions): number {
  const degrees = inversions === 'root' ? [] : ['b3', '3', '5'];
  return listChordTones(chord)
    .filter(({ degree }) => degrees.includes(degree))
    .reduce((mask, { note }) => mask | bitOf(pitchClassOf(note)), otherBasses(chord, inversions));
}

function otherBasses(chord: ChordSymbol, inversions: Inversions): number {
  return listChordTones(chord)
    .filter(({ degree }) => inversions === 'any' || (inversions === 'fifth' && (degree === '5' || takesTurns(chord))))
    .reduce((mask, { note }) => mask | bitOf(pitchClassOf(note)), 0);
}

/** Chords whose tones take turns as the lowest in every chord book: equal steps, and the diminished triad (common practice). */
function takesTurns(chord: ChordSymbol): boolean {
  return findEqualStep(chord.quality) !== null || chord.quality === 'dim';
}

/** The bit of a pitch class, or of a MIDI number's pitch class. */
export function bitOf(pitch: number): number {
  return 1 << toPitchClass(pitch);
}
