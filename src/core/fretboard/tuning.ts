import { isEqual } from '../kernel/equal.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { isNoteName, pitchClassOf } from '../pitch/note-name.ts';
import { SHIPPED_TUNINGS } from './tunings.data.ts';

/** A tuning: its name and the open strings as sounding MIDI numbers without capo, string index 0 (lowest) first. */
export type Tuning = { readonly name: string; readonly openMidi: readonly number[] };

/** Why a text is no tuning. */
export type TuningError =
  | { readonly kind: 'unknown-tuning'; readonly found: string }
  | { readonly kind: 'wrong-string-count'; readonly found: string; readonly strings: number };

/** Fewest and most strings of an instrument the program plans for. */
export const STRING_COUNT_LIMITS = { fewest: 4, most: 8 } as const;

/** E A D G B E, from E2 to E4. */
export const STANDARD_TUNING: Tuning = SHIPPED_TUNINGS[0];

/** All tunings that come with the program, standard first. */
export const TUNINGS: readonly Tuning[] = SHIPPED_TUNINGS;

/**
 * Reads a tuning by the name of a shipped one, or by the letters of its open strings from low to high ("D A D G B D").
 * Letters are placed at the octave that lies nearest to the standard string, never above by more than a fifth.
 */
export function parseTuning(text: string): Result<Tuning, TuningError> {
  const plain = text.trim().replace(/\s+/g, ' ');
  const shipped = TUNINGS.find((tuning) => tuning.name.toLowerCase() === plain.toLowerCase());
  if (shipped !== undefined) {
    return ok(shipped);
  }
  const letters = plain.match(/[A-G](?:#|b)?/g) ?? [];
  if (letters.length === 0 || letters.join('') !== plain.replaceAll(' ', '')) {
    return err({ kind: 'unknown-tuning', found: text });
  }
  if (letters.length !== STANDARD_TUNING.openMidi.length) {
    return err({ kind: 'wrong-string-count', found: text, strings: letters.length });
  }
  const openMidi = STANDARD_TUNING.openMidi.map((standard, index) => nearestMidi(letters[index] ?? '', standard));
  const same = TUNINGS.find((tuning) => isEqual(tuning.openMidi, openMidi));
  return ok(same ?? { name: letters.join(' '), openMidi });
}

function nearestMidi(letter: string, near: number): number {
  const pitchClass = isNoteName(letter) ? pitchClassOf(letter) : 0;
  const distance = (((pitchClass - near) % 12) + 12) % 12;
  return distance > 5 ? near + distance - 12 : near + distance;
}

/**
 * By how many semitones all strings together lie off standard (half step down: -1); 0 when they moved differently or the
 * instrument has another number of strings. Shapes keep their names under a common shift.
 */
export function commonShiftOf(tuning: Tuning): number {
  const shifts = new Set(tuning.openMidi.map((midi, index) => midi - (STANDARD_TUNING.openMidi[index] ?? midi)));
  const [shift] = shifts;
  return shifts.size === 1 && shift !== undefined && tuning.openMidi.length === STANDARD_TUNING.openMidi.length
    ? shift
    : 0;
}

/** The open strings as the shapes' names count them: MIDI numbers without the common shift. */
export function namedOpenMidi(tuning: Tuning): readonly number[] {
  const shift = commonShiftOf(tuning);
  return shift === 0 ? tuning.openMidi : tuning.openMidi.map((midi) => midi - shift);
}
