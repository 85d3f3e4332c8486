/*
 * Finding the key from the chords.
 *
 * Twelve tonics with major, minor and four modes are asked how well they explain a song. What speaks for a key are things
 * a musician points at: its notes are the song's notes, its tonic comes first, last and long, dominants fall to it, also
 * where a loop comes round to its beginning, its sevenths are those of their degrees. Each has a weight, fitted on half of
 * the progressions that the tests name. Profiles of pitches alone (the former way) misread loops that end on V, turnarounds
 * and vamps: they do not hear an order.
 */
import { range, sumOf } from '../kernel/list.ts';
import { pitchClassOf, toFifths } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import type { ChordSymbol } from './chord-symbol.ts';
import { KEYS, type Key, type Mode, signatureOf } from './key.ts';
import {
  type HeardChord,
  type HeardMove,
  hearChords,
  type KeyEvidence,
  stepsUp,
  type TimedChord,
} from './key-evidence.ts';

/** The modes that a key may be coloured by; plain major and minor have none. */
export type ModeName = 'dorian' | 'phrygian' | 'lydian' | 'mixolydian';

/** What speaks for a key. `chord` and the like are names as the song writes them. */
export type KeyReason =
  | { readonly kind: 'first-chord' | 'last-chord' | 'longest-chord'; readonly chord: ChordSymbol }
  | { readonly kind: 'all-notes' }
  | { readonly kind: 'most-notes'; readonly foreign: readonly ChordSymbol[]; readonly of: number }
  | { readonly kind: 'cadence'; readonly from: ChordSymbol; readonly to: ChordSymbol; readonly isSeam: boolean }
  | { readonly kind: 'raised-seventh'; readonly chord: ChordSymbol }
  | { readonly kind: 'two-five'; readonly from: ChordSymbol; readonly to: ChordSymbol }
  | { readonly kind: 'mode'; readonly mode: ModeName; readonly chord: ChordSymbol };

/** A key that chords may be in, with its mode where it is one, how well it explains them, and why. */
export type FoundKey = {
  readonly key: Key;
  readonly mode: ModeName | null;
  /** Higher explains more; only differences within one song mean something. */
  readonly score: number;
  readonly reasons: readonly KeyReason[];
};

type Scale = { readonly name: ModeName | null; readonly mode: Mode; readonly steps: readonly number[] };

/** Semitones of each scale above its tonic. */
const SCALES: readonly Scale[] = [
  { name: null, mode: 'major', steps: [0, 2, 4, 5, 7, 9, 11] },
  { name: null, mode: 'minor', steps: [0, 2, 3, 5, 7, 8, 10] },
  { name: 'dorian', mode: 'minor', steps: [0, 2, 3, 5, 7, 9, 10] },
  { name: 'phrygian', mode: 'minor', steps: [0, 1, 3, 5, 7, 8, 10] },
  { name: 'lydian', mode: 'major', steps: [0, 2, 4, 6, 7, 9, 11] },
  { name: 'mixolydian', mode: 'major', steps: [0, 2, 4, 5, 7, 9, 10] },
];

/** What each thing that speaks for a key is worth; fitted on half of the progressions and rounded. */
export const KEY_WEIGHTS = {
  ownNotes: 15,
  /** Notes outside the scale that a dominant on its way, a raised seventh or the parallel key explains count as this share. */
  explained: 0.7,
  tonicShare: 2,
  firstChord: 0.8,
  sectionBegins: 0.8,
  lastChord: 0.9,
  authentic: 5,
  dominantSeventh: 1.5,
  twoFive: 2,
  plagal: 4,
  /** A major seventh on I or IV, and a dominant seventh on V: sevenths tell degrees. */
  rightSeventh: 1.5,
  /** The tonic never sounds. */
  noTonic: -2,
  /** A mode asks for its own chord, its tonic first, and no dominant of the plain key. */
  mode: -0.5,
} as const;

/** Weights of a fit, or those of the program. */
export type KeyWeights = Readonly<Record<keyof typeof KEY_WEIGHTS, number>>;

/** How many keys are worth naming. */
const NAMED_KEYS = 3;

/** The keys that the sections of a song may be in, best first, at most three; empty without chords. */
export function findKeys(
  sections: readonly (readonly TimedChord[])[],
  weights: KeyWeights = KEY_WEIGHTS,
): readonly FoundKey[] {
  const evidence = hearChords(sections);
  if (evidence === null) {
    return [];
  }
  return SCALES.flatMap((scale) => range(0, 12).map((tonic) => ({ scale, tonic: toPitchClass(tonic) })))
    .map((asked) => ({ asked, score: scoreKey(evidence, asked, weights) }))
    .sort((a, b) => b.score - a.score)
    .slice(0, NAMED_KEYS)
    .map(({ asked, score }) => ({
      key: nameKey(asked, evidence),
      mode: asked.scale.name,
      score,
      reasons: listReasons(evidence, asked),
    }));
}

/** How well one key, as a plain major or minor, explains chords: the same figure as in {@link findKeys}; 0 without chords. */
export function scoreOfKey(sections: readonly (readonly TimedChord[])[], key: Key): number {
  const evidence = hearChords(sections);
  const scale = SCALES.find(({ name, mode }) => name === null && mode === key.mode);
  return evidence === null || scale === undefined
    ? 0
    : scoreKey(evidence, { scale, tonic: pitchClassOf(key.tonic) }, KEY_WEIGHTS);
}

/** How much worse a second key may explain the chords and still be near: then both are named. */
const NEAR = 1;

/** The keys found that explain the chords about as well as the first, that one included. */
export function nearKeysOf(found: readonly FoundKey[]): readonly FoundKey[] {
  const best = found[0]?.score ?? 0;
  return found.filter(({ score }) => best - score < NEAR);
}

type Asked = { readonly scale: Scale; readonly tonic: PitchClass };

/** How a chord stands to a tonic: semitones of its root above it. */
const degreeOf = (chord: HeardChord, { tonic }: Asked): number => stepsUp(tonic, chord.root);

const isTonic = (chord: HeardChord, asked: Asked): boolean =>
  degreeOf(chord, asked) === 0 && (chord.third === asked.scale.mode || chord.third === 'none');

function scoreKey(evidence: KeyEvidence, asked: Asked, weights: KeyWeights): number {
  const { chords, moves, first, last, begins } = evidence;
  const tonicShare = sumOf(chords, (chord) => (isTonic(chord, asked) ? chord.share : 0));
  return (
    weights.ownNotes * sumOf(chords, (chord) => chord.share * belonging(chord, asked, evidence, weights)) +
    weights.tonicShare * Math.min(tonicShare, 0.5) +
    (tonicShare === 0 ? weights.noTonic : 0) +
    (isTonic(first, asked) ? weights.firstChord : 0) +
    (isTonic(last, asked) ? weights.lastChord : 0) +
    weights.sectionBegins * sumOf([...begins], ([chord, share]) => (isTonic(chord, asked) ? share : 0)) +
    scoreMoves(moves, asked, weights) +
    scoreSevenths(chords, asked, weights) +
    (asked.scale.name === null ? 0 : scoreMode(evidence, asked, weights))
  );
}

const FIFTH = 7;
const FOURTH = 5;
const LEADING_TONE = 11;

function isDominant(chord: HeardChord, asked: Asked): boolean {
  return degreeOf(chord, asked) === FIFTH && chord.third === 'major';
}

/** How much of a chord the scale explains, from 0 to 1. */
function belonging(chord: HeardChord, asked: Asked, evidence: KeyEvidence, weights: KeyWeights): number {
  const { scale, tonic } = asked;
  const own = sumOf(chord.tones, ({ pitch, weight }) => (scale.steps.includes(stepsUp(tonic, pitch)) ? weight : 0));
  if (own > 1 - 1e-9) {
    return 1;
  }
  return isExplained(chord, asked, evidence) ? own + (1 - own) * weights.explained : own;
}

/** Whether what is outside the scale has a usual reason: see {@link KEY_WEIGHTS}. */
function isExplained(chord: HeardChord, asked: Asked, evidence: KeyEvidence): boolean {
  const { scale } = asked;
  const degree = degreeOf(chord, asked);
  if (scale.name !== null) {
    return degree === 0 && chord.third === 'major' && scale.name === 'mixolydian';
  }
  if (scale.mode === 'minor') {
    return (degree === FIFTH && chord.third === 'major') || (degree === LEADING_TONE && chord.third === 'minor');
  }
  const isLowSeventh =
    degree === 10 && chord.third === 'major' && evidence.chords.some((each) => isDominant(each, asked));
  const isBorrowed = (degree === FOURTH && chord.third === 'minor') || isLowSeventh;
  const isBluesy = chord.isDominantSeventh && (degree === 0 || degree === FOURTH);
  return isBorrowed || isBluesy || isOnItsWay(chord, asked, evidence.moves);
}

/** A dominant of another degree that falls by a fifth to a chord of the key. */
function isOnItsWay(chord: HeardChord, { scale, tonic }: Asked, moves: readonly HeardMove[]): boolean {
  return (
    chord.third === 'major' &&
    moves.some(
      ({ from, to }) =>
        from === chord && stepsUp(chord.root, to.root) === FOURTH && scale.steps.includes(stepsUp(tonic, to.root)),
    )
  );
}

function scoreMoves(moves: readonly HeardMove[], asked: Asked, weights: KeyWeights): number {
  return sumOf(moves, ({ from, to, share }) => {
    const [a, b] = [degreeOf(from, asked), degreeOf(to, asked)];
    if (isTonic(to, asked) && asked.scale.name === null && isDominant(from, asked)) {
      return share * (weights.authentic + (from.isDominantSeventh ? weights.dominantSeventh : 0));
    }
    if (a === 2 && isDominant(to, asked) && from.third === 'minor') {
      return share * weights.twoFive;
    }
    return a === FOURTH && b === 0 && isTonic(to, asked) ? share * weights.plagal : 0;
  });
}

function scoreSevenths(chords: readonly HeardChord[], asked: Asked, weights: KeyWeights): number {
  return sumOf(chords, (chord) => {
    const degree = degreeOf(chord, asked);
    const isRight =
      (chord.isMajorSeventh && asked.scale.mode === 'major' && (degree === 0 || degree === FOURTH)) ||
      (chord.isDominantSeventh && degree === FIFTH);
    return isRight ? chord.share * weights.rightSeventh : 0;
  });
}

/** The chords by which a mode is known: semitones of the root above the tonic, and the third. */
const MODE_CHORDS: Readonly<Record<ModeName, readonly (readonly [number, 'major' | 'minor'])[]>> = {
  dorian: [
    [5, 'major'],
    [2, 'minor'],
  ],
  phrygian: [[1, 'major']],
  lydian: [[2, 'major']],
  mixolydian: [[10, 'major']],
};

function modeChordOf({ chords }: KeyEvidence, asked: Asked): HeardChord | null {
  const known = asked.scale.name === null ? [] : MODE_CHORDS[asked.scale.name];
  return (
    chords.find((chord) =>
      known.some(([degree, third]) => degreeOf(chord, asked) === degree && chord.third === third),
    ) ?? null
  );
}

/** Farther than any score. */
const NEVER = -100;

function scoreMode(evidence: KeyEvidence, asked: Asked, weights: KeyWeights): number {
  const isKnown = modeChordOf(evidence, asked) !== null && isTonic(evidence.first, asked);
  const hasDominant = evidence.chords.some((chord) => isDominant(chord, asked));
  return isKnown && !hasDominant ? weights.mode : NEVER;
}

/** The standard key on the side where more of the chords' roots are spelled. */
function nameKey({ tonic, scale }: Asked, { chords }: KeyEvidence): Key {
  const distance = (key: Key): number =>
    sumOf(chords, ({ chord, share }) => share * Math.abs(toFifths(chord.root) - signatureOf(key))) +
    Math.abs(signatureOf(key)) / 100;
  return KEYS.filter((key) => key.mode === scale.mode && pitchClassOf(key.tonic) === tonic).reduce((best, key) =>
    distance(key) < distance(best) ? key : best,
  );
}

/** Why a key: what a musician would point at, the strongest first. */
function listReasons(evidence: KeyEvidence, asked: Asked): readonly KeyReason[] {
  const { chords, first, last } = evidence;
  const { scale, tonic } = asked;
  const foreign = chords.filter(({ tones }) => tones.some(({ pitch }) => !scale.steps.includes(stepsUp(tonic, pitch))));
  const longest = chords.reduce((best, chord) => (chord.share > best.share + 1e-9 ? chord : best));
  const modeChord = modeChordOf(evidence, asked);
  const raised = scale.mode === 'minor' ? chords.find((chord) => isDominant(chord, asked)) : undefined;
  const places = [
    ['first-chord', first],
    ['last-chord', last],
    ['longest-chord', longest],
  ] as const;
  const isEven = chords.every(({ share }) => share > longest.share - 1e-9);
  return [
    foreign.length === 0
      ? { kind: 'all-notes' }
      : { kind: 'most-notes', foreign: foreign.map(({ chord }) => chord), of: chords.length },
    ...(scale.name === null || modeChord === null
      ? []
      : [{ kind: 'mode' as const, mode: scale.name, chord: modeChord.chord }]),
    ...(raised === undefined ? [] : [{ kind: 'raised-seventh' as const, chord: raised.chord }]),
    ...listMoveReasons(evidence, asked),
    ...places
      .filter(([kind, chord]) => isTonic(chord, asked) && !(kind === 'longest-chord' && isEven))
      .map(([kind, { chord }]) => ({ kind, chord })),
  ];
}

function listMoveReasons({ moves }: KeyEvidence, asked: Asked): readonly KeyReason[] {
  const cadence = moves
    .filter(({ from, to }) => isDominant(from, asked) && isTonic(to, asked))
    .sort((a, b) => Number(a.isSeam) - Number(b.isSeam))[0];
  const twoFive = moves.find(
    ({ from, to }) => degreeOf(from, asked) === 2 && from.third === 'minor' && isDominant(to, asked),
  );
  return [
    ...(cadence === undefined
      ? []
      : [{ kind: 'cadence' as const, from: cadence.from.chord, to: cadence.to.chord, isSeam: cadence.isSeam }]),
    ...(twoFive === undefined ? [] : [{ kind: 'two-five' as const, from: twoFive.from.chord, to: twoFive.to.chord }]),
  ];
}
