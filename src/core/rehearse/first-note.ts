import { type ChordSymbol, listChordTones } from '../harmony/chord-symbol.ts';
import type { PitchRange } from '../pitch/midi.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';

/** Which note of the first chord is sounded for the singer; most tunes begin on one of them (common practice). */
export const FIRST_NOTES = ['none', 'root', 'third', 'fifth'] as const;

/** One of them. */
export type FirstNote = (typeof FIRST_NOTES)[number];

const DEGREES = { root: /^1$/, third: /^[b#]*3$/, fifth: /^[b#]*5$/ } as const;

/** Around which note it is looked for where the tune's range is not known: middle C. */
const MIDDLE_MIDI = 60;

/**
 * The note in MIDI, near the middle of the tune's range; null where none is wanted, or the chord has no such note (a third of a fifth
 * alone).
 */
export function firstNoteMidi(note: FirstNote, chord: ChordSymbol | null, range: PitchRange | null): number | null {
  if (note === 'none' || chord === null) {
    return null;
  }
  const tone = listChordTones(chord).find(({ degree }) => DEGREES[note].test(degree));
  const middle = range === null ? MIDDLE_MIDI : Math.round((range.lowMidi + range.highMidi) / 2);
  if (tone === undefined) {
    return null;
  }
  const up = toPitchClass(pitchClassOf(tone.note) - middle);
  return up > 6 ? middle + up - 12 : middle + up;
}
