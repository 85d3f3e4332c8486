/*
 * What a name costs, in no unit: a name from the lowest note is read before any slash, unless it lacks a tone; a plain
 * triad over another bass comes before crowded ones (common practice). Weighed on the names of the references.
 */
import { type ChordSymbol, listChordTones } from '../harmony/chord-symbol.ts';
import { type NoteName, pitchClassOf } from '../pitch/note-name.ts';
import type { PitchClass } from '../pitch/pitch-class.ts';

/** The lowest note of a shape, and whether its pitch class sounds once only. */
export type LowestNote = { readonly bass: PitchClass; readonly isBassAlone: boolean };

/** For each place further down the list of qualities, which goes from common to rare. */
export const RARITY = 0.35;

const INSIDE_SLASH = 10;
const OUTSIDE_SLASH = 12.5;
const SUSPENDED_SLASH = 4;
const SEVENTH_BASS = 6.5;
const COLOUR_BASS = 2;
const MISSING = 7;
const MISSING_WITH_SLASH = 9;
const NEXT_MISSING = 6;
/** Between root and fifth a suspended chord has nothing else to be known by. */
const SUSPENDED_MISSING = 8;

/** What it costs a name that its root is not the lowest note; nothing where it is. */
export function slashCostOf(chord: ChordSymbol, { bass, isBassAlone }: LowestNote): number {
  if (bass === pitchClassOf(chord.root)) {
    return 0;
  }
  const degree = listChordTones(chord).find(({ note }) => pitchClassOf(note) === bass)?.degree ?? null;
  return (degree === null ? outsideSlash(isBassAlone) : insideSlash(degree, isBassAlone)) + suspended(chord);
}

/** A bass that sounds again higher up belongs to the chord rather than under it. */
function outsideSlash(isBassAlone: boolean): number {
  return OUTSIDE_SLASH + (isBassAlone ? 0 : COLOUR_BASS);
}

/** A seventh that sounds in the bass alone is rather a bass under the plain chord: Am/G, not Am7/G (common practice). */
function insideSlash(degree: string, isBassAlone: boolean): number {
  const isPlain = /^(?:1|b?3|[b#]?5)$/.test(degree);
  return INSIDE_SLASH + (isPlain ? 0 : isBassAlone ? SEVENTH_BASS : COLOUR_BASS);
}

/** A suspended chord over another bass is hardly ever meant: the bass has a name of its own. */
function suspended({ quality }: ChordSymbol): number {
  return quality.includes('sus') ? SUSPENDED_SLASH : 0;
}

/** A ninth or an eleventh that is missing although the fifth sounds: then a name without it says more. */
const MISSING_COLOUR = 1.5;

/** What tones that do not sound cost a name; a raised eleventh over a ninth takes the place of the fifth. */
export function lackingCostOf(chord: ChordSymbol, missing: readonly NoteName[], hasSlash: boolean): number {
  const { quality } = chord;
  const counted = quality.startsWith('9#11') ? missing.length - 1 : missing.length;
  if (counted <= 0) {
    return 0;
  }
  const open = quality.includes('sus') ? SUSPENDED_MISSING : 0;
  const fifth = listChordTones(chord).find(({ degree }) => degree === '5')?.note;
  const colour = quality.startsWith('9#11') || missing.some((note) => note === fifth) ? 0 : MISSING_COLOUR;
  return (hasSlash ? MISSING_WITH_SLASH : MISSING) + (counted - 1) * NEXT_MISSING + open + colour;
}
