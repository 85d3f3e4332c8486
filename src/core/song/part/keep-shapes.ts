import { type Setup, soundingShiftOf } from '../../fretboard/capo.ts';
import type { Part } from '../document/document.ts';
import type { PartCommand } from './part-commands.ts';

/** What keeps the hand as it is and moves all that sounds: the song goes by as many semitones as its capo and its strings do. */
export function keepShapes(part: Part, setup: Setup): Extract<PartCommand, { kind: 'take-setup' }> {
  const { id, shapes } = part;
  const keyShift = soundingShiftOf(setup) - soundingShiftOf(part.setup);
  return {
    kind: 'take-setup',
    partId: id,
    setup,
    keyShift,
    shapes: shapes.filter(({ origin }) => origin === 'accepted').map(({ chord, fingering }) => ({ chord, fingering })),
  };
}

/** What moves the song by semitones and leaves capo and strings: other shapes are held. */
export function transposeSong({ id, setup }: Part, keyShift: number): Extract<PartCommand, { kind: 'take-setup' }> {
  return { kind: 'take-setup', partId: id, setup, keyShift, shapes: [] };
}
