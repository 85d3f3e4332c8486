import type { Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, formatChordSymbol } from '../harmony/chord-symbol.ts';
import { type NoteName, pitchClassOf } from '../pitch/note-name.ts';
import { familiarShapesOf, isAtHome } from './familiar.ts';
import { fretSpanOf, type Shape } from './shape.ts';

/** A shape that is an open one slid up the neck: which open chord's hand, and the fret where its open strings now lie. */
export type MovableForm = { readonly openChord: ChordSymbol; readonly fret: number };

/** The open chords that lend their hands (common practice: the five shapes a neck is learned by). */
const LENDING_ROOTS: readonly NoteName[] = ['E', 'A', 'D', 'C', 'G'];

/**
 * The open hand that a shape is, slid up: an open shape of the same quality stands `fret` frets lower on every string that
 * the shape strikes, at least three of them. Null for a shape with an open string or of no such hand, or in a tuning where its
 * strings are elsewhere.
 * @example findMovableForm([5, 7, 7, 6, 5, 5], chordOf("A"), STANDARD_TUNING) // the E hand at fret 5
 */
export function findMovableForm(shape: Shape, chord: ChordSymbol, tuning: Tuning): MovableForm | null {
  const span = fretSpanOf(shape);
  if (span === null || shape.includes(0) || !isAtHome(shape, tuning)) {
    return null;
  }
  for (const root of LENDING_ROOTS) {
    const openChord: ChordSymbol = { root, quality: chord.quality, bass: null };
    const fret = (((pitchClassOf(chord.root) - pitchClassOf(root)) % 12) + 12) % 12;
    const isHand = [...familiarShapesOf(openChord, tuning).values()].some(
      ({ fingering }) => fingering.shape.includes(0) && isLifted(shape, fingering.shape, fret),
    );
    if (fret > 0 && isHand) {
      return { openChord, fret };
    }
  }
  return null;
}

function isLifted(shape: Shape, open: Shape, frets: number): boolean {
  const struck = shape.filter((fret) => fret !== null).length;
  return struck >= 3 && shape.every((fret, string) => fret === null || (open[string] ?? Number.NaN) + frets === fret);
}

/** A movable form in words: "the A hand at fret 5"; frets from the capo. */
export function formatMovableForm({ openChord, fret }: MovableForm): string {
  return `the ${formatChordSymbol(openChord)} hand at fret ${fret}`;
}
