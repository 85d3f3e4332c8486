import { parseTuning, TUNINGS, type Tuning, type TuningError } from '../../../core/fretboard/tuning.ts';
import { isEqual } from '../../../core/kernel/equal.ts';

/** A tuning read from its name and its notes, or what is wrong with them in a sentence. */
export type OwnTuning = { readonly tuning: Tuning } | { readonly problem: string };

/** Reads a new tuning of one's own beside those that are there; `name` may be empty. */
export function readOwnTuning(name: string, notes: string, known: readonly Tuning[]): OwnTuning {
  const read = parseTuning(notes);
  if (!read.ok) {
    return { problem: sayTuningError(read.error) };
  }
  const { openMidi } = read.value;
  const shipped = TUNINGS.find((tuning) => isEqual(tuning.openMidi, openMidi));
  if (shipped !== undefined) {
    return { problem: `That is ${shipped.name}, which is there already.` };
  }
  const tuning: Tuning = { name: name.trim() === '' ? read.value.name : name.trim(), openMidi };
  const isTaken = [...TUNINGS, ...known].some((other) => other.name.toLowerCase() === tuning.name.toLowerCase());
  return isTaken ? { problem: 'There is a tuning of that name.' } : { tuning };
}

function sayTuningError(error: TuningError): string {
  return error.kind === 'wrong-string-count'
    ? `These are ${error.strings} strings. Four to eight can be planned for; letters without octaves stand for six.`
    : 'Write the open strings from low to high, such as D A D G B E, or with octaves such as G4 C4 E4 A4.';
}
