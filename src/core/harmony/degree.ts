/*
 * Chords by their degree in a key.
 *
 * A degree is counted by letters from the tonic, its accidental by how far the note lies from the key's own note on that
 * letter: both are differences on the line of fifths. In a minor key the degrees are those of the natural minor scale, so
 * G in A minor is VII and the leading tone carries a sharp (common practice; some books count from the major scale instead).
 */
import { type NoteName, toFifths } from '../pitch/note-name.ts';
import { type ChordSymbol, listChordTones } from './chord-symbol.ts';
import type { Key } from './key.ts';

/** A degree of a key: 1 to 7, and by how many semitones it is raised (lowered when negative) from the key's own note. */
export type KeyDegree = { readonly number: 1 | 2 | 3 | 4 | 5 | 6 | 7; readonly raisedBy: number };

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;

/** Steps of fifths from the tonic at which the seven own notes of a key begin: major from the fourth, minor from the flat sixth. */
const LOWEST_OWN_FIFTHS = { major: -1, minor: -4 } as const;

/** Steps of letters from the tonic for 0 to 6 steps of fifths: a fifth is four letters up. */
const LETTER_STEPS_PER_FIFTH = 4;

/** The degree of a spelled note in a key. @example degreeOfNote("F#", cMajor) // { number: 4, raisedBy: 1 } */
export function degreeOfNote(note: NoteName, key: Key): KeyDegree {
  const steps = toFifths(note) - toFifths(key.tonic);
  const letters = (((steps * LETTER_STEPS_PER_FIFTH) % 7) + 7) % 7;
  const raisedBy = Math.floor((steps - LOWEST_OWN_FIFTHS[key.mode]) / 7);
  return { number: (letters + 1) as KeyDegree['number'], raisedBy };
}

function formatAccidental(raisedBy: number): string {
  return raisedBy < 0 ? '♭'.repeat(-raisedBy) : '♯'.repeat(raisedBy);
}

/** The signs that stand after a numeral for the qualities that have one of their own. */
const SIGNS: ReadonlyMap<string, string> = new Map([
  ['dim', '°'],
  ['dim7', '°7'],
  ['m7b5', 'ø7'],
  ['aug', '+'],
]);

/** A degree that never changes with the key: small numerals for minor and diminished chords, capitals for the rest. */
function formatNumeral({ number, raisedBy }: KeyDegree, quality: string): string {
  const isSmall = /^m(?!aj)/.test(quality) || quality.startsWith('dim');
  const numeral = NUMERALS[number - 1] ?? '';
  const sign = SIGNS.get(quality) ?? (isSmall ? quality.slice(1) : quality);
  return `${formatAccidental(raisedBy)}${isSmall ? numeral.toLowerCase() : numeral}${signed(sign)}`;
}

function signed(quality: string): string {
  return quality.replaceAll('b', '♭').replaceAll('#', '♯').replace('Maj', 'maj');
}

/**
 * A chord as a roman degree of a key, with real signs; another bass stands after a slash as a degree of the key.
 * @example formatDegree(parse("Em7"), gMajor) // "vi7"
 */
export function formatDegree(chord: ChordSymbol, key: Key): string {
  const numeral = formatNumeral(degreeOfNote(chord.root, key), chord.quality);
  if (chord.bass === null) {
    return numeral;
  }
  const bass = degreeOfNote(chord.bass, key);
  return `${numeral}/${formatAccidental(bass.raisedBy)}${bass.number}`;
}

/** The place of a chord in a key. `target` is the degree that a secondary dominant leads to. */
export type ChordRole =
  | { readonly kind: 'own' }
  | { readonly kind: 'secondary-dominant'; readonly target: string }
  | { readonly kind: 'borrowed' }
  | { readonly kind: 'chromatic' };

/**
 * What a chord is in a key: made of its own notes (in minor also V and vii° with the leading tone); the dominant of one of
 * its chords; borrowed from the parallel key; or none of these. Without its neighbours a chord that is both, such as a
 * major II, is called the dominant it most often is (common practice).
 */
export function roleOfChord(chord: ChordSymbol, key: Key): ChordRole {
  const steps = listChordTones(chord).map(({ note }) => toFifths(note) - toFifths(key.tonic));
  if (isWithin(steps, key.mode) || isOwnDominant(steps, key)) {
    return { kind: 'own' };
  }
  const target = findDominantTarget(chord, key);
  if (target !== null) {
    return { kind: 'secondary-dominant', target };
  }
  return { kind: isWithin(steps, key.mode === 'major' ? 'minor' : 'major') ? 'borrowed' : 'chromatic' };
}

function isWithin(steps: readonly number[], mode: Key['mode']): boolean {
  const lowest = LOWEST_OWN_FIFTHS[mode];
  return steps.every((step) => step >= lowest && step <= lowest + 6);
}

const LEADING_TONE_FIFTHS = 5;

/** V, V7 and the diminished chords on the leading tone of a minor key. */
function isOwnDominant(steps: readonly number[], key: Key): boolean {
  const isOnDominant = steps[0] === 1 || steps[0] === LEADING_TONE_FIFTHS;
  return (
    key.mode === 'minor' &&
    isOnDominant &&
    steps.includes(LEADING_TONE_FIFTHS) &&
    isWithin(
      steps.filter((step) => step !== LEADING_TONE_FIFTHS),
      'minor',
    )
  );
}

/** The degree a fifth below a major triad or dominant seventh, where the key has a major or minor chord there; else null. */
function findDominantTarget(chord: ChordSymbol, key: Key): string | null {
  const degrees = listChordTones(chord).map(({ degree }) => degree);
  const isDominant = degrees.includes('3') && !degrees.includes('7') && !degrees.includes('6');
  const root = toFifths(chord.root) - toFifths(key.tonic) - 1;
  const triad = isWithin([root, root + 4, root + 1], key.mode)
    ? ''
    : isWithin([root, root - 3, root + 1], key.mode)
      ? 'm'
      : null;
  if (!isDominant || triad === null || root === 0) {
    return null;
  }
  const steps = (((root * LETTER_STEPS_PER_FIFTH) % 7) + 7) % 7;
  return formatNumeral({ number: (steps + 1) as KeyDegree['number'], raisedBy: 0 }, triad);
}

/** The role in words, empty for a chord of the key: "V of vi", "borrowed from the parallel minor". */
export function formatRole(role: ChordRole, key: Key): string {
  switch (role.kind) {
    case 'own':
      return '';
    case 'secondary-dominant':
      return `V of ${role.target}`;
    case 'borrowed':
      return `borrowed from the parallel ${key.mode === 'major' ? 'minor' : 'major'}`;
    case 'chromatic':
      return 'outside the key';
  }
}
