import { itemAt } from '../kernel/list.ts';
import { formatOpenString, STANDARD_TUNING, type Tuning } from './tuning.ts';

/** How strings are called: by number (1 = thinnest), by their letter in standard tuning, or by the letter they are tuned to. */
export type StringNaming = 'number' | 'standard letter' | 'tuned letter';

/** The ways to call strings. */
export const STRING_NAMINGS: readonly StringNaming[] = ['number', 'standard letter', 'tuned letter'];

/** The number of a string (1 = thinnest) from its index (0 = lowest). */
function toStringNumber(stringIndex: number, stringCount: number): number {
  return stringCount - stringIndex;
}

/**
 * What a class calls a string: "string 6", "the low E string", "the D string". Two strings with one letter are told apart
 * as low and high. Instruments with another number of strings have no standard letters and use those they are tuned to.
 * @example formatStringName(0, dropD, "standard letter") // "the low E string"
 */
export function formatStringName(stringIndex: number, tuning: Tuning, naming: StringNaming): string {
  const strings = tuning.openMidi.length;
  if (naming === 'number') {
    return `string ${toStringNumber(stringIndex, strings)}`;
  }
  const isStandard = naming === 'standard letter' && strings === STANDARD_TUNING.openMidi.length;
  const letters = (isStandard ? STANDARD_TUNING : tuning).openMidi.map((midi) =>
    formatOpenString(midi).replace(/-?\d+$/, ''),
  );
  const letter = itemAt(letters, stringIndex);
  const places = letters.flatMap((other, index) => (other === letter ? [index] : []));
  const which =
    places.length === 1 ? '' : stringIndex === places[0] ? 'low ' : stringIndex === places.at(-1) ? 'high ' : 'middle ';
  return `the ${which}${letter} string`;
}
