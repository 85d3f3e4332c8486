import { type ChordSymbol, parseChordSymbol } from '../core/harmony/chord-symbol.ts';
import { formatKey, type Key, parseKey } from '../core/harmony/key.ts';
import type { TimedChord } from '../core/harmony/key-evidence.ts';
import type { FoundKey } from '../core/harmony/key-finding.ts';
import type { Result } from '../core/kernel/result.ts';
import { type Metre, parseMetre } from '../core/rhythm/metre.ts';
import { parseShape, type Shape } from '../core/shapes/shape.ts';

/** The value of a result that a test knows to be good. */
function unwrap<T, E>(text: string, result: Result<T, E>): T {
  if (!result.ok) {
    throw new Error(`${text}: ${JSON.stringify(result.error)}`);
  }
  return result.value;
}

/** A chord by its symbol. */
export const chordOf = (text: string): ChordSymbol => unwrap(text, parseChordSymbol(text));

/** Sections of chords that last a bar of four beats each: "C G | F C" are two sections. */
export const sectionsOf = (text: string): readonly (readonly TimedChord[])[] =>
  text.split(' | ').map((section) => section.split(' ').map((name) => ({ chord: chordOf(name), beats: 4 })));

/** A key by its name. */
export const keyOf = (text: string): Key => unwrap(text, parseKey(text));

/** The name of a key that was found: "Am", "D dorian". */
export const nameOfFound = ({ key, mode }: FoundKey): string =>
  mode === null ? formatKey(key) : `${key.tonic} ${mode}`;

/** A shape on six strings as it is written: "x32010". */
export const shapeOf = (text: string): Shape => unwrap(text, parseShape(text, 6));

/** A metre as it is written. */
export const metreOf = (text: string): Metre => unwrap(text, parseMetre(text));
