/* Where the next unfamiliar thing comes: the first time each chord is met, in playing order. */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

/** A chord where it is met first. */
export type FirstMeeting = { readonly chord: ChordSymbol; readonly passIndex: number; readonly barNumber: number };

/** The chords of a song in the order in which they are met; those a player knows already (by the given test) are left out. */
export function listFirstMeetings(
  played: readonly PlayedBar[],
  isKnown: (chord: ChordSymbol) => boolean = () => false,
): readonly FirstMeeting[] {
  const met = new Set<string>();
  return played.flatMap(({ slots, passIndex, number }) =>
    slots.flatMap(({ chord }): readonly FirstMeeting[] => {
      const name = chord === null ? '' : formatChordSymbol(chord);
      if (chord === null || met.has(name)) {
        return [];
      }
      met.add(name);
      return isKnown(chord) ? [] : [{ chord, passIndex, barNumber: number }];
    }),
  );
}
