/* What a picked pattern strikes under each chord of a song. */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { uniqueBy } from '../../kernel/list.ts';
import type { Pattern, PickRole } from '../../rhythm/pattern.ts';
import { type PickedString, pickStrings } from '../../rhythm/picking.ts';
import type { Shape } from '../../shapes/shape.ts';
import { chosenStrings } from '../../song/attachments/picked-strings.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { createHeldIn } from './held-at.ts';
import type { Held } from './performance.ts';

/** A shape chord with the shape it is held in, and the string of each role of a pattern (null: none sounds). */
export type PickedChord = {
  readonly shapeChord: ChordSymbol;
  readonly shape: Shape;
  readonly strings: readonly PickedString[];
};

/** The strings that roles strike where a part holds a chord: those chosen for it, else its own. */
export function stringsPicked(
  part: Pick<Part, 'setup' | 'pickedStrings'>,
  roles: readonly PickRole[],
  chord: ChordSymbol,
  shape: Shape,
): readonly PickedString[] {
  return pickStrings(roles, { chord, shape, setup: part.setup }, chosenStrings(part, chord));
}

/** The roles that a pattern picks, each once; none where it only strums. */
export function rolesOf({ cells }: Pick<Pattern, 'cells'>): readonly PickRole[] {
  return uniqueBy(
    cells.flatMap((cell) => (cell.kind === 'pick' ? cell.roles : [])),
    String,
  );
}

/** The chords of some bars, each once, with what a picked pattern strikes under them; chords without a shape are left out. */
export function listPickedChords(
  document: SongDocument,
  part: Part,
  bars: readonly PlayedBar[],
  pattern: Pick<Pattern, 'cells'>,
): readonly PickedChord[] {
  const heldIn = createHeldIn(document, part);
  const held = bars.flatMap((bar) => bar.slots.flatMap(({ id }) => heldIn(bar, id) ?? []));
  return pickUnder(part, held, pattern);
}

/** The same for chords as they are held. */
export function pickUnder(
  part: Pick<Part, 'setup' | 'pickedStrings'>,
  held: readonly Held[],
  pattern: Pick<Pattern, 'cells'>,
): readonly PickedChord[] {
  const roles = rolesOf(pattern);
  return roles.length === 0
    ? []
    : uniqueBy(held, ({ chord, fingering }) => `${formatChordSymbol(chord)} ${fingering.shape.join()}`).map(
        ({ chord, fingering: { shape } }) => ({
          shapeChord: chord,
          shape,
          strings: stringsPicked(part, roles, chord, shape),
        }),
      );
}

/** A string that a picked pattern asks for and a chord's shape does not sound; strings are counted from 1 = thinnest. */
export type SilentRole = { readonly shapeChord: ChordSymbol; readonly role: PickRole };

/** The roles that have no sounding string under some chords. */
export function listSilentRoles(chords: readonly PickedChord[]): readonly SilentRole[] {
  return chords.flatMap(({ shapeChord, strings }) =>
    strings.flatMap(({ role, stringNumber }) => (stringNumber === null ? [{ shapeChord, role }] : [])),
  );
}
