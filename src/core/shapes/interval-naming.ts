import { namedOpenMidi, type Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { roleOfChord } from '../harmony/degree.ts';
import type { Key } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { itemAt, range } from '../kernel/list.ts';
import { type NoteName, pitchClassOf } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import type { Shape } from './shape.ts';

/** Two notes, the lower first, named behind the capo; and the triads they may stand for, those of the key first. */
export type NamedInterval = {
  readonly low: NoteName;
  readonly high: NoteName;
  /** From the lower up to the higher, within the octave: 1 to 11. */
  readonly semitones: number;
  readonly chords: readonly ChordSymbol[];
};

/** How many of the triads are worth naming. */
const MOST_CHORDS = 3;

/**
 * What a shape of two different notes is: its interval, and the major and minor triads that hold both, with the lower note as their
 * bass. Null for a shape of fewer or more notes. `key` is the key of the shapes.
 * @example nameInterval(parse("x20xx0")...) // B and D: a minor third, part of G/B or Bm
 */
export function nameInterval(shape: Shape, tuning: Tuning, key: Key): NamedInterval | null {
  const open = namedOpenMidi(tuning);
  const midi = shape
    .flatMap((fret, string) => (fret === null ? [] : [itemAt(open, string) + fret]))
    .sort((a, b) => a - b);
  const [low, high, ...more] = [...new Set(midi.map(toPitchClass))];
  if (low === undefined || high === undefined || more.length > 0) {
    return null;
  }
  return {
    low: spellInKey(low, key),
    high: spellInKey(high, key),
    semitones: toPitchClass(high - low),
    chords: listTriads(low, high, key),
  };
}

function listTriads(low: PitchClass, high: PitchClass, key: Key): readonly ChordSymbol[] {
  const bass = spellInKey(low, key);
  return range(0, 12)
    .flatMap((root) => (['', 'm'] as const).map((quality) => toTriad(toPitchClass(root), quality, key)))
    .filter((chord) => [low, high].every((note) => pitchClassesOf(chord).includes(note)))
    .sort((a, b) => outside(a, key) - outside(b, key))
    .slice(0, MOST_CHORDS)
    .map((chord) => (pitchClassOf(chord.root) === low ? chord : { ...chord, bass }));
}

function toTriad(root: PitchClass, quality: '' | 'm', key: Key): ChordSymbol {
  return { root: spellInKey(root, key), quality, bass: null };
}

function outside(chord: ChordSymbol, key: Key): number {
  return roleOfChord(chord, key).kind === 'own' ? 0 : 1;
}
