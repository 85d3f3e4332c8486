/*
 * Finding the key from the chords.
 *
 * Each of the 24 keys has a profile: how strongly each of its twelve pitches belongs to it (Krumhansl and Kessler's probe-tone
 * ratings, from memory). The song's pitches are counted, roots twice as loud, the first and the last chord twice as long,
 * and the keys are ranked by correlation. A table of degrees was rejected: it has no answer for songs that borrow.
 */
import { itemAt, sumOf } from '../kernel/list.ts';
import { pitchClassOf, toFifths } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import { type ChordSymbol, listChordTones } from './chord-symbol.ts';
import { KEYS, type Key, type Mode, signatureOf } from './key.ts';

const PROFILES: Readonly<Record<Mode, readonly number[]>> = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
};

/** A key with its score: higher fits better, at most 1. */
export type RankedKey = { readonly key: Key; readonly score: number };

/**
 * The 24 keys, best first, that a list of chords may be in. Each is named on the side where more of the chords' roots
 * are spelled. An empty list gives an empty ranking.
 */
export function rankKeys(chords: readonly ChordSymbol[]): readonly RankedKey[] {
  if (chords.length === 0) {
    return [];
  }
  const heard = weighPitches(chords);
  const candidates = (['major', 'minor'] as const).flatMap((mode) =>
    heard.map((_, tonic) => ({
      key: nameKey(toPitchClass(tonic), mode, chords),
      score: correlate(
        heard,
        heard.map((__, pitch) => itemAt(PROFILES[mode], toPitchClass(pitch - tonic))),
      ),
    })),
  );
  return candidates.sort((a, b) => b.score - a.score);
}

function weighPitches(chords: readonly ChordSymbol[]): readonly number[] {
  const weights = Array.from({ length: 12 }, () => 0);
  chords.forEach((chord, index) => {
    const length = index === 0 || index === chords.length - 1 ? 2 : 1;
    for (const tone of listChordTones(chord)) {
      const pitch = pitchClassOf(tone.note);
      weights[pitch] = (weights[pitch] ?? 0) + length * (tone.degree === '1' ? 2 : 1);
    }
  });
  return weights;
}

function nameKey(tonic: PitchClass, mode: Mode, chords: readonly ChordSymbol[]): Key {
  const distance = (key: Key): number =>
    sumOf(chords, (chord) => Math.abs(toFifths(chord.root) - signatureOf(key))) + Math.abs(signatureOf(key)) / 100;
  return KEYS.filter((key) => key.mode === mode && pitchClassOf(key.tonic) === tonic).reduce((best, key) =>
    distance(key) < distance(best) ? key : best,
  );
}

function correlate(a: readonly number[], b: readonly number[]): number {
  const meanA = sumOf(a, (value) => value) / a.length;
  const meanB = sumOf(b, (value) => value) / b.length;
  let product = 0;
  let squareA = 0;
  let squareB = 0;
  a.forEach((value, index) => {
    const offA = value - meanA;
    const offB = itemAt(b, index) - meanB;
    product += offA * offB;
    squareA += offA * offA;
    squareB += offB * offB;
  });
  const scale = Math.sqrt(squareA * squareB);
  return scale === 0 ? 0 : product / scale;
}
