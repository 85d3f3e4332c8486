import { range } from '../kernel/list.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { isNoteName, type NoteName, pitchClassOf, toFifths, toNoteName } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';

/** Major or (natural) minor. */
export type Mode = 'major' | 'minor';

/** One of the 30 standard keys: a spelled tonic and a mode. */
export type Key = { readonly tonic: NoteName; readonly mode: Mode };

/** Why a text is no key. */
export type KeyError = { readonly kind: 'not-a-key'; readonly found: string };

/** The fifteen major and fifteen minor keys with at most seven accidentals, each mode from seven flats to seven sharps. */
export const KEYS: readonly Key[] = (['major', 'minor'] as const).flatMap((mode) =>
  range(-7, 8).map((signature) => keyOfSignature(signature, mode)),
);

function keyOfSignature(signature: number, mode: Mode): Key {
  return { tonic: toNoteName(mode === 'major' ? signature : signature + 3), mode };
}

/** Accidentals of the key signature: sharps positive, flats negative. */
export function signatureOf(key: Key): number {
  return key.mode === 'major' ? toFifths(key.tonic) : toFifths(key.tonic) - 3;
}

/** Whether a tonic and mode are one of the 30 standard keys. */
export function isStandardKey(key: Key): boolean {
  return Math.abs(signatureOf(key)) <= 7;
}

/**
 * Reads a key: "Bb", "Bb major", "F#m", "f sharp minor" with real signs or ASCII.
 * Keys of more than seven accidentals are refused.
 */
export function parseKey(text: string): Result<Key, KeyError> {
  const plain = text
    .trim()
    .replaceAll('♯', '#')
    .replaceAll('♭', 'b')
    .replace(/\s*[- ]?sharp\b/i, '#')
    .replace(/\s*[- ]?flat\b/i, 'b');
  const match = /^([A-Ga-g])(##|#|bb|b)?\s*(major|maj|M|minor|min|m)?$/i.exec(plain);
  const tonic = (match?.[1] ?? '').toUpperCase() + (match?.[2] ?? '');
  const word = match?.[3] ?? '';
  const mode: Mode = word === 'm' || /^min/i.test(word) ? 'minor' : 'major';
  const key = isNoteName(tonic) ? { tonic, mode } : null;
  return key !== null && isStandardKey(key) ? ok(key) : err({ kind: 'not-a-key', found: text });
}

/** The short ASCII name of a key, as the text chart writes it: "Bb", "F#m". */
export function formatKey(key: Key): string {
  return `${key.tonic}${key.mode === 'minor' ? 'm' : ''}`;
}

/**
 * The standard key on a pitch class. Of two enharmonic names the one with fewer accidentals; at six each the side of
 * `likeKey` (sharps or flats), and flats when it has neither. Shape keys come out as teachers name them: Db, not C#.
 */
export function findKeyAt(pitchClass: PitchClass, mode: Mode, likeKey: Key): Key {
  const candidates = KEYS.filter((key) => key.mode === mode && pitchClassOf(key.tonic) === pitchClass);
  const cost = (key: Key): number => {
    const signature = signatureOf(key);
    const otherSide = signatureOf(likeKey) > 0 ? signature < 0 : signature > 0;
    return Math.abs(signature) * 2 + (otherSide ? 1 : 0);
  };
  return candidates.reduce((best, key) => (cost(key) < cost(best) ? key : best));
}

/** The key a number of semitones above (below when negative), named as {@link findKeyAt} does. */
export function shiftKey(key: Key, semitones: number): Key {
  return findKeyAt(toPitchClass(pitchClassOf(key.tonic) + semitones), key.mode, key);
}

/** The key with the same signature in the other mode: E minor for G major. */
export function relativeKeyOf(key: Key): Key {
  return keyOfSignature(signatureOf(key), key.mode === 'major' ? 'minor' : 'major');
}

/**
 * The key on the same tonic in the other mode; where that is none of the thirty (D flat minor has eight flats), the key
 * that sounds the same.
 */
export function parallelKeyOf(key: Key): Key {
  const mode = key.mode === 'major' ? 'minor' : 'major';
  const parallel: Key = { tonic: key.tonic, mode };
  return isStandardKey(parallel) ? parallel : findKeyAt(pitchClassOf(key.tonic), mode, key);
}
