import { type Setup, soundingMidi } from '../fretboard/capo.ts';
import { namedOpenMidi, type Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { itemAt } from '../kernel/list.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import type { Shape } from './shape.ts';

/** The sounding MIDI numbers of a shape in its setup, lowest string first; silent strings are left out. */
export function listSoundingMidi(shape: Shape, setup: Setup): readonly number[] {
  return shape.flatMap((fret, string) => (fret === null ? [] : [soundingMidi(setup, string, fret)]));
}

/** The lowest note of a shape as a MIDI number named behind the capo; infinite for one that strikes nothing. */
export function lowestNamedMidi(shape: Shape, tuning: Tuning): number {
  const open = namedOpenMidi(tuning);
  return Math.min(...shape.flatMap((fret, string) => (fret === null ? [] : [itemAt(open, string) + fret])));
}

/** Whether a shape has a fret for each string of a tuning and sounds nothing but a chord, named behind the capo. */
export function soundsOnly(shape: Shape, chord: ChordSymbol, tuning: Tuning): boolean {
  const open = namedOpenMidi(tuning);
  const tones = pitchClassesOf(chord);
  return (
    shape.length === open.length &&
    shape.every((fret, string) => fret === null || tones.includes(toPitchClass(itemAt(open, string) + fret)))
  );
}
