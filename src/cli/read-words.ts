import { HIGHEST_CAPO_FRET, type Setup } from '../core/fretboard/capo.ts';
import { parseTuning, STANDARD_TUNING, TUNINGS, type Tuning } from '../core/fretboard/tuning.ts';
import { type ChordSymbol, findChordMeant, formatChordSymbol, parseChordSymbol } from '../core/harmony/chord-symbol.ts';
import { type PitchRange, parsePitch, parseRange } from '../core/pitch/midi.ts';
import { STAGES, type Stage } from '../core/shapes/change-time.ts';
import { HAND_SIZES, type HandSize } from '../core/shapes/hand.ts';
import { parseShape, type Shape } from '../core/shapes/shape.ts';
import { usageError } from './command-error.ts';

/** Reads a chord symbol; a likely slip is proposed. */
export function readChord(text: string): ChordSymbol {
  const parsed = parseChordSymbol(text);
  if (parsed.ok) {
    return parsed.value;
  }
  const meant = findChordMeant(text);
  const proposal = meant === null ? '' : ` Is it ${formatChordSymbol(meant)}?`;
  throw usageError(`"${text}" is no chord known here.${proposal}`);
}

/** Reads a tuning: a shipped name, or open strings low to high ("DADGBD", "G4 C4 E4 A4"). */
export function readTuning(text: string | undefined): Tuning {
  if (text === undefined) {
    return STANDARD_TUNING;
  }
  const parsed = parseTuning(text);
  if (!parsed.ok) {
    const names = TUNINGS.map(({ name }) => name).join(', ');
    throw usageError(`"${text}" is no tuning: one of ${names}, or open strings low to high such as DADGBD.`);
  }
  return parsed.value;
}

/** Reads a whole number between two limits. */
export function readNumber(
  text: string | undefined,
  name: string,
  limits: readonly [number, number],
  usual: number,
): number {
  if (text === undefined) {
    return usual;
  }
  const [least, most] = limits;
  const number = Number(text);
  if (!/^-?\d+$/.test(text.trim()) || number < least || number > most) {
    throw usageError(`--${name} takes a whole number from ${least} to ${most}, not "${text}".`);
  }
  return number;
}

/** Reads tuning and capo. */
export function readSetup(values: { readonly tuning?: string; readonly capo?: string }): Setup {
  return {
    tuning: readTuning(values.tuning),
    capoFret: readNumber(values.capo, 'capo', [0, HIGHEST_CAPO_FRET], 0),
  };
}

/** Reads frets such as x32010 or 10-12-12-11-10-10. */
export function readShape(text: string, strings: number): Shape {
  const parsed = parseShape(text, strings);
  if (parsed.ok) {
    return parsed.value;
  }
  throw usageError(
    parsed.error.kind === 'wrong-string-count'
      ? `"${text}" has ${parsed.error.strings} strings; this tuning has ${strings}.`
      : `"${text}" is no shape: one fret, 0 or x for each string, such as x32010 or 10-12-12-11-10-10.`,
  );
}

/** Reads a range of two notes, "A3-E5". */
export function readRange(text: string, name: string): PitchRange {
  const parsed = parseRange(text);
  if (!parsed.ok) {
    throw usageError(`--${name} takes two notes, the lower first, such as A3-E5, not "${text}".`);
  }
  return parsed.value;
}

/** Reads a note with its octave, "A2", as a MIDI number. */
export function readNote(text: string, name: string): number {
  const parsed = parsePitch(text);
  if (!parsed.ok) {
    throw usageError(`--${name}: "${text}" is no note with an octave, such as A2.`);
  }
  return parsed.value;
}

/** Reads the size of a hand. */
export function readHandSize(text: string | undefined): HandSize {
  const size = HAND_SIZES.find((each) => each === (text ?? 'average'));
  if (size === undefined) {
    throw usageError(`--hand is ${HAND_SIZES.join(', ')}, not "${text}".`);
  }
  return size;
}

/** Reads how long somebody has played. */
export function readStage(text: string | undefined): Stage {
  const stage = STAGES.find((each) => each === (text ?? 'year'));
  if (stage === undefined) {
    throw usageError(`--stage is ${STAGES.join(', ')}, not "${text}".`);
  }
  return stage;
}
