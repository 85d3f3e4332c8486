import { err, ok, type Result } from '../kernel/result.ts';
import { isNoteName, type NoteName, pitchClassOf, transposeNote } from '../pitch/note-name.ts';
import type { PitchClass } from '../pitch/pitch-class.ts';
import { degreeFifths, degreesOf, findQuality, LONGEST_QUALITY, type Quality } from './quality.ts';
import type { Degree } from './quality-grammar.ts';

/** A chord as it is named: root, quality, and the bass note when another note than the root is lowest. */
export type ChordSymbol = {
  readonly root: NoteName;
  readonly quality: Quality;
  readonly bass: NoteName | null;
};

/** Why a text is no chord, with the part that was not understood. */
export type ChordError =
  | { readonly kind: 'empty-chord' }
  | { readonly kind: 'unknown-root'; readonly found: string }
  | { readonly kind: 'unknown-quality'; readonly root: NoteName; readonly found: string }
  | { readonly kind: 'unknown-bass'; readonly found: string };

/** Root, quality, slash and bass; other spellings may be a little longer than the canonical one. */
const LONGEST_SYMBOL = LONGEST_QUALITY + 16;

/**
 * Reads a chord symbol such as "F#m7" or "D/F#". Accidentals may be real signs; the usual other spellings of a quality
 * are understood ("A-7", "Cmaj", "B°"). Case counts: slips of case are {@link findChordMeant}'s business.
 */
export function parseChordSymbol(text: string): Result<ChordSymbol, ChordError> {
  const plain = text.trim().replaceAll('♯', '#').replaceAll('♭', 'b');
  if (plain === '') {
    return err({ kind: 'empty-chord' });
  }
  if (plain.length > LONGEST_SYMBOL || !/^[A-G]/.test(plain)) {
    return err({ kind: 'unknown-root', found: text.slice(0, LONGEST_SYMBOL) });
  }
  const whole = splitRoot(plain);
  if (whole !== null) {
    return ok({ ...whole, bass: null });
  }
  const slash = plain.lastIndexOf('/');
  if (slash === -1) {
    return err(qualityError(plain));
  }
  const head = splitRoot(plain.slice(0, slash));
  const bass = plain.slice(slash + 1).trim();
  if (head === null) {
    return err(qualityError(plain.slice(0, slash)));
  }
  return isNoteName(bass)
    ? ok({ ...head, bass: bass === head.root ? null : bass })
    : err({ kind: 'unknown-bass', found: bass });
}

/** Root and quality of a text without a bass; the longest root that leaves a known quality wins ("Abb5", "Bbb"). */
function splitRoot(text: string): { root: NoteName; quality: Quality } | null {
  for (const rootLength of [3, 2, 1]) {
    const root = text.slice(0, rootLength);
    const quality = isNoteName(root) && root.length === rootLength ? findQuality(text.slice(rootLength)) : null;
    if (quality !== null && isNoteName(root)) {
      return { root, quality };
    }
  }
  return null;
}

function qualityError(text: string): ChordError {
  const match = /^([A-G](?:##?|b{1,2})?)(.*)$/.exec(text);
  const root = match?.[1] ?? '';
  return isNoteName(root)
    ? { kind: 'unknown-quality', root, found: match?.[2] ?? '' }
    : { kind: 'unknown-root', found: text };
}

/**
 * The chord probably meant by a text that is none as it stands: a small first letter, a small bass, "H" for B, spaces
 * around the slash. Null when nothing likely is found.
 * @example findChordMeant("D/f#") // { root: "D", quality: "", bass: "F#" }
 */
export function findChordMeant(text: string): ChordSymbol | null {
  const candidate = text
    .trim()
    .replace(/\s*\/\s*/g, '/')
    .replace(/^[a-h]/, (letter) => letter.toUpperCase())
    .replace(/\/([a-h])/, (_, letter: string) => `/${letter.toUpperCase()}`)
    .replace(/^H/, 'B')
    .replace('/H', '/B');
  const parsed = parseChordSymbol(candidate);
  return parsed.ok ? parsed.value : null;
}

/** A chord symbol in plain ASCII: the form of the text chart and of saved documents. */
export function formatChordSymbol(chord: ChordSymbol): string {
  return `${chord.root}${chord.quality}${chord.bass === null ? '' : `/${chord.bass}`}`;
}

/** A chord symbol with real sharp and flat signs, for people. */
export function formatChordName(chord: ChordSymbol): string {
  const signs = (text: string): string => text.replace(/b(?=\d|$|b)/g, '♭').replaceAll('#', '♯');
  const bass = chord.bass === null ? '' : `/${signs(chord.bass)}`;
  return `${signs(chord.root)}${signs(chord.quality)}${bass}`;
}

/** A chord tone with its spelled name and its degree above the root. */
export type ChordTone = { readonly degree: Degree; readonly note: NoteName };

/** The tones of a chord above its root, spelled from the root; the slash bass is not among them. */
export function listChordTones(chord: ChordSymbol): readonly ChordTone[] {
  return degreesOf(chord.quality).map((degree) => ({
    degree,
    note: transposeNote(chord.root, degreeFifths(degree)),
  }));
}

/** The note that should sound lowest: the slash bass, else the root. */
export function bassNoteOf(chord: ChordSymbol): NoteName {
  return chord.bass ?? chord.root;
}

/** The pitch classes that a chord sounds, the bass among them, rising from 0. */
export function pitchClassesOf(chord: ChordSymbol): readonly PitchClass[] {
  const tones = listChordTones(chord).map((tone) => pitchClassOf(tone.note));
  return [...new Set([...tones, pitchClassOf(bassNoteOf(chord))])].sort((a, b) => a - b);
}

/** Whether root, quality and bass are the same names. */
export function isSameChord(a: ChordSymbol, b: ChordSymbol): boolean {
  return a.root === b.root && a.quality === b.quality && a.bass === b.bass;
}
