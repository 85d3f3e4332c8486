import type { PickedChord } from '../arrange/performance/picked-chords.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import type { PickRole } from '../rhythm/pattern.ts';

/** A role of a picked pattern: "bass", "other bass", "string 3". */
export function sayRole(role: PickRole): string {
  return role === 'bass' ? 'bass' : role === 'other-bass' ? 'other bass' : `string ${role}`;
}

/** Where a picked pattern's basses lie under each chord, and strings that were chosen: "bass: G 6, C 5; string 3: F 4". */
export function sayPickedStrings(chords: readonly PickedChord[], nameOf: (chord: ChordSymbol) => string): string {
  const roles = chords[0]?.strings.map(({ role }) => role) ?? [];
  return roles
    .flatMap((role) => {
      const places = chords.flatMap(({ shapeChord, strings }) => {
        const stringNumber = strings.find((each) => each.role === role)?.stringNumber ?? null;
        // A string that is its own number says nothing.
        return stringNumber === null || stringNumber === role ? [] : [`${nameOf(shapeChord)} ${stringNumber}`];
      });
      return places.length === 0 ? [] : [`${sayRole(role)}: ${places.join(', ')}`];
    })
    .join('; ');
}
