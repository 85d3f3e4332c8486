import { type Setup, soundingMidi } from '../fretboard/capo.ts';
import type { Shape } from './shape.ts';

/** The sounding MIDI numbers of a shape in its setup, lowest string first; silent strings are left out. */
export function listSoundingMidi(shape: Shape, setup: Setup): readonly number[] {
  return shape.flatMap((fret, string) => (fret === null ? [] : [soundingMidi(setup, string, fret)]));
}
