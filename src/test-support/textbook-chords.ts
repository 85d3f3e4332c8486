import { STANDARD_TUNING } from '../core/fretboard/tuning.ts';
import { type ChordSymbol, listChordTones, pitchClassesOf } from '../core/harmony/chord-symbol.ts';
import { pitchClassOf } from '../core/pitch/note-name.ts';
import { toPitchClass } from '../core/pitch/pitch-class.ts';
import type { Shape } from '../core/shapes/shape.ts';
import { listChordsDbPositions } from './hand-entered-shapes.ts';
import { chordOf } from './read.ts';

/** The qualities whose first offers are compared with what books print. */
const TEXTBOOK_QUALITIES = [
  '',
  'm',
  '7',
  'm7',
  'maj7',
  'sus2',
  'sus4',
  '6',
  'm6',
  '9',
  'add9',
  'dim',
  'dim7',
  'aug',
  'm7b5',
  '13',
] as const;

/** A chord with the positions that a book prints for it, in its order; `isKept` where its root was kept apart while fitting. */
export type TextbookChord = {
  readonly chord: ChordSymbol;
  readonly positions: readonly Shape[];
  readonly isKept: boolean;
};

/** Every other root is kept apart while weights are fitted: C#, D#, F, G, A, B. */
const KEPT_ROOTS = [1, 3, 5, 7, 9, 11];

/** The chords of chords-db 0.5.1: twelve roots by sixteen qualities, with their positions that sound the chord, and those left out. */
export function listTextbookChords(): {
  readonly chords: readonly TextbookChord[];
  readonly leftOut: readonly string[];
} {
  const byChord = new Map<string, { chord: ChordSymbol; positions: Shape[] }>();
  const leftOut: string[] = [];
  for (const { chord: name, fingering, source } of listChordsDbPositions()) {
    const chord = chordOfPosition(name, source);
    if (chord === null) {
      continue;
    }
    const key = `${pitchClassOf(chord.root)} ${chord.quality}`;
    const known = byChord.get(key) ?? { chord, positions: [] };
    byChord.set(key, known);
    if (sounds(chord, fingering.shape)) {
      known.positions.push(fingering.shape);
    } else {
      leftOut.push(source);
    }
  }
  const chords = [...byChord.values()].map((each) => ({
    ...each,
    isKept: KEPT_ROOTS.includes(pitchClassOf(each.chord.root)),
  }));
  return { chords, leftOut };
}

/**
 * The chord of a position, where it is one of those compared. The source's 13 leaves out the eleventh in some positions and has it
 * in others: those with it are left out later.
 */
function chordOfPosition(name: string | null, source: string): ChordSymbol | null {
  const [root = '', suffix] = source.replace('sharp', '#').split(' ');
  const text = name ?? (suffix === '13' ? `${root}13` : null);
  const chord = text === null ? null : chordOf(text);
  const isCompared = chord?.bass === null && (TEXTBOOK_QUALITIES as readonly string[]).includes(chord.quality);
  return isCompared ? chord : null;
}

/** Whether a shape has no note outside its chord and neither its third nor its seventh is missing. */
function sounds(chord: ChordSymbol, shape: Shape): boolean {
  const heard = new Set(midiOf(shape).map(toPitchClass));
  const needed = listChordTones(chord).filter(({ degree }) => /^(?:b?3|b{0,2}7)$/.test(degree));
  return (
    [...heard].every((pitch) => pitchClassesOf(chord).includes(pitch)) &&
    needed.every(({ note }) => heard.has(pitchClassOf(note)))
  );
}

/** The MIDI numbers of a shape in standard tuning. */
function midiOf(shape: Shape): readonly number[] {
  return shape.flatMap((fret, string) => (fret === null ? [] : [(STANDARD_TUNING.openMidi[string] ?? 0) + fret]));
}

/** Whether the root is the lowest note. */
export function hasRootInBass({ root }: ChordSymbol, shape: Shape): boolean {
  return toPitchClass(Math.min(...midiOf(shape))) === pitchClassOf(root);
}

const FEWEST_COMMON_STRINGS = 4;

/** Whether a shape is one of the book's: it agrees with a position on all strings that both strike, four or more. */
export function isTextbook({ positions }: TextbookChord, shape: Shape): boolean {
  return positions.some((position) => {
    const common = shape
      .map((fret, string) => [fret, position[string] ?? null] as const)
      .filter(([a, b]) => a !== null && b !== null);
    return common.length >= FEWEST_COMMON_STRINGS && common.every(([a, b]) => a === b);
  });
}
