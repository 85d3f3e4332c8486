/*
 * Picking is written in roles (rule R5): bass, other bass, strings by their number. Each chord supplies its own bass string, so one
 * pattern serves every chord; a role without a sounding string is said.
 */
import { type Setup, soundingMidi, soundingShiftOf } from '../fretboard/capo.ts';
import { bassNoteOf, type ChordSymbol } from '../harmony/chord-symbol.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import type { Shape } from '../shapes/shape.ts';
import type { PickRole } from './pattern.ts';

/** The right hand's fingers: thumb, index, middle, ring (p i m a, common practice). */
export type PickFinger = 'p' | 'i' | 'm' | 'a';

/** A role as a chord plays it: the string (1 = thinnest; null where none sounds) and the finger. */
export type PickedString = {
  readonly role: PickRole;
  readonly stringNumber: number | null;
  readonly finger: PickFinger;
};

/** A string (1 = thinnest) that someone chose for a role. */
export type ChosenString = { readonly role: PickRole; readonly stringNumber: number };

/** Resolves the roles of one cell for a chord that is held; strings given by number, and chosen ones, must sound themselves. */
export function pickStrings(
  roles: readonly PickRole[],
  held: { readonly chord: ChordSymbol; readonly shape: Shape; readonly setup: Setup },
  chosen: readonly ChosenString[] = [],
): readonly PickedString[] {
  return roles.map((role) => {
    const own = chosen.find((each) => each.role === role)?.stringNumber ?? (typeof role === 'number' ? role : null);
    const stringNumber = own !== null ? soundingString(own, held.shape) : bassString(role, held);
    return { role, stringNumber, finger: fingerFor(role) };
  });
}

/** The finger for a role. Thumb on the basses; index, middle and ring on strings 3, 2 and 1; lower strings with the thumb. */
export function fingerFor(role: PickRole): PickFinger {
  return role === 1 ? 'a' : role === 2 ? 'm' : role === 3 ? 'i' : 'p';
}

function soundingString(stringNumber: number, shape: Shape): number | null {
  const fret = shape[shape.length - stringNumber];
  return fret === null || fret === undefined ? null : stringNumber;
}

/** The string of the chord's bass, or of its other bass: the next string below the third that is not the same note. */
function bassString(
  role: PickRole,
  { chord, shape, setup }: { readonly chord: ChordSymbol; readonly shape: Shape; readonly setup: Setup },
): number | null {
  const sounding = shape.flatMap((fret, stringIndex) =>
    fret === null ? [] : [{ stringIndex, midi: soundingMidi(setup, stringIndex, fret) }],
  );
  const byPitch = [...sounding].sort((a, b) => a.midi - b.midi);
  const bassPitch = pitchClassOf(bassNoteOf(chord));
  const wanted = byPitch.find(({ midi }) => toPitchClass(midi - soundingShiftOf(setup)) === bassPitch) ?? byPitch[0];
  const low = byPitch.slice(0, 3);
  const chosen = role === 'bass' ? wanted : (low.find((each) => each !== wanted && each.midi !== wanted?.midi) ?? null);
  return chosen === null || chosen === undefined ? null : shape.length - chosen.stringIndex;
}
