/*
 * From notes to names.
 *
 * Every note that sounds may be the root; for each root every everyday quality is laid over the notes. What fits without a
 * note missing or left over is an exact name; what only lacks notes a name can bear to lack is an incomplete one. Names
 * are ranked as a musician would read them: the root in the bass before a slash, common qualities before rare ones,
 * complete before incomplete.
 */

import { namedOpenMidi, type Tuning } from '../fretboard/tuning.ts';
import { type ChordSymbol, listChordTones, pitchClassesOf } from '../harmony/chord-symbol.ts';
import { findEqualStep } from '../harmony/equal-steps.ts';
import type { Key } from '../harmony/key.ts';
import { findQuality, QUALITIES, type Quality } from '../harmony/quality.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { itemAt } from '../kernel/list.ts';
import { type NoteName, PLAIN_NAMES, pitchClassOf, toPlainNote } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import { type LowestNote, lackingCostOf, RARITY, slashCostOf } from './name-costs.ts';
import type { Shape } from './shape.ts';

/** How a name fits what sounds: nothing missing or foreign, only something missing, or something foreign. */
export type NameFit = 'exact' | 'incomplete' | 'wrong';

/** A name laid over some notes: what the name asks for and does not sound, and what sounds and is not in the name. */
export type NamedChord = {
  readonly chord: ChordSymbol;
  readonly fit: NameFit;
  readonly missing: readonly NoteName[];
  readonly foreign: readonly NoteName[];
  /** Whether the lowest note is the one that the name has lowest. */
  readonly isBassRight: boolean;
  /** The same notes called after another root, where they lie in equal steps: a diminished seventh has four names. */
  readonly alike: readonly ChordSymbol[];
};

/** Rarer qualities that still have a name when they are heard. */
const RARE_QUALITIES = [
  '9#11',
  '9#5',
  'mMaj9',
  'm6/9',
  'm13',
  'mMaj11',
  'maj9#11',
  'madd11',
  'add11',
  '7b9b13',
  '7#9b13',
].flatMap((text) => findQuality(text) ?? []);
/** A ninth with a raised eleventh is met more often than one with a lowered fifth, which sounds the same without its fifth. */
const NAMED_QUALITIES: readonly Quality[] = [
  ...QUALITIES.filter((quality) => quality !== '9b5'),
  ...RARE_QUALITIES,
  '9b5',
];

type Notes = LowestNote & {
  readonly heard: readonly PitchClass[];
  readonly nameOf: (pitch: PitchClass) => NoteName;
};

/** What sounds, named behind the capo; null for a shape that strikes nothing. */
function listNotes(shape: Shape, tuning: Tuning, key: Key | null): Notes | null {
  const open = namedOpenMidi(tuning);
  const midi = shape.flatMap((fret, string) => (fret === null ? [] : [itemAt(open, string) + fret]));
  const nameOf = (pitch: PitchClass): NoteName => (key === null ? itemAt(PLAIN_NAMES, pitch) : spellInKey(pitch, key));
  return midi.length === 0
    ? null
    : {
        heard: [...new Set(midi.map(toPitchClass))].sort((a, b) => a - b),
        bass: toPitchClass(Math.min(...midi)),
        isBassAlone: midi.filter((each) => (each - Math.min(...midi)) % 12 === 0).length === 1,
        nameOf,
      };
}

/**
 * The names that a shape deserves, best first, at most `limit`; named behind the capo, spelled in `key` (of the shapes)
 * where one is given. Empty where the notes are no chord that has a name: fewer than two of them, or too far apart.
 * @example nameShape([null, 3, 2, 0, 1, 0], STANDARD_TUNING, null, 1) // C, exact
 */
export function nameShape(shape: Shape, tuning: Tuning, key: Key | null, limit: number): readonly NamedChord[] {
  const notes = listNotes(shape, tuning, key);
  if (notes === null || notes.heard.length < 2) {
    return [];
  }
  const tried = notes.heard
    .flatMap((root) => NAMED_QUALITIES.flatMap((quality, place) => tryName(notes, root, quality, place)))
    .sort((a, b) => a.cost - b.cost)
    .map(({ named }) => named);
  return tried.filter((named, place) => !isSameAgain(named, tried.slice(0, place))).slice(0, limit);
}

/** Whether a name says what one before it says: on another root of equal steps, or lacking a tone on the same root, read less simply. */
function isSameAgain({ chord, fit }: NamedChord, before: readonly NamedChord[]): boolean {
  return before.some(
    (other) =>
      other.alike.some(({ root, quality }) => root === chord.root && quality === chord.quality) ||
      (fit === 'incomplete' && other.fit === 'incomplete' && other.chord.root === chord.root),
  );
}

type Tried = { readonly named: NamedChord; readonly cost: number };

function tryName(notes: Notes, root: PitchClass, quality: Quality, place: number): readonly Tried[] {
  const rootName = notes.nameOf(root);
  const bass = notes.bass === root ? null : notes.nameOf(notes.bass);
  const plain: ChordSymbol = { root: rootName, quality, bass: null };
  const tones = pitchClassesOf(plain);
  const isOutside = !tones.includes(notes.bass);
  const chord: ChordSymbol = { ...plain, bass: bass === null ? null : spellBass(plain, notes.bass, bass) };
  const named = checkNotes(notes, chord);
  const mayLack = named.missing.every((note) => mayBeLeftOut(plain, note));
  if (named.fit === 'wrong' || !mayLack || (isOutside && notes.heard.length - 1 < Math.min(3, tones.length))) {
    return [];
  }
  const slash = slashCostOf(plain, notes);
  return [{ named, cost: place * RARITY + slash + lackingCostOf(plain, named.missing, bass !== null) }];
}

/** A bass that is a tone of the chord is spelled as that tone. */
function spellBass(chord: ChordSymbol, bass: PitchClass, plain: NoteName): NoteName {
  return toPlainNote(listChordTones(chord).find(({ note }) => pitchClassOf(note) === bass)?.note ?? plain);
}

/** The fifth of four tones or more, and the ninth or eleventh under a higher tone of six or more (common practice). */
function mayBeLeftOut(chord: ChordSymbol, note: NoteName): boolean {
  const tones = listChordTones(chord);
  const degree = tones.find((tone) => tone.note === note)?.degree;
  return (tones.length >= 4 && degree === '5') || (tones.length >= 6 && (degree === '9' || degree === '11'));
}

function checkNotes({ heard, bass, nameOf }: Notes, chord: ChordSymbol): NamedChord {
  const wanted = pitchClassesOf(chord);
  const spelled = [...listChordTones(chord).map(({ note }) => note), ...(chord.bass === null ? [] : [chord.bass])];
  const missing = spelled.filter(
    (note, index) => !heard.includes(pitchClassOf(note)) && spelled.indexOf(note) === index,
  );
  const foreign = heard.filter((pitch) => !wanted.includes(pitch)).map(nameOf);
  const fit: NameFit = foreign.length > 0 ? 'wrong' : missing.length > 0 ? 'incomplete' : 'exact';
  return {
    chord,
    fit,
    missing,
    foreign,
    isBassRight: pitchClassOf(chord.bass ?? chord.root) === bass,
    alike: listAlike(chord, nameOf),
  };
}

function listAlike(chord: ChordSymbol, nameOf: Notes['nameOf']): readonly ChordSymbol[] {
  const others = findEqualStep(chord.quality) === null ? [] : pitchClassesOf({ ...chord, bass: null }).slice(1);
  return others.map((pitch) => ({ root: nameOf(pitch), quality: chord.quality, bass: null }));
}

/**
 * How a given name fits a shape: exact, incomplete or wrong, with the notes it misses and those that do not belong, named
 * behind the capo. Null for a shape that strikes nothing.
 */
export function checkName(shape: Shape, tuning: Tuning, chord: ChordSymbol, key: Key | null = null): NamedChord | null {
  const notes = listNotes(shape, tuning, key);
  return notes === null ? null : checkNotes(notes, chord);
}
