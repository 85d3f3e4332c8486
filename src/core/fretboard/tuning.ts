import { isEqual } from '../kernel/equal.ts';
import { itemAt } from '../kernel/list.ts';
import { rememberOf } from '../kernel/remember.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { formatPitch, parsePitch } from '../pitch/midi.ts';
import { isNoteName, PLAIN_NAMES, pitchClassOf } from '../pitch/note-name.ts';
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

/** The lowest and highest sounding note an open string may have: B0 of an eight-string guitar, and C5 (from memory). */
export const OPEN_STRING_LIMITS = { lowestMidi: 21, highestMidi: 76 } as const;

const LONGEST_TUNING_NAME = 40;

/**
 * Reads a tuning: the name of a shipped one; six letters from low to high ("D A D G B D"), each placed at the octave that
 * lies nearest to the standard string; or four to eight notes with octaves, with a name before them if wanted
 * ("low seven (B1 E2 A2 D3 G3 B3 E4)").
 */
export function parseTuning(text: string): Result<Tuning, TuningError> {
  const plain = text.trim().replace(/\s+/g, ' ').replaceAll('♯', '#').replaceAll('♭', 'b');
  const shipped = TUNINGS.find((tuning) => tuning.name.toLowerCase() === plain.toLowerCase());
  if (shipped !== undefined) {
    return ok(shipped);
  }
  const [, name = '', notes = plain] = /^([^()]+?)\s*\(([^()]*)\)$/.exec(plain) ?? [];
  const openMidi = /\d/.test(notes) ? readPitches(notes, text) : readLetters(notes, text);
  if (!openMidi.ok) {
    return openMidi;
  }
  const same = TUNINGS.find((tuning) => isEqual(tuning.openMidi, openMidi.value));
  return isTuningName(name) || name === ''
    ? ok(same ?? { name: name === '' ? plain : name, openMidi: openMidi.value })
    : err({ kind: 'unknown-tuning', found: text });
}

/** Whether a text may name a tuning of one's own: 1 to 40 characters without brackets that is no shipped name and no notes. */
export function isTuningName(name: string): boolean {
  return (
    name.length > 0 &&
    name.length <= LONGEST_TUNING_NAME &&
    name === name.trim().replace(/\s+/g, ' ') &&
    !/[()\u0000-\u001f]/.test(name)
  );
}

function readLetters(notes: string, text: string): Result<readonly number[], TuningError> {
  const letters = notes.match(/[A-G](?:#|b)?/g) ?? [];
  if (letters.length === 0 || letters.join('') !== notes.replaceAll(' ', '')) {
    return err({ kind: 'unknown-tuning', found: text });
  }
  if (letters.length !== STANDARD_TUNING.openMidi.length) {
    return err({ kind: 'wrong-string-count', found: text, strings: letters.length });
  }
  return ok(STANDARD_TUNING.openMidi.map((standard, index) => nearestMidi(letters[index] ?? '', standard)));
}

function readPitches(notes: string, text: string): Result<readonly number[], TuningError> {
  const pitches = notes.trim().split(' ').map(parsePitch);
  const openMidi = pitches.flatMap((pitch) => (pitch.ok ? [pitch.value] : []));
  const { lowestMidi, highestMidi } = OPEN_STRING_LIMITS;
  if (openMidi.length < pitches.length || openMidi.some((midi) => midi < lowestMidi || midi > highestMidi)) {
    return err({ kind: 'unknown-tuning', found: text });
  }
  const { fewest, most } = STRING_COUNT_LIMITS;
  return openMidi.length < fewest || openMidi.length > most
    ? err({ kind: 'wrong-string-count', found: text, strings: openMidi.length })
    : ok(openMidi);
}

/** A tuning as {@link parseTuning} reads it: its name alone where that says everything, else with its notes. */
export function formatTuning(tuning: Tuning): string {
  const read = parseTuning(tuning.name);
  const saysAll = read.ok && isEqual(read.value, tuning);
  return saysAll ? tuning.name : `${tuning.name} (${formatOpenStrings(tuning)})`;
}

/** The notes of the open strings from low to high, with octaves: "E2 A2 D3 G3 B3 E4". */
export function formatOpenStrings(tuning: Tuning): string {
  return tuning.openMidi.map(formatOpenString).join(' ');
}

/** The note of an open string; black keys by the names tunings use (common practice). */
export function formatOpenString(midi: number): string {
  return formatPitch(midi, (pitchClass) => itemAt(PLAIN_NAMES, pitchClass));
}

function nearestMidi(letter: string, near: number): number {
  const pitchClass = isNoteName(letter) ? pitchClassOf(letter) : 0;
  const distance = (((pitchClass - near) % 12) + 12) % 12;
  return distance > 5 ? near + distance - 12 : near + distance;
}

/**
 * By how many semitones all strings together lie off standard (half step down: -1), or a step or two below another shipped
 * tuning; 0 where they moved differently or the instrument has another number of strings. Shapes keep their names under a
 * common shift. Higher ones are tunings of their own: open E is not called open D.
 */
export function commonShiftOf(tuning: Tuning): number {
  const shift = shiftFrom(STANDARD_TUNING, tuning);
  if (shift !== null) {
    return shift;
  }
  const shifts = TUNINGS.map((known) => shiftFrom(known, tuning));
  return shifts.find((other) => other !== null && other <= 0 && other >= LOWEST_NAMED_SHIFT) ?? 0;
}

/** As far down as other tunings than standard keep the names of their shapes. */
const LOWEST_NAMED_SHIFT = -2;

/** The semitones by which all strings of a tuning lie above another's; null where they differ. */
function shiftFrom(known: Tuning, tuning: Tuning): number | null {
  const shifts = new Set(tuning.openMidi.map((midi, index) => midi - (known.openMidi[index] ?? midi)));
  const [shift] = shifts;
  return shifts.size === 1 && shift !== undefined && tuning.openMidi.length === known.openMidi.length ? shift : null;
}

const NAMED = new WeakMap<Tuning, readonly number[]>();

/** The open strings as the shapes' names count them: MIDI numbers without the common shift. */
export function namedOpenMidi(tuning: Tuning): readonly number[] {
  return rememberOf(NAMED, tuning, () => {
    const shift = commonShiftOf(tuning);
    return shift === 0 ? tuning.openMidi : tuning.openMidi.map((midi) => midi - shift);
  });
}
