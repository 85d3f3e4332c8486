import { type Key, shiftKey } from '../harmony/key.ts';
import { isEqual } from '../kernel/equal.ts';
import { invariant } from '../kernel/invariant.ts';
import { commonShiftOf, type Tuning } from './tuning.ts';

/** Tuning and capo of one guitar: all that stands between a shape and its sound. `capoFret` counts from the nut, 0 = none. */
export type Setup = { readonly tuning: Tuning; readonly capoFret: number };

/** Highest fret a capo is put on; beyond it the body is in the way (common practice). */
export const HIGHEST_CAPO_FRET = 12;

/** Whether two setups are the same strings and the same capo. */
export function isSameSetup(a: Setup, b: Setup): boolean {
  return a.capoFret === b.capoFret && isEqual(a.tuning.openMidi, b.tuning.openMidi);
}

/** The fret counted from the nut of a fret counted from the capo. */
export function toNeckFret(fret: number, capoFret: number): number {
  return fret + capoFret;
}

/** The fret counted from the capo of a fret counted from the nut, or null where the capo has taken it away. */
export function toFretFromCapo(neckFret: number, capoFret: number): number | null {
  return neckFret >= capoFret ? neckFret - capoFret : null;
}

/** The fret from the capo of one written by a class that counts so many frets more; null behind the capo; 0 is the open string however it counts. */
export function fromWrittenFret(written: number, fretsAdded: number): number | null {
  return written === 0 ? 0 : toFretFromCapo(written, fretsAdded);
}

/** The sounding MIDI number of a string (index 0 = lowest) at a fret counted from the capo. */
export function soundingMidi(setup: Setup, stringIndex: number, fret: number): number {
  const open = setup.tuning.openMidi[stringIndex];
  invariant(open !== undefined, `string ${stringIndex} of ${setup.tuning.name}`);
  return open + setup.capoFret + fret;
}

/** Semitones from a shape's name to what sounds: the capo plus a common shift of all strings (rule K1). */
export function soundingShiftOf(setup: Setup): number {
  return setup.capoFret + commonShiftOf(setup.tuning);
}

/** The key of the shapes for a sounding key, named as teachers name it. */
export function toShapeKey(soundingKey: Key, setup: Setup): Key {
  const shift = soundingShiftOf(setup);
  return shift % 12 === 0 ? soundingKey : shiftKey(soundingKey, -shift);
}

/** The key that sounds when shapes in a key are held. */
export function toSoundingKey(shapeKey: Key, setup: Setup): Key {
  const shift = soundingShiftOf(setup);
  return shift % 12 === 0 ? shapeKey : shiftKey(shapeKey, shift);
}
